"""The schedule of a service: what was read, all its work, what has happened, and what was decided."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime
from typing import Any

from jarcore.data import MINUTES_A_DAY, Pantry, parameter
from jarcore.documents import Finding, Plan
from jarcore.run import Event, events_of, fold, pours_in, warmer_in
from jarcore.run.fold import MINUTE
from jarcore.service.begun import as_before, eased, past_of, with_more
from jarcore.service.deciding import EFFORT, LATER_MIN, LITTLE_EFFORT, Decided, Past, decide, long_enough
from jarcore.service.happened import Went, by_clock, by_events
from jarcore.service.laid_out import step_ids
from jarcore.service.pinning import held
from jarcore.service.portions import Refused
from jarcore.service.reading import read_for_plan
from jarcore.service.searching import improve
from jarcore.service.served import ReadService
from jarcore.service.slipping import as_planned, overdue, slipped
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
    # How long fish was warmer than anybody thought, by its course [min].
    warmer: Mapping[str, float] = field(default_factory=dict)

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
    events: Sequence[Mapping[str, Any]] | None = None,
    search: bool = True,
    effort: int = EFFORT,
    before: Plan | None = None,
    now: str | None = None,
) -> Schedule:
    """The schedule of a service document, with what has happened (events) fixed.

    With SEARCH a better one is sought; EFFORT is how much is tried for the plan at once; BEFORE is a plan that is left
    only where that gains something, NOW the time before which nothing is planned any more. What EVENTS say, they say of
    the steps of BEFORE; where nobody says any and work is under way, what BEFORE has before NOW has happened.
    """
    service = read_for_plan(document, told)
    minute = None if now is None else service.zone.read(now, "/now", say_nothing)
    happened = None if events is None else events_of(events, service.zone.info)
    service = replace(service, pours=pours_in(happened or ()))
    went = None if before is None else _went(before, happened, service, minute)
    if before is not None and went is not None:
        service = with_more(service, before, went)
        if not went.by_clock:
            # Whoever is in the middle of it does not go home.
            stays, shift = int(parameter("stays_on")), int(parameter("shift_apart"))
            service = replace(service, people=tuple(one.staying(stays, shift) for one in service.people))
    work = work_of(service, pantry)
    past = Past(floor=max(floor_of(service), minute or 0))
    tasks = work.work
    if before is not None:
        past = replace(past, before=starts_of(before, tasks), who=who_in(before, tasks))
    if before is not None and went is not None:
        past, tasks = past_of(before, tasks, service, past, went)

    def once(some: Work, past: Past) -> Decided:
        if before is None or went is None:
            return decide(some, service, past, effort)
        way = _by_clock if went.by_clock else _by_events
        return way(some, service, past, before, effort)

    at_once, pins_told = held(tasks, service, past, lambda some: once(some, past))
    decided = improve(at_once, service, past) if search else at_once
    return Schedule(
        service=service,
        work=work,
        past=past,
        decided=decided,
        pantry=pantry,
        told=tuple(pins_told),
        warmer=warmer_in(happened or ()),
    )


def _went(before: Plan, events: Sequence[Event] | None, service: ReadService, now: int | None) -> Went | None:
    """What has happened: by events, else by the clock where work is under way; None where nothing has begun."""
    if events is not None:
        latest = max((event.at for event in events), default=0) // MINUTE
        return by_events(before, fold(before, events), max(latest, now or 0))
    return by_clock(before, now) if now is not None and service.began is not None else None


def _by_clock(work: Work, service: ReadService, past: Past, before: Plan, effort: int) -> Decided:
    """A plan of what is under way as planned: what came on top finds its place around the plan that stands, or the
    whole plan gives way.
    """
    tried = [
        decide(work, service, past, min(effort, LITTLE_EFFORT)),
        decide(work, service, as_before(before, long_enough(work), service, past), effort),
    ]
    return min(tried, key=lambda one: (len(one.dropped), round(one.relaxing, 6), round(one.cost, 6)))


def _by_events(work: Work, service: ReadService, past: Past, before: Plan, effort: int) -> Decided:
    """A plan of what is under way as it really went: the one that stands with what slipped, unless that breaks a limit,
    or another plan gains much. Whoever works by a plan is not told of another for little.
    """
    stands = slipped(work, service, past, before)
    agreed = as_planned(work, service, past).relaxing
    if stands is not None and not overdue(stands, past) and stands.relaxing <= agreed + parameter("gain_least"):
        return stands
    little = min(effort, LITTLE_EFFORT)
    best = decide(work, service, as_before(before, long_enough(work), service, past), little)
    if stands is None and not best.dropped:
        # What came on top has its place around what stands.
        return best
    best = min(best, decide(work, service, past, little), key=lambda one: (len(one.dropped), round(one.relaxing, 6)))
    if stands is not None:
        return best if _gains(best, stands, past) else stands
    if not best.dropped:
        return best
    return min(best, decide(eased(work, past), service, past, little), key=lambda one: len(one.dropped))


def _gains(other: Decided, stands: Decided, past: Past) -> bool:
    """Whether another plan is worth telling everybody of it: it keeps a limit, or gives up much less, and nobody waits
    much longer for that.
    """
    if other.dropped:
        return False
    if overdue(stands, past):
        return True
    waits = max((late - stands.late.get(name, 0) for name, late in other.late.items()), default=0)
    return waits <= LATER_MIN and other.relaxing + parameter("gain_least") < stands.relaxing


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
