"""A plan for all that can be planned: later where there is too little time, without what cannot be had at all."""

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property

from jarcore.data import parameter, rows, sentence
from jarcore.service.jarring import BEST
from jarcore.service.placing import FAR, Effort, Stuck, place
from jarcore.service.portions import Refused
from jarcore.service.served import ReadService
from jarcore.service.timeline import CLEAN_OIL, PEOPLE, Given, Timeline
from jarcore.service.work import Link, Task, Work

# Served later by so many minutes at first where hands or stations are taken, and then by twice as many.
LATER_MIN = 5
# How many starts are tried for one plan, and for each of those that a mend is looked for among.
EFFORT, LITTLE_EFFORT = 15000, 5000


@dataclass(frozen=True, kw_only=True)
class Decided:
    """A plan: where each task is put, and what has no plan."""

    work: Work
    service: ReadService
    given: Mapping[str, Given]
    dropped: tuple[Refused, ...] = ()
    gap: float | None = None

    @cached_property
    def late(self) -> Mapping[str, int]:
        """How much later than its time each plate is served that is late [min], by its task."""
        by = {
            task.id: self.given[task.id].start + task.minutes - task.at
            for task in self.work.tasks
            if task.at is not None and task.id in self.given
        }
        return {name: minutes for name, minutes in by.items() if minutes > 0}

    def wait(self, link: Link) -> int:
        """How long lies between the two tasks of a link [min]."""
        ended = self.given[link.before].start + self.work.by_id[link.before].minutes
        return self.given[link.then].start - ended

    @property
    def relaxing(self) -> float:
        """What everything costs that is elastic and given up."""
        late = parameter("price_late") * sum(self.late.values())
        return late + sum(link.price * link.off(self.wait(link)) for link in self.work.links)

    @property
    def cost(self) -> float:
        """The whole cost: what is given up, how far jars are from what was planned, how early everything starts."""
        away = sum(link.away(self.wait(link)) for link in self.work.links)
        served = max((one.start for one in self.given.values()), default=0)
        early = sum(served - one.start for one in self.given.values())
        ahead = sum(self.service.ahead(self.work.by_id[name], one.start) for name, one in self.given.items())
        prices = ("price_planned", away), ("price_early", early), ("price_ahead", ahead)
        return self.relaxing + sum(parameter(name) * much for name, much in prices)


@dataclass(frozen=True, kw_only=True)
class Past:
    """What has happened: tasks that are fixed, from when on is planned, and each that is put off [min since the epoch],
    the plan of before (starts, and who was at each task).
    """

    fixed: Mapping[str, Given] = field(default_factory=dict)
    floor: int = 0
    earliest: Mapping[str, int] = field(default_factory=dict)
    before: Mapping[str, int] = field(default_factory=dict)
    who: Mapping[str, frozenset[str]] = field(default_factory=dict)


def decide(work: Work, service: ReadService, past: Past, effort: int = EFFORT) -> Decided:
    """A plan at once: on time where that can be, else as little later as is found, else without a course.

    It is tried with every jar within its best, and with jars left to their hard limits: the cheaper one stands. In none
    does a jar lie for next to nothing, but where there would be no plan else.
    """
    lacking = _lacking(work, service)
    if lacking:
        work = work.without(set(lacking))
    dropped = tuple(lacking.values())
    at_best = _timed(_within_best(work), service, past, Effort(effort))
    best = at_best and replace(at_best, work=work, dropped=dropped)
    if best is not None and not best.relaxing:
        return best
    loose = replace(_as_can_be(long_enough(work), service, past, dropped, effort), work=work)
    if len(loose.dropped) > len(dropped):
        loose = _as_can_be(work, service, past, dropped, effort)
    both = [one for one in (best, loose) if one is not None]
    return min(both, key=lambda one: (len(one.dropped), one.relaxing, one.cost))


def _within_best(work: Work) -> Work:
    """The same work with the best of every jar as a limit."""
    held = [
        replace(link, least=max(link.least, link.best_from or 0), most=link.best_to if link.most else link.most)
        if link.rule == BEST and link.best_to is not None
        else link
        for link in work.links
    ]
    return Work(work.tasks, tuple(held))


def contact_least(link: Link) -> int:
    """How long at least lies between the tasks of a link, where that can be [min]: of the best of a jar a share."""
    share = parameter("contact_least") * (link.best_from or 0) if link.rule == BEST else 0
    return max(link.least, min(math.ceil(share), FAR if link.most is None else link.most))


