from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate


class FormulasConfig(AppConfig):
    """Formulas with their drafts and versions."""

    name = "server.formulas"
    label = "formulas"

    def ready(self) -> None:
        """What lists and search need is filled anew when a kitchen's rows are other ones, or the core is another."""
        from server.formulas.filling import filled_before
        from server.formulas.tasks import REFILL
        from server.pantry.services import rows_kept
        from server.work.services import ask_for

        def filled(kitchen: Any, **_sent: Any) -> None:
            ask_for(kitchen, REFILL)

        def migrated(**_sent: Any) -> None:
            for kitchen in filled_before():
                ask_for(kitchen, REFILL)

        post_migrate.connect(migrated, sender=self, weak=False, dispatch_uid="formulas of another core")
        rows_kept.connect(filled, weak=False, dispatch_uid="formulas filled anew")
