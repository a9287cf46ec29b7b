"""Work that is under way: what a plan of before has before now has happened, and is not planned again.

Covers that come on top of what has begun are a part of the course of their own; fish that has been cut stays cut.
"""

import itertools
import re
from collections import defaultdict
from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import replace

from jarcore.data import parameter
from jarcore.documents.plan import Plan, PlannedStep
from jarcore.service.deciding import Past
from jarcore.service.happened import Spell, Went, at
from jarcore.service.laid_out import PREHEAT, step_ids
from jarcore.service.served import PAN, Ordered, ReadService
from jarcore.service.timeline import Given, Timeline
from jarcore.service.work import Heating, Part, Station, Task, Work

# What covers are called that came on top of a course, and whose what has happened is that is no part of it any more.
MORE, GONE = "more", "~gone"
# Covers without something: what they are called, how many, without what.
Variant = tuple[str, int, tuple[str, ...]]
Variants = tuple[Variant, ...]


def with_more(service: ReadService, before: Plan, went: Went) -> ReadService:
    """The service with covers that came on top of what has begun as courses of their own."""
    begun = {step["course"] for step in before["steps"] if step["active"] and step["id"] in went.spells}
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


def course_behind(name: str, courses: Collection[str]) -> str | None:
    """Of which of some courses something is: of one of that name, or of the one that covers came on top of."""
    if name in courses:
        return name
    return next((one for one in courses if re.fullmatch(rf"{re.escape(one)}-{MORE}(-\d+)?", name)), None)


def _part(course: Ordered, name: str, covers: int, variants: Variants) -> Ordered:
    """So many covers of a course; what came on top is served at the end of a wave."""
    if name == course.id:
        return replace(course, covers=covers, variants=variants)
    plate = (
        course.plate if course.plate is None or course.plate.par else replace(course.plate, begins=course.plate.ends)
    )
    return replace(course, id=name, plate=plate, covers=covers, variants=variants)


def past_of(before: Plan, work: Work, service: ReadService, past: Past, went: Went) -> tuple[Past, Work]:
    """What has begun by now, where it really was, and the work with that as long as it took; what is put off until
    later, and what is hot already.

    What has begun and is no part of the work any more stays where it was too.
    """
    steps = {step["id"]: step for step in before["steps"]}
    timeline = Timeline(service.people, service.taken)
    fixed, tasks, earliest = dict[str, Given](), list[Task](), dict[str, int]()
    for task in work.tasks:
        own = [steps[name] for name in step_ids(task) if name in steps]
        heated = steps.get(f"{task.id}.{PREHEAT}")
        whole = len(own) == len(task.parts)
        if whole and (own[0]["id"] in went.spells or (went.by_clock and heated and heated["id"] in went.spells)):
            times = _as_they_went(own, went)
            hot = None if heated is None or went.by_clock else went.spells.get(heated["id"])
            was = _as_it_was(_heated(task, hot, heated["stations"] if heated else ()), own, times, heated)
            fixed[was.id] = _given(was, own, times[0], timeline)
            timeline.put(was, fixed[was.id])
            tasks.append(was)
        else:
            hot = None if heated is None else went.spells.get(heated["id"])
            earliest[task.id] = _not_before(task, went, hot)
            tasks.append(_heated(task, hot, heated["stations"] if heated else ()))
    known = {name for task in work.tasks for name in step_ids(task)}
    for step in _vanished(before, known, went):
        kinds = {one.id: one.kind for one in service.stoves}
        stations = [name for name in step["stations"] if name in kinds]
        times = [went.spells[step["id"]].start, went.spells[step["id"]].end]
        task = Task(
            id=step["id"],
            course=step["course"] or "",
            portion=GONE,
            parts=(_part_of(step, Part(do=step["do"], text="", minutes=0, zone=step["zone"]), times),),
            stations=tuple(Station(kinds=(kinds[name],)) for name in stations),
        )
        fixed[task.id] = Given(times[0], (tuple(step["people"]),) if step["people"] else (), tuple(stations))
        tasks.append(task)
    floor = max(went.now, past.floor)
    return replace(past, fixed=fixed, floor=floor, earliest=earliest), Work(tuple(tasks), work.links)


def _as_they_went(steps: Sequence[PlannedStep], went: Went) -> list[int]:
    """When each of the steps of one task began, and when the last was over [min since the epoch]: without a gap, as
    planned from where it is now.
    """
    first = went.spells.get(steps[0]["id"])
    times = [first.start if first else at(steps[0]["start"])]
    for place, step in enumerate(steps):
        mine = went.spells.get(step["id"])
        then = went.spells.get(steps[place + 1]["id"]) if place + 1 < len(steps) else None
        ends = times[-1] + at(step["end"]) - at(step["start"])
        if then is not None:
            ends = then.start
        elif mine is not None:
            # The next has not begun by now.
            ends = mine.end if place + 1 == len(steps) or went.by_clock else max(mine.end, went.now)
        times.append(max(times[-1], ends))
    return times


