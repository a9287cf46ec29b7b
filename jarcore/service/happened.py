"""What has happened in a service: events fold into tasks that are fixed, and into the time from which on is planned."""

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace

from jarcore.service.deciding import Decided, Past
from jarcore.service.laid_out import step_ids
from jarcore.service.served import ReadService
from jarcore.service.timeline import Given
from jarcore.service.times import say_nothing
from jarcore.service.work import Task, Work

STARTED, DONE = "started", "done"


@dataclass(frozen=True, slots=True)
class Event:
    """One event as read: the step it is of (None for the time alone), what of it, and when [min since the epoch]."""

    step: str | None
    do: str
    at: int


def read_events(events: Iterable[object], service: ReadService) -> list[Event]:
    """The events that can be read: `{"step", "do": "started" | "done", "at"}`, or `{"do": "now", "at"}` for the time
    alone. What is none is left out.
    """
    found = []
    for event in events:
        at = event.get("at") if isinstance(event, Mapping) else None
        minute = service.zone.read(at, "/events", say_nothing) if isinstance(at, str) else None
        if minute is not None and isinstance(event, Mapping):
            step = event.get("step")
            found.append(Event(step if isinstance(step, str) else None, str(event.get("do")), minute))
    return found


def past_of(
    events: Sequence[Event], work: Work, past: Past, plan_before: Callable[[Past], Decided]
) -> tuple[Past, Work]:
    """What EVENTS fix, with the plan that they met, made from a PAST in which nothing is fixed; and the work as
    long as it really took.

    Events come in any order and any number of times: the earliest beginning and the latest end of a step count. What
    comes before something that has begun has happened too. What has not begun is planned from the latest event on.
    """
    if not events:
        return past, work
    before = plan_before(past)
    now = max(past.floor, *(event.at for event in events))
    begun, ended = _folded(events, work, before)
    begun |= {name: before.given[name].start for name in _ancestors(work, begun) if name in before.given}
    begun = {name: min(start, now) for name, start in begun.items() if name in before.given}
    tasks = [_as_it_took(task, begun, ended, now) for task in work.tasks]
    fixed = {name: replace(before.given[name], start=start) for name, start in begun.items()}
    starts = {name: given.start for name, given in before.given.items()}
    who = {name: frozenset(one for part in given.people for one in part) for name, given in before.given.items()}
    return Past(fixed=fixed, floor=now, before=starts, who=who), Work(tuple(tasks), work.links)


def _folded(events: Sequence[Event], work: Work, before: Decided) -> tuple[dict[str, int], dict[str, int]]:
    """When each task began and when it was over, as far as that is known [min since the epoch]."""
    parts = {name: (task, place) for task in work.tasks for place, name in enumerate(step_ids(task))}
    begun, ended = dict[str, int](), dict[str, int]()
    for event in events:
        if event.step not in parts or event.do not in (STARTED, DONE):
            continue
        task, place = parts[event.step]
        offset = sum(part.minutes for part in task.parts[:place])
        if event.do == STARTED:
            begun[task.id] = min(begun.get(task.id, event.at), event.at - offset)
            continue
        over = event.at - offset - task.parts[place].minutes
        planned: Given | None = before.given.get(task.id)
        begun.setdefault(task.id, min(over, planned.start) if planned and planned.start < event.at else over)
        if place == len(task.parts) - 1:
            ended[task.id] = max(event.at, ended.get(task.id, event.at))
    return begun, ended


def _ancestors(work: Work, names: Iterable[str]) -> set[str]:
    """All that comes before some tasks."""
    seen, waiting = set[str](), list(names)
    while waiting:
        before = {link.before for link in work.into[waiting.pop()]} - seen
        seen |= before
        waiting += before
    return seen


def _as_it_took(task: Task, begun: Mapping[str, int], ended: Mapping[str, int], now: int) -> Task:
    """A task that has begun as long as it took, or as it has to take by now; any other as it is."""
    start = begun.get(task.id)
    if start is None:
        return task
    took = ended[task.id] - start if task.id in ended else max(task.minutes, now - start)
    last = task.parts[-1]
    longer = max(0, last.minutes + took - task.minutes)
    return replace(task, parts=(*task.parts[:-1], replace(last, minutes=longer)))
