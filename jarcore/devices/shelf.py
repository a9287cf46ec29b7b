"""A chiller's shelf: cold, and warmer while its door stands open, by Newton's law either way."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from jarcore.data import parameter

MINUTE_MS = 60_000
SAMPLE_MS = 10_000
# What came before so many doors has left nothing.
MOST_DOORS = 50


@dataclass(frozen=True, slots=True, kw_only=True)
class Shelf:
    """A shelf at a cold [degC] in a room [degC], and from when to when its door stood open [ms since the epoch]."""

    cold_c: float
    room_c: float
    door: Sequence[tuple[int, int | None]]

    def at(self, at: int) -> float:
        """How warm the shelf is at a time [ms since the epoch].

        Source: Newton's law of cooling, dT/dt = (T_to - T)/lag, one spell after another.
        """
        celsius, since = self.cold_c, None
        for opened, shut in self.door:
            if opened >= at:
                break
            if since is not None:
                celsius = _towards(celsius, self.cold_c, opened - since, parameter("shelf_shut_min"))
            since = min(at, at if shut is None else shut)
            celsius = _towards(celsius, self.room_c, since - opened, parameter("shelf_open_min"))
        return celsius if since is None else _towards(celsius, self.cold_c, at - since, parameter("shelf_shut_min"))

    def open_now(self) -> int | None:
        """Since when the door stands open; None where it is shut."""
        return self.door[-1][0] if self.door and self.door[-1][1] is None else None

    def warm_min(self, above_c: float, since: int, until: int) -> float:
        """For how many minutes between two times [ms since the epoch] it was warmer than so much [degC]."""
        return sum(self.at(time) > above_c for time in range(since, until, SAMPLE_MS)) * SAMPLE_MS / MINUTE_MS


def _towards(celsius: float, to_c: float, ms: int, lag_min: float) -> float:
    return to_c + (celsius - to_c) * math.exp(-ms / MINUTE_MS / lag_min)


def opened(door: Sequence[tuple[int, int | None]], at: int) -> Iterator[tuple[int, int | None]]:
    """The same door, open since a time [ms since the epoch]; one that stands open already stays so."""
    yield from door[-MOST_DOORS:]
    if not door or door[-1][1] is not None:
        yield at, None


def shut(door: Sequence[tuple[int, int | None]], at: int) -> Iterator[tuple[int, int | None]]:
    """The same door, shut since a time [ms since the epoch]."""
    for since, until in door:
        yield since, at if until is None else until
