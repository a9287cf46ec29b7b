"""A run on record: each step as planned and as it was, the gates with what was read, and what else happened."""

from collections.abc import Iterable
from datetime import UTC, datetime, tzinfo
from typing import Any

from typing_extensions import TypedDict

from jarcore.documents.plan import Plan, PlannedStep, Warm
from jarcore.run.events import HAPPENED, Event, events_of
from jarcore.run.fold import MINUTE, OVER, StepState, fold


class GateRead(TypedDict):
    """A gate of a step: what was asked, what was read and where that came from, whether it held, or why it was gone on
    without.
    """

    text: str
    value: float | None
    unit: str | None
    source: str | None
    held: bool
    accepted: str | None
    safety: bool


class StepOnRecord(TypedDict):
    """A step as planned and as it was; null where nobody said so. `late_min` is how much later than planned it was over
    [min]; a step that came on top was never planned.
    """

    step: str
    course: str | None
    text: str
    planned_start: str | None
    planned_end: str | None
    began: str | None
    ended: str | None
    by: str | None
    late_min: int | None
    skipped: str | None
    gates: list[GateRead]


class Happening(TypedDict):
    """What else happened: when, by whom, and what was said."""

    at: str
    by: str | None
    what: str
    course: str | None
    says: dict[str, Any]


class Record(TypedDict):
    """A run on record. `open` is how many steps nobody has said anything of; `late_min` how late the last plate was."""

    steps: list[StepOnRecord]
    happened: list[Happening]
    warm_minutes: list[Warm]
    open: int
    late_min: int | None


# What is said of something else that happened, besides when and by whom.
SAYS = ("covers", "pieces", "minutes", "value", "line", "note")


def record(planned: Plan, plan: Plan, written: Iterable[object], zone: tzinfo) -> Record:
    """A run on record.

    Parameters: planned, the plan that it began with; plan, the last one; written, its events; zone, where it was.
    """
    events = events_of(written, zone)
    state = fold(plan, events)
    before = {step["id"]: step for step in planned["steps"]}
    skipped = {one.step: str(one.says.get("why") or "") for one in events if one.do == "skipped"}
    steps = [
        _step(step, before.get(step["id"]), state.steps[step["id"]], skipped, state.passed, zone)
        for step in plan["steps"]
        if step["press"] != "none"
    ]
    late = [one["late_min"] for one in steps if one["late_min"] is not None and before[one["step"]]["do"] == "plate"]
    return {
        "steps": steps,
        "happened": [_happening(one, zone) for one in events if one.do == HAPPENED],
        "warm_minutes": plan["warm_minutes"],
        "open": sum(1 for name, one in state.steps.items() if _asked(name, plan) and one.standing != OVER),
        "late_min": max(late, default=None),
    }


def _asked(name: str, plan: Plan) -> bool:
    return any(step["id"] == name and step["active"] for step in plan["steps"])


def _step(
    step: PlannedStep,
    before: PlannedStep | None,
    stands: StepState,
    skipped: dict[str | None, str],
    passed: Any,
    zone: tzinfo,
) -> StepOnRecord:
    planned = before and (before["end"] if step["press"] == "done" else before["start"])
    said = stands.ended if step["press"] == "done" else stands.began
    return {
        "step": step["id"],
        "course": step["course"],
        "text": step["text"],
        "planned_start": before and before["start"],
        "planned_end": before and before["end"],
        "began": _written(stands.began, zone),
        "ended": _written(stands.ended, zone),
        "by": stands.by,
        "late_min": None if planned is None or said is None else _late(planned, said),
        "skipped": skipped.get(step["id"]) if stands.skipped else None,
        "gates": [
            _gate(gate, passed[step["id"], gate["id"]]) for gate in step["gates"] if (step["id"], gate["id"]) in passed
        ],
    }


def _late(planned: str, said: int) -> int:
    return (said - round(datetime.fromisoformat(planned).astimezone(UTC).timestamp() * 1000)) // MINUTE


def _gate(gate: Any, event: Event) -> GateRead:
    value, accepted, source = event.says.get("value"), event.says.get("accepted"), event.says.get("source")
    return {
        "text": gate["text"],
        "value": float(value) if isinstance(value, int | float) and not isinstance(value, bool) else None,
        "unit": gate["unit"],
        "source": source if isinstance(source, str) else None,
        "held": event.says.get("held") is True,
        "accepted": accepted if isinstance(accepted, str) else None,
        "safety": gate["safety"],
    }


def _happening(event: Event, zone: tzinfo) -> Happening:
    return {
        "at": _written(event.at, zone) or "",
        "by": event.by,
        "what": str(event.says.get("what") or "other"),
        "course": event.says.get("course") if isinstance(event.says.get("course"), str) else None,
        "says": {name: event.says[name] for name in SAYS if event.says.get(name) is not None},
    }


def _written(at: int | None, zone: tzinfo) -> str | None:
    """A time [ms since the epoch] with its offset, to the second."""
    return None if at is None else datetime.fromtimestamp(at // 1000, zone).isoformat()
