from django.apps import AppConfig


class AccountsConfig(AppConfig):
    """People, kitchens and roles."""

    name = "server.accounts"
    label = "accounts"
