"""Rub: dry or a paste without free liquid; a salty one is timed as a dry brine."""

from jarcore.data import parameter
from jarcore.jars import dry_salt, salting, surface
from jarcore.jars.kind import Kind, anything
from jarcore.jars.laid import Laid
from jarcore.jars.window import Timed, cap


def _timed(laid: Laid) -> Timed:
    if laid.dose_pct >= parameter("salty_rub"):
        return dry_salt.timed(laid)
    warm = cap("cap_rub_counter", "keeping", "reason/rub-counter") if laid.standing.above_cold else None
    return surface.by_row(laid, limit=warm, at_contact={**surface.NOTHING_TURNED, "salt_pct_of_fish": laid.dose_pct})


KIND = Kind(
    id="rub",
    time=_timed,
    uptake=dry_salt.uptake,
    salt=salting.rubbed,
    decides=anything,
    touches_raw=True,
    steeps=True,
    lies_dry=True,
    clings=True,
    eaten=True,
)
