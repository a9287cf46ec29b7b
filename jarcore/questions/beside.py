"""Formulas beside one another: lines aligned by ingredient and role, what is read of each, drawn to one scale."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Literal

from typing_extensions import TypedDict

from jarcore.data import AROMATIC, Ingredient, Pantry, default_pantry, look_at_the_time
from jarcore.data.readings import reading
from jarcore.documents import Evaluation
from jarcore.documents.evaluated_jar import Stratum, Window
from jarcore.formula import Prepared, evaluation_of, prepare

Group = Literal["fish", "jar", "window", "ledger", "cook", "cost", "caution", "allergen"]
Value = float | str | None
# Smaller differences than this share of the larger value are none [1].
NOTHING = 1e-6
OF_FISH = ("edible_g", "thickness_mm", "surface_cm2")
OF_JAR = (
    "mass_g",
    "salt_pct_of_fish",
    "salt_pct",
    "sugar_pct",
    "acid_pct_citric",
    "ph",
    "oil_to_acid_volume",
    "alcohol_pct_volume",
    "hydration_pct",
    "set_out_g",
    "pick_up_g",
)
OF_WINDOW = ("earliest_min", "best_from_min", "best_to_min", "latest_min")
OF_PLATE = ("salt_g_per_serving", "sodium_mg_per_serving", "salt_pct_of_edible", "added_pct_of_edible")
OF_HEAT = ("core_c", "minutes", "rest_minutes")


class BesideHead(TypedDict):
    """One of them: what it is called, whether it is ready, what a serving costs where its fish has a price.

    While `cost_complete` is false it is at least so much.
    """

    title: str
    standing: str
    servings: float | None
    fish: str | None
    cost_per_serving: float | None
    cost_complete: bool
    currency: str | None


class DrawnJar(TypedDict):
    """A jar as it is drawn: where it stands in its formula, its layers, its window, whether that is stopped."""

    place: int
    strata: list[Stratum]
    window: Window | None


class JarRow(TypedDict):
    """Jars that stand beside one another; None where a formula has none."""

    name: str
    kind: str | None
    jars: list[DrawnJar | None]


class BesideCell(TypedDict):
    """A line of one formula: its place, what it is and weighs [g], its share of the fish [%]."""

    jar: int
    line: int
    name: str
    written: str
    mass_g: float | None
    share_of_fish_pct: float | None


class LineRow(TypedDict):
    """Lines that stand beside one another, of the row of jars `jar`: of one ingredient, or in the same role."""

    jar: int
    name: str
    cells: list[BesideCell | None]
    differs: bool


class BesideRow(TypedDict):
    """A reading of each; of a row of jars, or of the whole (`jar` None)."""

    group: Group
    jar: int | None
    what: str
    unit: str
    values: list[Value]
    differs: bool


class Beside(TypedDict):
    """Two to four formulas beside one another, each list in the order in which they were given."""

    heads: list[BesideHead]
    jars: list[JarRow]
    lines: list[LineRow]
    rows: list[BesideRow]


@dataclass(frozen=True, slots=True)
class _One:
    """One of them, prepared and evaluated."""

    ready: Prepared
    told: Evaluation


def beside(documents: Sequence[Mapping[str, Any]], pantry: Pantry | None = None) -> Beside:
    """The formulas of DOCUMENTS beside one another. Raises: OutOfTime; nothing else."""
    stock = pantry or default_pantry()
    some = []
    for document in documents:
        look_at_the_time()
        ready = prepare(document, stock)
        some.append(_One(ready, evaluation_of(document, ready)))
    aligned = _aligned_jars(some)
    return {
        "heads": [_head(one) for one in some],
        "jars": [_jar_row(some, places) for places in aligned],
        "lines": [row for at, places in enumerate(aligned) for row in _line_rows(some, at, places)],
        "rows": [*_fish(some), *_jars(some, aligned), *_whole(some), *_said(some)],
    }


def _head(one: _One) -> BesideHead:
    formula, cost = one.ready.formula, one.told["cost"]
    species = one.ready.fish.species
    unpriced = {part["path"] for part in cost["missing"]} if cost else set()
    return {
        "title": formula.title or "",
        "standing": one.told["standing"],
        "servings": one.ready.servings,
        "fish": species.name if species else None,
        # Without the fish it says nothing of what the dish costs.
        "cost_per_serving": None if cost is None or "/fish" in unpriced else cost["per_serving"],
        "cost_complete": not unpriced,
        "currency": cost["currency"] if cost else None,
    }


def _aligned_jars(some: Sequence[_One]) -> list[list[int | None]]:
    """For each row of jars the place of each formula's: the same id and kind first, then the same kind in order."""
    rows: list[list[int | None]] = []
    for column, one in enumerate(some):
        for place, laid in enumerate(one.ready.jars):
            open_rows = [row for row in rows if len(row) == column and laid.jar.kind in _of(some, row, "kind")]
            same = [row for row in open_rows if laid.jar.id in _of(some, row, "id")]
            row = next(iter([*same, *open_rows]), None)
            if row is None:
                row = [None] * column
                rows.append(row)
            row.append(place)
        for row in rows:
            row.extend([None] * (column + 1 - len(row)))
    return rows


