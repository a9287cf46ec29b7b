"""What an event changes of the service itself: how many covers a course has, and whether it is served at all."""

from collections.abc import Mapping
from typing import Any

from jarcore.run.events import HAPPENED
from jarcore.service import course_behind

# What that is said changes a service, and the field that it is said in.
COVERS, OFF = "covers", "off"
CHANGES = (COVERS, OFF, "dropped", "burnt")


def found(document: Mapping[str, Any], event: Mapping[str, Any]) -> dict[str, Any] | None:
    """What an event finds otherwise in a service, to be put back where it is taken back; None where it changes nothing
    of it.
    """
    place = _place(document.get("courses"), event.get("course"))
    if event.get("do") != HAPPENED or event.get("what") not in CHANGES or place is None:
        return None
    course = document["courses"][place]
    if event["what"] == OFF:
        return {"course": course, "place": place}
    covers = event.get(COVERS)
    counts = isinstance(covers, int) and not isinstance(covers, bool) and covers >= 0
    return {COVERS: course.get(COVERS)} if counts and covers != course.get(COVERS) else None


def changed(document: Mapping[str, Any], event: Mapping[str, Any]) -> dict[str, Any] | None:
    """The service after an event; None where it changes nothing of it."""
    was = found(document, event)
    if was is None:
        return None
    place, courses = _place(document["courses"], event["course"]), document["courses"]
    assert place is not None
    now = [] if event["what"] == OFF else [{**courses[place], COVERS: event[COVERS]}]
    return {**document, "courses": [*courses[:place], *now, *courses[place + 1 :]]}


def taken_back(document: Mapping[str, Any], event: Mapping[str, Any], was: Any) -> dict[str, Any] | None:
    """The service as it was before an event; None where somebody has changed the same thing since."""
    courses = document.get("courses")
    if not isinstance(courses, list) or not isinstance(was, Mapping):
        return None
    place = _place(courses, event.get("course"))
    if "course" in was:
        back = [*courses[: was["place"]], was["course"], *courses[was["place"] :]]
        return {**document, "courses": back} if place is None else None
    if place is None or courses[place].get(COVERS) != event.get(COVERS):
        return None
    back = [*courses]
    back[place] = {**courses[place], COVERS: was[COVERS]}
    return {**document, "courses": back}


def _place(courses: Any, name: Any) -> int | None:
    """Where a course is among those of a service; covers that came on top of one are its own."""
    if not isinstance(courses, list) or not isinstance(name, str):
        return None
    ids = [str(one.get("id")) if isinstance(one, Mapping) else "" for one in courses]
    mine = course_behind(name, ids)
    return None if mine is None else ids.index(mine)
