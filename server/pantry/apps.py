from django.apps import AppConfig


class PantryConfig(AppConfig):
    """Ingredients and fish, shipped and a kitchen's own; its Shelf."""

    name = "server.pantry"
    label = "pantry"
