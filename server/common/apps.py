from django.apps import AppConfig


class CommonConfig(AppConfig):
    """What all apps share."""

    name = "server.common"
