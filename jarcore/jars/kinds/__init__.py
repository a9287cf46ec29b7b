"""The kinds of jar: one module each, whose KIND is all that there is to know of it.

A new kind is a module here, its row in data/kinds.csv, and its tests. Nothing else lists kinds.
"""

import importlib
import pkgutil
from collections.abc import Mapping

from jarcore.data import kind_rows
from jarcore.jars import dry_salt, salting
from jarcore.jars.kind import Kind, anything

# What is not stated yet: nothing is known of it, so nothing is said of its time.
UNSTATED = Kind(
    id="",
    time=None,
    uptake=dry_salt.uptake,
    salt=salting.eaten,
    decides=anything,
)


def _all() -> dict[str, Kind]:
    modules = [importlib.import_module(f"{__name__}.{found.name}") for found in pkgutil.iter_modules(__path__)]
    kinds: dict[str, Kind] = {module.KIND.id: module.KIND for module in modules}
    unlike = set(kinds) ^ set(kind_rows())
    if unlike:
        raise LookupError(f"Each kind has a module in jars/kinds and a row in data/kinds.csv: {sorted(unlike)}.")
    return {name: kinds[name] for name in kind_rows()}


KINDS: Mapping[str, Kind] = _all()


def kind_of(name: str | None) -> Kind:
    """A kind by its id; what is not stated is a kind of which nothing is known."""
    return KINDS.get(name or "", UNSTATED)
