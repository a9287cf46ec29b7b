from django.apps import AppConfig


class GeneratedConfig(AppConfig):
    """The command that writes what is generated from the models."""

    name = "server.generated"
