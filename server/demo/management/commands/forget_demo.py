"""Takes the demo's people out of this database, and its kitchen where nobody else is in it."""

from typing import Any

from django.core.management.base import BaseCommand

from server.demo.people import forget


class Command(BaseCommand):
    help = __doc__

    def handle(self, **_options: Any) -> None:
        """Forget them."""
        self.stdout.write(f"{forget()} people of the demo are gone.")
