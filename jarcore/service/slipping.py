"""The plan that stands, with what slipped: everything as it was planned or as soon after that as can be.

Nothing is ever left out of it, for what has begun goes on; what it cannot keep is overdue, and is done at once.
"""

import heapq
from collections.abc import Iterator, Mapping
from dataclasses import replace

from jarcore.documents.plan import Plan, PlannedStep
from jarcore.service.begun import given_before
from jarcore.service.deciding import Decided, Past
from jarcore.service.happened import at
from jarcore.service.jarring import BEST
from jarcore.service.laid_out import step_ids
from jarcore.service.served import ReadService
from jarcore.service.timeline import Given, Timeline
from jarcore.service.work import Link, Task, Work

Steps = Mapping[str, PlannedStep]


def slipped(work: Work, service: ReadService, past: Past, before: Plan) -> Decided | None:
    """The plan of before with what slipped; None where it has no place for something, or there is too little of it."""
    steps = {step["id"]: step for step in before["steps"]}
    if any(task.id not in past.fixed and task.id not in past.before for task in work.tasks):
        return None
    timeline = Timeline(service.people, service.taken, who=past.who)
    given = dict[str, Given]()
    for name, one in past.fixed.items():
        given[name] = one
        timeline.put(work.by_id[name], one)
    order = list(_in_order(work, past))
    for task in order:
        planned = given_before(task, steps, timeline)
        found = _soonest(task, _not_before(task, work, past, given, steps), timeline, planned)
        if found is None:
            return None
        given[task.id] = found
        timeline.put(task, found)
    for task in reversed(order):
        _later(task, work, given, timeline, steps)
    return Decided(work=work, service=service, given=given)


def overdue(decided: Decided, past: Past) -> int:
    """How far hard limits are overrun that are still to come [min]."""
    over = 0
    for link in decided.work.links:
        if link.most is not None and link.then not in past.fixed:
            over += max(0, decided.wait(link) - link.most)
    return over


def as_planned(work: Work, service: ReadService, past: Past) -> Decided:
    """The plan of before as it was, of the work that it had: what that gave up is what people have agreed to."""
    tasks = [task for task in work.tasks if task.id in past.before]
    there = {task.id for task in tasks}
    links = [link for link in work.links if link.before in there and link.then in there]
    given = {task.id: Given(past.before[task.id], (), ()) for task in tasks}
    return Decided(work=Work(tuple(tasks), tuple(links)), service=service, given=given)


def _in_order(work: Work, past: Past) -> Iterator[Task]:
    """What has not begun, each after all that it waits for, what was planned first first."""
    waits = {task.id: sum(1 for link in work.into[task.id] if link.before not in past.fixed)
             for task in work.tasks if task.id not in past.fixed}  # fmt: skip
    place = {task.id: at for at, task in enumerate(work.tasks)}
    ready = [(past.before[name], place[name], name) for name, many in waits.items() if not many]
    heapq.heapify(ready)
    while ready:
        _, _, name = heapq.heappop(ready)
        yield work.by_id[name]
        for link in work.out_of[name]:
            if link.then in waits:
                waits[link.then] -= 1
                if not waits[link.then]:
                    heapq.heappush(ready, (past.before[link.then], place[link.then], link.then))


def _not_before(task: Task, work: Work, past: Past, given: dict[str, Given], steps: Steps) -> int:
    """The earliest that a task may begin: when it was planned, not before now, after what it waits for."""
    planned = past.before[task.id] if task.pinned is None else task.pinned
    waited = [
        given[link.before].start + work.by_id[link.before].minutes + _least(link, work, steps)
        for link in work.into[task.id]
    ]
    return max(planned, past.floor + task.heats_min, past.earliest.get(task.id, 0), *waited, 0)


def _least(link: Link, work: Work, steps: Steps) -> int:
    """How long at least lies between two tasks [min]: a jar that came on later is lifted out later, so that it lies as
    long as was planned, or as it is best from.
    """
    put, out = step_ids(work.by_id[link.before])[-1], step_ids(work.by_id[link.then])[0]
    if link.rule != BEST or put not in steps or out not in steps:
        return link.least
    planned = at(steps[out]["start"]) - at(steps[put]["end"])
    return max(link.least, min(planned, link.best_from or 0))


def _soonest(task: Task, low: int, timeline: Timeline, planned: Given | None) -> Given | None:
    """The first place for a task from LOW on [min since the epoch], with those that were PLANNED where they are free;
    None where there is none any more.
    """
    for start in sorted({low, *(one for one in timeline.edges(task) if one > low)}):
        found = _with(planned, task, start, timeline)
        if found is not None:
            return found
    return None


def _with(planned: Given | None, task: Task, start: int, timeline: Timeline) -> Given | None:
    """Who and what serves a task from a start on: those that were planned, or whoever is free."""
    same = planned and replace(planned, start=start)
    return same if same and timeline.is_free(task, same) else timeline.give(task, start)


def _later(task: Task, work: Work, given: dict[str, Given], timeline: Timeline, steps: Steps) -> None:
    """Move a task later where what follows would wait too long for it, as far as there is a place."""
    mine = given[task.id]
    links = [(link, given[link.then].start) for link in work.out_of[task.id]]
    low = max((then - link.most - task.minutes for link, then in links if link.most is not None), default=mine.start)
    if low <= mine.start or task.pinned is not None:
        return
    high = min(then - _least(link, work, steps) - task.minutes for link, then in links)
    timeline.take_back(task, mine)
    starts = {low, high, *(one for one in timeline.edges(task) if mine.start < one <= high)}
    # What keeps the limit comes first; else as near to it as can be.
    for start in sorted(starts, key=lambda one: (one < low, abs(one - low))):
        found = _with(mine, task, start, timeline) if mine.start < start <= high else None
        if found is not None:
            given[task.id] = found
            break
    timeline.put(task, given[task.id])
