from django.apps import AppConfig


class DemoConfig(AppConfig):
    """The galley of the Ternlund: invented data for the demo."""

    name = "server.demo"
    label = "demo"
