"""What is done inside a jar as it is made: one row a deed."""

from dataclasses import dataclass
from functools import cache

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
    return {
        row["do"]: MakingRow(
            do=row["do"],
            name=row["name"],
            planned_as=row["planned_as"],
            hands=row["hands"] == "1",
            heats=row["heats"] == "1",
            boils=row["boils"] == "1",
            station=row["station"],
            minutes=float(row["minutes"]),
            per_line=row["per_line"] == "1",
        )
        for row in rows("makings")
    }


@cache
def cooling_rows() -> dict[str, CoolingRow]:
    """Places to cool something in, by name."""
    return {
        row["place"]: CoolingRow(
            place=row["place"],
            name=row["name"],
            h=float(row["h"]),
            medium=row["medium"],
            stirred=row["stirred"] == "1",
        )
        for row in rows("cooling")
    }
