"""Formulas: a draft that changes, versions that never do."""

from typing import Any

from django.conf import settings
from django.contrib.postgres.fields import ArrayField
from django.contrib.postgres.indexes import GinIndex
from django.db import models
from django.db.models.functions import Left, Lower

from server.accounts.models import Kitchen


class FormulaQuery(models.QuerySet["Formula"]):
    """Rows of one kitchen only."""

    def of(self, kitchen: Kitchen) -> "FormulaQuery":
        """The kitchen's formulas."""
        return self.filter(kitchen=kitchen)

    def held(self, number: int) -> "Formula":
        """A formula, held until the transaction ends; nothing is reckoned meanwhile. Raises: Formula.DoesNotExist."""
        return self.select_for_update().get(pk=number)


class Place(models.TextChoices):
    """Where a formula is: on the table, put away, or thrown out and still to be brought back."""

    TABLE = "table"
    ARCHIVE = "archive"
    BIN = "bin"


# An index takes no long entries: titles are sorted by so many characters.
SORTED_BY = 200


class Formula(models.Model):
    """A formula with its draft. The columns beside the document are filled at save, for lists and search."""

    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="formulas")
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    title = models.TextField(blank=True)
    species = models.CharField(max_length=64, blank=True)
    kinds = ArrayField(models.CharField(max_length=16), default=list)
    tags = ArrayField(models.TextField(), default=list)
    search_text = models.TextField(blank=True)
    card = models.JSONField(default=dict)
    latest_version = models.PositiveIntegerField(default=0)
    place = models.CharField(max_length=8, choices=Place, default=Place.TABLE)
    place_since = models.DateTimeField(null=True)
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)

    objects = FormulaQuery.as_manager()

    class Meta:
        indexes = [
            models.Index(fields=["kitchen", "place", "-updated_at", "-id"], name="formula_by_time"),
            models.Index("kitchen", "place", Left(Lower("title"), SORTED_BY), "id", name="formula_by_title"),
            models.Index("kitchen", "place", "species", Left(Lower("title"), SORTED_BY), "id", name="formula_by_fish"),
            models.Index(fields=["place_since"], name="formula_thrown_out", condition=models.Q(place="bin")),
            GinIndex(fields=["search_text"], opclasses=["gin_trgm_ops"], name="formula_by_words"),
            GinIndex(fields=["tags"], name="formula_by_tag"),
            GinIndex(fields=["kinds"], name="formula_by_kind"),
        ]

    def __str__(self) -> str:
        return self.title


class Tally(models.Model):
    """How many formulas a kitchen has in a place: in all (what is "place"), of a fish, with a tag.

    The database keeps it with every change of a formula (migration 0007), so that nobody counts them all.
    """

    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="+")
    place = models.CharField(max_length=8)
    what = models.CharField(max_length=8)
    name = models.TextField(blank=True)
    number = models.IntegerField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["kitchen", "place", "what", "name"], name="one_tally")]

    def __str__(self) -> str:
        return f"{self.kitchen} · {self.place} · {self.what} {self.name}: {self.number}"


class DraftRevision(models.Model):
    """A draft as it was at one revision; kept since the last version, to merge from."""

    formula = models.ForeignKey(Formula, on_delete=models.CASCADE, related_name="revisions")
    revision = models.PositiveIntegerField()
    document = models.JSONField()
    saved_at = models.DateTimeField(auto_now_add=True)
    saved_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["formula", "revision"], name="one_draft_a_revision")]

    def __str__(self) -> str:
        return f"{self.formula} · revision {self.revision}"


class Standing(models.TextChoices):
    """Where a version stood when it was kept: the core's words."""

    READY = "ready"
    NOT_READY = "not_ready"
    NOT_TO_BE_COOKED = "not_to_be_cooked"


class FormulaVersion(models.Model):
    """A version: a document as it was written, numbered, with a note. Never changed once saved.

    One that was not ready says so, with the initials of who kept it all the same.
    """

    formula = models.ForeignKey(Formula, on_delete=models.CASCADE, related_name="versions")
    number = models.PositiveIntegerField()
    document = models.JSONField()
    # Of the draft that was kept; unknown of versions kept before it was noted.
    revision = models.PositiveIntegerField(null=True)
    note = models.TextField(blank=True)
    standing = models.CharField(max_length=16, choices=Standing, default=Standing.NOT_READY)
    initials = models.CharField(max_length=8, blank=True)
    created_at = models.DateTimeField(auto_now_add=True)
    created_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)

    class Meta:
        ordering = ["-number"]
        constraints = [models.UniqueConstraint(fields=["formula", "number"], name="one_version_a_number")]

    def __str__(self) -> str:
        return f"{self.formula} · version {self.number}"

    def save(self, *args: Any, **kwargs: Any) -> None:
        """Save once; the database refuses a change too."""
        if self.pk is not None:
            raise TypeError("A saved version does not change. Save another.")
        super().save(*args, **kwargs)


class VersionName(models.Model):
    """What a version is called. It stands beside the version, which never changes."""

    version = models.OneToOneField(FormulaVersion, on_delete=models.CASCADE, primary_key=True, related_name="naming")
    name = models.CharField(max_length=80)
    named_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)

    def __str__(self) -> str:
        return self.name
