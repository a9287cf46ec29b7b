from django.apps import AppConfig


class TemperaturesConfig(AppConfig):
    """The temperature record of a kitchen: what its runs have of it, and what was logged beside them."""

    name = "server.temperatures"
    label = "temperatures"
