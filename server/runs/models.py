"""Runs: a service as it was begun, and everything that happened since, in rows that only ever come on top."""

import uuid

from django.conf import settings
from django.db import models

from server.accounts.models import Kitchen


class RunQuery(models.QuerySet["Run"]):
    """Rows of one kitchen only."""

    def of(self, kitchen: Kitchen) -> "RunQuery":
        """The kitchen's runs."""
        return self.filter(kitchen=kitchen)

    def held(self, number: int) -> "Run":
        """A run, held until the transaction ends. Raises: Run.DoesNotExist."""
        return self.select_for_update().get(pk=number)


class Run(models.Model):
    """A service as it is cooked: its document and plan as it was begun, and the last plan once it has ended.

    `last` is the number of its last event, `effected` of the last one whose effect on the service is made. What is
    served stands in columns, for lists. Only in a `rehearsal` does a simulated reading open a gate of safety.
    """

    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="runs")
    # The service goes from its bin one day; what was cooked stays.
    service = models.ForeignKey("day.Service", on_delete=models.SET_NULL, null=True, related_name="+")
    title = models.TextField(blank=True)
    # Where it was cooked, by whose clock.
    zone = models.CharField(max_length=64)
    document = models.JSONField()
    planned = models.JSONField()
    plan = models.JSONField(null=True)
    plan_number = models.PositiveBigIntegerField(default=0)
    served = models.JSONField(default=list)
    began_at = models.DateTimeField()
    ended_at = models.DateTimeField(null=True)
    begun_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")
    last = models.PositiveIntegerField(default=0)
    effected = models.PositiveIntegerField(default=0, db_default=0)
    rehearsal = models.BooleanField(default=False, db_default=False)

    objects = RunQuery.as_manager()

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["service"], condition=models.Q(ended_at__isnull=True), name="one_run_at_a_time"
            )
        ]
        indexes = [
            models.Index(fields=["kitchen", "-id"], name="run_by_number"),
            models.Index(fields=["kitchen", "began_at"], name="run_by_time"),
            models.Index(fields=["ended_at"], name="run_that_goes_on", condition=models.Q(ended_at__isnull=True)),
        ]

    def __str__(self) -> str:
        return f"{self.title} · run {self.pk}"


class Photo(models.Model):
    """A photo of a run, as it was made anew here: nothing but the picture. An event says of what it is."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    run = models.ForeignKey(Run, on_delete=models.CASCADE, related_name="photos")
    content = models.BinaryField()
    kept_at = models.DateTimeField(auto_now_add=True)
    signed_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")

    def __str__(self) -> str:
        return f"{self.run_id} · photo {self.pk}"


class RunEvent(models.Model):
    """One thing that happened, as it was sent and when it was kept. The database takes more of them and changes none.

    `number` counts the events of a run in the order in which they were kept. `was` is what an effect on the service
    found there, to be put back where the event is taken back.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    run = models.ForeignKey(Run, on_delete=models.CASCADE, related_name="events")
    number = models.PositiveIntegerField()
    document = models.JSONField()
    was = models.JSONField(null=True)
    signed_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["run", "number"], name="one_event_a_number")]

    def __str__(self) -> str:
        return f"{self.run_id} · {self.number}"
