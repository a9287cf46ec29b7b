"""Rub: dry or a paste without free liquid; the saltier it is, the more it is timed as a dry brine."""

from jarcore.jars import dry_salt, liquid, salting
from jarcore.jars.kind import Kind

KIND = Kind(
    id="rub",
    time=dry_salt.rubbed,
    uptake=dry_salt.uptake,
    salt=salting.rubbed,
    decides=lambda _laid: liquid.acts,
    touches_raw=True,
    steeps=True,
    lies_dry=True,
    clings=True,
    eaten=True,
)
