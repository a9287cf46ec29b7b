"""Durations in words, and the steps that a time is planned in."""

import math
from dataclasses import dataclass
from functools import cache

from jarcore.data.tables import rows

# From here on a duration is told in tenths no more [min], in hours and minutes, in hours alone, in days.
TENTHS_TO, HOURS_FROM, WHOLE_HOURS_FROM, DAYS_FROM = 9.45, 59.5, 600, 4320
MINUTES_AN_HOUR, MINUTES_A_DAY = 60, 1440


# Below this a modelled time in the heat is told to the half minute, from there to the minute.
HALVES_TO = 5.0


def heat_in_words(minutes: float) -> str:
    """A modelled time in the heat, no finer than the model knows it: practice lies a fifth to a third around it.

    >>> heat_in_words(1.34), heat_in_words(7.1), heat_in_words(19.6), heat_in_words(0.1)
    ('1.5 min', '7 min', '20 min', '0.5 min')
    """
    if minutes >= HALVES_TO:
        return in_words(math.floor(minutes + 0.5))
    return in_words(max(0.5, math.floor(minutes * 2 + 0.5) / 2) if minutes > 0 else 0.0)


def in_words(minutes: float) -> str:
    """A duration as a cook says it, in the same words as the page.

    >>> in_words(4.5), in_words(19.4), in_words(95), in_words(1440), in_words(10080)
    ('4.5 min', '19 min', '1 h 35', '24 h', '7 d')
    """
    if minutes < TENTHS_TO:
        return f"{math.floor(minutes * 10 + 0.5) / 10:g} min"
    if minutes < HOURS_FROM:
        return f"{math.floor(minutes + 0.5)} min"
    if minutes < WHOLE_HOURS_FROM:
        hours, rest = divmod(math.floor(minutes + 0.5), MINUTES_AN_HOUR)
        return f"{hours} h {rest:02}" if rest else f"{hours} h"
    if minutes < DAYS_FROM:
        return f"{math.floor(minutes / MINUTES_AN_HOUR + 0.5)} h"
    return f"{math.floor(minutes / MINUTES_A_DAY * 10 + 0.5) / 10:g} d"


@dataclass(frozen=True, slots=True)
class TimeStep:
    """From which time on [min] times are planned in which steps [min]."""

    from_min: float
    step_min: float


@cache
def time_steps() -> tuple[TimeStep, ...]:
    """The steps of times as a cook would say them, the shortest times first."""
    return tuple(TimeStep(float(row["from_min"]), float(row["step_min"])) for row in rows("time_steps"))
