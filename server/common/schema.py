"""Whether this program knows the schema that a database has."""

from django.db import connection
from django.db.migrations.loader import MigrationLoader


def newer_migrations() -> list[str]:
    """Migrations of ours that the database has and this program has not: a newer version has changed it."""
    loader = MigrationLoader(connection)
    ours = {label for label, _ in loader.disk_migrations}
    unknown = set(loader.applied_migrations) - set(loader.disk_migrations) - set(loader.replacements)
    return sorted(f"{label} {name}" for label, name in unknown if label in ours)
