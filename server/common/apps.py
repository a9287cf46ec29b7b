from django.apps import AppConfig


class CommonConfig(AppConfig):
    """What all apps share; holds the command that writes generated files."""

    name = "server.common"
