"""A plan as a list for paper and calendar: what somebody does, what waits and until when, in time."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from jarcore.data import sentence
from jarcore.documents.plan import JarOnFish, Plan

# What takes no hands all the while, and yet is begun by somebody.
BY_ITSELF = ("preheat", "cook", "fry_again")


@dataclass(frozen=True, slots=True, kw_only=True)
class Row:
    """One thing to do, with when, by whom and on what; `until` says how long what it begins may stand.

    `course` is named where there is more than one.
    """

    id: str
    start: datetime
    end: datetime
    who: str
    text: str
    course: str
    on: str
    until: str
    latest: datetime | None

    @property
    def quiet(self) -> str:
        """Of what, on what and until when, in one line."""
        return ", ".join(filter(None, [self.course, self.on, self.until]))


def rows_of(plan: Plan, people: Mapping[str, str], person: str | None = None) -> list[Row]:
    """What is to be done by a plan, the earliest first; that of one person alone where one is named.

    PEOPLE are what people are called, by their ids.
    """
    several = len({one["course"] for one in plan["steps"]}) > 1
    windows = {one["step"]: one for one in plan["windows"]}
    found = []
    for step in plan["steps"]:
        mine = person is None or person in step["people"]
        if not mine or not (step["active"] or step["do"] in BY_ITSELF):
            continue
        window = windows.get(step["id"])
        found.append(
            Row(
                id=step["id"],
                start=datetime.fromisoformat(step["start"]),
                end=datetime.fromisoformat(step["end"]),
                who=", ".join(people.get(one, one) for one in step["people"]),
                text=step["text"],
                course=(step["course"] or "") if several else "",
                on=", ".join(step["stations"]),
                until=_until(window) if window else "",
                latest=datetime.fromisoformat(window["latest"]) if window and window["latest"] else None,
            )
        )
    return found


def _until(window: JarOnFish) -> str:
    """How long a jar stays on: until when by the plan, its best, its latest."""
    on = datetime.fromisoformat(window["on"])

    def at(text: str) -> str:
        there = datetime.fromisoformat(text)
        days = (there.date() - on.date()).days
        clock = there.strftime("%H:%M")
        return sentence("sheet/days-later", at=clock, days=days) if days else clock

    words = [sentence("sheet/off", at=at(window["off"]))]
    if window["best_to"]:
        words.append(sentence("sheet/best-to", at=at(window["best_to"])))
    if window["latest"]:
        words.append(sentence("sheet/latest", at=at(window["latest"])))
    return ", ".join(words)


def in_a_line(text: str) -> str:
    """A text in one line, whatever was typed into it."""
    return " ".join(text.split())


def people_of(document: Mapping[str, Any]) -> dict[str, str]:
    """What the people of a service are called, by their ids."""
    kitchen = document.get("kitchen")
    people = kitchen.get("people") if isinstance(kitchen, Mapping) else None
    return {
        one["id"]: str(one.get("name") or one["id"])
        for one in (people if isinstance(people, list) else [])
        if isinstance(one, Mapping) and isinstance(one.get("id"), str)
    }


def served_of(plan: Plan, document: Mapping[str, Any]) -> list[str]:
    """What is served when, in words: a line for each course, with what some of its covers are cooked without."""
    found: dict[str, list[tuple[str, int]]] = {}
    for one in plan["served"]:
        found.setdefault(one["course"], []).append((one["at"], one["covers"]))
    lines, apart = list[str](), _apart(document)
    for course, goes in found.items():
        times = sorted(datetime.fromisoformat(at).strftime("%H:%M") for at, _ in goes)
        key = "sheet/wave" if times[0] != times[-1] else "sheet/served"
        line = sentence(key, covers=sum(c for _, c in goes), course=course, first=times[0], last=times[-1])
        lines.append(", ".join([line, *apart.get(course, ())]))
    return lines


def _apart(document: Mapping[str, Any]) -> dict[str, list[str]]:
    """By course how many covers are cooked without what."""
    courses = document.get("courses")
    found: dict[str, list[str]] = {}
    for course in courses if isinstance(courses, list) else []:
        variants = course.get("variants") if isinstance(course, Mapping) else None
        for one in variants if isinstance(variants, list) else []:
            if isinstance(one, Mapping) and one.get("covers") and isinstance(one.get("without"), list):
                words = [word for word in one["without"] if isinstance(word, str)]
                text = sentence("sheet/apart", covers=one["covers"], without=words)
                found.setdefault(str(course.get("id")), []).append(text)
    return found


def day_title(plan: Plan) -> str:
    """The day of service as it is said; nothing where nothing is served."""
    first = min((one["at"] for one in plan["served"]), default=None)
    return datetime.fromisoformat(first).strftime("%A, %-d %B %Y") if first else ""
