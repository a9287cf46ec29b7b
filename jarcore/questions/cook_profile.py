"""The core over time in the heat and the rest after it, for the thick and the thin zone, for drawing."""

from typing_extensions import TypedDict

from jarcore.data import parameter
from jarcore.formula.prepare import Prepared
from jarcore.heat import done_of
from jarcore.heat.course import Course, rod_core
from jarcore.jars import stuffs

POINTS = 40


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
    start = slowest.start_c
    drawn = rod_core if slowest.round else Course.core
    seconds, core = drawn(slowest.course, slowest.heated_m, start, POINTS)
    names = ("pieces of", "pieces of") if ready.fish.groups else ("thick", "thin")
    zones: list[ZoneCourse] = [{"name": names[0], "thickness_mm": slowest.thickness_mm, "core_c": core.tolist()}]
    beside = [one.thickness_mm for one in known if one is not slowest and not one.round]
    if slowest.fish.thin_zone_mm is not None and not slowest.round:
        beside = [slowest.fish.thin_zone_mm, *beside]
    opened = slowest.heated_m / slowest.thickness_mm
    for thickness in beside:
        # The same minutes, whatever the heat of each size alone would be: they lie in one pan.
        there = slowest.course.core(thickness * opened, start, POINTS)[1]
        zones.append({"name": names[1], "thickness_mm": thickness, "core_c": there.tolist()})
    flipped, under_lid = slowest.course.flip_s, slowest.minutes - slowest.seconds / 60
    return {
        **empty,
        "t_min": (seconds / 60).tolist(),
        "core_c": core.tolist(),
        "zones": zones if len(zones) > 1 else [],
        "flip_min": None if flipped is None else flipped / 60,
        "pull_min": slowest.course.out_s / 60 + under_lid,
    }