def _of(some: Sequence[_One], row: Sequence[int | None], field: str) -> set[Any]:
    """A field of the jars that stand in a row."""
    return {getattr(some[at].ready.jars[place].jar, field) for at, place in enumerate(row) if place is not None}


def _jar_row(some: Sequence[_One], places: Sequence[int | None]) -> JarRow:
    column, place = next((at, seen) for at, seen in enumerate(places) if seen is not None)
    first = some[column].ready.jars[place]
    drawn: list[DrawnJar | None] = []
    for one, seen in zip(some, places, strict=True):
        if seen is None:
            drawn.append(None)
            continue
        jar = one.told["jars"][seen]
        drawn.append({"place": seen, "strata": jar["reading"]["strata"], "window": jar["window"]})
    return {"name": first.contents.called, "kind": first.jar.kind, "jars": drawn}


def _line_rows(some: Sequence[_One], at: int, places: Sequence[int | None]) -> Iterator[LineRow]:
    """The lines of one row of jars: those of one ingredient first, then those in the same role."""
    rows: list[tuple[str, list[BesideCell | None], Ingredient | None]] = []
    for column, (one, place) in enumerate(zip(some, places, strict=True)):
        contents = one.ready.jars[place].contents if place is not None else None
        waiting = list(contents.specs) if contents is not None else []
        for same in (_same_thing, _same_role):
            for spec in list(waiting):
                row = next((row for row in rows if row[1][column] is None and same(spec.ingredient, row[2])), None)
                if row is not None and place is not None:
                    row[1][column] = _cell(one, place, spec.place)
                    waiting.remove(spec)
        for spec in waiting:
            cells: list[BesideCell | None] = [None] * len(some)
            cells[column] = _cell(one, place or 0, spec.place)
            rows.append((spec.called, cells, spec.ingredient))
    for name, cells, _ in rows:
        shown = [(cell["name"], cell["mass_g"], cell["written"]) if cell else None for cell in cells]
        yield {"jar": at, "name": name, "cells": cells, "differs": any(one != shown[0] for one in shown)}


def _same_thing(one: Ingredient | None, other: Ingredient | None) -> bool:
    return one is not None and other is not None and one.id == other.id


def _same_role(one: Ingredient | None, other: Ingredient | None) -> bool:
    """Whether two things do the same in a jar: both sour, both salt, both sweet, both a fat, both a flour."""
    if one is None or other is None or one.group == AROMATIC:
        return False
    return one.group == other.group and one.sour == other.sour


def _cell(one: _One, jar: int, line: int) -> BesideCell:
    told = one.told["jars"][jar]["lines"][line]
    return {
        "jar": jar,
        "line": line,
        "name": one.ready.jars[jar].contents.specs[line].called,
        "written": told["written"],
        "mass_g": told["mass_g"],
        "share_of_fish_pct": told["share_of_fish_pct"],
    }


def _row(group: Group, jar: int | None, what: str, unit: str, values: list[Value]) -> BesideRow | None:
    """A row, where anything is known of any."""
    if all(one is None for one in values):
        return None
    return {"group": group, "jar": jar, "what": what, "unit": unit, "values": values, "differs": _differ(values)}


def _differ(values: Sequence[Value]) -> bool:
    first = values[0]
    return any(not _alike(first, one) for one in values)


def _alike(one: Value, other: Value) -> bool:
    if isinstance(one, float | int) and isinstance(other, float | int):
        return abs(one - other) <= NOTHING * max(abs(one), abs(other))
    return one == other


def _named(group: Group, jar: int | None, names: Sequence[str], parts: Sequence[Any]) -> Iterator[BesideRow]:
    """A row for each reading of NAMES, out of each formula's part (None where it has none)."""
    for name in names:
        known = reading(name)
        row = _row(group, jar, known.name, known.unit, [None if part is None else part.get(name) for part in parts])
        if row is not None:
            yield row


def _fish(some: Sequence[_One]) -> Iterator[BesideRow]:
    yield from _named("fish", None, OF_FISH, [one.told["fish"] for one in some])


def _jars(some: Sequence[_One], aligned: Sequence[Sequence[int | None]]) -> Iterator[BesideRow]:
    for at, places in enumerate(aligned):
        jars = [None if place is None else one.told["jars"][place] for one, place in zip(some, places, strict=True)]
        yield from _named("jar", at, OF_JAR, [jar and jar["reading"] for jar in jars])
        yield from _named("window", at, OF_WINDOW, [jar and jar["window"] for jar in jars])


def _whole(some: Sequence[_One]) -> Iterator[BesideRow]:
    yield from _named("ledger", None, OF_PLATE, [one.told["ledger"] for one in some])
    yield from _named("cook", None, OF_HEAT, [one.told["cook"] for one in some])


def _said(some: Sequence[_One]) -> Iterator[BesideRow]:
    """Cautions by their grade, and allergens: where one has it and where not."""
    cautions = [{one["text"]: one["grade"] for one in each.told["cautions"]} for each in some]
    for text in dict.fromkeys(text for each in cautions for text in each):
        row = _row("caution", None, text, "", [each.get(text) for each in cautions])
        if row is not None:
            yield row
    for what in dict.fromkeys(what for each in some for what in each.told["allergens"]):
        row = _row("allergen", None, what, "", ["yes" if what in each.told["allergens"] else None for each in some])
        if row is not None:
            yield row
