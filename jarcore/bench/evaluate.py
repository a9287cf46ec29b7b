"""evaluate: everything that is shown of a formula, as a pure and total function of the document."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from jarcore import __version__
from jarcore.bench.cards import cards_of
from jarcore.bench.defer import defer_salt
from jarcore.bench.ledger import ledger_of
from jarcore.bench.suggest import suggest, suggest_finish_salt, suggest_set_out
from jarcore.data import Pantry, default_pantry
from jarcore.documents import Evaluation, Notice, read_formula
from jarcore.documents.evaluation import FORMAT, FORMAT_VERSION, JarResult, Window
from jarcore.documents.formula import Cook, Fish, Formula, Jar
from jarcore.jars import (
    CONTACT_KINDS,
    Coat,
    Contents,
    Limit,
    MeasuredFish,
    Quantities,
    SaltStep,
    Standing,
    coat_of,
    cook_result,
    fish_result,
    line_results,
    measure_fish,
    reading_of,
    salt_step,
    standing_of,
    vessels_of,
    weigh_jar,
    window_for,
)
from jarcore.judgement import Case, Clock, cautions_of, clock_of

ALWAYS_PRESENT = "fish"


@dataclass(frozen=True, slots=True)
class Prepared:
    """A formula read and weighed: what evaluation and profiles both start from."""

    formula: Formula
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
    standings = [standing_of(contents.jar, contents.path, read) for contents in jars]
    times = [standing.contact_min for standing in standings]
    clock = _clock(jars, standings, times, fish)
    windows = [
        window_for(contents, fish, standing, _counter(standing, clock), read)
        for contents, standing in zip(jars, standings, strict=True)
    ]
    # Without a plan the jar is taken out when its best begins.
    contacts = [
        time if time is not None else (window["best_from_min"] if window else None)
        for time, window in zip(times, windows, strict=True)
    ]
    coats = [coat_of(contents, fish, read) for contents in jars]
    return Prepared(formula, read, servings, fish, jars, standings, coats, clock, windows, contacts)


def evaluate(document: Mapping[str, Any], pantry: Pantry | None = None, found: Sequence[Notice] = ()) -> Evaluation:
    """The evaluation of a formula document.

    Parameters: document, a parsed formula object (see jarcore.documents.formula_object); pantry, the shipped one
    when absent; found, notices of an earlier step (the door), which go first.
    Returns: the evaluation. What cannot be computed is None with a notice at its path; nothing raises.
    """
    ready = prepare(document, pantry, found)
    formula, fish, read = ready.formula, ready.fish, ready.read
    results: list[JarResult] = [
        {
            "id": contents.jar.id,
            "lines": line_results(contents, fish, read.measures),
            "reading": reading_of(contents, fish, coat, read),
            "window": window,
            "vessels": vessels_of(contents.jar, contents.path, fish, read),
        }
        for contents, coat, window in zip(ready.jars, ready.coats, ready.windows, strict=True)
    ]
    steps: list[SaltStep] = [
        salt_step(contents, fish, standing, coat, minutes, read)
        for contents, standing, coat, minutes in zip(
            ready.jars, ready.standings, ready.coats, ready.contacts, strict=True
        )
    ]
    ledger = ledger_of(formula, ready.jars, steps, fish, ready.servings, read)
    for contents, window, standing in zip(ready.jars, ready.windows, ready.standings, strict=True):
        defer_salt(contents, window, standing, read)
    suggest(document, formula, fish, ready.servings, read)
    suggest_set_out(ready.jars, ready.coats, read)
    suggest_finish_salt(document, ready.jars, ledger["left_for_finish_g"], ready.servings, read)
    cook = cook_result(formula.cook or Cook(), fish, ready.jars, read)
    allergens = _allergens(formula, ready.jars)
    case = Case(
        formula,
        fish,
        ready.jars,
        ready.standings,
        ready.clock,
        cook["core_c"],
        allergens,
        ledger["sodium_mg_per_serving"],
        read,
    )
    cautions = cautions_of(case)
    barred = any(c["grade"] == "refuse" or (c["grade"] == "stop" and c["accepted"] is None) for c in cautions)
    return {
        "format": FORMAT,
        "format_version": FORMAT_VERSION,
        "engine": f"jarcore {__version__}",
        "ready": not barred and all(result["reading"]["complete"] for result in results) and fish.edible_g is not None,
        "fish": {**fish_result(fish), "cards": cards_of(formula.fish or Fish(), fish)},
        "jars": results,
        "ledger": ledger,
        "exposure": {
            "minutes_above_5c": ready.clock.minutes,
            "limit_min": ready.clock.limit,
            "binding": ready.jars[ready.clock.jar].path if ready.clock.jar is not None else None,
        },
        "cook": cook,
        "allergens": allergens,
        "cautions": cautions,
        "notices": read.notices,
    }


def _same_ids(jars: Sequence[Jar], read: Quantities) -> None:
    names = [jar.id for jar in jars]
    for place, name in enumerate(names):
        if name and names.count(name) > 1:
            read.say("duplicate-id", f"/jars/{place}/id", f"Two jars have the id “{name}”. Give one another.")


def _clock(
    jars: Sequence[Contents], standings: Sequence[Standing], times: Sequence[float | None], fish: MeasuredFish
) -> Clock:
    touching = [
        standing if contents.jar.kind in CONTACT_KINDS else None
        for contents, standing in zip(jars, standings, strict=True)
    ]
    return clock_of(touching, times, fish.has("histamine"))


def _counter(standing: Standing, clock: Clock) -> Limit | None:
    """Neither plate nor window may outrun the counter clock: what other jars used of it is gone."""
    if not standing.warm:
        return None
    others = max(0.0, clock.minutes - (standing.contact_min or 0.0))
    return Limit(max(0.0, clock.limit - others), "counter", "above 5 °C the fish may stand 4 h in all", hard=True)


def _allergens(formula: Formula, jars: Sequence[Contents]) -> list[str]:
    found = {one for contents in jars for one in contents.allergens()}
    found |= {one for side in formula.sides or [] for one in side.allergens or []}
    return [ALWAYS_PRESENT, *sorted(found - {ALWAYS_PRESENT})]
