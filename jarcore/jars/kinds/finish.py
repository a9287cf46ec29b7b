"""Finish: meets only cooked fish, so it has no window."""

from jarcore.jars import dry_salt, salting
from jarcore.jars.kind import Kind, anything

KIND = Kind(
    id="finish",
    time=None,
    uptake=dry_salt.uptake,
    salt=salting.eaten,
    decides=anything,
    finishes=True,
    eaten=True,
)
