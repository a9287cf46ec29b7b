"""The planned time of each jar against its best: whether it is too short or too long, and what to plan instead."""

import math
from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from jarcore.data import parameter, time_steps
from jarcore.documents import Finding, found
from jarcore.documents.evaluated_jar import Window
from jarcore.documents.patches import put_below, tidy
from jarcore.documents.pointers import Step, pointer
from jarcore.jars import Laid

# What is tried where no whole step lies within a short best [min].
FINER = (1.0, 0.5, 0.1)


def off_best(document: Mapping[str, Any], jars: Sequence[Laid]) -> Iterator[Finding]:
    """Jars whose time is off their best, or not planned, each with the patch that plans a time within it.

    A coating goes on just before the heat and has nothing to plan.
    """
    for place, laid in enumerate(jars):
        window, minutes = laid.window, laid.standing.contact_min
        if window is None or window["best_from_min"] <= 0:
            continue
        off = _off(window, minutes)
        if off is None:
            continue
        way: list[Step] = ["jars", place, "method", "contact_time"]
        better = nearest_best(window, minutes)
        patch = put_below(document, way, {"value": tidy(better), "unit": "min"})
        yield found(
            off,
            pointer(way),
            patch,
            jar=laid.contents.called,
            by=_by(window, minutes),
            best_from=window["best_from_min"],
            best_to=window["best_to_min"],
            minutes=better,
        )


def nearest_best(window: Window, minutes: float | None) -> float:
    """The time [min] within a window's best that is nearest to a planned one, as a cook would say it.

    Without a planned time it is the first of the best. A best shorter than a step is told in finer ones.
    """
    low, high = window["best_from_min"], window["best_to_min"]
    aim = low if minutes is None else min(max(minutes, low), high)
    usual = next(one.step_min for one in reversed(time_steps()) if aim >= one.from_min)
    for step in (usual, *(one for one in FINER if one < usual)):
        near = sorted((math.ceil(aim / step) * step, math.floor(aim / step) * step), key=lambda one: abs(one - aim))
        within = [one for one in near if low <= one <= high]
        if within:
            return within[0]
    return aim


def _by(window: Window, minutes: float | None) -> float:
    """How far a time lies outside the best [min]; 0 within it, or without one."""
    if minutes is None:
        return 0.0
    return max(window["best_from_min"] - minutes, minutes - window["best_to_min"], 0.0)


def _off(window: Window, minutes: float | None) -> str | None:
    """The sentence for a time that is off the best by more than a clock shows; None for one that is not."""
    if minutes is None:
        return "off-best/unplanned"
    if _by(window, minutes) <= max(parameter("off_best_least"), parameter("off_best_share") * minutes):
        return None
    return "off-best/short" if minutes < window["best_from_min"] else "off-best/long"
