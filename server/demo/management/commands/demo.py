"""Brings the schema up to date and seeds the demo kitchen. Nothing that is there already is touched."""

import json
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.auth.hashers import make_password
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.db import transaction
from django.utils import timezone

from server.accounts.models import Kitchen, Membership, User
from server.demo.day import shift
from server.demo.people import KITCHEN, PEOPLE, PRICED_ON, PRICES, SETTLED
from server.formulas.selectors import has_formulas
from server.formulas.services import Keeping, create_formula, save_version
from server.pantry.selectors import own_rows
from server.pantry.services import keep_prices

FORMULAS = Path(__file__).parents[2] / "formulas"


class Command(BaseCommand):
    help = __doc__

    def handle(self, **_options: Any) -> None:
        """Migrate, then seed once."""
        if settings.SERVING:
            raise CommandError("The demo's users are for loopback only. Leave JAR_MODE unset to see the demo.")
        call_command("migrate", interactive=False, verbosity=0)
        seed()
        shift(timezone.now())


@transaction.atomic
def seed() -> Kitchen:
    """The galley of the Ternlund, a fictional night ferry: people, formulas, first versions."""
    kitchen, _ = Kitchen.objects.get_or_create(
        slug=KITCHEN, defaults={"name": "Ternlund galley", "settings_document": SETTLED}
    )
    for name, first, last, role, code in PEOPLE:
        user, new = User.objects.get_or_create(
            username=name, defaults={"first_name": first, "last_name": last, "initials": (first[0] + last[0])}
        )
        if new:
            user.set_password(settings.DEMO_USER["password"])
            user.tablet_code = make_password(code)
            user.save()
        Membership.objects.get_or_create(user=user, kitchen=kitchen, defaults={"role": role})
    owner = User.objects.get(username=PEOPLE[0][0])
    if not has_formulas(kitchen):
        for path in sorted(FORMULAS.glob("*.jar.json"), reverse=True):
            formula = create_formula(kitchen, owner, json.loads(path.read_text(encoding="utf-8")))
            save_version(kitchen, owner, formula.pk, formula.revision, Keeping("First version that was cooked"))
    if own_rows(kitchen) is None:
        keep_prices(kitchen, owner, [{**one, "at": PRICED_ON} for one in PRICES], "EUR")
    return kitchen
