"""The temperature record: what was read and checked, against its limit, with what was done where it was missed.

Kept by itself out of the gates of a run, and out of what is logged beside them (`logged` events: of a run, or of a
kitchen without one). Whose limit was missed waits for a corrective action.
"""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timedelta, tzinfo
from functools import cache
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import parameter, rows, sentence
from jarcore.data.tables import number
from jarcore.documents.plan import Gate, Plan, PlannedStep
from jarcore.run.events import ACTED, LOGGED, PASSED, SIMULATED, Event, number_of
from jarcore.run.fold import MINUTE, fold

COOLING, COLD_JAR = "cooling", "cold_jar"
DAY_MS = 24 * 60 * MINUTE


class Entry(TypedDict):
    """One line of the record: when, what kind and which one; what was read [degC], its limit in words, whether it was
    kept (null where it is not known yet), and what was done where it was not; who did it, who signed it, and where the
    number came from. What was logged outside any run (`own`) is taken back in the record itself.
    """

    id: str
    at: str
    kind: str
    name: str
    which: str
    value: float | None
    unit: str | None
    limit: str | None
    held: bool | None
    action: str | None
    note: str | None
    by: str | None
    signed: str | None
    source: str | None
    instrument: str | None
    own: bool


class Kind(TypedDict):
    """A kind of line as it is asked for: what it is called, what is asked of which one it is, its unit and instrument
    where something is read, its limit in words, the bounds of what can be [degC], what is usually done where it misses,
    every how many hours it is due, and what is asked where its bound may be another one here.
    """

    kind: str
    name: str
    which: str
    unit: str | None
    instrument: str | None
    limit: str | None
    low: float | None
    high: float | None
    instead: str
    every_h: float | None
    meant: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class _Row:
    """A kind by the table; `bound` is the figure of its limit [degC]."""

    kind: str
    name: str
    which: str
    unit: str | None
    instrument: str | None
    limit: str
    bound: float | None
    slack: float
    low: float | None
    high: float | None
    gate: str
    every_h: float | None
    instead: str
    meant: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """A line before it is written: its event, what kind and which one, what was read against which bound [degC], and
    whether it was logged outside any run (`own`).
    """

    event: Event
    kind: str
    which: str
    value: float | None
    bound: float | None
    held: bool | None
    action: str | None
    note: str | None = None
    own: bool = False


@cache
def _rows() -> Mapping[str, _Row]:
    gates = {row["id"]: row for row in rows("gates")}
    return {row["kind"]: _row(row, gates.get(row["gate"], row)) for row in rows("temperature_log")}


def _row(row: Mapping[str, str], read: Mapping[str, str]) -> _Row:
    """A kind by its row; how it is READ stands in the row of its gate, where it has one."""
    return _Row(
        kind=row["kind"],
        name=row["name"],
        which=row["which"],
        unit=read["unit"] or None,
        instrument=read["instrument"] or None,
        limit=row["limit"],
        bound=parameter(row["bound"]) if row["bound"] else None,
        slack=float(row["slack"]),
        low=number(read["low"]),
        high=number(read["high"]),
        gate=row["gate"],
        every_h=number(row["every_h"]),
        instead=row["instead"],
        meant=row["meant"] or None,
    )


@cache
def _heated() -> frozenset[str]:
    """Deeds of a plan after which a jar is hot."""
    return frozenset(row["planned_as"] for row in rows("makings") if row["heats"] == "1")


def kinds() -> list[Kind]:
    """The kinds of lines, as they are asked for."""
    return [
        {
            "kind": row.kind,
            "name": row.name,
            "which": row.which,
            "unit": row.unit,
            "instrument": row.instrument,
            "limit": _limit(row, row.bound),
            "low": row.low,
            "high": row.high,
            "instead": row.instead,
            "every_h": row.every_h,
            "meant": row.meant,
        }
        for row in _rows().values()
    ]


def fault_of(says: Mapping[str, Any], *, rehearsal: bool) -> str | None:
    """Why what somebody logs cannot enter the record, in words: a kind that there is not, a temperature that is none or
    cannot be, and a simulated reading outside a REHEARSAL. None where it can.
    """
    row = _rows().get(str(says.get("what")))
    if row is None:
        return sentence("log/no-kind", what=str(says.get("what")))
    value = number_of(says.get("value"))
    if row.unit is not None and value is None:
        return sentence("log/no-number")
    if value is not None and _cannot_be(row, value):
        return sentence("log/cannot-be", value=value)
    return sentence("log/simulated") if says.get("source") == SIMULATED and not rehearsal else None


