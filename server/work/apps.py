from django.apps import AppConfig


class WorkConfig(AppConfig):
    """Work that takes longer than a request: queued, done by the worker, told how far it is, called off."""

    name = "server.work"
    label = "work"
