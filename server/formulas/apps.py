from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate


class FormulasConfig(AppConfig):
    """Formulas with their drafts and versions."""

    name = "server.formulas"
    label = "formulas"

    def ready(self) -> None:
        """What lists and search need is filled anew when a kitchen's rows are other ones, or the core is another."""
        from server.formulas.services import refill, refill_from_before
        from server.pantry.services import rows_kept

        def filled(kitchen: Any, **_sent: Any) -> None:
            refill(kitchen)

        def migrated(**_sent: Any) -> None:
            refill_from_before()

        post_migrate.connect(migrated, sender=self, weak=False, dispatch_uid="formulas of another core")
        rows_kept.connect(filled, weak=False, dispatch_uid="formulas filled anew")
