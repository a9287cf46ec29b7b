"""Makes a kitchen and the person who owns it: a way in to a database that holds nobody yet."""

import argparse
import os
from getpass import getpass
from typing import Any

from django.core.management.base import BaseCommand, CommandError
from pydantic import ValidationError

from server.common.problems import Problem
from server.kitchens.newcomers import Newcomer
from server.kitchens.services import make_owner


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: argparse.ArgumentParser) -> None:
        """Who, and which kitchen."""
        parser.add_argument("username")
        parser.add_argument("kitchen", help="its name, as people read it")
        parser.add_argument("--initials", default="", help="one to four characters; else the first of the name")

    def handle(self, *, username: str, kitchen: str, initials: str, **_options: Any) -> None:
        """Make both, or say what is wrong. The password is asked for twice, or taken from JAR_NEW_PASSWORD."""
        password = os.environ.get("JAR_NEW_PASSWORD") or getpass("Password: ")
        if "JAR_NEW_PASSWORD" not in os.environ and getpass("Once more: ") != password:
            raise CommandError("The two are not the same. Nothing was made.")
        try:
            owner = Newcomer(username=username, initials=initials or username[:2].upper(), password=password)
            made = make_owner(kitchen, owner)
        except (Problem, ValidationError) as error:
            raise CommandError(str(error)) from None
        self.stdout.write(f"{username} owns {made.name}, at /{made.slug}.")
