"""Work that is under way: what a plan of before has before now has happened, and is not planned again.

Covers that come on top of what has begun are a part of the course of their own; fish that has been cut stays cut.
"""

import itertools
from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from datetime import datetime

from jarcore.documents.plan import Plan, PlannedStep
from jarcore.service.deciding import Past
from jarcore.service.laid_out import PREHEAT, step_ids
from jarcore.service.served import PAN, Ordered, ReadService
from jarcore.service.timeline import Given, Timeline
from jarcore.service.times import minute_of
from jarcore.service.work import Part, Station, Task, Work

# What covers are called that came on top of a course, and whose what has happened is that is no part of it any more.
MORE, GONE = "more", "~gone"
# Covers without something: what they are called, how many, without what.
Variant = tuple[str, int, tuple[str, ...]]
Variants = tuple[Variant, ...]


def at(text: str) -> int:
    """A time of a plan [min since the epoch]."""
    return minute_of(datetime.fromisoformat(text))


def with_more(service: ReadService, before: Plan, now: int) -> ReadService:
    """The service with covers that came on top of what has begun as courses of their own."""
    begun = {step["course"] for step in before["steps"] if step["active"] and at(step["start"]) < now}
    served: dict[str, int] = defaultdict(int)
    for one in before["served"]:
        served[one["course"]] += one["covers"]
    own = {course.id for course in service.courses}
    courses = [part for course in service.courses for part in _parts(course, own, begun, served)]
    return replace(service, courses=tuple(courses))


def _parts(course: Ordered, own: set[str], begun: set[str | None], served: Mapping[str, int]) -> Iterator[Ordered]:
    """A course that has begun in the parts that it has by now, and what is more as one more part. What is called like a
    part and is a course of its OWN is none.
    """
    if course.id not in begun:
        yield course
        return
    further = (name for name in _further(course.id) if name not in own)
    names = [course.id, *itertools.takewhile(lambda name: name in served, further)]
    names = [name for name in names if name in begun]
    left, apart = course.covers, course.variants
    for name in names:
        covers = min(left, served.get(name, course.covers))
        left -= covers
        mine, apart = _shared_out(apart, covers)
        if covers:
            yield _part(course, name, covers, mine)
    if left > 0:
        new = next(name for name in _further(course.id) if name not in own and name not in names)
        yield _part(course, new, left, _shared_out(apart, left)[0])


def _shared_out(variants: Variants, covers: int) -> tuple[Variants, Variants]:
    """Of covers without something those that so many covers hold, and those that are left: none of them is lost."""
    mine, left = list[Variant](), list[Variant]()
    for name, many, without in variants:
        here = min(many, covers)
        covers -= here
        mine += [(name, here, without)] if here else []
        left += [(name, many - here, without)] if many > here else []
    return tuple(mine), tuple(left)


def _further(course: str) -> Iterator[str]:
    """What the further parts of a course are called, one after another."""
    return (f"{course}-{MORE}" if number == 1 else f"{course}-{MORE}-{number}" for number in itertools.count(1))


def _part(course: Ordered, name: str, covers: int, variants: Variants) -> Ordered:
    """So many covers of a course; what came on top is served at the end of a wave."""
    if name == course.id:
        return replace(course, covers=covers, variants=variants)
    plate = (
        course.plate if course.plate is None or course.plate.par else replace(course.plate, begins=course.plate.ends)
    )
    return replace(course, id=name, plate=plate, covers=covers, variants=variants)


