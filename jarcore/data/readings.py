"""What the readings are called, and in which unit they are given: each once, for every answer and every screen."""

from dataclasses import dataclass
from functools import cache

from jarcore.data.tables import rows


@dataclass(frozen=True, slots=True)
class ReadingRow:
    """A reading by its field in the evaluation; `unit` is empty where it is a number alone, or no number."""

    id: str
    name: str
    unit: str


@cache
def reading_rows() -> dict[str, ReadingRow]:
    """The readings by id."""
    return {row["reading"]: ReadingRow(row["reading"], row["name"], row["unit"]) for row in rows("readings")}


def reading(name: str) -> ReadingRow:
    """The row of the reading NAME; a KeyError where the table has none."""
    return reading_rows()[name]
