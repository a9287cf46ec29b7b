"""A kitchen's scales stand in its one record of settings, and no longer among its rows."""

from typing import Any

from django.db import migrations


def move(apps: Any, _editor: Any) -> None:
    """Out of the rows, into the record. What is no list was never used, and stays where it is told."""
    for rows in apps.get_model("pantry", "OwnRows").objects.select_related("kitchen"):
        scales = rows.document.get("scales")
        if isinstance(scales, list):
            rows.kitchen.settings_document["scales"] = scales
            rows.kitchen.save(update_fields=["settings_document"])
            del rows.document["scales"]
            rows.save(update_fields=["document"])


def back(apps: Any, _editor: Any) -> None:
    """Among the rows again."""
    for rows in apps.get_model("pantry", "OwnRows").objects.select_related("kitchen"):
        scales = rows.kitchen.settings_document.pop("scales", None)
        if scales is not None:
            rows.kitchen.save(update_fields=["settings_document"])
            rows.document["scales"] = scales
            rows.save(update_fields=["document"])


class Migration(migrations.Migration):
    dependencies = [("pantry", "0002_own_rows"), ("accounts", "0004_sessions_say_whose_they_are")]
    operations = [migrations.RunPython(move, back)]
