"""The core over time in the heat and the rest after it, for the thick and the thin zone, for drawing."""

import numpy as np
from numpy.typing import NDArray
from typing_extensions import TypedDict

from jarcore.data import parameter
from jarcore.formula.prepare import Prepared
from jarcore.heat import done_of, heated_m, is_round
from jarcore.heat.core import Heat, Slab, core_of
from jarcore.jars import stuffs

POINTS = 40
Vector = NDArray[np.float64]


class ZoneCourse(TypedDict):
    """The core of one zone [degC] by the times of its profile."""

    name: str
    thickness_mm: float
    core_c: list[float]


class CookProfile(TypedDict):
    """The core [degC] by time [min], through the rest; when it is turned and pulled [min]; target and
    published line.
    """

    t_min: list[float]
    core_c: list[float]
    zones: list[ZoneCourse]
    flip_min: float | None
    pull_min: float | None
    target_c: float
    published_c: float


def cook_profile(ready: Prepared) -> CookProfile:
    """The course of the formula's cooking; empty where it is not modelled."""
    stated = ready.heat
    stuffed = any(stuffs(laid) for laid in ready.jars)
    empty: CookProfile = {
        "t_min": [],
        "core_c": [],
        "zones": [],
        "flip_min": None,
        "pull_min": None,
        "target_c": stated.target_c,
        "published_c": parameter("filling_target" if stuffed else "core_target"),
    }
    if stated.method is None or stated.raw:
        return empty
    done = [done_of(fish, group, stated) for group, fish in ready.fish.sizes]
    known = [one for one in done if one is not None]
    if not known or len(known) < len(done):
        return empty
    # Of unlike pieces the slowest decide, as in the evaluation; the others are drawn beside them.
    slowest = max(known, key=lambda one: one.seconds)
    heat, start, side = slowest.row.heat, slowest.start_c, slowest.side_s
    if slowest.fries:
        seconds, core = slowest.fries.core_course(start, POINTS)
    elif is_round(slowest.fish, heat):
        seconds, core = _rod(heated_m(slowest.fish, heat), heat, start, side)
    else:
        seconds, core = _slab(heated_m(slowest.fish, heat), heat, start, side)
    names = ("pieces of", "pieces of") if ready.fish.groups else ("thick", "thin")
    zones: list[ZoneCourse] = [{"name": names[0], "thickness_mm": slowest.thickness_mm, "core_c": core.tolist()}]
    beside = [one.thickness_mm for one in known if one is not slowest and not is_round(one.fish, one.row.heat)]
    if slowest.fish.thin_zone_mm is not None and not is_round(slowest.fish, heat):
        beside = [slowest.fish.thin_zone_mm, *beside]
    if slowest.fries:
        # Nothing is drawn beside two fries, so that all that is drawn shares its times.
        beside = []
    opened = heated_m(slowest.fish, heat) / slowest.thickness_mm
    for thickness in beside:
        # The same minutes, whatever the heat of each size alone would be: they lie in one pan.
        zones.append(
            {
                "name": names[1],
                "thickness_mm": thickness,
                "core_c": _slab(thickness * opened, heat, start, side)[1].tolist(),
            }
        )
    return {
        **empty,
        "t_min": (seconds / 60).tolist(),
        "core_c": core.tolist(),
        "zones": zones if len(zones) > 1 else [],
        "flip_min": 2 * heat.first_share * side / 60 if heat.turns and not slowest.fries else None,
        "pull_min": slowest.fries.out_s / 60 if slowest.fries else slowest.minutes,
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