def _not_before(task: Task, went: Went, hot: Spell | None) -> int:
    """Before when a task that has not begun does not begin: it is put off, or what it goes into is still heating up."""
    found, at_part = 0, 0
    for name, part in zip(step_ids(task), task.parts, strict=True):
        found = max(found, went.until.get(name, 0) - at_part)
        at_part += part.minutes
    until = went.until.get(f"{task.id}.{PREHEAT}")
    since = [one for one in (until, None if hot is None else hot.start) if one is not None]
    return max(found, *(one + task.heats_min for one in since), 0)


def _heated(task: Task, hot: Spell | None, where: Sequence[str]) -> Task:
    """A task whose station heats up since a time, or is hot."""
    if hot is None or not where:
        return task
    stations = (
        replace(need, before=0, hot=Heating(where[0], hot.start, need.before)) if need.before else need
        for need in task.stations
    )
    return replace(task, stations=tuple(stations))


def eased(work: Work, past: Past) -> Work:
    """The work in which no limit holds that what has happened leaves behind it: what is overdue is done as soon as can
    be, and that costs.
    """
    links = [
        replace(
            link,
            most=None,
            best_to=link.most if link.best_to is None else link.best_to,
            price=max(link.price, parameter("price_best")),
        )
        if link.before in past.fixed and link.then not in past.fixed and link.most is not None
        else link
        for link in work.links
    ]
    return Work(work.tasks, tuple(links))


def as_before(before: Plan, work: Work, service: ReadService, past: Past) -> Past:
    """A past in which all that a plan of before has is held where it is, as far as it still can be there, but for what
    a cook has put elsewhere: what came on top, and what slipped, finds its place around it.
    """
    steps = {step["id"]: step for step in before["steps"]}
    timeline = Timeline(service.people, service.taken)
    fixed = dict(past.fixed)
    for name, given in fixed.items():
        timeline.put(work.by_id[name], given)
    for task in work.tasks:
        was = None if task.id in fixed or task.pinned is not None else given_before(task, steps, timeline)
        if was is not None and _still_can(task, was, work, past, fixed, timeline):
            fixed[task.id] = was
            timeline.put(task, was)
    return replace(past, fixed=fixed)


def given_before(task: Task, steps: Mapping[str, PlannedStep], timeline: Timeline) -> Given | None:
    """Where a plan of before has a task, with whom and on what; None where it is another, or they are not there."""
    own = [steps[name] for name in step_ids(task) if name in steps]
    named = {name for step in own for name in (*step["people"], *step["stations"])}
    whole = len(own) == len(task.parts) and sum(at(one["end"]) - at(one["start"]) for one in own) == task.minutes
    heats = any(need.before or need.hot for need in task.stations) == (f"{task.id}.{PREHEAT}" in steps)
    there = {one.id for one in timeline.people} | {one.id for one in timeline.stoves}
    if not whole or not heats or not named <= there:
        return None
    return _given(task, own, at(own[0]["start"]), timeline)


def _still_can(
    task: Task, given: Given, work: Work, past: Past, fixed: Mapping[str, Given], timeline: Timeline
) -> bool:
    """Whether a task can still be where it was: not before now, after what it waits for, with what it takes free."""
    if given.start - task.heats_min < past.floor or given.start < past.earliest.get(task.id, 0):
        return False
    for link in work.into[task.id]:
        if link.before in past.fixed:
            wait = given.start - fixed[link.before].start - work.by_id[link.before].minutes
            if wait < link.least or (link.most is not None and wait > link.most):
                return False
    return timeline.is_free(task, given)


def _vanished(before: Plan, known: set[str], went: Went) -> Iterator[PlannedStep]:
    """Steps of hands that have begun and that the work does not have any more."""
    for step in before["steps"]:
        if step["active"] and step["id"] not in known and step["id"] in went.spells:
            yield step


def _as_it_was(task: Task, steps: Sequence[PlannedStep], times: Sequence[int], heated: PlannedStep | None) -> Task:
    """A task whose parts are what the steps were, on stations that were heated up before it or were hot."""
    parts = tuple(
        _part_of(step, part, times[place:]) for place, (step, part) in enumerate(zip(steps, task.parts, strict=True))
    )
    stations = tuple(need if heated else replace(need, before=0) for need in task.stations)
    return replace(task, parts=parts, stations=stations, pinned=None)


def _part_of(step: PlannedStep, part: Part, times: Sequence[int]) -> Part:
    """A part as it was, between the first two of the times."""
    return replace(part, text=step["text"], minutes=times[1] - times[0], hands=len(step["people"]))


def _given(task: Task, steps: Sequence[PlannedStep], start: int, timeline: Timeline) -> Given:
    """Where a task was: its start, the people of its parts, its stations; of pans, which no plan names, a free one."""
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
    begins, ends = need.taken(start, task.minutes)
    return not any(taken.meets(begins, ends) for taken in timeline.by_stove[name])
