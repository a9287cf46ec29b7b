"""What the salt of the plate is not known without: lines and sides whose amount is not stated."""

import math
from collections.abc import Iterator

from jarcore.data import Ingredient, parameter, sentence
from jarcore.documents.evaluation import Ledger, Missing
from jarcore.formula.prepare import Prepared
from jarcore.jars import Laid
from jarcore.judgement import Sodium

# How many steps lead to a whole jar or side; a line lies deeper.
OF_A_WHOLE = 2
NAMELESS_SIDE = "a side"


def missing_of(ready: Prepared) -> list[Missing]:
    """What is salty, or may be, and whose amount is not stated; and the water of a brine, without which it is not
    known.
    """
    found = [one for laid in ready.jars for one in _missing_in(laid)]
    for one in ready.sides:
        if one.salt_g is None:
            found.append({"path": one.path, "text": sentence("missing/salt", jar=one.side.name or NAMELESS_SIDE)})
    return found


def _missing_in(laid: Laid) -> Iterator[Missing]:
    contents, name = laid.contents, laid.contents.called
    for spec in contents.unweighed():
        one = spec.ingredient
        thins = laid.kind.liquid and one is not None and one.phase == "aqueous"
        if one is None or is_salty(one) or thins:
            text = sentence("missing/line", line=spec.called, jar=name)
            yield {"path": f"{contents.path}/lines/{spec.place}", "text": text}
    if not contents.specs:
        yield {"path": contents.path, "text": sentence("missing/jar", jar=name)}
    elif laid.kind.salts and not contents.names(is_salty):
        yield {"path": contents.path, "text": sentence("missing/salt", jar=name)}


def is_salty(ingredient: Ingredient) -> bool:
    """Whether an ingredient brings so much salt or sodium that the plate is not known without its amount."""
    return ingredient.salt >= parameter("salty_from") or ingredient.other_sodium_mg >= parameter("sodium_from")


def sodium_of(ready: Prepared, ledger: Ledger) -> Sodium | None:
    """Sodium of a serving with its sides, as reckoned, and the most that it may be; None where nothing is known.

    The most is at the far ends of written ranges, and with every line that is not stated as heavy as the fish.
    """
    known, per, servings = ledger["sodium_mg_per_serving"], parameter("sodium_per_salt"), ready.servings
    if known is None or not servings:
        return None
    sides = ledger["sides_salt_g_per_serving"] * per
    beyond = sum(_beyond_mg(laid, per, ready.fish.edible_g or 0.0) for laid in ready.jars)
    # Of a jar or a side of which nothing is stated there is no saying how much.
    if any(entry["path"].count("/") == OF_A_WHOLE for entry in ledger["missing"]):
        beyond = math.inf
    return Sodium(
        mg=known + sides,
        most_mg=known + sides + beyond / servings,
        own_mg=(ledger["native_salt_g"] or 0.0) * per / servings,
        unstated=not ledger["complete"],
    )


def _beyond_mg(laid: Laid, per: float, open_g: float) -> float:
    """Sodium that a jar may bring beyond what is reckoned [mg], a line without an amount taken as OPEN_G [g]."""
    salt = laid.salt
    assert salt is not None
    written = (salt.most_g - salt.step.stays_g) * per + salt.sodium_high_mg - salt.step.other_sodium_mg
    unweighed = laid.contents.unweighed()
    if not unweighed:
        return written
    lines = sum(_sodium_share(spec.ingredient, per) * open_g for spec in unweighed)
    # How much of a jar's salt goes in is not known without all of the jar: it may be the whole.
    return written + lines + (salt.step.added_g - salt.step.stays_g) * per


def _sodium_share(ingredient: Ingredient | None, per: float) -> float:
    """Sodium of a gram [mg]; what is not known may be salt."""
    if ingredient is None:
        return per
    return (ingredient.salt * per + ingredient.other_sodium_mg) / 100
