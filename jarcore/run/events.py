"""Events of a run: what happened to a step, when, by whom. An event is never changed; another one voids it."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from datetime import datetime, tzinfo
from typing import Any

STARTED, DONE, SKIPPED, NOT_YET = "started", "done", "skipped", "not_yet"
PASSED, VOID, HAPPENED, ENDED = "passed", "void", "happened", "ended"
WEIGHED, CORRECTED = "weighed", "corrected"
WARMER = "warmer"
LOGGED, ACTED, PHOTOGRAPHED = "logged", "acted", "photographed"
SIMULATED = "simulated"


@dataclass(frozen=True, slots=True, kw_only=True)
class Event:
    """One event as read: when it was by the clock that all go by, until when something is put off [ms since the epoch],
    and what it says besides.
    """

    id: str
    do: str
    at: int
    step: str | None = None
    by: str | None = None
    until: int | None = None
    says: Mapping[str, Any] = field(default_factory=dict)


def events_of(written: Iterable[object], zone: tzinfo) -> list[Event]:
    """The events that can be read, each once, the earliest first; what a void names is left out.

    A time without an offset is local in ZONE. Which order they come in, and how often, makes no difference.
    """
    read = [one for place, event in enumerate(written) if (one := _read(event, place, zone)) is not None]
    once = {one.id: one for one in sorted(read, key=lambda one: (one.at, one.id), reverse=True)}
    void = {str(one.says.get("event")) for one in once.values() if one.do == VOID}
    return sorted((one for one in once.values() if one.id not in void), key=lambda one: (one.at, one.id))


def _read(event: object, place: int, zone: tzinfo) -> Event | None:
    if not isinstance(event, Mapping) or not isinstance(event.get("do"), str):
        return None
    at = happened_at(event, zone)
    if at is None:
        return None
    name, step, by = event.get("id"), event.get("step"), event.get("by")
    return Event(
        # One without a name of its own is what it says, so that it counts once.
        id=name if isinstance(name, str) else f"{event['do']} {step} {at} {'' if step else place}",
        do=event["do"],
        at=at,
        step=step if isinstance(step, str) else None,
        by=by if isinstance(by, str) else None,
        until=milliseconds(event.get("until"), zone),
        says=event,
    )


def happened_at(event: Mapping[str, Any], zone: tzinfo) -> int | None:
    """When an event was [ms since the epoch]: by its tablet's clock, put right by what that is off; never later than it
    was received. None where it says no time.
    """
    at = milliseconds(event.get("at"), zone)
    if at is None:
        return None
    off = event.get("offset_ms")
    if isinstance(off, int) and not isinstance(off, bool):
        at += off
    received = milliseconds(event.get("received_at"), zone)
    return at if received is None else min(at, received)


def milliseconds(written: object, zone: tzinfo) -> int | None:
    """A time as it is written [ms since the epoch]; None where it is none."""
    if not isinstance(written, str):
        return None
    try:
        there = datetime.fromisoformat(written)
        return round((there if there.tzinfo else there.replace(tzinfo=zone)).timestamp() * 1000)
    except (ValueError, OverflowError, OSError):
        return None


def warmer_in(events: Iterable[Event]) -> dict[str, float]:
    """How long fish was warmer than anybody thought, by its course [min], as somebody says."""
    found: dict[str, float] = {}
    for event in events:
        course, minutes = event.says.get("course"), number_of(event.says.get("minutes"))
        if event.do != HAPPENED or event.says.get("what") != WARMER or not isinstance(course, str):
            continue
        if minutes is not None and minutes > 0:
            found[course] = found.get(course, 0.0) + minutes
    return found


def number_of(value: object) -> float | None:
    """A number that an event says; None where it says none."""
    return float(value) if isinstance(value, int | float) and not isinstance(value, bool) else None
