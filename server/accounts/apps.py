from django.apps import AppConfig
from django.contrib.auth.signals import user_logged_in


class AccountsConfig(AppConfig):
    """People, kitchens and roles."""

    name = "server.accounts"
    label = "accounts"

    def ready(self) -> None:
        """Whoever signs in, and however, has a session that says so."""
        from server.accounts import sessions

        user_logged_in.connect(sessions.begun, dispatch_uid="accounts.begun")
