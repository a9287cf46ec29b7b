"""The chiller's shelf as its thermometer shows it: what raw fish stood too warm there is said by itself."""

from collections.abc import Iterator
from datetime import UTC, datetime
from typing import Any
from uuid import UUID, uuid5

from jarcore.data import parameter
from jarcore.documents.plan import Plan
from jarcore.documents.run import EVENT_VERSION
from jarcore.run import Event, State
from jarcore.run.events import HAPPENED, SIMULATED, WARMER
from jarcore.run.fold import OVER
from server.instruments.selectors import CHILLER, milliseconds, shelf_of
from server.runs.models import Run
from server.runs.world import world_of_run

COLD_GATE = "fish-cold"
# What goes on warming is told each so many minutes; what is cold again at once.
TELLS_MIN = 5


def warm_on_the_shelf(
    run: Run, plan: Plan, state: State, events: list[Event], now: datetime
) -> Iterator[dict[str, Any]]:
    """An event for each course whose raw fish stood warm on the shelf since that was told last.

    Only in a rehearsal, for the thermometer is simulated. The same is told once, whoever asks: by the same name.
    """
    shelf = shelf_of(run.kitchen, world_of_run(None), now) if run.rehearsal else None
    if shelf is None or not shelf.door:
        return
    at = milliseconds(now)
    for course, threshold in _raw_courses(plan, state):
        told = [one.at for one in events if _is_told(one, course)]
        since = max([milliseconds(run.began_at), *told])
        minutes = shelf.warm_min(threshold, since, at)
        if minutes >= TELLS_MIN or (minutes >= 1 and shelf.at(at) <= threshold):
            yield {
                "id": str(uuid5(UUID(int=run.pk), f"{course} {since}")),
                "version": EVENT_VERSION,
                "do": HAPPENED,
                "what": WARMER,
                "course": course,
                "minutes": round(minutes, 1),
                "at": datetime.fromtimestamp(at / 1000, UTC).isoformat(timespec="milliseconds"),
                "source": SIMULATED,
                "instrument": CHILLER,
            }


def _raw_courses(plan: Plan, state: State) -> Iterator[tuple[str, float]]:
    """Courses whose fish is still raw, and above what it is too warm [degC]."""
    raw = {
        one["course"]
        for one in plan["steps"]
        if one["zone"] == "raw" and one["course"] and state.steps[one["id"]].standing != OVER
    }
    for course in sorted(name for name in raw if name):
        gates = (gate for one in plan["steps"] if one["course"] == course for gate in one["gates"])
        most = next((gate["most"] for gate in gates if gate["id"] == COLD_GATE), None)
        yield course, parameter("cold_holding") if most is None else most


def _is_told(event: Event, course: str) -> bool:
    says = event.says
    return (says.get("what"), says.get("course"), says.get("instrument")) == (WARMER, course, CHILLER)
