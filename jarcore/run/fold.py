"""Events folded over a plan: which steps are open, begun or over, and which timers run.

The same is folded on the tablet while there is no network; one table of events goes through both.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Final, Literal

from jarcore.documents.plan import Gate, Plan, PlannedStep
from jarcore.run.events import DONE, ENDED, NOT_YET, PASSED, SIMULATED, SKIPPED, STARTED, WEIGHED, Event, number_of

Standing = Literal["open", "begun", "over"]
GateStanding = Literal["open", "held", "accepted", "failed", "impossible", "simulated"]
OPEN: Final = "open"
BEGUN: Final = "begun"
OVER: Final = "over"
MINUTE = 60_000


@dataclass(frozen=True, slots=True)
class StepState:
    """Where a step stands; when it began and was over [ms since the epoch], as far as somebody said so, and who did;
    whether it was left out; until when it is put off.
    """

    standing: Standing
    began: int | None = None
    ended: int | None = None
    by: str | None = None
    skipped: bool = False
    until: int | None = None


@dataclass(frozen=True, slots=True)
class Timer:
    """A wait that runs: since when, and when it is due [ms since the epoch]; of a jar, its best and its latest."""

    step: str
    began: int
    due: int
    best_from: int | None = None
    latest: int | None = None


@dataclass(frozen=True, slots=True)
class GateState:
    """Where a gate stands: open while nobody has said anything; held, or accepted where it does not and was gone on
    with for a reason; failed; nothing that can be read there; or only simulated. `event` is what was said last.
    """

    standing: GateStanding
    event: Event | None = None


@dataclass(frozen=True, slots=True)
class State:
    """A run as it stands: its steps, its timers, its gates by step and gate, what is in by step and line [g], when it
    was ended [ms].
    """

    steps: Mapping[str, StepState]
    timers: Sequence[Timer]
    gates: Mapping[tuple[str, str], GateState]
    weights: Mapping[tuple[str, str], float]
    ended: int | None = None


def fold(plan: Plan, events: Iterable[Event], *, rehearsal: bool = False) -> State:
    """Where EVENTS, as read (each once, the earliest first), leave each step of a plan.

    Only in a REHEARSAL does a simulated reading open a gate of safety. What comes before something that has begun is
    over, unless it must not be left out. A wait that nobody begins begins when all that it waits for is over.
    """
    told = _Told.of(events)
    before = _all_before(plan, told)
    steps: dict[str, StepState] = {}
    for step in _in_order(plan):
        steps[step["id"]] = _state(step, told, before, steps)
    gates = {
        (step["id"], gate["id"]): _gate(gate, told.passed.get((step["id"], gate["id"])), rehearsal)
        for step in plan["steps"]
        for gate in step["gates"]
    }
    return State(
        steps=steps,
        timers=[*_timers(plan, steps)],
        gates=gates,
        weights=told.weights,
        ended=told.ended[0] if told.ended else None,
    )


def _gate(gate: Gate, event: Event | None, rehearsal: bool) -> GateState:
    """Where what was said last of a gate leaves it: by what was read, whatever whoever said it makes of that."""
    if event is None:
        return GateState("open")
    value = number_of(event.says.get("value"))
    read = None if value is None or _outside(value, gate["low"], gate["high"]) else value
    if gate["safety"] and event.says.get("source") == SIMULATED and not rehearsal:
        return GateState("accepted" if event.says.get("accepted") else "simulated", event)
    if gate["unit"] is None:
        held = event.says.get("held") is True
    else:
        held = read is not None and not _outside(read, gate["least"], gate["most"])
    if held:
        return GateState("held", event)
    if event.says.get("accepted"):
        return GateState("accepted", event)
    return GateState("failed" if gate["unit"] is None or read is not None else "impossible", event)


def _outside(value: float, least: float | None, most: float | None) -> bool:
    return (least is not None and value < least) or (most is not None and value > most)


@dataclass(frozen=True, slots=True)
class _Told:
    """What events say of steps: when they began and ended, who said so, what was left out and put off."""

    began: dict[str, int]
    done: dict[str, int]
    by: dict[str, str | None]
    skipped: set[str]
    until: dict[str, int]
    passed: dict[tuple[str, str], Event]
    weights: dict[tuple[str, str], float]
    ended: list[int]

    @classmethod
    def of(cls, events: Iterable[Event]) -> "_Told":
        told = cls({}, {}, {}, set(), {}, {}, {}, [])
        for event in events:
            if event.do == ENDED:
                told.ended.append(event.at)
            elif event.step is not None:
                told._of_step(event, event.step)
        return told

    def _of_step(self, event: Event, step: str) -> None:
        if event.do == STARTED:
            self.began.setdefault(step, event.at)
        elif event.do in (DONE, SKIPPED):
            # What was done by one and left out by another was done.
            self.done.setdefault(step, event.at)
            self.by.setdefault(step, event.by)
            (self.skipped.add if event.do == SKIPPED else self.skipped.discard)(step)
        elif event.do == NOT_YET:
            self.until[step] = event.at if event.until is None else event.until
        elif event.do == PASSED:
            self.passed[step, str(event.says.get("gate"))] = event
        elif event.do == WEIGHED:
            value = number_of(event.says.get("value"))
            if value is not None and value >= 0:
                self.weights[step, str(event.says.get("line"))] = value


def _all_before(plan: Plan, told: _Told) -> set[str]:
    """All that comes before a step that has begun."""
    after = {step["id"]: step["after"] for step in plan["steps"]}
    waiting = [name for name in after if name in told.began or name in told.done]
    found = set[str]()
    while waiting:
        further = set(after.get(waiting.pop(), ())) - found
        found |= further
        waiting += further
    return found


def _in_order(plan: Plan) -> list[PlannedStep]:
    """Steps, each after all that it waits for."""
    by_id = {step["id"]: step for step in plan["steps"]}
    found: dict[str, PlannedStep] = {}
    for first in plan["steps"]:
        stack = [first["id"]]
        while stack:
            name = stack[-1]
            open_ones = [one for one in by_id[name]["after"] if one in by_id and one not in found and one not in stack]
            if open_ones:
                stack.append(open_ones[0])
            else:
                found.setdefault(stack.pop(), by_id[name])
    return list(found.values())


def _state(step: PlannedStep, told: _Told, before: set[str], steps: Mapping[str, StepState]) -> StepState:
    name = step["id"]
    began, ended = told.began.get(name), told.done.get(name)
    standing: Standing = OPEN
    if ended is not None or (name in before and not step["must"]):
        standing = OVER
    elif began is not None:
        standing = BEGUN
    elif step["press"] == "none":
        waited = [steps[one] for one in step["after"] if one in steps]
        if waited and all(one.standing == OVER for one in waited):
            standing = BEGUN
            began = max((one.ended for one in waited if one.ended is not None), default=None)
    return StepState(standing, began, ended, told.by.get(name), name in told.skipped, told.until.get(name))


def _timers(plan: Plan, steps: Mapping[str, StepState]) -> Iterable[Timer]:
    """Waits that run, what is due first first."""
    jars = {f"{one['step']}.contact": one for one in plan["windows"]}
    found = []
    for step in plan["steps"]:
        state = steps[step["id"]]
        if step["active"] or state.standing != BEGUN or state.began is None:
            continue
        length = _ms(step["end"]) - _ms(step["start"])
        best, latest = None, None
        jar = jars.get(step["id"])
        if jar:
            best, latest = (
                None if end is None else state.began + _ms(end) - _ms(jar["on"])
                for end in (jar["best_from"], jar["latest"])
            )
        found.append(Timer(step["id"], state.began, state.began + length, best, latest))
    return sorted(found, key=lambda one: (one.due, one.step))


def _ms(at: str) -> int:
    """A time of a plan [ms since the epoch]."""
    return round(datetime.fromisoformat(at).astimezone(UTC).timestamp() * 1000)


def to_do(plan: Plan, state: State, person: str, now: int) -> list[PlannedStep]:
    """What somebody is called to, what comes first first: all that it waits for is over, or is a wait that runs.

    Parameters: person, as the plan calls them; now [ms since the epoch].
    """
    stands, due = state.steps, {timer.step: timer.due for timer in state.timers}
    waits: dict[str, bool] = {}
    for step in _in_order(plan):
        here = stands[step["id"]].standing
        if step["press"] == "none":
            waits[step["id"]] = here == OPEN and any(waits.get(name, False) for name in step["after"])
        else:
            waits[step["id"]] = here != OVER if step["active"] else here == OPEN

    def first(step: PlannedStep) -> tuple[bool, int, str]:
        waited = [due[name] for name in step["after"] if name in due]
        start = max(_ms(step["start"]), stands[step["id"]].until or 0, *waited)
        # What is only begun takes no time, and is begun when it is time, whatever else is in hand.
        return step["press"] != "begin" or start > now, start, step["id"]

    ready = [
        step
        for step in plan["steps"]
        if person in step["calls"]
        and waits[step["id"]]
        and step["press"] != "none"
        and not any(waits.get(name, False) for name in step["after"])
    ]
    return sorted(ready, key=first)