def of_run(plan: Plan, events: Sequence[Event], *, rehearsal: bool) -> list[Line]:
    """The lines of a run, by its gates and by what was logged beside them.

    Parameters: events, as read (each once, the earliest first). What is simulated counts only in a REHEARSAL.
    """
    gates, cooled = _of_gates(plan, events, rehearsal), _cooled(plan, events, rehearsal)
    return [*gates, *cooled, *of_log(events, rehearsal=rehearsal, own=False)]


def of_log(events: Iterable[Event], *, rehearsal: bool, own: bool = True) -> list[Line]:
    """The lines that were logged: outside any run (OWN), or beside its gates."""
    return [line for event in events if event.do == LOGGED and (line := _logged(event, rehearsal, own)) is not None]


def _logged(event: Event, rehearsal: bool, own: bool) -> Line | None:
    if fault_of(event.says, rehearsal=rehearsal) is not None:
        return None
    row, value = _rows()[str(event.says.get("what"))], number_of(event.says.get("value"))
    bound = number_of(event.says.get("meant")) or row.bound
    return Line(
        event=event,
        kind=row.kind,
        which=_text(event.says.get("note")) or "",
        value=value,
        bound=bound,
        held=None if value is None or row.limit == COOLING else _held(row, value, bound),
        action=_text(event.says.get("accepted")),
        own=own,
    )


def _of_gates(plan: Plan, events: Sequence[Event], rehearsal: bool) -> Iterator[Line]:
    """What was read at gates, each time that it was."""
    kinds_of = {row.gate: row for row in _rows().values() if row.gate}
    places = {(step["id"], gate["id"]): (step, gate) for step in plan["steps"] for gate in step["gates"]}
    last = {(one.step, one.says.get("gate")): one.id for one in events if one.do == PASSED}
    for event in events:
        row = kinds_of.get(str(event.says.get("gate"))) if event.do == PASSED else None
        if row is None or (event.says.get("source") == SIMULATED and not rehearsal):
            continue
        step, gate = places.get((str(event.step), row.gate), (None, None))
        value, bound = number_of(event.says.get("value")), _bound_of(row, gate)
        if row.unit is None:
            if event.says.get("held") is not True:
                continue
            held: bool | None = True
        elif value is None or _cannot_be(row, value):
            continue
        else:
            held = _held(row, value, bound)
        # What is read again was done something about; what was gone on with says why.
        again = last[event.step, event.says.get("gate")] != event.id
        action = _text(event.says.get("accepted"))
        if held is False and action is None and again:
            action = gate["instead"] if gate else row.instead
        yield Line(
            event=event,
            kind=row.kind,
            which=_which(plan, step, event),
            value=value,
            bound=bound,
            held=held,
            action=action,
        )


def _cooled(plan: Plan, events: Sequence[Event], rehearsal: bool) -> Iterator[Line]:
    """Jars that were hot: when they came off the heat, and when they were read cold before raw fish went in."""
    state = fold(plan, events, rehearsal=rehearsal)
    gate = _rows()[COLD_JAR].gate
    by_step = {step["id"]: step for step in plan["steps"]}
    for event in events:
        step = by_step.get(event.step or "")
        if event.do != PASSED or event.says.get("gate") != gate or step is None or step["jar"] is None:
            continue
        stands = state.gates.get((step["id"], gate))
        if stands is None or stands.event is not event or stands.standing != "held":
            continue
        hot = [
            ended
            for one in plan["steps"]
            if one["do"] in _heated() and (one["course"], one["jar"]) == (step["course"], step["jar"])
            if (ended := state.steps[one["id"]].ended) is not None and ended <= event.at
        ]
        if hot:
            which = _which(plan, step, event)
            off = replace(event, id=f"{event.id}-hot", at=max(hot))
            yield Line(event=off, kind=COOLING, which=which, value=None, bound=None, held=None, action=None)
            cold = replace(event, id=f"{event.id}-cold")
            value = number_of(event.says.get("value"))
            yield Line(event=cold, kind=COOLING, which=which, value=value, bound=None, held=None, action=None)


def done_about(events: Iterable[Event]) -> dict[str, str]:
    """What was done about limits that were missed, as it was said since, by the event that missed it."""
    said = ((str(one.says.get("event")), _text(one.says.get("note"))) for one in events if one.do == ACTED)
    return {event: note for event, note in said if note}


