"""What burns before the fish is done, in which order things go into fat, and what must not be turned round."""

from collections.abc import Sequence

from jarcore.data import AROMATIC, rendered, rows, sentence
from jarcore.documents.evaluated_heat import Burn, FatStep
from jarcore.heat.method import turns
from jarcore.heat.stated import SKIN, Stated
from jarcore.jars import Laid


def burn_of(stated: Stated, jars: Sequence[Laid]) -> Burn | None:
    """What on the surface would burn before the fish is done, and what to do with it."""
    if not stated.kind.scorches:
        return None
    risky = sorted(
        {
            ingredient.name
            for laid in jars
            if laid.kind.clings and not laid.rinsed and not laid.wiped
            for ingredient in laid.contents.named
            if ingredient.burn == "high" and not (stated.kind.in_air and ingredient.group == AROMATIC)
        }
    )
    if not risky:
        return {"risk": "low", "because": [], "do": ""}
    return {"risk": "high", "because": risky, "do": sentence("burn/high", what=risky)}


def order_of(jars: Sequence[Laid]) -> list[FatStep]:
    """Aromatics in the order they go into fat, by what their rows say that they go in with: of what is fried at all."""
    fried = [laid for laid in jars if _fried_apart(laid)]
    steps: list[FatStep] = []
    for row in rows("order"):
        here = {i.name for laid in fried for i, _ in laid.contents.parts() if i.goes_in == row["goes_in"]}
        if here:
            steps.append({"step": row["step"], "ingredients": sorted(here), "why": row["why"]})
    return steps


def _fried_apart(laid: Laid) -> bool:
    """Whether a jar's aromatics are fried by themselves: a sauce begun in fat, or what was scraped off the fish."""
    if laid.scraped:
        return laid.kind.clings
    return laid.kind.finishes and laid.is_heated and any(one.phase == "oil" for one, _ in laid.contents.parts())


def locks_of(stated: Stated, jars: Sequence[Laid]) -> list[str]:
    """Steps that must come in this order, from the table of locks: of what is stated or in a jar, no others."""
    heated = [laid for laid in jars if laid.is_heated]
    turned = turns(stated.method)
    facts = {
        "alcohol": any(laid.contents.flares for laid in heated),
        "citrus": any(laid.contents.names(lambda one: "citrus" in one.flags) for laid in heated),
        "liquid": any(not laid.kind.finishes for laid in heated),
        "oil_on_fish": stated.oil_on_fish and not stated.kind.fried,
        "skin_first": turned and stated.first_side == SKIN,
        "pressed": turned and stated.pressed,
        "basted": turned and stated.basted,
        "hot_oil": stated.kind.fried,
        "steam": stated.method == "steam",
    }
    return [rendered(row["text"]) for row in rows("locks") if facts[row["fact"]]]
