"""What the instruments of a kitchen say."""

from collections.abc import Iterator
from datetime import datetime
from pathlib import Path

from django.conf import settings
from pydantic import ValidationError

from jarcore.devices import Described, Instrument, InstrumentReading, LinesFile, Put, Simulated, World, described
from jarcore.devices.shelf import Shelf
from server.accounts.models import Kitchen
from server.instruments.models import Panel
from server.pantry.selectors import stock_of

CHILLER = "chiller"


def milliseconds(at: datetime) -> int:
    """A time [ms since the epoch]."""
    return round(at.timestamp() * 1000)


def instruments(kitchen: Kitchen, world: World, now: datetime) -> list[Instrument]:
    """The kitchen's instruments in a world: read off a real one where the server has it, else simulated."""
    document = Panel.objects.filter(kitchen=kitchen).values_list("document", flat=True).first() or {}
    return list(_made(kitchen, document, world, now))


def readings(kitchen: Kitchen, world: World, now: datetime) -> list[InstrumentReading]:
    """What all of them say now."""
    at = milliseconds(now)
    return [one.read(at) for one in instruments(kitchen, world, now)]


def simulated(
    kitchen: Kitchen, document: dict[str, object], name: str, world: World, now: datetime
) -> Simulated | None:
    """One of the simulated instruments by its id, as the document of a panel has it; None where there is none."""
    found = (one for one in _made(kitchen, document, world, now) if isinstance(one, Simulated))
    return next((one for one in found if one.described.id == name), None)


def shelf_of(kitchen: Kitchen, world: World, now: datetime) -> Shelf | None:
    """The shelf of the simulated chiller; None where a real thermometer is read, which has no memory."""
    found = (one for one in instruments(kitchen, world, now) if isinstance(one, Simulated))
    return next((one.shelf() for one in found if one.described.kind.kind == CHILLER), None)


def _made(kitchen: Kitchen, document: dict[str, object], world: World, now: datetime) -> Iterator[Instrument]:
    for one in described(stock_of(kitchen).pantry.scales):
        path = settings.INSTRUMENT_LINES.get(one.id)
        if path:
            yield LinesFile(described=one, path=Path(path))
        else:
            yield Simulated(described=one, put=_put(document, one, now), world=world, seed=kitchen.slug)


def _put(document: dict[str, object], one: Described, now: datetime) -> Put:
    """The instrument as it was left; one that nobody has touched is as new. What cannot be read is as new too."""
    try:
        return Put.model_validate(document[one.id])
    except (KeyError, ValidationError):
        return Put(full_at=milliseconds(now))