def temperature_record(lines: Iterable[Line], done: Mapping[str, str], zone: tzinfo) -> list[Entry]:
    """The record, the earliest first: each line once, what cools judged over all its readings.

    Parameters: done, what was done about lines since, by their events.
    """
    once = {one.event.id: one for one in lines}
    judged = _cooling(sorted(once.values(), key=lambda one: (one.event.at, one.event.id)))
    return [_entry(one, done.get(one.event.id), zone) for one in judged]


def _cooling(lines: Sequence[Line]) -> Iterator[Line]:
    """The lines, with those that cool judged by when each began to.

    Source: Food Code 3-501.14: from 57 to 21 degC within two hours, and to 5 degC within six in all.
    """
    first, whole = parameter("cool_first_limit") * MINUTE, parameter("cool_whole_limit") * MINUTE
    begun: dict[str, tuple[int, bool]] = {}
    for line in lines:
        if line.kind != COOLING:
            yield line
            continue
        since, half = begun.get(line.which, (line.event.at, False))
        hot = line.value is None or line.value >= parameter("cool_from")
        if line.which not in begun or hot or line.event.at - since > DAY_MS:
            begun[line.which] = (line.event.at, False)
            yield line
            continue
        value, took = line.value or 0.0, line.event.at - since
        half = half or (value <= parameter("cool_first") and took <= first)
        begun[line.which] = (since, half)
        cold = value <= parameter("cold_holding")
        held: bool | None = None
        if (took > first and value > parameter("cool_first")) or took > whole:
            held = False
        elif cold:
            # Cold within the six hours, though nobody has looked at two.
            held = True if half else None
            del begun[line.which]
        note = sentence("log/cools-since", minutes=round(took / MINUTE))
        yield replace(line, held=held, note=note)


def missing(entries: Iterable[Entry]) -> list[Entry]:
    """Those whose limit was missed, and nobody has said what was done."""
    return [one for one in entries if one["held"] is False and not one["action"]]


def due(entries: Iterable[Entry], now: datetime) -> list[str]:
    """The kinds that are looked at every so often and are due by now, where they were read last as ENTRIES say."""
    last: dict[str, datetime] = {}
    for one in entries:
        last[one["kind"]] = datetime.fromisoformat(one["at"])
    return [
        row.kind
        for row in _rows().values()
        if row.every_h is not None and (row.kind not in last or now - last[row.kind] >= timedelta(hours=row.every_h))
    ]


def _held(row: _Row, value: float, bound: float | None) -> bool:
    if bound is None:
        return True
    match row.limit:
        case "most":
            return value <= bound
        case "least":
            return value >= bound
        case _:
            return abs(value - bound) <= row.slack


def _bound_of(row: _Row, gate: Gate | None) -> float | None:
    """The bound of a gate, for it knows of which fish it is; of one that is not planned any more, the usual one."""
    stated = None if gate is None or not row.limit else gate[row.limit]  # type: ignore[literal-required]  # least or most
    return row.bound if stated is None else float(stated)


def _cannot_be(row: _Row, value: float) -> bool:
    return (row.low is not None and value < row.low) or (row.high is not None and value > row.high)


def _limit(row: _Row, bound: float | None) -> str | None:
    if row.limit == COOLING:
        return sentence("log/cooling")
    if bound is None:
        return None
    match row.limit:
        case "most":
            return sentence("log/most", bound=bound)
        case "least":
            return sentence("log/least", bound=bound)
        case _:
            return sentence("log/near", bound=bound, slack=row.slack)


def _which(plan: Plan, step: PlannedStep | None, event: Event) -> str:
    """Which fish, jar or batch a gate was of."""
    if step is None:
        return event.step or ""
    course, batch = step["course"] or "", step.get("batch")
    if batch:
        return sentence("log/batch", course=course, batch=batch)
    jar = next((one["name"] for one in plan["windows"] if one["step"] == step["id"]), None)
    return sentence("log/jar", course=course, jar=jar) if jar else course


def _text(value: object) -> str | None:
    return value if isinstance(value, str) and value else None


def _entry(line: Line, done: str | None, zone: tzinfo) -> Entry:
    row, says = _rows()[line.kind], line.event.says
    return {
        "id": line.event.id,
        "at": datetime.fromtimestamp(line.event.at // 1000, zone).isoformat(),
        "kind": line.kind,
        "name": row.name,
        "which": line.which,
        "value": line.value,
        "unit": row.unit,
        "limit": _limit(row, line.bound),
        "held": line.held,
        "action": None if line.held else done or line.action,
        "note": line.note,
        "by": line.event.by,
        "signed": _text(says.get("signed")),
        "source": _text(says.get("source")),
        "instrument": _text(says.get("instrument")),
        "own": line.own,
    }
