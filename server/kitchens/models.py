"""Links that open something once, for whoever holds them."""

from django.conf import settings
from django.db import models

from server.accounts.models import Kitchen, Role


class LinkKind(models.TextChoices):
    """What a link opens."""

    INVITATION = "invitation"
    RESET = "reset"


class Link(models.Model):
    """A link that somebody was given: only a hash of what stands in it is kept. It opens once, and not for long."""

    kind = models.CharField(max_length=16, choices=LinkKind)
    digest = models.CharField(max_length=64, unique=True)
    # Of an invitation: to which kitchen, as what.
    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, null=True, related_name="invitations")
    role = models.CharField(max_length=8, choices=Role, blank=True)
    # Of a reset: whose password, and whether their second factor goes too.
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True, related_name="+")
    without_second_factor = models.BooleanField(default=False)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    ends_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True)

    class Meta:
        indexes = [models.Index(fields=["kitchen", "kind", "-id"], name="link_by_kitchen")]

    def __str__(self) -> str:
        return f"{self.kind} · until {self.ends_at:%Y-%m-%d %H:%M}"
