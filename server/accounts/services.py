"""Verbs on kitchens that every feature rests on."""

from typing import Any

from django.db import transaction
from django.db.models import F

from server.accounts import trail
from server.accounts.kitchen_settings import KitchenSettings
from server.accounts.models import Kitchen, User


def next_change(kitchen: Kitchen) -> int:
    """Count one change of a kitchen. Its count stays held until the transaction ends, so numbers become visible in
    the order in which they were given.
    """
    Kitchen.objects.filter(pk=kitchen.pk).update(changes=F("changes") + 1)
    return Kitchen.objects.values_list("changes", flat=True).get(pk=kitchen.pk)


@transaction.atomic
def settle(kitchen: Kitchen, by: User, **changed: Any) -> KitchenSettings:
    """Keep what is settled otherwise in a kitchen's one record of settings; what is not said stays.

    Raises: pydantic.ValidationError.
    """
    held = Kitchen.objects.select_for_update().get(pk=kitchen.pk)
    before = held.settings
    after = KitchenSettings.model_validate({**before.model_dump(), **changed})
    different = [name for name in KitchenSettings.model_fields if getattr(before, name) != getattr(after, name)]
    if different:
        Kitchen.objects.filter(pk=kitchen.pk).update(settings_document=after.model_dump())
        trail.note(trail.Deed.SETTINGS, kitchen, by, ", ".join(different).replace("_", " "))
    kitchen.settings_document = after.model_dump()
    return after
