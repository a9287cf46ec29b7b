"""Somebody new: what they say of themselves, checked at its places."""

from django.core.exceptions import ValidationError
from django.db.models import QuerySet
from ninja import Schema

from jarcore.documents.refusal import NOT_VALID
from server.accounts import initials, passwords
from server.accounts.initials import Initials, Name
from server.accounts.models import Kitchen, User
from server.accounts.passwords import Password
from server.common.problems import Problem


class Newcomer(Schema):
    """A name to sign in by, a name and initials that others read, and a password."""

    username: Name
    name: Name = ""
    initials: Initials
    password: Password


def new_person(newcomer: Newcomer, kitchens: "QuerySet[Kitchen]") -> User:
    """A new person, who is to come into kitchens. Raises: Problem 422 at each place that cannot be."""
    user = User(username=newcomer.username, first_name=newcomer.name, initials=newcomer.initials)
    user.set_unusable_password()
    try:
        user.full_clean()
    except ValidationError as error:
        places = {"first_name": "name"}
        errors = [
            {"path": f"/{places.get(field, field)}", "text": " ".join(texts)}
            for field, texts in error.message_dict.items()
        ]
        raise Problem(NOT_VALID, errors[0]["text"], errors=errors) from None
    initials.check(newcomer.initials, kitchens)
    passwords.choose(user, newcomer.password)
    user.save()
    return user
