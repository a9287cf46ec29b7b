"""Makes a kitchen and the person who owns it: the way in to a database that holds nobody yet."""

import argparse
import os
from getpass import getpass
from typing import Any

from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError

from server.accounts.services import make_kitchen


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: argparse.ArgumentParser) -> None:
        """Who, and which kitchen."""
        parser.add_argument("username")
        parser.add_argument("kitchen", help="its name, as people read it")
        parser.add_argument("--initials", default="")

    def handle(self, *, username: str, kitchen: str, initials: str, **_options: Any) -> None:
        """Make both, or say what is wrong. The password is asked for twice, or taken from JAR_NEW_PASSWORD."""
        password = os.environ.get("JAR_NEW_PASSWORD") or getpass("Password: ")
        if "JAR_NEW_PASSWORD" not in os.environ and getpass("Once more: ") != password:
            raise CommandError("The two are not the same. Nothing was made.")
        try:
            made = make_kitchen(kitchen, username, password, initials)
        except ValidationError as error:
            raise CommandError(" ".join(error.messages)) from None
        self.stdout.write(f"{username} owns {made.name}, at /{made.slug}.")
