"""From masses back to what is written: in a line's own unit and basis, in steps that a scale or a spoon can do."""

from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np

from jarcore.data import Scale, rows
from jarcore.documents import Patch
from jarcore.documents.parts import Amount
from jarcore.documents.patches import put, tidy
from jarcore.documents.pointers import Step
from jarcore.jars.spec import Spec
from jarcore.jars.weighing import HANGING
from jarcore.questions.solve.amounts import Amounts, Vector
from jarcore.reading import dimension, factor, on_scales

# Digits of an amount: what is a share of others decides by small differences.
DIGITS, FINE = 5, 7
# Steps of what the kitchen likes to weigh in from which on a line is rounded so [1].
ROUND_FROM = 10
# A line that moves less than this share of itself, and less than so little, stays as it is written [1, g].
STAYS, STAYS_G = 1e-4, 1e-4


def moved(masses: Vector, amounts: Amounts) -> list[int]:
    """Places of lines whose written amount no longer gives what they are to weigh, and those that get their first."""
    follows = amounts.follows
    due = np.where(follows.any(axis=1), follows @ masses, amounts.now_g)
    off = np.abs(masses - due)
    return [
        spec.place
        for spec in amounts.specs
        if (spec.place in amounts.unstated and not (spec.place in amounts.new and masses[spec.place] <= 0))
        or (spec.place not in amounts.unstated and off[spec.place] > max(STAYS * due[spec.place], STAYS_G))
    ]


def step_g(spec: Spec, mass_g: float, amounts: Amounts) -> float:
    """The step [g] in which a line of about this mass can be measured, as it is written."""
    unit = spec.line.amount.unit if spec.line.amount else None
    steps = {row["unit"]: float(row["step"]) for row in rows("unit_steps")}
    ingredient = spec.ingredient
    if unit in steps and ingredient is not None and spec.place not in amounts.unstated:
        counted = dimension(unit) == "count"
        each = ingredient.unit_g(unit) if counted else factor(unit, amounts.ready.measures) * ingredient.density_g_ml
        if each:
            return steps[unit] * each
    weighed = on_scales(mass_g, amounts.ready.pantry.scales, spoonable=False)
    if (
        unit is not None
        and dimension(unit) == "volume"
        and ingredient is not None
        and spec.place not in amounts.unstated
    ):
        # What is poured by the millilitre is written in the steps that a scale has in grams.
        return weighed["step_g"] / weighed["times"] * ingredient.density_g_ml
    step = weighed["step_g"] / weighed["times"]
    liked = amounts.ready.pantry.rounding_g
    return max(step, liked) if liked is not None and mass_g >= ROUND_FROM * liked else step


def rounded_g(mass_g: float, scales: Sequence[Scale]) -> float:
    """A mass [g] in the steps in which it can be weighed."""
    weighed = on_scales(mass_g, scales, spoonable=False)
    return weighed["grams"] * weighed["lots"] / weighed["times"]


def rounded(masses: Vector, amounts: Amounts, whither: Mapping[int, int] | None = None) -> Vector:
    """The masses [g] with each line that is written anew in its steps, and what follows others as it follows.

    WHITHER says for some places whether they go down (-1) or up (1) instead of to the nearest step.
    """
    changed, made = moved(masses, amounts), masses.copy()
    for place in changed:
        step = step_g(amounts.specs[place], masses[place], amounts)
        way = (whither or {}).get(place, 0)
        steps = masses[place] / step
        whole = np.round(steps) if way == 0 else (np.ceil(steps - 1e-9) if way > 0 else np.floor(steps + 1e-9))
        low, high = amounts.low_g[place], amounts.high_g[place]
        # A bound that lies between two steps is kept to, not rounded over.
        whole += float(whole * step < low - 1e-9) - float(whole * step > high + 1e-9)
        made[place] = min(max(whole * step, low), high)
    return _followed(made, changed, amounts)


def _followed(masses: Vector, changed: Sequence[int], amounts: Amounts) -> Vector:
    """What lines that are not written anew come to, by what they follow."""
    follows = amounts.follows.copy()
    follows[list(changed)] = 0.0
    own = np.where(follows.any(axis=1), 0.0, masses)
    return np.asarray(np.linalg.solve(np.eye(len(masses)) - follows, own))


def written(masses: Vector, amounts: Amounts) -> Patch:
    """The patch that makes the lines weigh so much [g]: each in its own unit and on its own basis."""
    patch: Patch = []
    for place in moved(masses, amounts):
        spec = amounts.specs[place]
        way: list[Step] = ["jars", amounts.place, "lines", place]
        if place in amounts.unstated or amounts.now_g[place] <= 0:
            patch += [put([*way, name], value) for name, value in given(masses[place], amounts).items()]
        else:
            patch.append(put([*way, "amount"], _amount(spec, masses, amounts)))
    return patch


def given(mass_g: float, amounts: Amounts) -> dict[str, Any]:
    """A first amount: in grams, for the fish that there is; as it stands where the fish is not weighed."""
    edible = amounts.laid.fish.edible_g
    amount: dict[str, Any] = {"amount": {"value": tidy(mass_g, DIGITS), "unit": "g"}}
    if not edible:
        return {**amount, "basis": "fixed"}
    return {**amount, "basis": "fish", "per": {"value": tidy(edible, FINE), "unit": "g", "basis": "edible"}}


def _amount(spec: Spec, masses: Vector, amounts: Amounts) -> dict[str, Any]:
    """What is written for a line that is to weigh so much, the ends of a range in step."""
    line, place = spec.line, spec.place
    assert line.amount is not None
    times = float(masses[place] / amounts.now_g[place])
    digits = DIGITS
    if line.basis in HANGING:
        # What it is a share of may weigh otherwise too.
        due = float(amounts.follows[place] @ masses)
        times, digits = (float(masses[place]) / due if due else times), FINE
    return times_as_much(line.amount, times, digits)


def times_as_much(amount: Amount, times: float, digits: int = DIGITS) -> dict[str, Any]:
    """An amount so many times, in its own unit."""
    ends = {"value": amount.value} if amount.value is not None else {"low": amount.low, "high": amount.high}
    return {**{name: tidy(end * times, digits) for name, end in ends.items() if end is not None}, "unit": amount.unit}
