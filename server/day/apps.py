from typing import Any

from django.apps import AppConfig


class DayConfig(AppConfig):
    """Services of a kitchen, and their plans."""

    name = "server.day"
    label = "day"

    def ready(self) -> None:
        """Services that are still to come are planned anew when a kitchen's rows are other ones."""
        from server.day.services import plan_anew
        from server.pantry.services import rows_kept

        def planned(kitchen: Any, **_sent: Any) -> None:
            plan_anew(kitchen)

        rows_kept.connect(planned, weak=False, dispatch_uid="services planned anew")
