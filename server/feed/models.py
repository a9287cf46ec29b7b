"""The change feed: for each thing of a kitchen the number of its last change."""

from django.db import models

from server.accounts.models import Kitchen


class What(models.TextChoices):
    """What of a kitchen can change while somebody else looks at it."""

    FORMULA = "formula"
    VERSION = "version"
    ROWS = "rows"
    SHELF = "shelf"
    PEOPLE = "people"
    SERVICE = "service"
    RUN = "run"
    TEMPERATURES = "temperatures"


class Change(models.Model):
    """The last change of one thing. One row for each thing, so the table grows with what there is, not with time."""

    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="+")
    # From the kitchen's own count (Kitchen.changes), which is held until the change is committed: whoever has read
    # up to a number has missed none below it.
    number = models.PositiveBigIntegerField()
    what = models.CharField(max_length=16, choices=What)
    # The formula's or service's id; 0 where a kitchen has only one of it.
    item = models.BigIntegerField(default=0)
    # Where the thing stands since: the revision of a draft or of the rows, the number of a version.
    mark = models.PositiveIntegerField(default=0)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["kitchen", "what", "item"], name="one_last_change")]
        indexes = [models.Index(fields=["kitchen", "number"], name="change_by_number")]

    def __str__(self) -> str:
        return f"{self.kitchen} · {self.number} · {self.what} {self.item}"
