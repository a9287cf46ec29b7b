"""Somebody new: what they say of themselves, checked at its places."""

from typing import Annotated

from django.core.exceptions import ValidationError
from django.db.models import QuerySet
from ninja import Schema
from pydantic import Field, StringConstraints

from server.accounts import initials, passwords
from server.accounts.models import Kitchen, User
from server.common.problems import Problem
from server.common.text import TAKEN, Text


class Newcomer(Schema):
    """A name to sign in by, a name and initials that others read, and a password."""

    username: Annotated[str, StringConstraints(strip_whitespace=True, max_length=150), TAKEN]
    name: Annotated[str, StringConstraints(strip_whitespace=True, max_length=150), TAKEN] = ""
    initials: Annotated[str, StringConstraints(strip_whitespace=True, max_length=4), TAKEN]
    password: Annotated[Text, Field(max_length=passwords.LONGEST)]


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
        raise Problem(422, "Not valid", errors[0]["text"], errors=errors) from None
    initials.check(newcomer.initials, kitchens)
    passwords.choose(user, newcomer.password)
    user.save()
    return user
