"""As it really is: what the fish of a run has taken up by now, with what went in, how warm it was, how long it lay."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import Pantry, parameter, sentence
from jarcore.documents.evaluated_jar import Window
from jarcore.documents.patches import changed, put_below, tidy
from jarcore.documents.plan import Plan, PlannedStep
from jarcore.documents.pointers import Step
from jarcore.formula.evaluate import evaluation_of
from jarcore.formula.prepare import prepare
from jarcore.questions.brought import brought
from jarcore.questions.correct import Change, changes_between
from jarcore.run import State, StepState, pours_in
from jarcore.run.events import Event, number_of
from jarcore.run.fold import MINUTE, OVER
from jarcore.service.gates import RECEIVED
from jarcore.service.portions import Portion
from jarcore.service.reading import read_for_plan
from jarcore.service.times import Zone
from jarcore.service.working import work_of

PUT_ON, LIFT_OUT, PLATE = "put_on", "lift_out", "plate."


class JarAsItIs(TypedDict):
    """A jar on its fish: since when, how long so far [min], what the fish has by now (salt per 100 g, how deep it is
    turned [mm]), and its window in time, as it really went in. `over` says that it is lifted out again.
    """

    jar: str | None
    name: str
    on: str
    over: bool
    minutes: float
    salt_pct_of_fish: float | None
    acid_depth_mm: float | None
    best_from: str | None
    best_to: str | None
    latest: str | None
    says: str


class CourseAsItIs(TypedDict):
    """A course: its jars that are on or were, the readings that are otherwise than planned, by jar and of the plate,
    and what that brings to be cautioned about.
    """

    course: str
    title: str
    jars: list[JarAsItIs]
    readings: dict[str, dict[str, Change]]
    plate: dict[str, Change]
    cautions: list[str]


def as_it_is(
    document: Mapping[str, Any],
    plan: Plan,
    events: Sequence[Event],
    state: State,
    now: int,
    pantry: Pantry,
) -> list[CourseAsItIs]:
    """Each course of a service as it really is.

    Parameters: document, the service; plan, the one that stands; events, as read; state, their fold over the plan; now
    [ms since the epoch].
    """
    service = replace(read_for_plan(document), pours=pours_in(events))
    portions = {one.course: one for one in work_of(service, pantry).portions}
    return [_course(one, plan, state, now, service.zone, pantry) for one in portions.values()]


def _course(portion: Portion, plan: Plan, state: State, now: int, zone: Zone, pantry: Pantry) -> CourseAsItIs:
    mine = [step for step in plan["steps"] if step["course"] == portion.course]
    planned = portion.written
    real = changed(planned, [*portion.went_in, *_received(planned, mine, state)])
    lain = dict(_lain(portion, mine, state, now))
    for place, (_, minutes, _) in lain.items():
        way: list[Step] = ["jars", place, "method", "contact_time"]
        real = changed(real, put_below(real, way, {"value": tidy(minutes), "unit": "min"}))
    before, after = prepare(planned, pantry), prepare(real, pantry)
    evaluation = evaluation_of(real, after)
    otherwise, plate = dict[str, dict[str, Change]](), dict[str, Change]()
    for place, laid in enumerate(after.jars):
        found = changes_between(before, after, place) if laid.contents.specs else {}
        plate |= {key: one for key, one in found.items() if key.startswith(PLATE)}
        mine_only = {key: one for key, one in found.items() if key not in plate}
        if mine_only:
            otherwise[laid.contents.called] = mine_only
    jars = [
        _jar(portion, place, evaluation["jars"][place]["window"], *lain[place], zone)
        for place in sorted(lain)
        if place < len(evaluation["jars"])
    ]
    return {
        "course": portion.course,
        "title": portion.title,
        "jars": jars,
        "readings": otherwise,
        "plate": plate,
        "cautions": brought(evaluation_of(planned, before)["cautions"], evaluation["cautions"]),
    }


def _received(document: Mapping[str, Any], steps: Sequence[PlannedStep], state: State) -> list[Any]:
    """The patch by which the fish came as warm as it was read when it came."""
    for step in steps:
        gate = state.gates.get((step["id"], RECEIVED))
        value = number_of(gate.event.says.get("value")) if gate and gate.event else None
        if gate is not None and value is not None and gate.standing in ("held", "accepted"):
            return [*put_below(document, ["fish", "temperature"], {"value": value, "unit": "degC"})]
    return []


def _lain(
    portion: Portion, steps: Sequence[PlannedStep], state: State, now: int
) -> Iterator[tuple[int, tuple[int, float, bool]]]:
    """Of each jar that is on its fish or was: since when [ms], for how long so far [min], and whether it is over."""
    for place, laid in enumerate(portion.ready.jars):
        mine = [step for step in steps if step["jar"] == laid.jar.id and laid.jar.id is not None]
        on = _first(mine, PUT_ON, state)
        if on is None or on.ended is None:
            continue
        off = _first(mine, LIFT_OUT, state)
        until = off.ended if off is not None and off.ended is not None else now
        yield place, (on.ended, max(0.0, (until - on.ended) / MINUTE), until != now)


def _first(steps: Sequence[PlannedStep], do: str, state: State) -> StepState | None:
    """The first step of a deed that is over."""
    there = [state.steps[step["id"]] for step in steps if step["do"] == do and step["id"] in state.steps]
    over = [one for one in there if one.standing == OVER and one.ended is not None]
    return min(over, key=lambda one: one.ended or 0, default=None)


def _jar(
    portion: Portion, place: int, window: Window | None, on: int, minutes: float, over: bool, zone: Zone
) -> JarAsItIs:
    laid, at = portion.ready.jars[place], window["at_contact_time"] if window else None
    salt, depth = (at["salt_pct_of_fish"], at["acid_depth_mm"]) if at else (None, None)
    begun = on // MINUTE

    def time(name: str) -> str | None:
        return None if window is None else zone.written(begun + round(window[name]))  # type: ignore[literal-required]

    return {
        "jar": laid.jar.id,
        "name": laid.contents.called,
        "on": zone.written(begun),
        "over": over,
        "minutes": minutes,
        "salt_pct_of_fish": salt,
        "acid_depth_mm": depth,
        "best_from": time("best_from_min"),
        "best_to": time("best_to_min"),
        "latest": time("latest_min"),
        "says": _says(laid.contents.called, minutes, salt, depth, over),
    }


def _says(jar: str, minutes: float, salt: float | None, depth: float | None, over: bool) -> str:
    """What the fish has of a jar by now, in words: no finer than is known."""
    parts = []
    if salt is not None and salt >= parameter("told_salt"):
        parts.append(sentence("so-far/salt", salt=salt))
    if depth is not None and depth >= parameter("told_depth"):
        parts.append(sentence("so-far/turned", depth=depth))
    key = "so-far/over" if over else "so-far/jar"
    return sentence(key, jar=jar, minutes=minutes, what=parts or [sentence("so-far/nothing")])
