from django.apps import AppConfig


class KitchensConfig(AppConfig):
    """Who belongs to a kitchen and how they come to it, what it has settled, and its audit trail."""

    name = "server.kitchens"
    label = "kitchens"
