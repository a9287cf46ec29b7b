"""Raw fish that stood too warm on a chiller's shelf: how long since when, for each course."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from jarcore.data import parameter
from jarcore.devices.shelf import Shelf
from jarcore.documents.plan import Plan
from jarcore.run import State
from jarcore.run.fold import OVER
from jarcore.service.gates import RECEIVED


@dataclass(frozen=True, slots=True)
class WarmSpell:
    """So many minutes [min] that the raw fish of a course stood too warm, since a time [ms since the epoch]."""

    course: str
    since: int
    minutes: float


def warm_spells(
    shelf: Shelf, plan: Plan, state: State, told: Mapping[str, int], began: int, now: int
) -> Iterator[WarmSpell]:
    """What is to be told of each course: what goes on warming now and then, what is cold again at once.

    Parameters: told, until when that was told already of a course; began, since when it is told; now: times
    [ms since the epoch].
    """
    for course, threshold in _raw(plan, state):
        since = max(began, told.get(course, began))
        minutes = shelf.warm_min(threshold, since, now)
        least = parameter("shelf_told") if shelf.at(now) > threshold else parameter("shelf_least")
        if minutes >= least:
            yield WarmSpell(course, since, minutes)


def _raw(plan: Plan, state: State) -> Iterator[tuple[str, float]]:
    """Courses whose fish is still raw, and above what it is too warm [degC]: as it is when it is received."""
    raw = {
        one["course"]
        for one in plan["steps"]
        if one["zone"] == "raw" and one["course"] and state.steps[one["id"]].standing != OVER
    }
    for course in sorted(name for name in raw if name):
        gates = (gate for one in plan["steps"] if one["course"] == course for gate in one["gates"])
        most = next((gate["most"] for gate in gates if gate["id"] == RECEIVED), None)
        yield course, parameter("cold_holding") if most is None else most
