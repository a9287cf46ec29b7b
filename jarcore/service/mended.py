"""A jar of a service that was weighed in otherwise: what mends it, and the service with a mend."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, cast

import jsonpatch
from jsonpointer import JsonPointerException

from jarcore.data import Pantry
from jarcore.documents import NotAFormula, formula_object
from jarcore.documents.patches import changed
from jarcore.formula import prepare
from jarcore.questions.correct import Corrected, Happened, as_it_went_in, correct
from jarcore.questions.scale import scale
from jarcore.run import pours_in, times_of
from jarcore.run.events import Event
from jarcore.service.jarring import made_alike
from jarcore.service.portions import Portion, weighed_fish
from jarcore.service.reading import read_for_plan
from jarcore.service.working import work_of


@dataclass(frozen=True, slots=True)
class Mends:
    """The ways to mend a jar; their patches are of its course's formula for so many covers."""

    covers: int
    answer: Corrected


def mends(
    document: Mapping[str, Any],
    events: Sequence[Event],
    course: str,
    jar: str,
    happened: Happened,
    *,
    at: str | None,
    initials: str | None,
    pantry: Pantry,
) -> Mends | None:
    """What can be done about a jar of a course that did not go as planned.

    Parameters: events, as read: what was weighed in they say; happened, what else there is to say, by the jar as it is
    made for all who get it; at and initials, for the record.
    Returns: None where the course has no such jar for those who get it as it is written.
    """
    # What is made apart for some of its covers is in no jar of the others.
    pours = [one for one in pours_in(events) if one.course == course and one.step.startswith(f"{course}.")]
    service = replace(read_for_plan(document), pours=tuple(pours))
    mine = [one for one in work_of(service, pantry).portions if one.course == course]
    plain = next((one for one in mine if not one.without), None)
    place = _place(plain, jar)
    if plain is None or place is None:
        return None
    covers = sum(one.covers for one in made_alike(plain, place, mine))
    formula = _for(_formula(document, course), covers, pantry)
    times = times_of(pours)
    # What is written for a share of the fish is meant for the fish that there is.
    formula = changed(formula, weighed_fish(formula, prepare(formula, pantry), pours))
    lines = plain.lines[place]
    share = covers / plain.covers
    weighed = {
        line["id"]: line["mass_g"] * share ** line["exponent"] * times[jar][line["id"]]
        for line in lines
        if line["id"] in times.get(jar, {}) and line["id"] is not None and line["mass_g"] is not None
    }
    # What only tastes off, or was lost, is mended from what is really in: the mend makes that the formula as well.
    went_in = [] if happened.by_weight else as_it_went_in(formula, {jar: times.get(jar, {})}, pantry)
    answer = correct(changed(formula, went_in), place, replace(happened, weighed=weighed), at, initials, pantry)
    choices = [{**one, "patch": [*went_in, *one["patch"]]} for one in answer["choices"]]
    return Mends(covers, cast(Corrected, {**answer, "choices": choices}))


def mended(
    document: Mapping[str, Any], course: str, covers: int, patch: Sequence[Mapping[str, Any]], pantry: Pantry
) -> dict[str, Any] | None:
    """The service with a patch on the formula of a course for so many covers; None where it has no place there."""
    courses = document.get("courses")
    if not isinstance(courses, list) or covers <= 0:
        return None
    try:
        formula = formula_object(jsonpatch.apply_patch(_for(_formula(document, course), covers, pantry), list(patch)))
    except (jsonpatch.JsonPatchException, JsonPointerException, NotAFormula, TypeError):
        return None
    now = [{**one, "formula": formula} if _called(one) == course else one for one in courses]
    return {**document, "courses": now}


def _place(portion: Portion | None, jar: str) -> int | None:
    laid = portion.ready.jars if portion else ()
    return next((place for place, one in enumerate(laid) if one.jar.id == jar), None)


def _formula(document: Mapping[str, Any], course: str) -> dict[str, Any]:
    courses = document.get("courses")
    for one in courses if isinstance(courses, list) else ():
        if _called(one) == course and isinstance(one.get("formula"), dict):
            formula: dict[str, Any] = one["formula"]
            return formula
    return {}


def _called(course: Any) -> str | None:
    name = course.get("id") if isinstance(course, Mapping) else None
    return name if isinstance(name, str) else None


def _for(formula: dict[str, Any], covers: int, pantry: Pantry) -> dict[str, Any]:
    """A formula for so many covers."""
    return changed(formula, scale(formula, servings=float(covers), pantry=pantry))
