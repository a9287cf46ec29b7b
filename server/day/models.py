"""Services: a document that changes, and the plan that was made of it."""

from django.conf import settings
from django.db import models

from server.accounts.models import Kitchen


class ServiceQuery(models.QuerySet["Service"]):
    """Rows of one kitchen only."""

    def of(self, kitchen: Kitchen) -> "ServiceQuery":
        """The kitchen's services."""
        return self.filter(kitchen=kitchen)

    def held(self, number: int) -> "Service":
        """A service, held until the transaction ends. Raises: Service.DoesNotExist."""
        return self.select_for_update().get(pk=number)


class Service(models.Model):
    """A service with its plan; the columns beside the document are filled at save, for lists.

    `plan` is the plan at once until a better one was looked for (`searched`). `plan_before` is the one that the present
    document changed, and `changed` says what is otherwise since.
    """

    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="services")
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    title = models.TextField(blank=True)
    plan = models.JSONField(default=dict)
    plan_before = models.JSONField(default=dict)
    searched = models.BooleanField(default=False)
    changed = models.JSONField(default=list)
    # How often it was planned: whoever has the plan of a number has the newest, or not.
    plan_number = models.PositiveBigIntegerField(default=0)
    # What has happened to its steps since it is cooked, as the core reads events; null where nobody says so.
    happened = models.JSONField(null=True)
    # When work begins, when the first plate is served, and when the last is; without a plate it is when it was kept.
    begins_at = models.DateTimeField()
    serves_at = models.DateTimeField()
    ends_at = models.DateTimeField()
    # The time at which it was planned: nothing is planned before it.
    planned_at = models.DateTimeField(null=True)
    # What was changed while work was under way: when, by whom, and what followed.
    trail = models.JSONField(default=list)
    thrown_out_at = models.DateTimeField(null=True)
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)

    objects = ServiceQuery.as_manager()

    class Meta:
        indexes = [
            models.Index(
                fields=["kitchen", "-serves_at", "-id"],
                name="service_by_time",
                condition=models.Q(thrown_out_at__isnull=True),
            ),
            models.Index(
                fields=["kitchen", "ends_at"], name="service_by_end", condition=models.Q(thrown_out_at__isnull=True)
            ),
            models.Index(
                fields=["thrown_out_at"], name="service_thrown_out", condition=models.Q(thrown_out_at__isnull=False)
            ),
        ]

    def __str__(self) -> str:
        return self.title


class ServiceRevision(models.Model):
    """A service as it was at one revision, to merge from."""

    service = models.ForeignKey(Service, on_delete=models.CASCADE, related_name="revisions")
    revision = models.PositiveIntegerField()
    document = models.JSONField()
    saved_at = models.DateTimeField(auto_now_add=True)
    saved_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["service", "revision"], name="one_service_a_revision")]

    def __str__(self) -> str:
        return f"{self.service} · revision {self.revision}"


class BatchQuery(models.QuerySet["Batch"]):
    """Rows of one kitchen only."""

    def of(self, kitchen: Kitchen) -> "BatchQuery":
        """The kitchen's batches."""
        return self.filter(kitchen=kitchen)


class Batch(models.Model):
    """A jar made ahead: of which formula and version, the jar as it was written then, how much [g], when, and until
    when it is used.
    """

    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="batches")
    # The formula's number and the jar's id in it; the name is kept, for formulas go and are called otherwise.
    formula = models.BigIntegerField()
    version = models.PositiveIntegerField(null=True)
    jar = models.CharField(max_length=64)
    document = models.JSONField()
    name = models.TextField()
    mass_g = models.FloatField()
    made_at = models.DateTimeField()
    use_by = models.DateTimeField()
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    thrown_out_at = models.DateTimeField(null=True)

    objects = BatchQuery.as_manager()

    class Meta:
        indexes = [
            models.Index(
                fields=["kitchen", "use_by"], name="batch_by_use", condition=models.Q(thrown_out_at__isnull=True)
            )
        ]

    def __str__(self) -> str:
        return f"{self.name} · {self.mass_g:.0f} g"

    @property
    def name_in_plans(self) -> str:
        """What plans call it."""
        return f"batch-{self.pk}"
