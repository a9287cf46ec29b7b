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
SETTLED = ("scales", "house_rules", "rounding_g")
OWN = f"""SELECT rows.saved_at, {", ".join(f"kitchen.settings_document -> '{name}'" for name in SETTLED)}
          FROM accounts_kitchen AS kitchen
          LEFT JOIN pantry_ownrows AS rows ON rows.kitchen_id = kitchen.id WHERE kitchen.id = %s"""  # noqa: S608
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
    saved_at, settled = _own(kitchen)
    return Stock(default_pantry()) if saved_at is None and not settled else _made(kitchen.pk, saved_at, dumps(settled))


def own_rows(kitchen: Kitchen) -> dict[str, Any] | None:
    """The kitchen's own rows as they were sent, and its scales with them; None where it has none."""
    document = OwnRows.objects.filter(kitchen=kitchen).values_list("document", flat=True).first()
    scales = _own(kitchen)[1].get("scales")
    return document if document is None or scales is None else {**document, "scales": scales}


def _own(kitchen: Kitchen) -> tuple[datetime | None, dict[str, Any]]:
    """When the kitchen's own rows were saved, None where it has none; and what of its settings a pantry takes."""
    with connection.cursor() as cursor:
        cursor.execute(OWN, [kitchen.pk])
        saved_at, *settled = cursor.fetchone() or (None, None, None, None)
    read = (loads(one) if isinstance(one, str) else one for one in settled)
    return saved_at, {name: one for name, one in zip(SETTLED, read, strict=True) if one}


def revision_of(kitchen: Kitchen) -> int:
    """The revision of the kitchen's own rows; 0 where it has none."""
    return OwnRows.objects.filter(kitchen=kitchen).values_list("revision", flat=True).first() or 0


@lru_cache(maxsize=MOST_KEPT)
def _made(kitchen: int, _saved_at: datetime | None, settled: str) -> Stock:
    """A kitchen's pantry of the rows saved at a moment, with what it has settled (JSON).

    Not of a revision: rows that were rolled back, once made, would be taken for those that get the same number next.
    """
    document = OwnRows.objects.filter(kitchen_id=kitchen).values_list("document", flat=True).first() or EMPTY
    pantry, faults = with_rows(default_pantry(), {**document, **loads(settled)})
    return Stock(pantry, tuple(faults))
