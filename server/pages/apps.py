from django.apps import AppConfig


class PagesConfig(AppConfig):
    """The page that carries the front end."""

    name = "server.pages"
