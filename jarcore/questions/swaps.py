"""Equivalents of an ingredient: lemon to vinegar keeps the acid, fresh to dried the strength, crystal to crystal the
salt.
"""

import math
from collections.abc import Iterator, Mapping
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import Ingredient, Pantry, default_pantry, rows
from jarcore.documents.patches import Patch, put, tidy
from jarcore.documents.pointers import Step
from jarcore.formula.prepare import prepare
from jarcore.jars.readings import meq_per_g
from jarcore.jars.spec import Spec
from jarcore.reading import dimension, factor

# What each group keeps, and the least of it [per g] that makes a thing an equivalent at all.
SALTY = ("salt", "salty")
PLAIN_GROUPS = ("dairy", "flour", "crumbs", "liquid")
LEAST = {"salt": 0.02, "acid": 0.02, "sugar": 0.1, "oil": 0.5}


class Swap(TypedDict):
    """An equivalent: what it keeps in words, its mass [g], and the patch that takes it."""

    id: str
    name: str
    keeps: str
    mass_g: float
    patch: Patch


def swaps(document: Mapping[str, Any], jar: int, line: int, pantry: Pantry | None = None) -> list[Swap]:
    """Equivalents of a line's ingredient at its present mass, the nearest kin first; empty where there is none."""
    stock = pantry or default_pantry()
    ready = prepare(document, stock)
    if not 0 <= jar < len(ready.jars) or not 0 <= line < len(ready.jars[jar].contents.specs):
        return []
    contents = ready.jars[jar].contents
    spec, mass = contents.specs[line], contents.masses[line]
    old = spec.ingredient
    if old is None or not mass or spec.values is None or spec.line.amount is None:
        return []
    return [
        {
            "id": new.id,
            "name": new.name,
            "keeps": keeps,
            "mass_g": mass * times,
            "patch": swapped(spec, jar, new, times, ready.fish.edible_g),
        }
        for new, times, keeps in equivalents(old, stock)
    ]


def equivalents(old: Ingredient, pantry: Pantry) -> Iterator[tuple[Ingredient, float, str]]:
    """(ingredient, grams for a gram of the old one, what is kept)."""
    for row in rows("swaps"):
        for one, other, times in (
            (row["from"], row["to"], float(row["grams_per_gram"])),
            (row["to"], row["from"], 1 / float(row["grams_per_gram"])),
        ):
            if one == old.id and other in pantry.ingredients:
                yield pantry.ingredients[other], times, f"keeps the strength: {row['why']}"
    if old.group in SALTY:
        yield from _keeping(old, pantry, SALTY, "salt", lambda i: i.salt / 100)
    elif old.sour:
        yield from _keeping(old, pantry, ("sour",), "acid", meq_per_g)
    elif old.group == "sweet":
        yield from _keeping(old, pantry, ("sweet",), "sugar", lambda i: i.sugar / 100)
    elif old.phase == "oil":
        yield from _keeping(old, pantry, (old.group,), "oil", lambda i: i.fat / 100)
    elif old.group in PLAIN_GROUPS:
        yield from _keeping(old, pantry, (old.group,), "weight", lambda _i: 1.0)


def _keeping(
    old: Ingredient, pantry: Pantry, groups: tuple[str, ...], what: str, of: Any
) -> Iterator[tuple[Ingredient, float, str]]:
    now = of(old)
    least = LEAST.get(what, 0.0)
    if now < least:
        return
    kin = [
        (one, now / of(one))
        for one in pantry.ingredients.values()
        if one.group in groups and one.id != old.id and not one.cures and of(one) >= max(least, 1e-9)
    ]
    # The same sort of thing first, and of those the ones that take about as much.
    for one, times in sorted(kin, key=lambda pair: (pair[0].group != old.group, abs(math.log(pair[1])), pair[0].name)):
        yield one, times, f"keeps the {what}"


def swapped(spec: Spec, jar: int, new: Ingredient, times: float, edible_g: float | None) -> Patch:
    """The line with the new ingredient, TIMES as much of it by mass [1]: the amount in its own unit, or in grams where
    the new one is not counted so.

    Where the new one grows otherwise with the fish, the amount is written for today's edible weight [g].
    """
    line, amount = spec.line, spec.line.amount
    assert amount is not None and amount.unit is not None and spec.ingredient is not None
    unit: str = amount.unit
    old = spec.ingredient
    anew = new.exponent != spec.exponent and line.basis == "fish" and unit != "%" and line.per is not None and edible_g
    by_volume = dimension(unit) == "volume" or line.basis == "cover" or (unit == "part" and line.by == "volume")
    if by_volume:
        times *= old.density_g_ml / new.density_g_ml
    elif dimension(unit) == "count":
        each, other = old.unit_g(unit) or 1.0, new.unit_g(unit)
        times *= each / (other or 1.0)
        unit = unit if other else "g"
    if anew and edible_g and line.per is not None:
        times *= _grown(spec, edible_g)
    ends = {"value": amount.value} if amount.value is not None else {"low": amount.low, "high": amount.high}
    written = {key: tidy(value * times) for key, value in ends.items() if value is not None}
    way: list[Step] = ["jars", jar, "lines", spec.place]
    patch = [put([*way, "ingredient"], new.id), put([*way, "amount"], {**written, "unit": unit})]
    return [*patch, put([*way, "per"], {"value": tidy(edible_g), "unit": "g"})] if anew and edible_g else patch


def _grown(spec: Spec, edible_g: float) -> float:
    """How many times what was written a line has grown to with today's fish."""
    per = spec.line.per
    assert per is not None and per.value is not None
    return float((edible_g / (per.value * factor(per.unit or "g"))) ** spec.exponent)
