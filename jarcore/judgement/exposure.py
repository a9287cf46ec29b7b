"""The one counter clock: minutes above 5 °C, summed over everything that happens to the raw fish."""

from collections.abc import Sequence
from dataclasses import dataclass

from jarcore.data import parameter
from jarcore.jars import Standing


@dataclass(frozen=True, slots=True)
class Clock:
    """Minutes on the clock, its limit [min], the jar that used most of it, and the warmest place [degC]."""

    minutes: float
    limit: float
    jar: int | None
    warmest: float

    def grade(self) -> str | None:
        """The caution that the clock calls for: counter-time-note, -warn, -stop, or None."""
        warn = parameter("counter_warn_hot" if self.warmest > parameter("hot_room") else "counter_warn")
        for code, from_minutes in (
            ("stop", parameter("counter_stop")),
            ("warn", warn),
            ("note", parameter("counter_note")),
        ):
            if self.minutes >= from_minutes:
                return f"counter-time-{code}"
        return None


def clock_of(standings: Sequence[Standing | None], times: Sequence[float | None], histamine: bool) -> Clock:
    """The clock over all jars in order.

    Parameters: standings of the jars that touch raw fish (None for the others), their contact times [min],
    and whether the fish is one whose clock starts at 4.4 °C.
    """
    start = parameter("histamine_cold" if histamine else "cold_holding")
    warm = [
        (minutes, place, standing.celsius)
        for place, (standing, minutes) in enumerate(zip(standings, times, strict=True))
        if standing is not None and minutes and standing.celsius > start
    ]
    longest = max(warm, default=None)
    return Clock(
        sum(minutes for minutes, _, _ in warm),
        parameter("counter_stop"),
        longest[1] if longest else None,
        max((celsius for _, _, celsius in warm), default=0.0),
    )
