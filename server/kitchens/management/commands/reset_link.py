"""Prints a link by which somebody chooses a new password: for an owner whom nobody else can help."""

import argparse
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from server.accounts import trail
from server.accounts.models import User
from server.kitchens import links


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: argparse.ArgumentParser) -> None:
        """Whose."""
        parser.add_argument("username")
        parser.add_argument(
            "--without-second-factor", action="store_true", help="the device is lost too: take their second factor away"
        )

    def handle(self, *, username: str, without_second_factor: bool, **_options: Any) -> None:
        """Make it and print it, once."""
        user = User.objects.filter(username=username).first()
        if user is None:
            raise CommandError(f"Nobody is called {username}.")
        link, token = links.way_back(user, None, without_second_factor=without_second_factor)
        trail.note_everywhere(trail.Deed.RESET_LINK, user, "by the server")
        self.stdout.write(f"It opens once, until {link.ends_at:%Y-%m-%d %H:%M} UTC: {links.PAGE}{token}")
