from django.apps import AppConfig


class RunsConfig(AppConfig):
    """Services as they are cooked: what happened, as it happened."""

    name = "server.runs"
    label = "runs"
