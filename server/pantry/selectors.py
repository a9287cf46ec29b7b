"""What a kitchen has in its pantry: the shipped rows with its own over them."""

from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache
from json import dumps, loads
from typing import Any

from django.db import connection

from jarcore.data import Fault, Pantry, default_pantry, with_rows
from jarcore.data.kitchen_rows import FORMAT, FORMAT_VERSION
from jarcore.documents import Finding, found
from server.accounts.models import Kitchen
from server.pantry.models import OwnRows

# Pantries kept made: a kitchen asks with each keystroke.
MOST_KEPT = 64
# Asked with each keystroke, so written out: Django would make the same of it anew each time.
OWN = """SELECT rows.saved_at, kitchen.settings_document -> 'scales' FROM accounts_kitchen AS kitchen
         LEFT JOIN pantry_ownrows AS rows ON rows.kitchen_id = kitchen.id WHERE kitchen.id = %s"""
EMPTY = {"format": FORMAT, "format_version": FORMAT_VERSION}


@dataclass(frozen=True, slots=True)
class Stock:
    """A pantry, and what of a kitchen's own rows is not used."""

    pantry: Pantry
    faults: tuple[Fault, ...] = ()

    @property
    def told(self) -> list[Finding]:
        """The same, as findings of an evaluation."""
        return [found("pantry-row", "", at=fault.path, why=fault.text) for fault in self.faults]


def stock_of(kitchen: Kitchen) -> Stock:
    """The kitchen's pantry."""
    saved_at, scales = _own(kitchen)
    return (
        Stock(default_pantry()) if saved_at is None and scales is None else _made(kitchen.pk, saved_at, dumps(scales))
    )


def own_rows(kitchen: Kitchen) -> dict[str, Any] | None:
    """The kitchen's own rows as they were sent, and its scales with them; None where it has none."""
    document = OwnRows.objects.filter(kitchen=kitchen).values_list("document", flat=True).first()
    _, scales = _own(kitchen)
    return document if document is None or scales is None else {**document, "scales": scales}


def _own(kitchen: Kitchen) -> tuple[datetime | None, list[Any] | None]:
    """When the kitchen's own rows were saved, and its scales, both as they are now; None where there are none."""
    with connection.cursor() as cursor:
        cursor.execute(OWN, [kitchen.pk])
        saved_at, scales = cursor.fetchone() or (None, None)
    return saved_at, loads(scales) if isinstance(scales, str) else scales


def revision_of(kitchen: Kitchen) -> int:
    """The revision of the kitchen's own rows; 0 where it has none."""
    return OwnRows.objects.filter(kitchen=kitchen).values_list("revision", flat=True).first() or 0


@lru_cache(maxsize=MOST_KEPT)
def _made(kitchen: int, _saved_at: datetime | None, scales: str) -> Stock:
    """A kitchen's pantry of the rows saved at a moment, with scales (JSON).

    Not of a revision: rows that were rolled back, once made, would be taken for those that get the same number next.
    """
    document = OwnRows.objects.filter(kitchen_id=kitchen).values_list("document", flat=True).first() or EMPTY
    own = loads(scales)
    pantry, faults = with_rows(default_pantry(), document if own is None else {**document, "scales": own})
    return Stock(pantry, tuple(faults))
