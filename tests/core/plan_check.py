"""A plan held against its service, by arithmetic of its own: nothing here is asked of the planner."""

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from datetime import datetime, time, timedelta
from itertools import pairwise
from typing import Any
from zoneinfo import ZoneInfo

# Kinds that take one thing at a time.
SINGLE = ("burner", "fryer", "grill", "top_grill", "steamer", "board")
COOKED = ("cook", "turn", "fry_again", "lift_out")


def at(text: str) -> datetime:
    """A time of a plan, that carries its offset."""
    found = datetime.fromisoformat(text)
    assert found.tzinfo is not None, text
    return found


def minutes(earlier: str, later: str) -> float:
    """Minutes from one time to another."""
    return (at(later) - at(earlier)) / timedelta(minutes=1)


def broken(service: Mapping[str, Any], plan: Mapping[str, Any], windows: Mapping[Any, Any]) -> Iterator[str]:
    """Every hard rule that a plan breaks. WINDOWS are [latest, best from, best to] in minutes by course and jar."""
    steps = {step["id"]: step for step in plan["steps"]}
    if len(steps) != len(plan["steps"]):
        yield "two steps have one id"
    for step in steps.values():
        if minutes(step["start"], step["end"]) < (0 if step["fixed"] else 1):
            yield f"{step['id']} takes no time"
        for before in step["after"]:
            if before not in steps:
                yield f"{step['id']} waits for {before}, which is nowhere"
            elif at(steps[before]["end"]) > at(step["start"]) and not steps[before]["fixed"]:
                yield f"{step['id']} begins before {before} is over"
        for bound, sign in (("not_before", 1), ("not_after", -1)):
            if step[bound] and sign * minutes(step[bound]["at"], step["start"]) < 0:
                yield f"{step['id']} is outside its own {bound}"
        if step["active"] and not step["people"]:
            yield f"{step['id']} is done by nobody"
    yield from _hands(service, plan["steps"])
    yield from _stations(service, plan["steps"])
    yield from _waits(steps, windows)
    yield from _oil(service, plan["steps"])


def _overlap(some: Sequence[Mapping[str, Any]]) -> Iterator[tuple[str, str]]:
    ordered = sorted(some, key=lambda step: at(step["start"]))
    for one, other in pairwise(ordered):
        if at(other["start"]) < at(one["end"]):
            yield one["id"], other["id"]


def _hands(service: Mapping[str, Any], steps: Sequence[Mapping[str, Any]]) -> Iterator[str]:
    people = {one["id"]: one for one in service["kitchen"]["people"]}
    taken = defaultdict(list)
    for step in steps:
        for one in step["people"]:
            taken[one].append(step)
            if one not in people:
                yield f"{step['id']} is done by a stranger, {one}"
            elif not step["fixed"] and not there(people[one], step, service["timezone"]):
                yield f"{one} is not there for {step['id']}"
            elif people[one].get("can") and step["do"] not in people[one]["can"]:
                yield f"{one} cannot {step['do']}"
    for one, some in taken.items():
        yield from (f"{one} is at {a} and at {b}" for a, b in _overlap([s for s in some if not s["fixed"]]))


def there(person: Mapping[str, Any], step: Mapping[str, Any], zone: str) -> bool:
    """Whether somebody whose hours are those of each day is there for a step."""
    if not person.get("from") and not person.get("to"):
        return True
    begins, ends = (at(step[end]).astimezone(ZoneInfo(zone)) for end in ("start", "end"))
    for back in (0, 1):
        day = begins.date() - timedelta(days=back)
        first = datetime.combine(day, time.fromisoformat(person.get("from") or "00:00"), begins.tzinfo)
        last = datetime.combine(day, time.fromisoformat(person.get("to") or "00:00"), begins.tzinfo)
        if not person.get("to") or last <= first:
            last += timedelta(days=1)
        if first <= begins and ends <= last:
            return True
    return False


def _stations(service: Mapping[str, Any], steps: Sequence[Mapping[str, Any]]) -> Iterator[str]:
    kinds = {one["id"]: one["kind"] for one in service["kitchen"].get("stations", [])}
    taken = defaultdict(list)
    for step in steps:
        for one in step["stations"]:
            if one not in kinds:
                yield f"{step['id']} is on {one}, which nobody has"
            taken[one].append(step)
    for one, some in taken.items():
        if kinds.get(one) in SINGLE:
            yield from (f"{one} holds {a} and {b}" for a, b in _overlap([s for s in some if not s["fixed"]]))


def _waits(steps: Mapping[str, Any], windows: Mapping[Any, Any]) -> Iterator[str]:
    for step in steps.values():
        if step["do"] == "contact" and not step["fixed"]:
            latest = windows.get((step["course"], step["jar"]), (None,))[0]
            if latest is not None and minutes(step["start"], step["end"]) > latest + 1e-6:
                yield f"{step['id']} is past its latest"
        if step["do"] == "fry_again":
            first = max(at(other["end"]) for other in steps.values() if other["id"] in step["after"])
            if at(step["start"]) - first > timedelta(minutes=10):
                yield f"{step['id']}: part-cooked fish waits"


def _oil(service: Mapping[str, Any], steps: Sequence[Mapping[str, Any]]) -> Iterator[str]:
    """Covers without something are fried before anything else in oil, and in none that has held it."""
    stations = {one["id"]: one for one in service["kitchen"].get("stations", [])}
    for step in steps:
        if step["do"] != "cook" or "~" not in step["id"] or "alcohol" in step["id"]:
            continue
        for one in step["stations"]:
            if stations[one]["kind"] != "fryer":
                continue
            if set(stations[one].get("held") or []) & set(step["id"].partition("without-")[2].split(".")[0].split("-")):
                yield f"{step['id']} is fried in {one}, which has held it"
            for other in steps:
                soils = other["do"] == "cook" and one in other["stations"] and "~" not in other["id"]
                if soils and at(other["start"]) < at(step["end"]):
                    yield f"{step['id']} is fried in {one} after {other['id']}"


def misses(service: Mapping[str, Any], plan: Mapping[str, Any], windows: Mapping[Any, Any]) -> set[tuple[str, str]]:
    """(rule, course) of everything elastic that a plan gives up, seen from its times alone."""
    found = set()
    for step in plan["steps"]:
        window = windows.get((step["course"], step["jar"]))
        if step["do"] == "contact" and window:
            lies = minutes(step["start"], step["end"])
            if lies < window[1] - 1 or lies > window[2] + 1:
                found.add(("window-best", step["course"]))
        if step["do"] == "hold":
            found.add(("cooked-waits", step["course"]))
    planned = [plate.get("at") or plate.get("to") or plate["from"] for plate in service["plates"]]
    zone = ZoneInfo(service["timezone"])
    last = max(datetime.fromisoformat(one).replace(tzinfo=zone) for one in planned)
    found |= {("service-time", one["course"]) for one in plan["served"] if at(one["at"]) > last}
    return found
