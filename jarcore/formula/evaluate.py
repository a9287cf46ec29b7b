"""evaluate: everything that is shown of a formula, as a pure and total function of the document."""

from collections.abc import Mapping, Sequence
from typing import Any

from jarcore.data import Pantry, Same, Scale, engine, fresh, kept
from jarcore.documents import Evaluation, Finding, Findings, notices_of
from jarcore.documents.evaluated_jar import JarResult
from jarcore.documents.evaluation import FORMAT, FORMAT_VERSION
from jarcore.documents.formula import Fish
from jarcore.fish import fish_result
from jarcore.formula.assumed import assumptions_of
from jarcore.formula.cards import cards_of
from jarcore.formula.costs import cost_of, jar_cost
from jarcore.formula.defer import defer_salt
from jarcore.formula.in_turn import windows_apart
from jarcore.formula.ledger import in_already_g, ledger_of
from jarcore.formula.prepare import MOST_JARS, Prepared, prepare
from jarcore.formula.standing import not_ready, standing_for, verdict_of
from jarcore.formula.suggest import suggestions
from jarcore.formula.unstated import sodium_of
from jarcore.heat import cook_result
from jarcore.jars import Laid, line_results, made_steps, making_findings, reading_of
from jarcore.judgement import Case, allergens_of, cautions_of, stands


def evaluate(document: Mapping[str, Any], pantry: Pantry | None = None, told: Sequence[Finding] = ()) -> Evaluation:
    """The evaluation of a formula document.

    Parameters: document, a parsed formula object (see jarcore.documents.formula_object); pantry, the shipped one
    when absent; told, findings of an earlier step (the door), which go first.
    Returns: the evaluation. What cannot be computed is None with a notice at its path; nothing raises.
    """
    return evaluation_of(document, prepare(document, pantry, told))


def evaluation_of(document: Mapping[str, Any], ready: Prepared) -> Evaluation:
    """The evaluation of a formula that is prepared already."""
    formula, fish, jars = ready.formula, ready.fish, ready.jars
    findings = list(ready.found)
    results: list[JarResult] = []
    for place, laid in enumerate(jars):
        already, cost = in_already_g(laid, jars[:place]), jar_cost(laid, ready.pantry)
        result, more = _jar_result(Same(laid), ready.measures, ready.pantry.scales, already, cost)
        results.append(fresh(result))
        findings += more
    ledger, more = ledger_of(ready)
    findings += more
    cook, more = cook_result(ready.heat, fish, jars)
    findings += [
        *windows_apart(jars),
        *(one for laid in jars for one in defer_salt(laid)),
        *(one for laid in jars for one in making_findings(laid.contents)),
        *suggestions(document, ready, ledger),
        *more,
    ]
    allergens = allergens_of(ready.sides, jars)
    case = Case(
        formula=formula,
        pantry=ready.pantry,
        fish=fish,
        jars=jars,
        sides=ready.sides,
        clock=ready.clock,
        heat=ready.heat,
        allergens=allergens,
        sodium=sodium_of(ready, ledger),
        servings=ready.servings,
        found=Findings(findings),
    )
    cautions = cautions_of(case)
    barred = list(dict.fromkeys(c["code"] for c in cautions if stands(c)))
    for result in results:
        if result["window"] is not None:
            result["window"] = {**result["window"], "stopped_by": barred}
    reasons = not_ready(cautions, findings, jars, fish)
    return {
        "format": FORMAT,
        "format_version": FORMAT_VERSION,
        "engine": engine(ready.pantry),
        "ready": not reasons,
        "standing": standing_for(reasons),
        "verdict": verdict_of(reasons, cautions, findings),
        "not_ready": reasons,
        "fish": {**fish_result(fish), "cards": cards_of(formula.fish or Fish(), fish)},
        "jars": results,
        "ledger": ledger,
        "exposure": {
            "warm_minutes": ready.clock.minutes,
            "threshold_c": ready.clock.threshold_c,
            "limit_min": ready.clock.limit_min,
            "binding": ready.clock.longest.path if ready.clock.longest else None,
        },
        "cook": cook,
        "allergens": allergens,
        "cautions": cautions,
        "notices": notices_of(findings),
        "assumptions": assumptions_of(document, ready, findings),
        "cost": cost_of(ready),
    }


@kept(maxsize=MOST_JARS)
def _jar_result(
    jar: Same[Laid], measures: str, scales: tuple[Scale, ...], already_g: float, cost: float | None
) -> tuple[JarResult, Sequence[Finding]]:
    """A jar as the evaluation shows it, with the salt that is in the fish before it [g], and what was found.

    SCALES are those of the kitchen, COST what its lines cost.
    """
    laid = jar.thing
    reading, found = reading_of(laid, already_g, cost)
    lines, more = line_results(laid.contents, laid.fish, measures, scales)
    shown: JarResult = {
        "id": laid.jar.id,
        "lines": lines,
        "making": made_steps(laid.contents),
        "reading": reading,
        "window": laid.window,
        "vessels": laid.standing.vessels,
    }
    return shown, [*found, *more]
