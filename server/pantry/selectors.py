"""What a kitchen has in its pantry: the shipped rows with its own over them."""

from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache
from typing import Any

from jarcore.data import Fault, Pantry, default_pantry, with_rows
from jarcore.documents import Finding, found
from server.accounts.models import Kitchen
from server.pantry.models import OwnRows

# Pantries kept made: a kitchen asks with each keystroke.
MOST_KEPT = 64


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
    saved_at = OwnRows.objects.filter(kitchen=kitchen).values_list("saved_at", flat=True).first()
    return Stock(default_pantry()) if saved_at is None else _made(kitchen.pk, saved_at)


def own_rows(kitchen: Kitchen) -> dict[str, Any] | None:
    """The kitchen's own rows as they were sent; None where it has none."""
    return OwnRows.objects.filter(kitchen=kitchen).values_list("document", flat=True).first()


def revision_of(kitchen: Kitchen) -> int:
    """The revision of the kitchen's own rows; 0 where it has none."""
    return OwnRows.objects.filter(kitchen=kitchen).values_list("revision", flat=True).first() or 0


@lru_cache(maxsize=MOST_KEPT)
def _made(kitchen: int, _saved_at: datetime) -> Stock:
    """A kitchen's pantry of the rows saved at a moment.

    Not of a revision: rows that were rolled back, once made, would be taken for those that get the same number next.
    """
    document = OwnRows.objects.values_list("document", flat=True).get(kitchen_id=kitchen)
    pantry, faults = with_rows(default_pantry(), document)
    return Stock(pantry, tuple(faults))
