"""Filling: goes into slots or cavity, and into the heat with the fish."""

from jarcore.documents import found
from jarcore.jars import coating, dry_salt, salting, surface
from jarcore.jars.kind import Kind, anything
from jarcore.jars.laid import Laid
from jarcore.jars.window import Timed


def _timed(laid: Laid) -> Timed:
    """By its row; that its cavity is full is told."""
    room, volume = coating.cavity_ml(laid.fish), laid.contents.composition.volume_ml
    full = room and volume > room
    told = (found("cavity-full", laid.path, volume_ml=volume, room_ml=room),) if full else ()
    return Timed(surface.by_row(laid).span, told)


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
