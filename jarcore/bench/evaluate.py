"""evaluate: everything that is shown of a formula, as a pure and total function of the document."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from jarcore import __version__
from jarcore.bench.cards import cards_of
from jarcore.bench.defer import defer_salt
from jarcore.bench.ledger import ledger_of
from jarcore.bench.standing import not_ready, standing_for, verdict_of
from jarcore.bench.suggest import suggest, suggest_finish_salt, suggest_set_out
from jarcore.bench.unstated import sodium_of
from jarcore.data import Pantry, default_pantry, parameter
from jarcore.documents import Evaluation, Notice, read_formula
from jarcore.documents.evaluation import FORMAT, FORMAT_VERSION, JarResult, Window
from jarcore.documents.formula import Cook, Fish, Formula, Jar
from jarcore.jars import (
    Clock,
    Coat,
    Contents,
    Laid,
    Limit,
    MeasuredFish,
    Quantities,
    Spell,
    Standing,
    clock_of,
    coat_of,
    cook_result,
    fish_result,
    goes_in_pct,
    in_words,
    known_spells,
    line_results,
    measure_fish,
    reading_of,
    salted,
    standing_of,
    threshold_of,
    vessels_of,
    weigh_jar,
    window_for,
)
from jarcore.judgement import Case, allergens_of, cautions_of, stands


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


def evaluate(document: Mapping[str, Any], pantry: Pantry | None = None, found: Sequence[Notice] = ()) -> Evaluation:
    """The evaluation of a formula document.

    Parameters: document, a parsed formula object (see jarcore.documents.formula_object); pantry, the shipped one
    when absent; found, notices of an earlier step (the door), which go first.
    Returns: the evaluation. What cannot be computed is None with a notice at its path; nothing raises.
    """
    ready = prepare(document, pantry, found)
    formula, fish, read = ready.formula, ready.fish, ready.read
    steps = [
        salted(Laid(contents, fish, standing, coat, minutes), read)
        for contents, standing, coat, minutes in zip(
            ready.jars, ready.standings, ready.coats, ready.contacts, strict=True
        )
    ]
    results: list[JarResult] = [
        {
            "id": contents.jar.id,
            "lines": line_results(contents, fish, read.measures),
            "reading": reading_of(contents, fish, coat, goes_in_pct(contents, fish, step), read),
            "window": window,
            "vessels": vessels_of(contents.jar, contents.path, fish, read),
        }
        for contents, coat, window, step in zip(ready.jars, ready.coats, ready.windows, steps, strict=True)
    ]
    ledger = ledger_of(formula, ready.jars, steps, fish, ready.servings, read)
    for contents, window, standing in zip(ready.jars, ready.windows, ready.standings, strict=True):
        defer_salt(contents, window, standing, read)
    suggest(document, formula, fish, ready.servings, read)
    suggest_set_out(ready.jars, ready.coats, read)
    suggest_finish_salt(document, ready.jars, ledger["left_for_finish_g"], ready.servings, read)
    cook = cook_result(formula.cook or Cook(), fish, ready.jars, read)
    allergens = allergens_of(formula, ready.jars)
    case = Case(
        formula=formula,
        pantry=ready.pantry,
        fish=fish,
        jars=ready.jars,
        standings=ready.standings,
        windows=ready.windows,
        contacts=ready.contacts,
        clock=ready.clock,
        core_celsius=cook["core_c"],
        allergens=allergens,
        sodium=sodium_of(ready.jars, steps, ledger, fish, ready.servings),
        read=read,
    )
    cautions = cautions_of(case)
    barred = list(dict.fromkeys(c["code"] for c in cautions if stands(c)))
    for window in ready.windows:
        if window is not None:
            window["stopped_by"] = barred
    reasons = not_ready(cautions, read.notices, ready.jars, fish)
    return {
        "format": FORMAT,
        "format_version": FORMAT_VERSION,
        "engine": f"jarcore {__version__}",
        "ready": not reasons,
        "standing": standing_for(reasons),
        "verdict": verdict_of(reasons, cautions),
        "not_ready": reasons,
        "fish": {**fish_result(fish), "cards": cards_of(formula.fish or Fish(), fish)},
        "jars": results,
        "ledger": ledger,
        "exposure": {
            "warm_minutes": ready.clock.minutes,
            "threshold_c": ready.clock.threshold_c,
            "limit_min": ready.clock.limit,
            "binding": ready.clock.longest.path if ready.clock.longest else None,
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


def _counter(place: int, standing: Standing, known: Sequence[Spell | None]) -> Limit | None:
    """Neither plate nor window may outrun the one clock: what is known to be used of it elsewhere is gone."""
    if not standing.warm:
        return None
    others = sum(spell.minutes for at, spell in enumerate(known) if spell is not None and at != place)
    limit = parameter("counter_stop")
    return Limit(max(0.0, limit - others), "counter", f"so warm the fish may stand {in_words(limit)} in all", hard=True)
