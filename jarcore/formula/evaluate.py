"""evaluate: everything that is shown of a formula, as a pure and total function of the document."""

from collections.abc import Mapping, Sequence
from typing import Any

from jarcore import __version__
from jarcore.data import Pantry
from jarcore.documents import Evaluation, Notice
from jarcore.documents.evaluation import FORMAT, FORMAT_VERSION, JarResult
from jarcore.documents.formula import Cook, Fish
from jarcore.fish import fish_result
from jarcore.formula.cards import cards_of
from jarcore.formula.defer import defer_salt
from jarcore.formula.ledger import ledger_of
from jarcore.formula.prepare import prepare
from jarcore.formula.standing import not_ready, standing_for, verdict_of
from jarcore.formula.suggest import suggest, suggest_finish_salt, suggest_set_out
from jarcore.formula.unstated import sodium_of
from jarcore.heat import cook_result
from jarcore.jars import (
    Laid,
    goes_in_pct,
    line_results,
    reading_of,
    salted,
    vessels_of,
)
from jarcore.judgement import Case, allergens_of, cautions_of, stands


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
