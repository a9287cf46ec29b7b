"""The one clock: minutes that the raw fish stands too warm, summed over everything that happens to it.

It starts at 5 °C, for fish that form histamine at 4.4 °C. A jar without a planned time counts until its latest.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from jarcore.data import parameter
from jarcore.documents.evaluation import Window
from jarcore.documents.formula import Cook
from jarcore.jars.contents import Contents
from jarcore.jars.fish import MeasuredFish
from jarcore.jars.place import PLACES, Standing
from jarcore.jars.quantities import Quantities

# Kinds that the fish does not wait in: a finish meets cooked fish; what rests of these is the bowl, not the fish.
BOWLS = ("wash", "batter")


@dataclass(frozen=True, slots=True)
class Spell:
    """Some warm minutes: how many, how warm at most [degC], the part of the document they come from, and in words."""

    minutes: float
    celsius: float
    path: str
    words: str


@dataclass(frozen=True, slots=True)
class Clock:
    """All warm minutes of the raw fish, the threshold [degC] they count from, the limit [min]."""

    spells: tuple[Spell, ...]
    threshold_c: float
    limit: float

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
            ("stop", parameter("counter_stop")),
            ("warn", warn),
            ("note", parameter("counter_note")),
        ):
            if self.minutes >= from_minutes:
                return f"counter-time-{code}"
        return None


def threshold_of(fish: MeasuredFish) -> float:
    """Where the fish's clock starts [degC]."""
    return parameter("histamine_cold" if fish.has("histamine") else "cold_holding")


def known_spells(
    jars: Sequence[Contents], standings: Sequence[Standing], fish: MeasuredFish, cook: Cook, read: Quantities
) -> list[Spell | None]:
    """Warm minutes that are known before any window: of each jar that has a plan, in order; then of what is beside them."""
    planned = [
        _in_jar(contents, standing, standing.contact_min) for contents, standing in zip(jars, standings, strict=True)
    ]
    return [*planned, _arriving(fish, standings), _tempering(fish, cook, standings, read)]


def clock_of(
    known: Sequence[Spell | None],
    jars: Sequence[Contents],
    standings: Sequence[Standing],
    windows: Sequence[Window | None],
    fish: MeasuredFish,
) -> Clock:
    """The whole clock: what is known, and for a warm jar without a plan the minutes until its latest.

    A warm jar that cannot be timed counts as long as the clock runs at all.
    """
    limit = parameter("counter_stop")
    spells = list(known)
    for place, (contents, standing, window) in enumerate(zip(jars, standings, windows, strict=True)):
        if spells[place] is None and standing.contact_min is None:
            latest = window["latest_min"] if window else limit
            spells[place] = _in_jar(contents, standing, min(latest, limit), "no time is planned, so until its latest")
    return Clock(tuple(spell for spell in spells if spell), threshold_of(fish), limit)


def _in_jar(contents: Contents, standing: Standing, minutes: float | None, words: str = "planned") -> Spell | None:
    kind = contents.jar.kind
    if not standing.warm or minutes is None or kind in (None, "finish"):
        return None
    rest = 0.0 if kind in BOWLS else standing.rest_min
    if minutes + rest <= 0:
        return None
    told = f"{contents.called}: {words}" + (", with its rest" if rest else "")
    return Spell(minutes + rest, standing.celsius, contents.path, told)


def _arriving(fish: MeasuredFish, standings: Sequence[Standing]) -> Spell | None:
    """Fish that comes in warm, until the chiller (or the first jar's place) has it at the threshold."""
    around = standings[0].celsius if standings else PLACES["chiller"]
    threshold = threshold_of(fish)
    if fish.celsius <= threshold + parameter("cold_slack"):
        return None
    # In a place that is itself too warm the jar's own time counts it.
    minutes = 0.0 if around >= threshold else _still_air(fish, fish.celsius, threshold, around)
    return Spell(minutes, fish.celsius, "/fish/temperature", f"it comes in at {fish.celsius:.0f} °C and cools")


def _tempering(fish: MeasuredFish, cook: Cook, standings: Sequence[Standing], read: Quantities) -> Spell | None:
    """Fish that stands out to lose its chill, from the threshold to the temperature it starts at."""
    start = read.celsius(cook.start_temperature, "/cook/start_temperature")
    begin = max(fish.celsius, threshold_of(fish))
    if start is None or start <= begin or cook.method == "none":
        return None
    room = max((s.celsius for s in standings if s.place == "counter"), default=PLACES["counter"])
    minutes = parameter("counter_stop")
    if start < room:
        minutes = min(minutes, _still_air(fish, begin, start, room))
    return Spell(minutes, start, "/cook/start_temperature", f"it is tempered to {start:.0f} °C")


def _still_air(fish: MeasuredFish, from_c: float, to_c: float, around_c: float) -> float:
    """Minutes for a piece to go from one temperature to another in still air [degC]: Newton's law, the piece as one lump."""
    piece = fish.piece
    depth_mm = parameter("usual_depth") if piece is None else piece.volume_ml / piece.surface_cm2 * 10
    lag_s = parameter("heat_density") * parameter("heat_capacity") * depth_mm / 1000 / parameter("temper_h")
    return lag_s * math.log((around_c - from_c) / (around_c - to_c)) / 60
