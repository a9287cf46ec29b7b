"""Filling: goes into slots or cavity, and into the heat with the fish."""

from collections.abc import Iterator

from jarcore.documents import Finding, found
from jarcore.jars import coating, dry_salt, salting, surface
from jarcore.jars.kind import Kind, anything
from jarcore.jars.laid import Laid
from jarcore.jars.window import Timed


def _timed(laid: Laid) -> Timed:
    return Timed(surface.by_row(laid).span, tuple(_fits(laid)))


def _fits(laid: Laid) -> Iterator[Finding]:
    """Whether there is where it is to go, and room for it."""
    bases = {spec.line.basis for spec in laid.contents.specs}
    if "cavity" in bases and not laid.fish.cavities:
        yield found("no-cavity", laid.path)
    if "slot" in bases and not laid.fish.slots:
        yield found("no-slots", laid.path)
    room, volume = coating.cavity_ml(laid.fish), laid.contents.composition.volume_ml
    if room and volume > room:
        yield found("cavity-full", laid.path, volume_ml=volume, room_ml=room)


KIND = Kind(
    id="filling",
    time=_timed,
    uptake=dry_salt.uptake,
    salt=salting.eaten,
    decides=anything,
    touches_raw=True,
    fills=True,
    eaten=True,
)
