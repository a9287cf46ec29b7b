"""Says by which code the first owner is made, while there is nobody; else nothing."""

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand

from server.accounts.selectors import anybody
from server.kitchens.services import first_code


class Command(BaseCommand):
    help = __doc__

    def handle(self, **_options: Any) -> None:
        """Say it, and where it is typed."""
        if not anybody():
            origin = settings.ORIGIN.geturl().rstrip("/") if settings.SERVING else ""
            self.stdout.write(f"Nobody is here yet. Open {origin}/first and type this code: {first_code()}")
