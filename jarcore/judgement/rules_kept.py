"""Rules about what is made before it is used: garlic and herbs under oil, and prepared jars, each with its days."""

from collections.abc import Iterator

from jarcore.data import AROMATIC, MINUTES_A_DAY, Ingredient, parameter, said
from jarcore.jars import Contents, Laid
from jarcore.judgement.case import Case, Hit

# Garlic, in which spores come from the soil.
BULB = "low-acid-bulb"
# In what is bound with egg or made of dairy the garlic lies in fat, however sour the whole is.
BOUND = frozenset(("egg", "milk"))


def _under_oil(case: Case) -> Iterator[Hit]:
    for laid in case.jars:
        contents = laid.contents
        if _oily(contents) and contents.names(_fresh) and not _acidified(contents):
            yield from _kept(contents.path, contents.called, _age_min(laid), _minutes_on(laid))
        for spec in contents.specs:
            if spec.ingredient is not None and spec.ingredient.kept_in_oil:
                yield from _kept(f"{contents.path}/lines/{spec.place}", spec.called, spec.age_min, 0.0)


def _kept(path: str, what: str, age_min: float | None, minutes_on: float) -> Iterator[Hit]:
    """Something under oil that is kept past the day, or of which it is not said how long it is kept."""
    if age_min is None:
        yield Hit("oil-garlic-herb", path, said("oil-garlic-herb/age", what=what), said("do/state-age"))
        return
    kept = age_min + minutes_on
    if kept > parameter("garlic_oil_days") * MINUTES_A_DAY:
        yield Hit("oil-garlic-old", path, said("oil-garlic-old", kept=kept))
    elif kept > parameter("same_day"):
        yield Hit("oil-garlic-herb", path, said("oil-garlic-herb/kept", kept=kept))


def _age_min(laid: Laid) -> float | None:
    """How long before its use it was made [min]: as stated, else for the day; of a finish with garlic it is asked."""
    stated = laid.standing.age_min
    asked = laid.kind.finishes and laid.contents.names(lambda one: BULB in one.flags)
    return 0.0 if stated is None and not asked else stated


def _minutes_on(laid: Laid) -> float:
    """How long it then stands, on the fish or by itself: as planned, else until its latest [min]."""
    standing, window = laid.standing, laid.window
    planned = standing.contact_min
    if planned is None:
        planned = window["latest_min"] if window else 0.0
    return planned + standing.rest_min


def _fresh(ingredient: Ingredient) -> bool:
    return ingredient.group == AROMATIC and ingredient.water > parameter("fresh_from")


def _oily(contents: Contents) -> bool:
    """Whether oil is much of the jar; where something is not weighed it may be."""
    whole = contents.composition
    return whole.oil_g > parameter("oily_from") * whole.mass_g > 0 or (
        bool(contents.unweighed()) and contents.names(lambda one: one.phase == "oil")
    )


def _acidified(contents: Contents) -> bool:
    """Whether what lies under the oil is sour enough to be kept: all of it known."""
    aqueous = contents.aqueous
    if aqueous is None or contents.unweighed() or BOUND & contents.held:
        return False
    return aqueous.ph() <= parameter("acidified_ph")


def _prepared(case: Case) -> Iterator[Hit]:
    """A wet jar that was made longer ago than prepared food is kept."""
    for laid in case.jars:
        contents, age_min = laid.contents, laid.standing.age_min
        if age_min is None or age_min <= parameter("prepared_days") * MINUTES_A_DAY:
            continue
        wet = contents.composition.water_g > parameter("wetted_from") * contents.composition.mass_g
        if (wet or contents.unweighed()) and not _acidified(contents):
            yield Hit("prepared-old", f"{contents.path}/method/age", said("prepared-old", age=age_min))


RULES = (_under_oil, _prepared)
