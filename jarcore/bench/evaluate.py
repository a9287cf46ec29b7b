"""evaluate: everything that is shown of a formula, as a pure and total function of the document."""

from collections.abc import Mapping
from typing import Any

from jarcore import __version__
from jarcore.bench.ledger import ledger_of
from jarcore.data import Pantry, default_pantry, parameter
from jarcore.documents import Evaluation, Notice, read_formula
from jarcore.documents.evaluation import FORMAT, FORMAT_VERSION, CookResult, JarResult
from jarcore.documents.formula import Cook, Fish, Formula, Jar
from jarcore.jars import (
    CONTACT_KINDS,
    Contents,
    Limit,
    MeasuredFish,
    Quantities,
    Span,
    Standing,
    fish_result,
    line_results,
    measure_fish,
    reading_of,
    salt_step,
    span_of,
    standing_of,
    weigh_jar,
    window_of,
)
from jarcore.judgement import Case, Clock, cautions_of, clock_of

ALWAYS_PRESENT = "fish"


def evaluate(
    document: Mapping[str, Any], pantry: Pantry | None = None, found: list[Notice] | None = None
) -> Evaluation:
    """The evaluation of a formula document.

    Parameters: document, a parsed formula object (see jarcore.documents.formula_object); pantry, the shipped one
    when absent; found, notices of an earlier step (the door), which go first.
    Returns: the evaluation. What cannot be computed is None with a notice at its path; nothing raises.
    """
    pantry = pantry or default_pantry()
    formula, notices = read_formula(document)
    # One thing is said of one place: what the door or the reading took out is not also "unstated".
    read = Quantities(formula.measures or "us", [*(found or []), *notices])
    servings = read.count(formula.servings, "/servings")
    if servings is None and not _said(read, "/servings"):
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
    spans = [
        _with_counter(span_of(contents, fish, standing, read), standing, clock)
        for contents, standing in zip(jars, standings, strict=True)
    ]
    results: list[JarResult] = [
        {
            "id": contents.jar.id,
            "lines": line_results(contents, fish, read.measures),
            "reading": reading_of(contents, fish, read),
            "window": window_of(span) if span else None,
        }
        for contents, span in zip(jars, spans, strict=True)
    ]
    # Without a plan the jar is taken out when its best begins.
    contacts = [time if time is not None else _best_from(result) for time, result in zip(times, results, strict=True)]
    steps = [
        salt_step(contents, fish, standing, minutes, read)
        for contents, standing, minutes in zip(jars, standings, contacts, strict=True)
    ]
    ledger = ledger_of([jar.jar.id for jar in jars], steps, fish, servings, formula.targets or {}, read)
    cook = _cook(formula, jars, read)
    allergens = _allergens(formula, jars)
    case = Case(formula, fish, jars, standings, clock, cook["core_c"], allergens, read)
    cautions = cautions_of(case)
    barred = any(c["grade"] == "refuse" or (c["grade"] == "stop" and c["accepted"] is None) for c in cautions)
    return {
        "format": FORMAT,
        "format_version": FORMAT_VERSION,
        "engine": f"jarcore {__version__}",
        "ready": not barred and all(result["reading"]["complete"] for result in results) and fish.edible_g is not None,
        "fish": fish_result(fish),
        "jars": results,
        "ledger": ledger,
        "exposure": {
            "minutes_above_5c": clock.minutes,
            "limit_min": clock.limit,
            "binding": jars[clock.jar].path if clock.jar is not None else None,
        },
        "cook": cook,
        "allergens": allergens,
        "cautions": cautions,
        "notices": read.notices,
    }


def _said(read: Quantities, path: str) -> bool:
    return any(entry["path"].startswith(path) for entry in read.notices)


def _same_ids(jars: list[Jar], read: Quantities) -> None:
    names = [jar.id for jar in jars]
    for place, name in enumerate(names):
        if name and names.count(name) > 1:
            read.say("duplicate-id", f"/jars/{place}/id", f"Two jars have the id “{name}”. Give one another.")


def _clock(jars: list[Contents], standings: list[Standing], times: list[float | None], fish: MeasuredFish) -> Clock:
    touching = [
        standing if contents.jar.kind in CONTACT_KINDS else None
        for contents, standing in zip(jars, standings, strict=True)
    ]
    return clock_of(touching, times, fish.has("histamine"))


def _with_counter(span: Span | None, standing: Standing, clock: Clock) -> Span | None:
    """Neither plate nor window may outrun the counter clock: what other jars used of it is gone."""
    if span is None or not standing.warm:
        return span
    others = max(0.0, clock.minutes - (standing.contact_min or 0.0))
    return span.capped(
        Limit(max(0.0, clock.limit - others), "counter", "above 5 °C the fish may stand 4 h in all", hard=True)
    )


def _best_from(result: JarResult) -> float | None:
    return result["window"]["best_from_min"] if result["window"] else None


def _cook(formula: Formula, jars: list[Contents], read: Quantities) -> CookResult:
    """The core target, and what is known of cooking."""
    cook = formula.cook or Cook()
    stuffed = any(contents.jar.kind == "filling" for contents in jars)
    target = read.celsius(cook.core_target, "/cook/core_target")
    if target is None:
        target = parameter("filling_target" if stuffed else "core_target")
    if cook.method not in (None, "none"):
        read.say(
            "not-modelled",
            "/cook/method",
            "Cooking time is not modelled yet. Cook to the core target, read on a probe.",
        )
    return {"minutes": None, "stages": [], "core_c": target, "rest_minutes": None, "oil": None, "zones": []}


def _allergens(formula: Formula, jars: list[Contents]) -> list[str]:
    found = {one for contents in jars for one in contents.allergens()}
    found |= {one for side in formula.sides or [] for one in side.allergens or []}
    return [ALWAYS_PRESENT, *sorted(found - {ALWAYS_PRESENT})]
