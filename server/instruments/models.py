"""What hands have done to a kitchen's simulated instruments."""

from django.db import models

from server.accounts.models import Kitchen


class Panel(models.Model):
    """A kitchen's panel: each simulated instrument as it is, by its id (see jarcore.devices.Put)."""

    kitchen = models.OneToOneField(Kitchen, on_delete=models.CASCADE, related_name="panel")
    document = models.JSONField(default=dict)

    def __str__(self) -> str:
        return f"{self.kitchen} · instruments"
