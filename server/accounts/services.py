"""Verbs on kitchens."""

from django.db.models import F

from server.accounts.models import Kitchen


def next_change(kitchen: Kitchen) -> int:
    """Count one change of a kitchen. Its count stays held until the transaction ends, so numbers become visible in
    the order in which they were given.
    """
    Kitchen.objects.filter(pk=kitchen.pk).update(changes=F("changes") + 1)
    return Kitchen.objects.values_list("changes", flat=True).get(pk=kitchen.pk)
