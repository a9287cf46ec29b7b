from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate


class DayConfig(AppConfig):
    """Services of a kitchen, and their plans."""

    name = "server.day"
    label = "day"

    def ready(self) -> None:
        """Services still to come are planned anew when a kitchen's rows are other ones, or the core is another."""
        from server.day.selectors import planned_before
        from server.day.services import plan_anew
        from server.pantry.services import rows_kept

        def planned(kitchen: Any, **_sent: Any) -> None:
            plan_anew(kitchen)

        def migrated(**_sent: Any) -> None:
            for kitchen in planned_before():
                plan_anew(kitchen)

        rows_kept.connect(planned, weak=False, dispatch_uid="services planned anew")
        post_migrate.connect(migrated, sender=self, weak=False, dispatch_uid="services of another core")
