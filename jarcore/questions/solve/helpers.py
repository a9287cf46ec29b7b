"""What may be added to a jar: plain things that bring what it lacks, and a kitchen's own, without a new allergen."""

from jarcore.data import Ingredient, avoided_by, default_pantry, rows
from jarcore.formula import Prepared

# How many of a kitchen's own rows are thought of.
MOST_OWN = 12


def helpers(ready: Prepared, place: int) -> list[Ingredient]:
    """What may be added to the jar at PLACE: by its kind, without a new allergen or what somebody avoids."""
    laid, pantry = ready.jars[place], ready.pantry
    there = {spec.ingredient.id for spec in laid.contents.specs if spec.ingredient}
    plain = [row["ingredient"] for row in rows("helpers") if goes_into(row["ingredient"], laid.kind.id)]
    shipped = default_pantry().ingredients
    groups = {shipped[one].group for one in plain if one in shipped}
    own = [one.id for one in pantry.ingredients.values() if one.id not in shipped and one.group in groups][:MOST_OWN]
    return [
        pantry.ingredients[one]
        for one in dict.fromkeys([*own, *plain])
        if one in pantry.ingredients and one not in there and welcome(pantry.ingredients[one], ready)
    ]


def goes_into(ingredient: str, kind: str) -> bool:
    """Whether a plain thing goes into a kind of jar at all."""
    return any(row["ingredient"] == ingredient and kind in row["kinds"].split(";") for row in rows("helpers"))


def welcome(one: Ingredient, ready: Prepared) -> bool:
    """Whether a thing brings nothing that is not on the table yet, nor anything that somebody avoids."""
    held = {what for jar in ready.jars for what in jar.contents.held}
    words = {word for diner in ready.formula.diners or [] for word in diner.avoid or []}
    avoided = words | {what for word in words for what in avoided_by(word)}
    if one.cures or not set(one.allergens) <= held:
        return False
    return not avoided & {*one.allergens, *one.flags}
