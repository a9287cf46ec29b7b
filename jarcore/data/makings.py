"""What is done inside a jar as it is made: one row a deed."""

from dataclasses import dataclass
from functools import cache

from jarcore.data.pantry import from_row
from jarcore.data.tables import rows


@dataclass(frozen=True, slots=True, kw_only=True)
class MakingRow:
    """One deed of making: as what it is planned, whether it takes hands, heats, boils alcohol and water off, and where.

    `minutes` are what it usually takes [min], for each line of it where `per_line`.
    """

    do: str
    name: str
    planned_as: str
    hands: bool
    heats: bool
    boils: bool
    station: str
    minutes: float
    per_line: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class CoolingRow:
    """Where something is cooled: heat passed on [W/m2/K], the parameter row of how cold it is there, and if stirred."""

    place: str
    name: str
    h: float
    medium: str
    stirred: bool


@cache
def making_rows() -> dict[str, MakingRow]:
    """The deeds by name."""
    return {row["do"]: from_row(MakingRow, row) for row in rows("makings")}


@cache
def cooling_rows() -> dict[str, CoolingRow]:
    """Places to cool something in, by name."""
    return {row["place"]: from_row(CoolingRow, row) for row in rows("cooling")}
