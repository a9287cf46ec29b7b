from django.apps import AppConfig
from django.contrib.auth.signals import user_logged_in
from django.db.models.signals import post_migrate


class AccountsConfig(AppConfig):
    """People, kitchens and roles."""

    name = "server.accounts"
    label = "accounts"

    def ready(self) -> None:
        """Whoever signs in, and however, has a session that says so. The application's role has its rights after each
        migration; that is asked for here, for an app without rows is not told of migrations.
        """
        from server.accounts import sessions
        from server.common.rights import grant

        post_migrate.connect(grant, sender=self, weak=False, dispatch_uid="rights of the application")
        user_logged_in.connect(sessions.begun, dispatch_uid="accounts.begun")
