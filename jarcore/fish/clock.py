"""The one clock: minutes that the raw fish stands too warm, summed over everything that happens to it.

It starts where cold holding ends (row `cold_holding`), for fish that form histamine at `histamine_cold`. Whatever asks
whether raw fish is warm asks `is_warm`.
"""

import math
from dataclasses import dataclass

from jarcore.data import Said, parameter, said
from jarcore.fish.measured import MeasuredFish


@dataclass(frozen=True, slots=True, kw_only=True)
class Spell:
    """Some warm minutes: how many, how warm at most [degC], the part of the document they come from, and in words."""

    minutes: float
    celsius: float
    path: str
    words: Said


@dataclass(frozen=True, slots=True)
class Clock:
    """All warm minutes of the raw fish, the threshold [degC] they count from, the limit [min]."""

    spells: tuple[Spell, ...]
    threshold_c: float
    limit_min: float

    @property
    def minutes(self) -> float:
        """Warm minutes in all."""
        return sum(spell.minutes for spell in self.spells)

    @property
    def longest(self) -> Spell | None:
        """The spell that uses most of it."""
        return max(self.spells, key=lambda spell: spell.minutes, default=None)

    def grade(self) -> str | None:
        """The caution that the clock calls for: counter-time-note, -warn, -stop, or None."""
        warmest = max((spell.celsius for spell in self.spells), default=0.0)
        warn = parameter(
            "counter_warn_hot" if warmest > parameter("hot_room") + parameter("published_slack") else "counter_warn"
        )
        for code, from_minutes in (
            ("counter-time-stop", parameter("counter_stop")),
            ("counter-time-warn", warn),
            ("counter-time-note", parameter("counter_note")),
        ):
            if self.minutes >= from_minutes:
                return code
        return None


def threshold_of(fish: MeasuredFish) -> float:
    """Where the fish's clock starts [degC]."""
    return parameter("histamine_cold" if fish.has("histamine") else "cold_holding")


def is_warm(fish: MeasuredFish, celsius: float) -> bool:
    """Whether the fish's clock runs at a temperature [degC]."""
    return celsius > threshold_of(fish) + parameter("cold_slack")


def arriving(fish: MeasuredFish, around_c: float) -> Spell | None:
    """Fish that comes in warm, until what is around it [degC] has it at the threshold."""
    if not is_warm(fish, fish.celsius):
        return None
    threshold = threshold_of(fish)
    # In a place that is itself too warm the jar's own time counts it.
    minutes = 0.0 if around_c >= threshold else _still_air(fish, fish.celsius, threshold, around_c)
    words = said("spell/arriving", celsius=fish.celsius)
    return Spell(minutes=minutes, celsius=fish.celsius, path="/fish/temperature", words=words)


def tempering(fish: MeasuredFish, start_c: float | None, room_c: float) -> Spell | None:
    """Fish that stands in a room [degC] to lose its chill, from the threshold to where it starts [degC]."""
    begin = max(fish.celsius, threshold_of(fish))
    if start_c is None or start_c <= begin:
        return None
    minutes = parameter("counter_stop")
    if start_c < room_c:
        minutes = min(minutes, _still_air(fish, begin, start_c, room_c))
    words = said("spell/tempering", celsius=start_c)
    return Spell(minutes=minutes, celsius=start_c, path="/cook/start_temperature", words=words)


def _still_air(fish: MeasuredFish, from_c: float, to_c: float, around_c: float) -> float:
    """Minutes for a piece to go from one temperature to another in still air [degC]: Newton's law, the piece as one
    lump.
    """
    piece = fish.piece
    depth_mm = parameter("usual_depth") if piece is None else piece.volume_ml / piece.surface_cm2 * 10
    lag_s = parameter("heat_density") * parameter("heat_capacity") * depth_mm / 1000 / parameter("temper_h")
    return lag_s * math.log((around_c - from_c) / (around_c - to_c)) / 60
