"""Passwords: chosen, changed, and what a change ends."""

from typing import Annotated

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction
from pydantic import Field

from server.accounts import trail, tries
from server.accounts.models import Session, User
from server.common.kinds import EASY_PASSWORD, WRONG_PASSWORD
from server.common.problems import Problem
from server.common.text import Text

# Longer than any that is remembered: what is hashed is bounded.
LONGEST = 1000
# A password as it is typed.
Password = Annotated[Text, Field(max_length=LONGEST)]


def choose(user: User, password: str, *, place: str = "/password") -> None:
    """Give a person a password; nothing is saved. Raises: Problem 422 at PLACE for one that is too easy."""
    try:
        validate_password(password, user)
    except ValidationError as error:
        words = " ".join(error.messages)
        raise Problem(EASY_PASSWORD, words, errors=[{"path": place, "text": words}]) from None
    with tries.one_at_a_time():
        user.set_password(password)


def confirm(user: User, password: str, client: tuple[str, str], *, place: str = "/password") -> None:
    """That it is they who ask, by their password. Raises: Problem 422 for a wrong one, 429 after many."""
    who = user.username, *client
    with tries.one_at_a_time():
        tries.look(*who)
        right = user.check_password(password)
    if not right:
        tries.wrong(*who)
        words = "This is not your password."
        raise Problem(WRONG_PASSWORD, words, errors=[{"path": place, "text": words}])
    tries.right(*who)


@transaction.atomic
def replace(user: User, password: str, *, keep: Session | None = None, reset: bool = False) -> None:
    """Save a new password and end every session that was begun with the old one, but KEEP, and every token.

    Raises: Problem 422 for one that is too easy.
    """
    choose(user, password)
    user.save(update_fields=["password"])
    old = user.sessions.all()
    (old.exclude(pk=keep.pk) if keep else old).delete()
    user.tokens.all().delete()
    trail.note_everywhere(trail.Deed.PASSWORD_RESET if reset else trail.Deed.PASSWORD_CHANGED, user)
