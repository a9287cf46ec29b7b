"""What has happened in a service, step by step: by events where there are any, else by the clock."""

from collections import defaultdict
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from datetime import datetime

from jarcore.data import parameter
from jarcore.documents.plan import Plan, PlannedStep
from jarcore.run import State, StepState, to_do
from jarcore.run.fold import BEGUN, MINUTE, OPEN, OVER
from jarcore.service.times import minute_of


@dataclass(frozen=True, slots=True)
class Spell:
    """From when to when a step really was; until now at least, while it goes on [min since the epoch]."""

    start: int
    end: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Went:
    """The steps that have begun, those that are put off until later [min since the epoch], and whether the clock says
    so: then what is heated up for has begun too.
    """

    now: int
    spells: Mapping[str, Spell] = field(default_factory=dict)
    until: Mapping[str, int] = field(default_factory=dict)
    by_clock: bool = False


def at(text: str) -> int:
    """A time of a plan [min since the epoch]."""
    return minute_of(datetime.fromisoformat(text))


def by_clock(before: Plan, now: int) -> Went:
    """What a plan has before now has happened as it has it."""
    spells = {one["id"]: Spell(at(one["start"]), at(one["end"])) for one in before["steps"] if at(one["start"]) < now}
    return Went(now=now, spells=spells, by_clock=True)


def by_events(before: Plan, state: State, now: int) -> Went:
    """What events say of the steps of a plan. What is not said was as planned, but no later than what followed it
    began; what goes on lasts until now. Nobody says that they begin with what hands do: whoever has time for what is
    due is at it.
    """
    followers = defaultdict(list)
    for step in before["steps"]:
        for name in step["after"]:
            followers[name].append(step["id"])
    spells: dict[str, Spell] = {}
    doing = set(_in_hand(before, state, now))
    for step in reversed(before["steps"]):
        stands = state.steps[step["id"]]
        if step["id"] in doing:
            spells[step["id"]] = Spell(at(step["start"]), max(at(step["end"]), now))
        elif stands.standing != OPEN:
            then = [spells[name].start for name in followers[step["id"]] if name in spells]
            spells[step["id"]] = _spell(step, stands, min(then, default=None), now)
    until = {
        name: -(-one.until // MINUTE)
        for name, one in state.steps.items()
        if one.until is not None and one.standing == OPEN
    }
    return Went(now=now, spells=spells, until=until)


def _in_hand(before: Plan, state: State, now: int) -> Iterator[str]:
    """What each pair of hands is at: the first of what is due and is not put off. What nobody has said anything of for
    long is not begun.
    """
    for person in {name for step in before["steps"] for name in step["people"]}:
        for step in to_do(before, state, person, now * MINUTE):
            if step["active"] and (state.steps[step["id"]].until or 0) <= now * MINUTE:
                if at(step["start"]) < now <= at(step["end"]) + parameter("in_hand_most"):
                    yield step["id"]
                break


def _spell(step: PlannedStep, stands: StepState, then: int | None, now: int) -> Spell:
    """From when to when a step was; THEN is when the first of what follows it began."""
    start, end = at(step["start"]), at(step["end"])
    latest = now if then is None else min(then, now)
    ended = latest if stands.ended is None else min(stands.ended // MINUTE, now)
    if stands.skipped:
        return Spell(ended, ended)
    began = min(start, ended) if stands.began is None else min(stands.began // MINUTE, now)
    if stands.standing == BEGUN or (stands.standing == OVER and stands.ended is None and then is None):
        # What hands do goes on until somebody says that it is done; a wait has its time.
        return Spell(began, max(began + end - start, now) if step["active"] else began + end - start)
    return Spell(began, max(began, ended))
