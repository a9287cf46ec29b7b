"""Noting that something changed."""

from django.db import transaction

from server.accounts.models import Kitchen
from server.accounts.services import next_change
from server.feed.models import Change, What

__all__ = ["What", "note"]


@transaction.atomic
def note(kitchen: Kitchen, what: What, item: int = 0, mark: int = 0) -> None:
    """Tell the pages that are open on a kitchen that one of its things changed.

    Called last in the transaction that changes it: from here on until its end, others who change the kitchen wait.
    """
    number = next_change(kitchen)
    Change.objects.bulk_create(
        [Change(kitchen=kitchen, number=number, what=what, item=item, mark=mark)],
        update_conflicts=True,
        unique_fields=["kitchen", "what", "item"],
        update_fields=["number", "mark"],
    )
