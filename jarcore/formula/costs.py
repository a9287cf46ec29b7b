"""What a formula costs: the fish as it is bought, each line as it is weighed in, and what drives it.

What has no price costs something that is not known, never nothing: sums are then at least.
"""

from collections.abc import Iterator

from jarcore.data import Pantry
from jarcore.documents.evaluation import Cost, CostPart, Unpriced
from jarcore.documents.formula import Fish
from jarcore.documents.parts import Weight
from jarcore.fish import MeasuredFish, edible_share
from jarcore.formula.prepare import Prepared
from jarcore.jars import Laid
from jarcore.jars.spec import Spec
from jarcore.reading import factor

# What costs nothing to speak of, and has no price anywhere.
FREE = "water"


def jar_cost(laid: Laid, pantry: Pantry) -> float | None:
    """What the lines of a jar cost that have a price; None where none has."""
    known = [cost for _, cost in _lines(laid, pantry) if cost is not None]
    return sum(known) if known else None


def for_a_gram(spec: Spec, pantry: Pantry) -> float | None:
    """What a gram of a line costs, as it is weighed in; None without a price."""
    price = pantry.prices.get(("ingredient", spec.ingredient.id)) if spec.ingredient else None
    return price.for_a_gram(spec.ingredient) if price and spec.ingredient else None


def cost_of(ready: Prepared) -> Cost | None:
    """What all of it costs; None in a kitchen that keeps no prices."""
    pantry = ready.pantry
    if not pantry.prices:
        return None
    parts, missing = list[CostPart](), list[Unpriced]()
    for path, name, cost, at in _parts(ready):
        if cost is None:
            missing.append({"path": path, "name": name})
        else:
            parts.append({"path": path, "name": name, "cost": cost, "share_pct": 0.0, "at": at})
    batch = sum(one["cost"] for one in parts)
    for one in parts:
        one["share_pct"] = 100 * one["cost"] / batch if batch else 0.0
    return {
        "currency": pantry.currency,
        "batch": batch,
        "per_serving": batch / ready.servings if ready.servings else None,
        "complete": not missing,
        "drivers": sorted(parts, key=lambda one: -one["cost"]),
        "missing": missing,
    }


def _parts(ready: Prepared) -> Iterator[tuple[str, str, float | None, str | None]]:
    """(path, name, cost, day of the price) of the fish, of each line and of each side."""
    pantry, fish = ready.pantry, ready.fish
    if fish.species is not None:
        price = pantry.prices.get(("fish", fish.species.id))
        yield "/fish", fish.species.name, _fish_cost(ready), price.at if price else None
    for laid in ready.jars:
        for spec, cost in _lines(laid, pantry):
            price = pantry.prices.get(("ingredient", spec.ingredient.id)) if spec.ingredient else None
            yield f"{laid.path}/lines/{spec.place}", spec.called, cost, price.at if price else None
    for place, side in enumerate(ready.formula.sides or []):
        yield f"/sides/{place}", side.name or f"side {place + 1}", None, None


def _lines(laid: Laid, pantry: Pantry) -> Iterator[tuple[Spec, float | None]]:
    """Each line that says something with what it costs; water is free."""
    for spec, mass in zip(laid.contents.specs, laid.contents.masses, strict=True):
        if spec.ingredient is None and spec.line.amount is None:
            continue
        if spec.ingredient is not None and spec.ingredient.id == FREE:
            continue
        each = for_a_gram(spec, pantry)
        yield spec, None if each is None or mass is None else each * mass


def _fish_cost(ready: Prepared) -> float | None:
    """What the fish costs as it is bought: heads, bones and trimmings are paid for."""
    stated, fish = ready.formula.fish, ready.fish
    if stated is None or fish.species is None:
        return None
    if fish.groups:
        own = zip(stated.groups or [], fish.groups, strict=False)
        costs = [_bought(stated, group.trimmings, one.fish, ready) for group, one in own]
        return None if None in costs else sum(cost for cost in costs if cost is not None)
    return _bought(stated, stated.trimmings, fish, ready)


def _bought(stated: Fish, trimmed: Weight | None, fish: MeasuredFish, ready: Prepared) -> float | None:
    species = fish.species
    price = ready.pantry.prices.get(("fish", species.id)) if species else None
    each = price.for_a_gram(species) if price and species else None
    if price is None or each is None or fish.edible_g is None:
        return None
    share = edible_share(species, fish.cut, price.basis or "fillet", stated.bone or fish.bone)
    cut_off = trimmed.value * factor(trimmed.unit) if trimmed and trimmed.value and trimmed.unit else 0.0
    return (fish.edible_g / share + cut_off) * each
