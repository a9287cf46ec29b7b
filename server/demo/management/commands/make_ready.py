"""Makes a database ready to serve a kitchen: its schema up to date, nobody of the demo in it, the settings safe."""

import argparse
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError

from server.common.schema import newer_migrations
from server.demo.people import with_published_password


class Command(BaseCommand):
    help = __doc__

    def add_arguments(self, parser: argparse.ArgumentParser) -> None:
        """Options."""
        parser.add_argument("--schema-only", action="store_true", help="bring the schema up to date, and no more")

    def handle(self, *, schema_only: bool, **_options: Any) -> None:
        """Make it ready, or refuse."""
        if newer := newer_migrations():
            raise CommandError(
                f"This database is of a newer version (it has {newer[0]}): this one would not know what is in it. "
                "Next: use that version, or restore a back-up from before."
            )
        call_command("migrate", interactive=False, verbosity=0)
        if schema_only:
            return
        if people := ", ".join(one.username for one in with_published_password()):
            raise CommandError(
                f"The demo's published password opens this database ({people}). It is not served. "
                "Next: JAR_MODE=serve ./jar manage forget_demo, or give them passwords of their own."
            )
        call_command("check", deploy=True, fail_level="WARNING")
