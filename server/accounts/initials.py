"""What a person is called: a name, and initials, which say in a kitchen who did what and are one person's there."""

from typing import Annotated

from django.db import transaction
from django.db.models import QuerySet
from pydantic import StringConstraints

from server.accounts import trail
from server.accounts.models import Kitchen, User
from server.common.kinds import INITIALS_TAKEN
from server.common.problems import Problem
from server.common.text import TAKEN

PLACE = "/initials"
# What others read, as it is typed.
Name = Annotated[str, StringConstraints(strip_whitespace=True, max_length=150), TAKEN]
Initials = Annotated[str, StringConstraints(strip_whitespace=True, max_length=4), TAKEN]


def check(initials: str, kitchens: "QuerySet[Kitchen]", user: User | None = None) -> None:
    """Whether somebody (USER, or somebody new) may have initials in kitchens. Raises: Problem 422."""
    if not initials:
        raise _not_so("Initials are one to four characters.")
    others = User.objects.filter(memberships__kitchen__in=kitchens, initials__iexact=initials)
    if (others.exclude(pk=user.pk) if user else others).exists():
        raise _not_so(f"Somebody else in the kitchen is “{initials}”. Add a letter.")


@transaction.atomic
def rename(user: User, name: str, initials: str) -> None:
    """Call a person otherwise. Raises: Problem 422 for initials that are taken, or for none."""
    check(initials, Kitchen.objects.filter(people=user), user)
    before = user.initials
    user.first_name, user.last_name, user.initials = name, "", initials
    user.save(update_fields=["first_name", "last_name", "initials"])
    if before != initials:
        trail.note_everywhere(trail.Deed.INITIALS, user, f"{before} → {initials}")


def _not_so(words: str) -> Problem:
    return Problem(INITIALS_TAKEN, words, errors=[{"path": PLACE, "text": words}])
