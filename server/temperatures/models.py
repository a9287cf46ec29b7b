"""What was read and checked in a kitchen outside any run: rows that only ever come on top."""

import uuid

from django.conf import settings
from django.db import models

from server.accounts.models import Kitchen


class LogEntry(models.Model):
    """One thing that was logged, as it was sent: an event of the same kind as a run has. `at` is when it was."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="+")
    at = models.DateTimeField()
    document = models.JSONField()
    signed_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")

    class Meta:
        indexes = [models.Index(fields=["kitchen", "at"], name="logged_by_time")]

    def __str__(self) -> str:
        return f"{self.kitchen} · {self.at:%Y-%m-%d %H:%M}"
