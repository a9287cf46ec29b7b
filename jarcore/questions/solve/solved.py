"""Targets in, amounts out: the least change of a jar's amounts that meets what is asked for, or what forbids it."""

from collections.abc import Mapping, Sequence
from typing import Any

import jsonpatch
from typing_extensions import TypedDict

from jarcore.data import Pantry, default_pantry
from jarcore.data.targets import PLATE
from jarcore.documents import Patch
from jarcore.documents.parts import Target
from jarcore.formula import evaluate, prepare
from jarcore.questions.brought import cautions_brought
from jarcore.questions.solve.aims import Aim, aims_of
from jarcore.questions.solve.asking import NO_BOUNDS, Asking
from jarcore.questions.solve.attempt import Attempt, attempt
from jarcore.questions.solve.moving import in_words
from jarcore.questions.solve.relaxing import Relaxation, relaxations
from jarcore.questions.solve.values import Values


class SolvedLine(TypedDict):
    """A line before and after [g], None where it has no amount; `place` among the lines, `added` where it is new."""

    id: str | None
    place: int
    name: str
    before_g: float | None
    after_g: float | None
    locked: bool
    added: bool


class ReadBefore(TypedDict):
    """A reading that is aimed at: what it is called, before and after in its unit, and what was asked for, in words."""

    name: str
    unit: str
    before: float | None
    after: float | None
    asked: str


class Unmet(TypedDict):
    """A target that is not met, and by how much in its unit: over it, or under; None where there is no such reading."""

    target: str
    by: float | None
    state: str


class Solved(TypedDict):
    """The amounts that meet the targets, or come nearest; `patch` takes them.

    Where not all are met, `relaxations` has the smallest things to give up that allow the rest, each with its patch.
    `cautions` are those that the amounts would bring, in words.
    """

    met: bool
    lines: list[SolvedLine]
    readings: dict[str, ReadBefore]
    unmet: list[Unmet]
    relaxations: list[Relaxation]
    cautions: list[str]
    patch: Patch


NOTHING: Solved = {
    "met": False,
    "lines": [],
    "readings": {},
    "unmet": [],
    "relaxations": [],
    "cautions": [],
    "patch": [],
}


def solve(
    document: Mapping[str, Any],
    jar: int,
    targets: Mapping[str, Target] | None = None,
    locked: Sequence[str] = (),
    bounds: Mapping[str, Target] = NO_BOUNDS,
    suggest: bool = False,
    pantry: Pantry | None = None,
) -> Solved:
    """The least change of the amounts of jar JAR that meets TARGETS.

    Parameters: targets, by a reading's key (of the jar; `window.` and `plate.` before one of those), in its unit, or
    None for the document's own; locked, ids of lines that stay; bounds, what lines may weigh by their id [g]; suggest,
    whether plain things and the kitchen's own may be added.
    Returns: the amounts in steps that the kitchen's scales and spoons can do, read again after rounding; an empty
    answer where there is no such jar or nothing is aimed at. Nothing raises but OutOfTime.
    """
    stock = pantry or default_pantry()
    ready = prepare(document, stock)
    if not 0 <= jar < len(ready.jars):
        return NOTHING
    lines = {spec.line.id for spec in ready.jars[jar].contents.specs}
    aims = aims_of(_stated(ready.formula.jars, ready.formula.targets, jar) if targets is None else targets)
    asking = Asking(
        document=document,
        pantry=stock,
        jar=jar,
        aims=aims,
        # What is no line of the jar is not asked about.
        locked=[line for line in locked if line in lines],
        bounds={line: target for line, target in bounds.items() if line in lines},
        stated=targets is None,
    )
    if suggest:
        asking = asking.less(added=[one.id for one in asking.helpers])
    found = attempt(asking)
    before = Values(ready, jar)
    return {
        "met": not found.unmet,
        "lines": _lines(asking, found),
        "readings": {aim.key: _reading(aim, before, found.values) for aim in aims},
        "unmet": [_unmet(aim, found.values) for aim in found.unmet],
        "relaxations": relaxations(asking, found) if found.unmet else [],
        "cautions": _brought(document, found.patch, stock),
        "patch": found.patch,
    }


def _brought(document: Mapping[str, Any], patch: Patch, pantry: Pantry) -> list[str]:
    """What the formula would be cautioned about that it is not yet."""
    if not patch:
        return []
    return cautions_brought(evaluate(document, pantry)["cautions"], jsonpatch.apply_patch(document, patch), pantry)


def _stated(jars: Any, plate: Mapping[str, Target] | None, place: int) -> dict[str, Target]:
    """The targets that the document states for the jar and for the plate."""
    of_plate = {f"{PLATE}{name}": target for name, target in (plate or {}).items()}
    return {**(jars[place].targets or {}), **of_plate}


def _lines(asking: Asking, found: Attempt) -> list[SolvedLine]:
    amounts = found.amounts
    made = []
    for spec, mass in zip(amounts.specs, amounts.laid.contents.masses, strict=True):
        added = spec.place in amounts.new
        after = float(found.masses[spec.place])
        if added and after <= 0:
            continue
        known = mass is not None or spec.place in amounts.unstated
        made.append(
            SolvedLine(
                id=spec.line.id,
                place=spec.place,
                name=spec.called,
                before_g=mass,
                after_g=after if known else None,
                locked=spec.line.id in asking.locked,
                added=added,
            )
        )
    return made


def _reading(aim: Aim, before: Values, after: Values) -> ReadBefore:
    row = aim.reading
    return {
        "name": row.name,
        "unit": row.unit,
        "before": before.shown(aim),
        "after": after.shown(aim),
        "asked": in_words(aim),
    }


def _unmet(aim: Aim, values: Values) -> Unmet:
    now = values.shown(aim)
    if now is None:
        return {"target": aim.key, "by": None, "state": "unknown"}
    off = next((miss for want in aim.wants if (miss := values.misses(want))), 0.0)
    aimed = aim.target.value
    by = off if aimed is None else now - aimed
    return {"target": aim.key, "by": abs(by), "state": "over" if by > 0 else "under"}
