"""A run on record: each step as planned and as it was, the gates with what was read, and what else happened."""

from collections.abc import Iterable, Iterator, Mapping
from datetime import UTC, datetime, tzinfo
from typing import Any

from typing_extensions import TypedDict

from jarcore.documents.plan import Gate, Plan, PlannedStep, Warm
from jarcore.run.events import CORRECTED, HAPPENED, PHOTOGRAPHED, SKIPPED, WEIGHED, Event, events_of, number_of
from jarcore.run.fold import MINUTE, OVER, GateStanding, GateState, State, fold


class GateRead(TypedDict):
    """A gate of a step: what was asked, where it stands, what was read and where that came from, and why it was gone on
    with where it did not hold.
    """

    text: str
    standing: GateStanding
    value: float | None
    unit: str | None
    source: str | None
    accepted: str | None


class LineOnRecord(TypedDict):
    """A line as it was weighed in: what it was to weigh and what it weighs [g], and where that number came from."""

    name: str
    meant_g: float | None
    was_g: float
    source: str | None


class StepOnRecord(TypedDict):
    """A step as planned and as it was: when it was over, or when it began where nothing else is said of it; null where
    it was never planned, or where nobody said so. `late_min` is how much later than planned that was [min].
    """

    step: str
    course: str | None
    text: str
    planned: str | None
    was: str | None
    by: str | None
    late_min: int | None
    skipped: str | None
    gates: list[GateRead]
    weighed: list[LineOnRecord]


class Mended(TypedDict):
    """A mend of what went in otherwise: when, by whom, of which jar of which course, and what was done."""

    at: str
    by: str | None
    course: str | None
    jar: str | None
    text: str


class Happening(TypedDict):
    """What else happened: when, by whom, and what was said."""

    at: str
    by: str | None
    what: str
    course: str | None
    says: dict[str, Any]


class PhotoOnRecord(TypedDict):
    """A photo: its name, when, by whom, and of which step where it is of one."""

    photo: str
    at: str
    by: str | None
    text: str | None


class Record(TypedDict):
    """A run on record. `open` is how many steps nobody has said anything of; `late_min` how late the last plate was."""

    steps: list[StepOnRecord]
    happened: list[Happening]
    mended: list[Mended]
    photos: list[PhotoOnRecord]
    warm_minutes: list[Warm]
    open: int
    late_min: int | None


# What serves; and what is said of something else that happened, besides when and by whom.
PLATE = "plate"
SAYS = ("covers", "pieces", "minutes", "value", "line", "note")


def record(planned: Plan, plan: Plan, written: Iterable[object], zone: tzinfo, *, rehearsal: bool = False) -> Record:
    """A run on record.

    Parameters: planned, the plan that it began with; plan, the last one; written, its events; zone, where it was;
    rehearsal, whether simulated readings counted.
    """
    events = events_of(written, zone)
    state = fold(plan, events, rehearsal=rehearsal)
    weighed = {(one.step, str(one.says.get("line"))): one for one in events if one.do == WEIGHED}
    before = {step["id"]: step for step in planned["steps"]}
    why = {one.step: str(one.says.get("why") or "") for one in events if one.do == SKIPPED}
    asked = [step for step in plan["steps"] if step["press"] != "none"]
    steps = [
        _step(step, before.get(step["id"]), state, why.get(step["id"], ""), [*_weighed(step, weighed)], zone)
        for step in asked
    ]
    plates = {step["id"] for step in planned["steps"] if step["do"] == PLATE}
    late = [one["late_min"] for one in steps if one["late_min"] is not None and one["step"] in plates]
    return {
        "steps": steps,
        "happened": [_happening(one, zone) for one in events if one.do == HAPPENED],
        "mended": [_mended(one, zone) for one in events if one.do == CORRECTED],
        "photos": [*_photos(events, plan, zone)],
        "warm_minutes": plan["warm_minutes"],
        "open": sum(1 for step in asked if step["active"] and state.steps[step["id"]].standing != OVER),
        "late_min": max(late, default=None),
    }


def _step(
    step: PlannedStep,
    before: PlannedStep | None,
    state: State,
    why: str,
    weighed: list[LineOnRecord],
    zone: tzinfo,
) -> StepOnRecord:
    stands = state.steps[step["id"]]
    done = step["press"] == "done"
    planned = before and before["end" if done else "start"]
    said = stands.ended if done else stands.began
    return {
        "step": step["id"],
        "course": step["course"],
        "text": step["text"],
        "planned": planned,
        "was": _written(said, zone),
        "by": stands.by,
        "late_min": None if planned is None or said is None else _late(planned, said),
        "skipped": why if stands.skipped else None,
        "gates": [_gate(gate, state.gates[step["id"], gate["id"]]) for gate in step["gates"]],
        "weighed": weighed,
    }


def _weighed(step: PlannedStep, weighed: Mapping[tuple[str | None, str], Event]) -> Iterator[LineOnRecord]:
    """What was weighed in for a step, in the order of its lines."""
    for amount in step["amounts"]:
        event = weighed.get((step["id"], amount["line"] or amount["name"]))
        value = None if event is None else number_of(event.says.get("value"))
        if event is not None and value is not None:
            meant = number_of(event.says.get("meant"))
            yield {"name": amount["name"], "meant_g": meant, "was_g": value, "source": _text(event.says.get("source"))}


def _late(planned: str, said: int) -> int:
    return (said - round(datetime.fromisoformat(planned).astimezone(UTC).timestamp() * 1000)) // MINUTE


def _gate(gate: Gate, stands: GateState) -> GateRead:
    says = stands.event.says if stands.event else {}
    return {
        "text": gate["text"],
        "standing": stands.standing,
        "value": number_of(says.get("value")),
        "unit": gate["unit"],
        "source": _text(says.get("source")),
        "accepted": _text(says.get("accepted")),
    }


def _mended(event: Event, zone: tzinfo) -> Mended:
    course, jar = (_text(event.says.get(name)) for name in ("course", "jar"))
    text = _text(event.says.get("note")) or ""
    return {"at": _written(event.at, zone) or "", "by": event.by, "course": course, "jar": jar, "text": text}


def _photos(events: Iterable[Event], plan: Plan, zone: tzinfo) -> Iterator[PhotoOnRecord]:
    texts = {step["id"]: step["text"] for step in plan["steps"]}
    for event in events:
        photo = _text(event.says.get("photo"))
        if event.do == PHOTOGRAPHED and photo:
            at = _written(event.at, zone) or ""
            yield {"photo": photo, "at": at, "by": event.by, "text": texts.get(event.step or "")}


def _text(value: object) -> str | None:
    return value if isinstance(value, str) else None


def _happening(event: Event, zone: tzinfo) -> Happening:
    return {
        "at": _written(event.at, zone) or "",
        "by": event.by,
        "what": str(event.says.get("what") or "other"),
        "course": _text(event.says.get("course")),
        "says": {name: event.says[name] for name in SAYS if event.says.get(name) is not None},
    }


def _written(at: int | None, zone: tzinfo) -> str | None:
    """A time [ms since the epoch] with its offset, to the second."""
    return None if at is None else datetime.fromtimestamp(at // 1000, zone).isoformat()
