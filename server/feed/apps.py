from django.apps import AppConfig


class FeedConfig(AppConfig):
    """What changed in a kitchen, told to every page that is open on it."""

    name = "server.feed"
    label = "feed"
