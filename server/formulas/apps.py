from django.apps import AppConfig


class FormulasConfig(AppConfig):
    """Formulas with their drafts and versions."""

    name = "server.formulas"
    label = "formulas"
