"""A service planned: the plan at once and the better one, against what they are to take, and how both grow."""

import copy
import json
import time
from functools import partial
from typing import Any

from jarcore import plan
from jarcore.data import default_pantry
from jarcore.service.deciding import decide
from jarcore.service.reading import read_for_plan
from jarcore.service.scheduling import Schedule, schedule_of
from jarcore.service.searching import improve
from jarcore.service.working import work_of
from speed.core import ROOT, median_ms

# A sound plan of 60 steps in so many milliseconds, the best found in so many.
AT_ONCE_MS, BETTER_MS = 50, 1000


def service(name: str) -> dict[str, Any]:
    """An example."""
    return json.loads((ROOT / "examples" / f"{name}.service.json").read_text(encoding="utf-8"))


def with_courses(many: int) -> dict[str, Any]:
    """An evening of zander with so many courses of it a quarter of an hour apart."""
    one = service("zander-evening")
    plate, course = one["plates"][0], one["courses"][0]
    one["plates"] = [
        {**plate, "id": f"p{at}", "at": f"2026-12-04T{19 + at // 4}:{at % 4 * 15:02}"} for at in range(many)
    ]
    one["courses"] = [{**copy.deepcopy(course), "id": f"c{at}", "plate": f"p{at}"} for at in range(many)]
    return one


def report() -> None:
    """Print it."""
    print("\na service planned")
    for name in ("zander-evening", "friday"):
        _one(name, service(name))
    for many in (2, 4, 8):
        _one(f"{many} courses of zander", with_courses(many))
    _changed(service("friday"))


def _changed(document: dict[str, Any]) -> None:
    """A dozen covers more in the middle of the evening: what has begun stays, the rest is planned anew."""
    before = plan(document, search=False, mends=False)
    under_way = {**copy.deepcopy(document), "began": "2026-12-04T12:00"}
    under_way["courses"][0]["covers"] += 12
    for clock in ("14:00", "17:30", "18:40"):
        now = f"2026-12-04T{clock}"
        spent = median_ms(partial(plan, under_way, search=False, mends=False, before=before, now=now), 3)
        print(f"  friday, twelve more at {clock}: {spent:.0f} ms, {spent / AT_ONCE_MS:.1f} of a plan at once")


def _one(name: str, document: dict[str, Any]) -> None:
    found: Schedule = schedule_of(document, default_pantry(), search=False)
    read, past = read_for_plan(document), found.past
    work = work_of(read, default_pantry()).work
    steps = sum(len(task.parts) for task in work.tasks)
    at_once = median_ms(lambda: decide(work, read, past), 5)
    started = time.perf_counter()
    better = improve(found.decided, read, past)
    spent = (time.perf_counter() - started) * 1000
    print(
        f"  {name}, {steps} steps: at once {at_once:.0f} ms, {at_once / AT_ONCE_MS:.1f} of what it is to take;"
        f" searched {spent:.0f} ms, {spent / BETTER_MS:.1f} of it;"
        f" gives up {found.decided.relaxing:.0f}, then {better.relaxing:.0f}; gap {better.gap or 0:.2f}"
    )
