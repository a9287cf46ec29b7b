"""People, kitchens and who does what in them."""

from django.contrib.auth.models import AbstractUser
from django.db import models


class User(AbstractUser):
    """A person who signs in."""

    initials = models.CharField(max_length=4, blank=True)


class WrongPassword(models.Model):
    """A sign-in that failed: a hash of the name that was typed, and where from. Kept while it makes anybody wait."""

    name = models.CharField(max_length=64)
    address = models.GenericIPAddressField()
    device = models.CharField(max_length=16, blank=True)
    at = models.DateTimeField(auto_now_add=True, db_index=True)

    class Meta:
        indexes = [
            models.Index(fields=["name", "at"], name="wrong_by_name"),
            models.Index(fields=["address", "at"], name="wrong_by_address"),
        ]

    def __str__(self) -> str:
        return f"{self.address} · {self.at:%H:%M:%S}"


class Kitchen(models.Model):
    """The group that owns formulas, pantry and logbook."""

    slug = models.SlugField(unique=True)
    name = models.CharField(max_length=80)
    # How many changes there were: see server.feed.
    changes = models.PositiveBigIntegerField(default=0, db_default=0)
    people = models.ManyToManyField(User, through="Membership", related_name="kitchens")

    def __str__(self) -> str:
        return self.name


class Role(models.TextChoices):
    """What a person may do in a kitchen."""

    OWNER = "owner"
    COOK = "cook"
    VIEWER = "viewer"


class Membership(models.Model):
    """A person in a kitchen, with a role."""

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="memberships")
    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=8, choices=Role)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["user", "kitchen"], name="one_role_in_a_kitchen")]

    def __str__(self) -> str:
        return f"{self.user} · {self.kitchen} · {self.role}"
