"""A service planned: every step with its time, what is given up, what would mend it. `jar-table/plan`."""

from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from jarcore.data import Pantry, default_pantry, engine, parameter
from jarcore.documents import Finding, Plan, found, notices_of
from jarcore.documents.plan import FORMAT, FORMAT_VERSION, Warm
from jarcore.service.giving_up import relaxed_in, warm_in
from jarcore.service.laid_out import blocks_of, planned, windows_in
from jarcore.service.mending import Given, mends_of
from jarcore.service.pinning import pinned_steps
from jarcore.service.reasons import Reasons
from jarcore.service.scheduling import Schedule, schedule_of
from jarcore.service.work import Task


def answer(schedule: Schedule) -> Plan:
    """The schedule as a plan document, without its mends."""
    service, decided = schedule.service, schedule.decided
    reasons = Reasons(decided, service, schedule.past.floor)
    blocks = blocks_of(decided)
    relaxed = relaxed_in(decided, service, schedule.past.fixed)
    served = sorted(
        (task for task in decided.work.tasks if task.at is not None), key=lambda task: (task.at or 0, task.id)
    )
    warm = warm_in(decided, schedule.work.portions, schedule.warmer)
    told = dict.fromkeys((one.course, one.text) for one in schedule.unplanned)
    pinned = pinned_steps(service.pins, schedule.told)
    plates = {one.id: one.plate.id for one in service.courses if one.plate}
    return {
        "format": FORMAT,
        "format_version": FORMAT_VERSION,
        "engine": engine(schedule.pantry),
        "title": service.title,
        "kept": schedule.kept and not relaxed,
        "starts_at": service.zone.written(blocks[0].start) if blocks else None,
        "served": [
            {
                "plate": plates.get(task.course, ""),
                "at": service.zone.written(decided.given[task.id].start + (task.ready_min or task.minutes)),
                "course": task.course,
                "covers": task.covers,
            }
            for task in served
        ],
        "steps": [planned(block, service, reasons, schedule.past, pinned, schedule.work.portions) for block in blocks],
        "windows": windows_in(decided, service),
        "drawn": list(schedule.work.drawn),
        "unplanned": [{"course": course, "text": text} for course, text in told],
        "relaxed": relaxed,
        "mends": [],
        "warm_minutes": warm,
        "gap": decided.gap,
        "notices": notices_of([*_told(schedule), *_not_ready(schedule), *_too_warm(schedule, warm)]),
    }


def _told(schedule: Schedule) -> list[Finding]:
    """What was found on the way: in the document, of batches, of pins."""
    return [*schedule.service.found, *schedule.work.told, *schedule.told]


def _not_ready(schedule: Schedule) -> list[Finding]:
    """Formulas that are planned and are not ready, and plates that are past."""
    told = {
        one.path: found("formula-not-ready", f"{one.path}/formula", why=one.evaluation["verdict"]["text"])
        for one in schedule.work.portions
        if not one.evaluation["ready"]
    }
    late = {task.course for task in schedule.decided.work.tasks if _is_past(task, schedule)}
    late |= {one.course for one in schedule.unplanned}
    past = [
        found("past-plate", one.path, at=schedule.service.zone.clock(one.begins))
        for one in schedule.service.plates
        if one.begins < schedule.past.floor
        and any(course.plate and course.plate.id == one.id and course.id in late for course in schedule.service.courses)
    ]
    return [*told.values(), *past]


def _is_past(task: Task, schedule: Schedule) -> bool:
    """Whether something was to be served before anything is planned, and has not been."""
    return task.at is not None and task.at < schedule.past.floor and task.id not in schedule.past.fixed


def _too_warm(schedule: Schedule, warm: Sequence[Warm]) -> Iterator[Finding]:
    """Courses whose raw fish stands warm for as long as is warned of, by this plan."""
    paths = {one.course: (one.path, one.ready.clock.threshold_c) for one in schedule.work.portions}
    for one in warm:
        path, threshold = paths[one["course"]]
        if one["minutes"] >= parameter("counter_warn"):
            minutes, course = one["minutes"], one["course"]
            yield found("warm-by-plan", path, course=course, minutes=minutes, threshold=threshold)


def plan(
    document: Mapping[str, Any],
    pantry: Pantry | None = None,
    told: Sequence[Finding] = (),
    events: Sequence[Mapping[str, Any]] | None = None,
    search: bool = True,
    mends: bool = True,
    before: Plan | None = None,
    now: str | None = None,
) -> Plan:
    """The plan of a service document.

    Parameters: document, a parsed service object (see jarcore.documents.service_object); pantry, the shipped one when
    absent; told, findings of the door; events, what has happened, None where nobody says; search, whether a better plan
    than the one at once is looked for; mends, whether what would mend it is; before, a plan that this one leaves only
    where it gains by that; now, a local time before which nothing is planned, and before which the plan of before has
    happened where the service says that work is under way and nobody says what has.
    Returns: the plan. What cannot be planned is said in it; nothing raises. The same service gives the same plan.
    """
    stock = pantry or default_pantry()
    if events is not None and before is None:
        # What happens meets the plan that would have been shown.
        before = answer(schedule_of(document, stock, told, search=search, now=now))
    schedule = schedule_of(document, stock, told, events, search, before=before, now=now)
    made = answer(schedule)
    if mends and not made["kept"]:
        made["mends"] = mends_of(document, schedule, Given(stock, events, before, now))
    return made
