from typing import Any

from django.apps import AppConfig


class FormulasConfig(AppConfig):
    """Formulas with their drafts and versions."""

    name = "server.formulas"
    label = "formulas"

    def ready(self) -> None:
        """What lists and search need is filled anew when a kitchen's rows are other ones."""
        from server.formulas.services import refill
        from server.pantry.services import rows_kept

        def filled(kitchen: Any, **_sent: Any) -> None:
            refill(kitchen)

        rows_kept.connect(filled, weak=False, dispatch_uid="formulas filled anew")