def long_enough(work: Work) -> Work:
    """The same work with the least that a jar lies as a limit."""
    return Work(work.tasks, tuple(replace(link, least=contact_least(link)) for link in work.links))


def _as_can_be(work: Work, service: ReadService, past: Past, dropped: tuple[Refused, ...], effort: int) -> Decided:
    """A plan of all that has one at all; what is stuck for good is left out, and said."""
    while True:
        stuck = list[Stuck]()
        decided = _timed(work, service, past, Effort(effort), stuck)
        if decided is not None:
            return replace(decided, dropped=dropped)
        task = _gives_way(work, work.by_id[stuck[-1].task], past)
        why = _why(work, replace(stuck[-1], task=task.id))
        dropped = (*dropped, Refused(task.course, _path(service, task.course), why, stuck[-1].short_min))
        work = work.without({task.portion})


def _gives_way(work: Work, stuck: Task, past: Past) -> Task:
    """What is left out where a task is stuck: of what has begun nothing, as long as something came on top of it."""
    begun = {work.by_id[name].portion for name in past.fixed if name in work.by_id}
    others = [task for task in work.tasks if task.portion not in begun and task.at is not None]
    return others[-1] if stuck.portion in begun and others else stuck


def _timed(
    work: Work, service: ReadService, past: Past, effort: Effort, stuck: list[Stuck] | None = None
) -> Decided | None:
    """A plan of all the work, served later where it must; None where later does not help, with what is STUCK."""
    late, step = dict[str, int](), LATER_MIN
    while max(late.values(), default=0) <= parameter("serve_late_most"):
        moved = work.later(late)
        given, found = place(moved, service, past.floor, effort, past.fixed, past.before, past.who, past.earliest)
        if found is None:
            return Decided(work=work, service=service, given=given)
        if stuck is not None:
            stuck.append(found)
        if found.short_min > parameter("serve_late_most") or effort.left < 0:
            return None
        late = _later(work, found, late, step)
        step *= 2
    return None


def _later(work: Work, stuck: Stuck, late: Mapping[str, int], step: int) -> dict[str, int]:
    """What waits for the task that is stuck is served later, and so is what comes after it: by what it lacks, else by a
    STEP [min].
    """
    plates = _served_after(work, stuck.task)
    portions, first = {task.portion for task in plates}, min(task.at or 0 for task in plates)
    moved = dict(late)
    for task in work.tasks:
        if task.portion in portions and task.at is not None and task.at >= first:
            moved[task.id] = moved.get(task.id, 0) + (stuck.short_min or step)
    return moved


def _served_after(work: Work, name: str) -> list[Task]:
    """What serves what a task leads to."""
    seen, waiting = set[str](), [name]
    while waiting:
        one = waiting.pop()
        if one not in seen:
            seen.add(one)
            waiting += [link.then for link in work.out_of[one]]
    return [work.by_id[one] for one in seen if work.by_id[one].at is not None]


def _lacking(work: Work, service: ReadService) -> dict[str, Refused]:
    """Portions for which a station or hands are not there at all, and why in words."""
    timeline = Timeline(service.people, service.taken)
    names = {row["kind"]: row["name"] for row in rows("stations")}
    found: dict[str, Refused] = {}
    for task in work.tasks:
        kind = timeline.lacks(task)
        if kind is not None and task.portion not in found:
            words = {"course": task.course, "whom": _whom(task)}
            if kind == PEOPLE:
                text = sentence("day/no-hands", **words)
            elif kind == CLEAN_OIL:
                text = sentence("day/no-clean-oil", **words)
            else:
                text = sentence("day/lacks", what=names.get(kind, kind), **words)
            found[task.portion] = Refused(task.course, _path(service, task.course), text)
    return found


def _why(work: Work, stuck: Stuck) -> str:
    task = work.by_id[stuck.task]
    words = {"course": task.course, "step": task.parts[0].text.rstrip(".")}
    if stuck.short_min:
        return sentence("day/too-short", minutes=stuck.short_min, **words)
    return sentence("day/taken", **words)


def _path(service: ReadService, course: str) -> str:
    return next((one.path for one in service.courses if one.id == course), "/courses")


def _whom(task: Task) -> str:
    """Of which covers something is said: all of a course, or those without something."""
    _, _, without = task.portion.partition("~")
    return without.replace("-", " ") or sentence("day/it")
