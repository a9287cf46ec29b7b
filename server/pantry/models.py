"""What is a kitchen's own: rows of its pantry, and jars of its Shelf to start from again."""

from django.conf import settings
from django.db import models

from server.accounts.models import Kitchen


class ShelfJarQuery(models.QuerySet["ShelfJar"]):
    """Rows of one kitchen only."""

    def of(self, kitchen: Kitchen) -> "ShelfJarQuery":
        """The kitchen's own jars."""
        return self.filter(kitchen=kitchen)


class ShelfJar(models.Model):
    """A jar as it stood in a formula, with the reason why it was kept."""

    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="shelf")
    name = models.CharField(max_length=120)
    reason = models.CharField(max_length=400, blank=True)
    jar = models.JSONField()
    saved_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    saved_at = models.DateTimeField(auto_now_add=True)

    objects = ShelfJarQuery.as_manager()

    class Meta:
        indexes = [models.Index(fields=["kitchen", "name"], name="shelf_by_name")]

    def __str__(self) -> str:
        return self.name

    @property
    def kind(self) -> str | None:
        """The kind of jar, where one is stated."""
        kind = self.jar.get("kind")
        return kind if isinstance(kind, str) else None


class OwnRows(models.Model):
    """A kitchen's own ingredients and fish: a jar-table/pantry document, kept as it was sent."""

    kitchen = models.OneToOneField(Kitchen, on_delete=models.CASCADE, related_name="own_rows")
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    saved_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    saved_at = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return f"{self.kitchen} · rows {self.revision}"
