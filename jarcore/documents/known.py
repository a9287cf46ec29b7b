"""What ids a document may name, each with what it is: for whoever writes one by hand or by a program."""

from collections.abc import Callable, Iterable, Mapping

from jarcore.data import ALLERGENS, Pantry, codes, cooling_rows, kind_rows, making_rows, rows
from jarcore.data.readings import reading
from jarcore.data.targets import target_rows

# What a diner may avoid beside allergens.
BESIDE = ("alcohol", "pork")
Listed = Iterable[tuple[str, str]]

LISTS: Mapping[str, Callable[[Pantry], Listed]] = {
    "fish": lambda pantry: ((one.id, one.name) for one in pantry.species.values()),
    "ingredients": lambda pantry: ((one.id, one.name) for one in pantry.ingredients.values()),
    "cuts": lambda pantry: ((one.id, one.name) for one in pantry.cuts.values()),
    "kinds": lambda _: ((one.id, f"{one.name}: {one.does}") for one in kind_rows().values()),
    "bases": lambda _: ((row["basis"], row["follows"]) for row in rows("bases")),
    "units": lambda _: ((row["unit"], row["dimension"]) for row in rows("units")),
    "targets": lambda _: ((one.id, _measured(one.reading)) for one in target_rows().values()),
    "makings": lambda _: ((one.do, one.name) for one in making_rows().values()),
    "cooling": lambda _: ((one.place, one.name) for one in cooling_rows().values()),
    "stations": lambda _: ((row["kind"], row["name"]) for row in rows("stations")),
    "allergens": lambda _: ((one, "") for one in (*ALLERGENS, *BESIDE)),
    "codes": lambda _: ((one.code, f"{one.grade}: {one.when}") for one in codes().values()),
}


def known(what: str, pantry: Pantry) -> list[tuple[str, str]]:
    """Ids of one sort, each with what it is. Raises: KeyError for what is no list."""
    return list(LISTS[what](pantry))


def _measured(name: str) -> str:
    row = reading(name)
    return f"{row.name} [{row.unit}]" if row.unit else row.name
