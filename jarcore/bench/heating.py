"""The core over time in the heat and the rest after it, for the thick and the thin zone, for drawing."""

import numpy as np
from numpy.typing import NDArray
from typing_extensions import TypedDict

from jarcore.bench.evaluate import Prepared
from jarcore.data import parameter
from jarcore.documents.formula import Cook
from jarcore.flesh.heat import Heat, Slab, core_of, rod_seconds, time_to_core
from jarcore.jars import heat_for, target_of

POINTS = 40
Vector = NDArray[np.float64]


class ZoneCourse(TypedDict):
    """The core of one zone [degC] by the times of its profile."""

    name: str
    thickness_mm: float
    core_c: list[float]


class CookProfile(TypedDict):
    """The core [degC] by time [min], through the rest; when it is turned and pulled [min]; target and published line."""

    t_min: list[float]
    core_c: list[float]
    zones: list[ZoneCourse]
    flip_min: float | None
    pull_min: float | None
    target_c: float
    published_c: float


def cook_profile(ready: Prepared) -> CookProfile:
    """The course of the formula's cooking; empty where it is not modelled."""
    cook, fish = ready.formula.cook or Cook(), ready.fish
    stuffed = any(contents.jar.kind == "filling" for contents in ready.jars)
    target = target_of(cook, stuffed, ready.read)
    empty: CookProfile = {
        "t_min": [], "core_c": [], "zones": [], "flip_min": None, "pull_min": None, "target_c": target,
        "published_c": parameter("filling_target" if stuffed else "core_target"),
    }  # fmt: skip
    if cook.method in (None, "none") or fish.piece is None or not fish.timed:
        return empty
    row = heat_for(cook, fish.piece.thickness_mm, ready.read)
    start = ready.read.celsius(cook.start_temperature, "/cook/start_temperature")
    begin = fish.celsius if start is None else start
    if row is None or begin < 0:
        return empty
    round_fish = fish.piece.plan == "body" and not row.heat.turns and fish.species is not None and fish.species.shape == "round"  # fmt: skip
    thick = fish.piece.thickness_mm * (parameter("gutted_thickness_share") if round_fish else 1.0) / 1000
    if round_fish:
        side = rod_seconds(thick, row.heat, begin, target)
    else:
        cooked = time_to_core(thick, row.heat, begin, target)
        side = cooked.side_s if cooked else None
    if side is None:
        return empty
    course = _rod if round_fish else _slab
    seconds, core = course(thick, row.heat, begin, side)
    zones: list[ZoneCourse] = [{"name": "thick", "thickness_mm": fish.piece.thickness_mm, "core_c": core.tolist()}]
    if fish.thin_zone_mm is not None and not round_fish:
        _, thin = _slab(fish.thin_zone_mm / 1000, row.heat, begin, side)
        zones.append({"name": "thin", "thickness_mm": fish.thin_zone_mm, "core_c": thin.tolist()})
    turns = row.heat.turns
    return {
        **empty,
        "t_min": (seconds / 60).tolist(),
        "core_c": core.tolist(),
        "zones": zones if len(zones) > 1 else [],
        "flip_min": side / 60 if turns else None,
        "pull_min": side / 60 * (2 if turns else 1),
    }


def _slab(thickness_m: float, heat: Heat, begin: float, side_s: float) -> tuple[Vector, Vector]:
    return Slab(thickness_m, heat).core_course(begin, side_s, POINTS)


def _rod(thickness_m: float, heat: Heat, begin: float, seconds: float) -> tuple[Vector, Vector]:
    """A round fish as the product of two slabs while it is in the heat; its rest is not modelled, so it ends there."""
    times = np.linspace(0, seconds, POINTS)
    left = np.ones(POINTS)
    for factor in (1, 2):
        slab = Slab(thickness_m * factor, heat)
        states = slab.first.at(np.full(slab.first.root.shape, begin), times)
        left *= (heat.medium_c - core_of(states, False)) / (heat.medium_c - begin)
    return times, heat.medium_c - left * (heat.medium_c - begin)
