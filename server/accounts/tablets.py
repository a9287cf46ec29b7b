"""A tablet that a kitchen shares: signed in once, then each cook says who they are by initials and a short code.

At such a tablet nobody is an owner, and only its kitchen is there: a few digits open no more than that.
"""

from itertools import pairwise

from django.contrib.auth.hashers import check_password, make_password
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from server.accounts import sessions, trail, tries
from server.accounts.models import Kitchen, Session, User
from server.common.kinds import NOT_A_CODE, WRONG_CODE
from server.common.problems import Problem

SHORTEST, LONGEST = 4, 8


def choose_code(user: User, code: str) -> None:
    """Keep a person's code. Raises: Problem 422 for one that is none, or that anybody would try first."""
    if not (code.isascii() and code.isdigit() and SHORTEST <= len(code) <= LONGEST):
        raise _no_code(f"A code is {SHORTEST} to {LONGEST} digits.")
    steps = {int(after) - int(before) for before, after in pairwise(code)}
    if steps in ({0}, {1}, {-1}):
        raise _no_code("This one is guessed at once. Choose another.")
    with tries.one_at_a_time():
        user.tablet_code = make_password(code)
    user.save(update_fields=["tablet_code"])
    trail.note_everywhere(trail.Deed.TABLET_CODE, user)


def _no_code(words: str) -> Problem:
    return Problem(NOT_A_CODE, words, errors=[{"path": "/code", "text": words}])


def people_at(kitchen: Kitchen) -> "QuerySet[User]":
    """Who can come to a kitchen's tablet: its people with a code, by initials."""
    return User.objects.filter(memberships__kitchen=kitchen).exclude(tablet_code="").order_by("initials", "username")


@transaction.atomic
def share(row: Session, kitchen: Kitchen) -> None:
    """From now on this browser is the kitchen's tablet, until it is signed out."""
    row.tablet_of = kitchen
    row.expire_date = sessions.ends_at(row)
    row.save(update_fields=["tablet_of", "expire_date"])
    trail.note(trail.Deed.TABLET, kitchen, row.at, row.device)


def come(row: Session, person: int, code: str) -> User:
    """Somebody says that they are at the tablet now.

    Raises: Problem 422 for a wrong code, 429 after several. That nobody is there of that number is told alike.
    """
    kitchen = row.tablet_of
    assert kitchen is not None
    # Guesses count by the tablet they are made at: they slow nobody down elsewhere.
    who = f"tablet code of {person}", "0.0.0.0", row.handle.hex[:16]  # noqa: S104  (no address counts here)
    tries.look(*who)
    user = people_at(kitchen).filter(pk=person).first()
    with tries.one_at_a_time():
        right = check_password(code, user.tablet_code if user else make_password(None))
    if user is None or not right:
        tries.wrong(*who)
        if user is not None:
            trail.note(trail.Deed.WRONG_CODE, kitchen, user, row.device)
        words = "This is not the code. It is set under “You”, on a device of one’s own."
        raise Problem(WRONG_CODE, words, errors=[{"path": "/code", "text": words}])
    tries.right(*who)
    row.at, row.seen_at = user, timezone.now()
    row.expire_date = sessions.ends_at(row)
    row.save(update_fields=["at", "seen_at", "expire_date"])
    trail.note(trail.Deed.CAME_TO_TABLET, kitchen, user, row.device)
    user.tablet_of = kitchen
    return user


def step_away(row: Session) -> None:
    """Nobody is at the tablet until somebody comes."""
    row.at = None
    row.save(update_fields=["at"])
