from typing import Any

from django.db import migrations, models


def made_already(apps: Any, _editor: Any) -> None:
    """What happened before this was counted has had its effect when it was kept."""
    apps.get_model("runs", "Run").objects.update(effected=models.F("last"))


class Migration(migrations.Migration):
    dependencies = [("runs", "0005_photos")]
    operations = [
        migrations.AddField(
            model_name="run", name="effected", field=models.PositiveIntegerField(default=0, db_default=0)
        ),
        migrations.RunPython(made_already, migrations.RunPython.noop),
    ]
