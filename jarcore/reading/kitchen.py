"""Kitchen measures: what a spoon, a cup or a count can show of a mass."""

from functools import lru_cache

from jarcore.data import Ingredient
from jarcore.reading.units import METRIC, US, factor

# What a spoon is too large for.
DROPS, PINCH = "a few drops", "a pinch"
TOO_LITTLE = ("", DROPS, PINCH)
EIGHTHS = ("", "1/8", "1/4", "3/8", "1/2", "5/8", "3/4", "7/8")
COUNTED = (("clove", "clove_g", "cloves"), ("sprig", "sprig_g", "sprigs"), ("piece", "piece_g", "pieces"))


def eighths(value: float) -> str:
    """A number as a cook says it, to the nearest eighth: 1.375 is '1 3/8'.

    >>> eighths(1.375)
    '1 3/8'
    >>> eighths(2.97)
    '3'
    """
    whole, part = divmod(round(value * 8), 8)
    return " ".join(word for word in (str(whole) if whole or not part else "", EIGHTHS[part]) if word)


def spoons(volume_ml: float, measures: str = US, liquid: bool = False) -> str:
    """Spoons or cups of a volume [ml], to an eighth; '' when there is none.

    >>> spoons(6.8)
    '1 3/8 tsp'
    >>> spoons(250, METRIC)
    '1 cup'
    """
    tsp, tbsp, cup = (factor(unit, measures) for unit in ("tsp", "tbsp", "cup"))
    if volume_ml <= 0:
        return ""
    if volume_ml < tsp / 16:
        return DROPS if liquid else PINCH
    if volume_ml < 2.9375 * tsp:
        return f"{eighths(volume_ml / tsp)} tsp"
    if volume_ml < cup / 4:
        return f"{eighths(round(volume_ml / tbsp * 2) / 2)} tbsp"
    cups = eighths(round(volume_ml / cup * 4) / 4)
    return f"{cups} cup" if cups in ("1", *EIGHTHS) else f"{cups} cups"


@lru_cache(maxsize=8192)
def kitchen_measure(mass_g: float, ingredient: Ingredient, measures: str = US) -> str:
    """How to take MASS_G of an ingredient without a scale: by count where it is counted, else by spoon or cup."""
    if mass_g <= 0:
        return ""
    for unit, field, plural in COUNTED:
        each = getattr(ingredient, field)
        if each and ingredient.phase == "solid":
            number = eighths(round(mass_g / each * 2) / 2)
            if number != "0":
                return f"{number} {unit if number in ('1', '1/2') else plural}"
    return spoons(mass_g / ingredient.density_g_ml, measures, liquid=ingredient.phase != "solid")


__all__ = ["METRIC", "TOO_LITTLE", "US", "eighths", "kitchen_measure", "spoons"]
