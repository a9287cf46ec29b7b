"""Verbs on kitchens: make one, make the first of all."""

from itertools import count

from django.conf import settings
from django.core.exceptions import ValidationError
from django.db import connection, transaction
from django.utils.crypto import constant_time_compare, salted_hmac
from django.utils.text import slugify

from jarcore.documents.refusal import NOT_VALID
from server.accounts import trail, tries
from server.accounts.models import Kitchen, Membership, Role, User
from server.accounts.selectors import anybody
from server.common.kinds import SOMEBODY_THERE, WRONG_CODE
from server.common.problems import Problem
from server.kitchens.newcomers import Newcomer, new_person

# Addresses of the application that a kitchen's would hide.
RESERVED = frozenset({"api", "static", "sign-in", "link", "first", "none", "healthz", "readyz"})
CODE_LENGTH = 8
# One first owner is made at a time.
FIRST = 7_403_116


@transaction.atomic
def make_kitchen(name: str, owner: User, time_zone: str | None = None) -> Kitchen:
    """A kitchen of somebody's own. Raises: Problem 422 for a name that cannot be."""
    plain = slugify(name)[:40].strip("-") or "kitchen"
    plain = f"{plain}-kitchen" if plain in RESERVED else plain
    slug = next(
        one
        for number in count(1)
        if not Kitchen.objects.filter(slug=(one := plain if number == 1 else f"{plain}-{number}")).exists()
    )
    kitchen = Kitchen(slug=slug, name=name.strip(), settings_document={"time_zone": time_zone} if time_zone else {})
    try:
        kitchen.full_clean()
    except ValidationError as error:
        words = " ".join(error.messages)
        raise Problem(NOT_VALID, words, errors=[{"path": "/kitchen", "text": words}]) from None
    kitchen.save()
    Membership.objects.create(user=owner, kitchen=kitchen, role=Role.OWNER)
    trail.note(trail.Deed.KITCHEN_MADE, kitchen, owner, kitchen.name)
    return kitchen


@transaction.atomic
def make_owner(name: str, newcomer: Newcomer, time_zone: str | None = None) -> Kitchen:
    """A kitchen, and a new person who owns it. Raises: Problem 422 at the places that cannot be."""
    return make_kitchen(name, new_person(newcomer, Kitchen.objects.none()), time_zone)


def first_code() -> str:
    """What shows that whoever makes the first kitchen runs the server: it says it where it is started."""
    code = salted_hmac("server.kitchens.first", settings.SECRET_KEY, algorithm="sha256").hexdigest()[:CODE_LENGTH]
    return f"{code[:4]}-{code[4:]}"


@transaction.atomic
def make_first(name: str, newcomer: Newcomer, time_zone: str | None) -> Kitchen:
    """The first kitchen and its owner. Raises: Problem 404 where there is somebody already; 422 where it cannot be."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT pg_advisory_xact_lock(%s)", [FIRST])
    if anybody():
        raise somebody_there()
    return make_owner(name, newcomer, time_zone)


def somebody_there() -> Problem:
    """That the first owner is made already."""
    return Problem(SOMEBODY_THERE, "Sign in, or ask an owner for an invitation.")


def check_first_code(code: str, address: str) -> None:
    """Whether the code is right. Raises: Problem 422 where it is not, 429 after several."""
    who = "the first code", address, ""
    tries.look(*who)
    if not constant_time_compare(code.strip().lower(), first_code()):
        tries.wrong(*who)
        words = "The server says the code where it was started. Type it as it stands there."
        raise Problem(WRONG_CODE, words, errors=[{"path": "/code", "text": words}])
    tries.right(*who)
