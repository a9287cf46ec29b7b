"""A formula read, measured, weighed and timed: what every answer about it starts from."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

from jarcore.data import Pantry, default_pantry
from jarcore.documents import Finding, Formula, found, read_formula
from jarcore.documents.formula import Cook, Fish, Jar
from jarcore.fish import Clock, MeasuredFish, measure_fish
from jarcore.heat import Stated, read_heat
from jarcore.jars import (
    Coated,
    Laid,
    clock_of,
    counter_limit,
    kind_of,
    known_spells,
    salted,
    standing_of,
    weigh_jar,
    window_for,
)
from jarcore.reading import Quantities

REJECTED = "rejected"
NO_COAT = Coated(None)


@dataclass(frozen=True, slots=True, kw_only=True)
class Prepared:
    """A formula read and weighed: what evaluation and every question start from.

    `sides_salt_g` is the salt of a serving of each side [g], None where it is not stated; `found` what was found so
    far.
    """

    formula: Formula
    pantry: Pantry
    measures: str
    servings: float | None
    fish: MeasuredFish
    jars: tuple[Laid, ...]
    heat: Stated
    clock: Clock
    sides_salt_g: tuple[float | None, ...]
    found: tuple[Finding, ...]


def prepare(document: Mapping[str, Any], pantry: Pantry | None = None, told: Sequence[Finding] = ()) -> Prepared:
    """Read, measure, weigh and time a formula document; nothing raises.

    Parameters: document, a parsed formula object; pantry, the shipped one when absent; told, findings of an earlier
    step (the door), which go first.
    """
    pantry = pantry or default_pantry()
    formula, wrong = read_formula(document)
    # One thing is said of one place: what the door or the reading took out is not also "unstated".
    read = Quantities(formula.measures or "us", [*told, *wrong])
    servings = read.count(formula.servings, "/servings")
    if servings is None and not any(one.path == "/servings" for one in read.found):
        read.say("unstated/servings", "/servings")
    fish = measure_fish(formula.fish or Fish(), servings, pantry, read)
    jars = tuple(
        _laid(jar, f"/jars/{place}", formula.fish or Fish(), fish, servings, pantry, read)
        for place, jar in enumerate(formula.jars or [])
    )
    _same_ids(formula.jars or [], read)
    heat = read_heat(formula.cook or Cook(), any(laid.kind.fills for laid in jars), read)
    sides = tuple(
        read.count(side.salt_g_per_serving, f"/sides/{place}/salt_g_per_serving")
        for place, side in enumerate(formula.sides or [])
    )
    timed, clock, later = _timed(formula, jars, fish, heat)
    return Prepared(
        formula=formula,
        pantry=pantry,
        measures=read.measures,
        servings=servings,
        fish=fish,
        jars=timed,
        heat=heat,
        clock=clock,
        sides_salt_g=sides,
        found=(*read.found, *later),
    )


def _laid(
    jar: Jar, path: str, stated: Fish, fish: MeasuredFish, servings: float | None, pantry: Pantry, read: Quantities
) -> Laid:
    kind = kind_of(jar.kind)
    return Laid(
        contents=weigh_jar(jar, path, stated, fish, servings, pantry, read),
        kind=kind,
        fish=fish,
        standing=standing_of(jar, kind, path, fish, read),
    )


def _timed(
    formula: Formula, jars: Sequence[Laid], fish: MeasuredFish, heat: Stated
) -> tuple[tuple[Laid, ...], Clock, list[Finding]]:
    """The jars with their windows, coats and salt, the clock over all of them, and what was found."""
    told: list[Finding] = []
    known = known_spells(jars, fish, None if heat.raw else heat.start_c)
    refused = fish.has("toxic") or (formula.fish is not None and formula.fish.receiving == REJECTED)
    if refused:
        told.append(found("window-stopped/refused", "/fish"))
    timed = []
    for place, laid in enumerate(jars):
        window, more = (None, ()) if refused else window_for(laid, counter_limit(place, jars, known))
        coated = laid.kind.coat(laid) if laid.kind.coat else NO_COAT
        timed.append(replace(laid, window=window, coat=coated.coat))
        told += (*more, *coated.found)
    clock = clock_of(known, timed, fish)
    return tuple(replace(laid, salt=salted(laid)) for laid in timed), clock, told


def _same_ids(jars: Sequence[Jar], read: Quantities) -> None:
    names = [jar.id for jar in jars]
    for place, name in enumerate(names):
        if name and names.count(name) > 1:
            read.say("duplicate-id/jars", f"/jars/{place}/id", id=name)
