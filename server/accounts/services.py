"""Verbs on kitchens."""

from itertools import count

from django.contrib.auth.password_validation import validate_password
from django.db import transaction
from django.db.models import F
from django.utils.text import slugify

from server.accounts.models import Kitchen, Membership, Role, User


@transaction.atomic
def make_kitchen(name: str, username: str, password: str, initials: str = "") -> Kitchen:
    """A kitchen, and a new person who owns it.

    Raises: ValidationError for a name that is taken or cannot be, or a password that is too easy.
    """
    owner = User(username=username, initials=initials)
    owner.set_password(password)
    owner.full_clean()
    validate_password(password, owner)
    owner.save()
    plain = slugify(name)[:40] or "kitchen"
    slug = next(
        one
        for number in count(1)
        if not Kitchen.objects.filter(slug=(one := plain if number == 1 else f"{plain}-{number}")).exists()
    )
    kitchen = Kitchen(slug=slug, name=name)
    kitchen.full_clean()
    kitchen.save()
    Membership.objects.create(user=owner, kitchen=kitchen, role=Role.OWNER)
    return kitchen


def next_change(kitchen: Kitchen) -> int:
    """Count one change of a kitchen. Its count stays held until the transaction ends, so numbers become visible in
    the order in which they were given.
    """
    Kitchen.objects.filter(pk=kitchen.pk).update(changes=F("changes") + 1)
    return Kitchen.objects.values_list("changes", flat=True).get(pk=kitchen.pk)
