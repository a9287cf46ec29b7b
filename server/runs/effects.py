"""What an event changes of the service itself: how many covers a course has, whether it is served at all, and what its
formula is once a jar that went in otherwise was mended.
"""

from collections.abc import Mapping
from typing import Any

from jarcore.data import Pantry
from jarcore.run.events import CORRECTED, HAPPENED
from jarcore.service import course_behind, mended

# What that is said changes a service, and the field that it is said in.
COVERS, OFF, FORMULA = "covers", "off", "formula"
CHANGES = (COVERS, OFF, "dropped", "burnt")


def changed(document: Mapping[str, Any], event: Mapping[str, Any], pantry: Pantry) -> dict[str, Any] | None:
    """The service after an event; None where it changes nothing of it."""
    place = _place(document.get("courses"), event.get("course"))
    if place is None:
        return None
    courses = document["courses"]
    if event.get("do") == CORRECTED:
        return _mended(document, event, place, pantry)
    if event.get("do") != HAPPENED or event.get("what") not in CHANGES:
        return None
    if event["what"] == OFF:
        return {**document, "courses": [*courses[:place], *courses[place + 1 :]]}
    covers = event.get(COVERS)
    counts = isinstance(covers, int) and not isinstance(covers, bool) and covers >= 0
    if not counts or covers == courses[place].get(COVERS):
        return None
    return {**document, "courses": _with(courses, place, COVERS, covers)}


def found(document: Mapping[str, Any], event: Mapping[str, Any]) -> dict[str, Any] | None:
    """What an event that changes a service finds there, to be put back where it is taken back."""
    place = _place(document.get("courses"), event.get("course"))
    if place is None:
        return None
    course = document["courses"][place]
    if event["do"] == CORRECTED:
        return {FORMULA: course.get(FORMULA)}
    return {"course": course, "place": place} if event["what"] == OFF else {COVERS: course.get(COVERS)}


def taken_back(
    document: Mapping[str, Any], event: Mapping[str, Any], was: Any, pantry: Pantry
) -> dict[str, Any] | None:
    """The service as it was before an event; None where somebody has changed the same thing since."""
    courses = document.get("courses")
    if not isinstance(courses, list) or not isinstance(was, Mapping):
        return None
    place = _place(courses, event.get("course"))
    if "course" in was:
        back = [*courses[: was["place"]], was["course"], *courses[was["place"] :]]
        return {**document, "courses": back} if place is None else None
    if place is None:
        return None
    field = FORMULA if FORMULA in was else COVERS
    before = {**document, "courses": _with(courses, place, field, was[field])}
    # Whoever has changed it since keeps what they have made of it.
    then = changed(before, event, pantry)
    same = then is not None and then["courses"][place].get(field) == courses[place].get(field)
    return before if same else None


def _mended(document: Mapping[str, Any], event: Mapping[str, Any], place: int, pantry: Pantry) -> dict[str, Any] | None:
    covers, patch, course = event.get(COVERS), event.get("patch"), document["courses"][place].get("id")
    if isinstance(covers, bool) or not isinstance(covers, int) or not isinstance(patch, list):
        return None
    return mended(document, str(course), covers, patch, pantry)


def _with(courses: list[Any], place: int, field: str, value: Any) -> list[Any]:
    return [{**one, field: value} if at == place else one for at, one in enumerate(courses)]


def _place(courses: Any, name: Any) -> int | None:
    """Where a course is among those of a service; covers that came on top of one are its own."""
    if not isinstance(courses, list) or not isinstance(name, str):
        return None
    ids = [str(one.get("id")) if isinstance(one, Mapping) else "" for one in courses]
    mine = course_behind(name, ids)
    return None if mine is None else ids.index(mine)
