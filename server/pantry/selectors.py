"""What a kitchen has in its pantry: the shipped rows with its own over them."""

from dataclasses import dataclass
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
    revision = OwnRows.objects.filter(kitchen=kitchen).values_list("revision", flat=True).first()
    return Stock(default_pantry()) if revision is None else _made(kitchen.pk, revision)


def own_rows(kitchen: Kitchen) -> dict[str, Any] | None:
    """The kitchen's own rows as they were sent; None where it has none."""
    return OwnRows.objects.filter(kitchen=kitchen).values_list("document", flat=True).first()


@lru_cache(maxsize=MOST_KEPT)
def _made(kitchen: int, _revision: int) -> Stock:
    """A kitchen's pantry at a revision of its rows."""
    document = OwnRows.objects.values_list("document", flat=True).get(kitchen_id=kitchen)
    pantry, faults = with_rows(default_pantry(), document)
    return Stock(pantry, tuple(faults))
