"""A formula read, measured, weighed and timed: what every answer about it starts from."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from jarcore.data import Pantry, default_pantry, in_words, parameter
from jarcore.documents import Formula, Notice, read_formula
from jarcore.documents.evaluation import Window
from jarcore.documents.formula import Cook, Fish, Jar
from jarcore.fish import Clock, MeasuredFish, Spell, measure_fish, threshold_of
from jarcore.jars import (
    Coat,
    Contents,
    Limit,
    Standing,
    clock_of,
    coat_of,
    known_spells,
    standing_of,
    weigh_jar,
    window_for,
)
from jarcore.reading import Quantities


@dataclass(frozen=True, slots=True)
class Prepared:
    """A formula read and weighed: what evaluation and profiles both start from."""

    formula: Formula
    pantry: Pantry
    read: Quantities
    servings: float | None
    fish: MeasuredFish
    jars: Sequence[Contents]
    standings: Sequence[Standing]
    coats: Sequence[Coat | None]
    clock: Clock
    windows: Sequence[Window | None]
    contacts: Sequence[float | None]


def prepare(document: Mapping[str, Any], pantry: Pantry | None = None, found: Sequence[Notice] = ()) -> Prepared:
    """Read, measure, weigh and time a formula document; nothing raises."""
    pantry = pantry or default_pantry()
    formula, notices = read_formula(document)
    # One thing is said of one place: what the door or the reading took out is not also "unstated".
    read = Quantities(formula.measures or "us", [*found, *notices])
    servings = read.count(formula.servings, "/servings")
    if servings is None and not any(entry["path"] == "/servings" for entry in read.notices):
        read.say("unstated", "/servings", "The servings are not stated. Type how many people eat.")
    document_fish = formula.fish or Fish()
    fish = measure_fish(document_fish, servings, pantry, read)
    jars = [
        weigh_jar(jar, f"/jars/{place}", document_fish, fish, servings, pantry, read)
        for place, jar in enumerate(formula.jars or [])
    ]
    _same_ids(formula.jars or [], read)
    standings = [standing_of(contents.jar, contents.path, threshold_of(fish), read) for contents in jars]
    known = known_spells(jars, standings, fish, formula.cook or Cook(), read)
    if document_fish.receiving == "rejected" or fish.has("toxic"):
        read.say("window-stopped", "/fish", "This fish is refused: no time is given for it.")
        windows: list[Window | None] = [None] * len(jars)
    else:
        windows = [
            window_for(contents, fish, standing, _counter(place, standing, known), read)
            for place, (contents, standing) in enumerate(zip(jars, standings, strict=True))
        ]
    clock = clock_of(known, jars, standings, windows, fish)
    # Without a plan the jar is taken out when its best begins.
    contacts = [
        standing.contact_min if standing.contact_min is not None else (window["best_from_min"] if window else None)
        for standing, window in zip(standings, windows, strict=True)
    ]
    coats = [coat_of(contents, fish, read) for contents in jars]
    return Prepared(formula, pantry, read, servings, fish, jars, standings, coats, clock, windows, contacts)


def _same_ids(jars: Sequence[Jar], read: Quantities) -> None:
    names = [jar.id for jar in jars]
    for place, name in enumerate(names):
        if name and names.count(name) > 1:
            read.say("duplicate-id", f"/jars/{place}/id", f"Two jars have the id “{name}”. Give one another.")


def _counter(place: int, standing: Standing, known: Sequence[Spell | None]) -> Limit | None:
    """Neither plate nor window may outrun the one clock: what is known to be used of it elsewhere is gone."""
    if not standing.warm:
        return None
    others = sum(spell.minutes for at, spell in enumerate(known) if spell is not None and at != place)
    limit = parameter("counter_stop")
    return Limit(max(0.0, limit - others), "counter", f"so warm the fish may stand {in_words(limit)} in all", hard=True)
