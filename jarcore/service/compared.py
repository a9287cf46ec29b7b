"""Two plans of one service beside one another: what a change costs and what it buys, in words."""

from collections.abc import Iterator
from datetime import datetime

from jarcore.data import sentence
from jarcore.documents.plan import Plan
from jarcore.service.times import minutes_between

# So many things that are newly given up are told one by one.
MOST_TOLD = 3


def compared(before: Plan, after: Plan) -> list[str]:
    """What is otherwise in a plan than in the one before, what matters most first; nothing where all is as it was."""
    return [*costs(before, after), *_starts(before, after)]


def costs(before: Plan, after: Plan) -> list[str]:
    """What a plan loses and gains against the one before, where its steps are left aside."""
    return [*_planned(before, after), *_served(before, after), *_given_up(before, after)]


def _planned(before: Plan, after: Plan) -> Iterator[str]:
    """Courses that lose their plan, or get one."""
    was, now = ({one["text"]: None for one in plan["unplanned"]} for plan in (before, after))
    yield from (text for text in now if text not in was)
    had, has = ({one["course"] for one in plan["served"]} for plan in (before, after))
    yield from (sentence("compared/planned", course=course) for course in sorted(has - had))


def _served(before: Plan, after: Plan) -> Iterator[str]:
    """Courses whose last plates leave at another time."""
    was, now = _last(before), _last(after)
    for course, at in now.items():
        if course in was and at != was[course]:
            minutes = minutes_between(was[course], at)
            key = "compared/later" if minutes > 0 else "compared/sooner"
            yield sentence(key, course=course, minutes=abs(minutes), at=_clock(at))


def _last(plan: Plan) -> dict[str, str]:
    found: dict[str, str] = {}
    for one in plan["served"]:
        found[one["course"]] = max(found.get(one["course"], ""), one["at"])
    return found


def _given_up(before: Plan, after: Plan) -> Iterator[str]:
    """What is newly given up, and what no longer is."""
    was, now = ({(one["rule"], one["step"]): one for one in plan["relaxed"]} for plan in (before, after))
    worse = [one["text"] for key, one in now.items() if key not in was or one["by_min"] > was[key]["by_min"]]
    yield from worse[:MOST_TOLD]
    if len(worse) > MOST_TOLD:
        yield sentence("compared/more", many=len(worse) - MOST_TOLD)
    gone = len(was.keys() - now.keys())
    if gone and after["kept"]:
        yield sentence("compared/kept")
    elif gone:
        yield sentence("compared/fewer-one" if gone == 1 else "compared/fewer", many=gone)


def _starts(before: Plan, after: Plan) -> Iterator[str]:
    """Work that begins earlier or later, and how many steps are elsewhere."""
    was, now = before["starts_at"], after["starts_at"]
    if was and now and was != now:
        minutes = minutes_between(was, now)
        key = "compared/begins-later" if minutes > 0 else "compared/begins-sooner"
        yield sentence(key, minutes=abs(minutes), at=_clock(now))
    starts = {one["id"]: one["start"] for one in before["steps"]}
    moved = sum(1 for one in after["steps"] if one["active"] and starts.get(one["id"], one["start"]) != one["start"])
    if moved:
        yield sentence("compared/moved-one" if moved == 1 else "compared/moved", many=moved)


def _clock(at: str) -> str:
    return datetime.fromisoformat(at).strftime("%H:%M")
