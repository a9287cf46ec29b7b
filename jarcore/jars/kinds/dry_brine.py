"""Dry brine: salts the fish dry; measured and left in, or heavy, timed and rinsed."""

from jarcore.jars import dry_salt, salting
from jarcore.jars.kind import Kind, Test
from jarcore.jars.laid import Laid


def _decides(laid: Laid) -> Test | None:
    """The heavy school goes by how much salt there is; of measured salt only what is sour beside it ends the time."""
    return dry_salt.salty if dry_salt.is_heavy(laid) else dry_salt.sour


KIND = Kind(
    id="dry_brine",
    time=dry_salt.timed,
    uptake=dry_salt.uptake,
    salt=salting.dry,
    decides=_decides,
    touches_raw=True,
    steeps=True,
    lies_dry=True,
    salts=True,
    eaten=True,
    vessel="dish",
)
