"""What the classes of a fish are called: each once, for every answer and every screen."""

from collections.abc import Mapping
from functools import cache

from jarcore.data.pantry import Species
from jarcore.data.tables import rows

DELICATE = "delicate"


@cache
def _names() -> Mapping[tuple[str, str], str]:
    return {(row["class"], row["id"]): row["name"] for row in rows("classes")}


def class_name(field: str, value: str) -> str:
    """What the class VALUE in a FIELD of a species is called; a value that nobody named stands for itself."""
    return _names().get((field, value), value)


def flesh_words(species: Species) -> str:
    """What sort of flesh a fish has, in words: "lean, firm flesh"."""
    named = [class_name("fat_class", species.fat_class), class_name("firmness", species.firmness)]
    return ", ".join([*named, DELICATE] if species.delicate else named)
