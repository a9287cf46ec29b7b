from django.apps import AppConfig


class PantryConfig(AppConfig):
    """Ingredients and fish."""

    name = "server.pantry"
    label = "pantry"
