"""What the salt of the plate is not known without: lines and sides whose amount is not stated."""

import math
from collections.abc import Sequence

from jarcore.data import Ingredient, parameter
from jarcore.documents import Formula
from jarcore.documents.evaluation import Ledger, Missing
from jarcore.fish import MeasuredFish
from jarcore.jars import LIQUIDS, Contents, Salted
from jarcore.judgement import Sodium
from jarcore.reading import Quantities

# Kinds that are there to salt: without a salt in them something is missing.
SALTING = ("dry_brine", "wet_brine", "salt_crust")
# How many steps lead to a whole jar or side; a line lies deeper.
OF_A_WHOLE = 2


def missing_of(formula: Formula, jars: Sequence[Contents], read: Quantities) -> list[Missing]:
    """What is salty, or may be, and whose amount is not stated; and the water of a brine, without which it is not known."""
    found: list[Missing] = []
    for contents in jars:
        name = contents.called
        for spec in contents.unweighed():
            one = spec.ingredient
            thins = contents.jar.kind in LIQUIDS and one is not None and one.phase == "aqueous"
            if one is None or is_salty(one) or thins:
                found.append({"path": f"{contents.path}/lines/{spec.place}", "text": f"{spec.called} in {name}"})
        if not contents.specs:
            found.append({"path": contents.path, "text": f"what is in {name}"})
        elif contents.jar.kind in SALTING and not contents.names(is_salty):
            found.append({"path": contents.path, "text": f"the salt of {name}"})
    for place, side in enumerate(formula.sides or []):
        if side_salt_g(side.salt_g_per_serving, place, read) is None:
            found.append({"path": f"/sides/{place}", "text": f"the salt of {side.name or 'a side'}"})
    return found


def side_salt_g(grams: float | None, place: int, read: Quantities) -> float | None:
    """Salt of one serving of a side [g]; None where it is not stated."""
    return read.count(grams, f"/sides/{place}/salt_g_per_serving")


def is_salty(ingredient: Ingredient) -> bool:
    """Whether an ingredient brings so much salt or sodium that the plate is not known without its amount."""
    return ingredient.salt >= parameter("salty_from") or ingredient.other_sodium_mg >= parameter("sodium_from")


def sodium_of(
    jars: Sequence[Contents],
    steps: Sequence[Salted],
    ledger: Ledger,
    fish: MeasuredFish,
    servings: float | None,
) -> Sodium | None:
    """Sodium of a serving with its sides, as reckoned, and the most that it may be; None where nothing is known.

    The most is at the far ends of written ranges, and with every line that is not stated as heavy as the fish.
    """
    known, per = ledger["sodium_mg_per_serving"], parameter("sodium_per_salt")
    if known is None or not servings:
        return None
    sides = ledger["sides_salt_g_per_serving"] * per
    written = sum((one.most - one.step.stays) * per for one in steps)
    written += sum(one.sodium_high_mg - one.step.other_sodium_mg for one in steps)
    open_g = fish.edible_g or 0.0
    unstated = sum(
        (100 * per if spec.ingredient is None else spec.ingredient.salt * per + spec.ingredient.other_sodium_mg) / 100 * open_g
        for contents in jars
        for spec in contents.unweighed()
    )  # fmt: skip
    # How much of a jar's salt goes in is not known without all of the jar: it may be the whole.
    unstated += sum(
        (one.step.added - one.step.stays) * per
        for contents, one in zip(jars, steps, strict=True)
        if contents.unweighed()
    )
    # Of a jar or a side of which nothing is stated there is no saying how much.
    if any(entry["path"].count("/") == OF_A_WHOLE for entry in ledger["missing"]):
        unstated = math.inf
    return Sodium(known + sides, known + sides + (written + unstated) / servings, not ledger["complete"])
