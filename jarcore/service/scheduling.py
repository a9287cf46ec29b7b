"""The schedule of a service: what was read, all its work, what has happened, and what was decided."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any

from jarcore.data import MINUTES_A_DAY, Pantry, parameter
from jarcore.documents import Finding, Plan
from jarcore.service.begun import as_before, past_by_clock, with_more
from jarcore.service.deciding import EFFORT, LITTLE_EFFORT, Decided, Past, decide
from jarcore.service.happened import past_of, read_events
from jarcore.service.laid_out import step_ids
from jarcore.service.pinning import held
from jarcore.service.portions import Refused
from jarcore.service.reading import read_for_plan
from jarcore.service.searching import improve
from jarcore.service.served import ReadService
from jarcore.service.times import minute_of, say_nothing
from jarcore.service.work import Work
from jarcore.service.working import ServiceWork, work_of


@dataclass(frozen=True, kw_only=True)
class Schedule:
    """A service with its plan: what was read, all work, what has happened, what was decided, what pins tell."""

    service: ReadService
    work: ServiceWork
    past: Past
    decided: Decided
    pantry: Pantry
    told: tuple[Finding, ...] = ()

    @property
    def unplanned(self) -> list[Refused]:
        """What has no plan, and why."""
        return [*self.work.refused, *self.decided.dropped]

    @property
    def kept(self) -> bool:
        """Whether everything has a plan, and nothing elastic is given up."""
        return not self.unplanned and not self.decided.relaxing and bool(self.decided.given)


def schedule_of(
    document: Mapping[str, Any],
    pantry: Pantry,
    told: Sequence[Finding] = (),
    events: Sequence[Mapping[str, Any]] = (),
    search: bool = True,
    effort: int = EFFORT,
    before: Plan | None = None,
    now: str | None = None,
) -> Schedule:
    """The schedule of a service document, with what has happened (events) fixed.

    With SEARCH a better one is sought; EFFORT is how much is tried for the plan at once; BEFORE is a plan that is left
    only where that gains something, NOW the time before which nothing is planned any more. Where work is under way what
    BEFORE has before NOW has happened.
    """
    service = read_for_plan(document, told)
    minute = None if now is None else service.zone.read(now, "/now", say_nothing)
    under_way = before if minute is not None and service.began is not None else None
    if under_way is not None and minute is not None:
        service = with_more(service, under_way, minute)
    work = work_of(service, pantry)

    def once(tasks: Work, past: Past) -> Decided:
        tried = [decide(tasks, service, past, effort if under_way is None else min(effort, LITTLE_EFFORT))]
        if under_way is not None:
            # What came on top finds its place around the plan that stands, or the whole plan gives way.
            tried.append(decide(tasks, service, as_before(under_way, tasks, service, past), effort))
        return min(tried, key=lambda one: (len(one.dropped), round(one.relaxing, 6), round(one.cost, 6)))

    def best(decided: Decided, past: Past) -> Decided:
        return improve(decided, service, past) if search else decided

    # What happens meets the plan that was shown.
    happened = read_events(events, service)
    stays = Past(floor=max(floor_of(service), minute or 0))
    if before is not None:
        stays = replace(stays, before=starts_of(before, work.work), who=who_in(before, work.work))
    past, tasks = past_of(happened, work.work, stays, lambda past: best(once(work.work, past), past))
    if under_way is not None and minute is not None and not happened:
        past, tasks = past_by_clock(under_way, tasks, service, past, minute)
    at_once, pins_told = held(tasks, service, past, lambda some: once(some, past))
    decided = best(at_once, past)
    return Schedule(service=service, work=work, past=past, decided=decided, pantry=pantry, told=tuple(pins_told))


def starts_of(plan: Plan, work: Work) -> dict[str, int]:
    """Where a plan has each task [min since the epoch], as far as it has it."""
    at = {one["id"]: minute_of(datetime.fromisoformat(one["start"])) for one in plan["steps"]}
    return {task.id: at[first] for task in work.tasks if (first := step_ids(task)[0]) in at}


def who_in(plan: Plan, work: Work) -> dict[str, frozenset[str]]:
    """Whom a plan has at each task."""
    people = {one["id"]: one["people"] for one in plan["steps"]}
    return {task.id: frozenset(name for step in step_ids(task) for name in people.get(step, ())) for task in work.tasks}


def floor_of(service: ReadService) -> int:
    """Before when nothing is planned [min since the epoch]."""
    if service.not_before is not None:
        return service.not_before
    return service.first - int(parameter("days_ahead")) * MINUTES_A_DAY