def past_by_clock(before: Plan, work: Work, service: ReadService, past: Past, now: int) -> tuple[Past, Work]:
    """What has begun by now, as the plan of before has it, and the work with that as it was.

    What has begun and is no part of the work any more stays where it was too.
    """
    steps = {step["id"]: step for step in before["steps"]}
    timeline = Timeline(service.people, service.taken)
    fixed, tasks = dict[str, Given](), list[Task]()
    for task in work.tasks:
        own = [steps[name] for name in step_ids(task) if name in steps]
        heated = steps.get(f"{task.id}.{PREHEAT}")
        if len(own) == len(task.parts) and at((heated or own[0])["start"]) < now:
            was = _as_it_was(task, own, heated)
            fixed[was.id] = _given(was, own, timeline)
            timeline.put(was, fixed[was.id])
            tasks.append(was)
        else:
            tasks.append(task)
    known = {name for task in work.tasks for name in step_ids(task)}
    for step in _vanished(before, known, now):
        kinds = {one.id: one.kind for one in service.stoves}
        stations = [name for name in step["stations"] if name in kinds]
        task = Task(
            id=step["id"],
            course=step["course"] or "",
            portion=GONE,
            parts=(_part_of(step, Part(do=step["do"], text="", minutes=0, zone=step["zone"])),),
            stations=tuple(Station(kinds=(kinds[name],)) for name in stations),
        )
        fixed[task.id] = Given(at(step["start"]), (tuple(step["people"]),) if step["people"] else (), tuple(stations))
        tasks.append(task)
    return replace(past, fixed=fixed, floor=max(now, past.floor)), Work(tuple(tasks), work.links)


def as_before(before: Plan, work: Work, service: ReadService, past: Past) -> Past:
    """A past in which all that a plan of before has is held where it is, but for what a cook has put elsewhere: what
    came on top finds its place around it.
    """
    steps = {step["id"]: step for step in before["steps"]}
    there = {one.id for one in service.people} | {one.id for one in service.taken}
    timeline = Timeline(service.people, service.taken)
    fixed = dict(past.fixed)
    for name, given in fixed.items():
        timeline.put(work.by_id[name], given)
    for task in work.tasks:
        own = [steps[name] for name in step_ids(task) if name in steps]
        named = {name for step in own for name in (*step["people"], *step["stations"])}
        whole = len(own) == len(task.parts) and sum(at(one["end"]) - at(one["start"]) for one in own) == task.minutes
        heats = any(need.before for need in task.stations) == (f"{task.id}.{PREHEAT}" in steps)
        if task.id not in fixed and task.pinned is None and whole and heats and named <= there:
            fixed[task.id] = _given(task, own, timeline)
            timeline.put(task, fixed[task.id])
    return replace(past, fixed=fixed)


def _vanished(before: Plan, known: set[str], now: int) -> Iterator[PlannedStep]:
    """Steps of hands that have begun and that the work does not have any more."""
    for step in before["steps"]:
        if step["active"] and step["id"] not in known and at(step["start"]) < now:
            yield step


def _as_it_was(task: Task, steps: Sequence[PlannedStep], heated: PlannedStep | None) -> Task:
    """A task whose parts are what the steps were, on stations that were heated up before it or were hot."""
    parts = tuple(_part_of(step, part) for step, part in zip(steps, task.parts, strict=True))
    stations = tuple(need if heated else replace(need, before=0) for need in task.stations)
    return replace(task, parts=parts, stations=stations, pinned=None)


def _part_of(step: PlannedStep, part: Part) -> Part:
    minutes = at(step["end"]) - at(step["start"])
    return replace(part, text=step["text"], minutes=minutes, hands=len(step["people"]))


def _given(task: Task, steps: Sequence[PlannedStep], timeline: Timeline) -> Given:
    """Where a task was: its start, the people of its parts, its stations; of pans, which no plan names, a free one."""
    start = at(steps[0]["start"])
    people = tuple(tuple(step["people"]) for step in steps if step["people"])
    named = [name for step in steps for name in step["stations"]]
    stations = list[str]()
    for need in task.stations:
        serving = [one.id for one in timeline.serving(need) if one.id not in stations]
        kept = next((name for name in named if name not in stations), None) if PAN not in need.kinds else None
        free = next((one for one in serving if _is_free(one, task, start, need, timeline)), None)
        stations.append(kept or free or (serving[0] if serving else need.kinds[0]))
    return Given(start, people, tuple(stations))


def _is_free(name: str, task: Task, start: int, need: Station, timeline: Timeline) -> bool:
    begins = start + need.begins_after()
    ends = begins + need.taken_min(task.minutes)
    return not any(taken.meets(begins, ends) for taken in timeline.by_stove[name])
