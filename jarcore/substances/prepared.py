"""What becomes of an ingredient that is soaked before it goes in: the same things in more water."""

from dataclasses import replace

from jarcore.data import Ingredient, kept
from jarcore.data.pantry import CONTENTS, AcidRow

# What there is the less of in a gram, the more water was taken up.
DILUTED = (*(name for name in CONTENTS if name != "water"), "other_sodium_mg")


@kept(maxsize=256)
def soaked(ingredient: Ingredient, times: float) -> Ingredient:
    """The ingredient after it has taken up water until it weighs so many times as much [1].

    What it holds stays in it, which is the side of more salt; less than once is nothing taken up.
    """
    if times <= 1:
        return ingredient
    wetter = {name: getattr(ingredient, name) / times for name in DILUTED}
    water = (ingredient.water + 100 * (times - 1)) / times
    volume_ml = 1 / ingredient.density_g_ml + (times - 1)
    acid = ingredient.acid and _diluted(ingredient.acid, times)
    return replace(ingredient, **wetter, water=water, density_g_ml=times / volume_ml, acid=acid)


def _diluted(acid: AcidRow, times: float) -> AcidRow:
    """The same acids and ions in the water of both."""
    litres = (acid.aqueous_l_per_kg + times - 1) / times
    thinner = acid.aqueous_l_per_kg / times / litres
    per_litre = [name for name in AcidRow.__dataclass_fields__ if name not in ("aqueous_l_per_kg", "buffer_ph0")]
    return replace(acid, aqueous_l_per_kg=litres, **{name: getattr(acid, name) * thinner for name in per_litre})
