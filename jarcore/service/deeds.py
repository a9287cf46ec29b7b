"""Deeds of the plan: how long each takes for so many pieces, by how many hands, on which surface."""

from dataclasses import dataclass
from functools import cache
from typing import Any

from jarcore.data import rendered, rows
from jarcore.data.pantry import from_row
from jarcore.service.portions import whole
from jarcore.service.work import Part


@dataclass(frozen=True, slots=True, kw_only=True)
class DeedRow:
    """One deed: in words, its minutes [min], what each piece adds [s], pairs of hands, the surface it is done on."""

    text: str
    minutes: float
    seconds_each: float
    hands: int
    zone: str

    def part(self, do: str, handled: float = 0.0, **values: Any) -> Part:
        """It as a part of a task, for so many pieces that are handled, with the VALUES of its words."""
        words = rendered(self.text, values)
        return Part(do=do, text=words, minutes=self.takes(handled), hands=self.hands, zone=self.zone)

    def takes(self, pieces: float = 0.0) -> int:
        """How long it takes for so many pieces [min]."""
        return max(1, whole(self.minutes + self.seconds_each * pieces / 60))


@cache
def deed_rows() -> dict[str, DeedRow]:
    """Deeds by name."""
    return {row["do"]: from_row(DeedRow, row) for row in rows("steps")}


@dataclass(frozen=True, slots=True, kw_only=True)
class StoveRow:
    """Where a method cooks: kinds of stations, how long they heat up [min], how long what comes out is good [min]."""

    stations: tuple[str, ...]
    preheat_min: int
    good_min: int


@cache
def stove_rows() -> dict[str, StoveRow]:
    """Stoves by the method of cooking."""
    return {row["method"]: from_row(StoveRow, row) for row in rows("stoves")}
