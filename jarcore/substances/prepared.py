"""What becomes of an ingredient on its way into the jar: it takes up water or loses it, alcohol boils off, what is
coarse is strained out. What it holds besides stays.
"""

from dataclasses import replace

from jarcore.data import AROMATIC, Ingredient, kept
from jarcore.data.pantry import CONTENTS, AcidRow
from jarcore.substances.composition import DENSITY

# What there is the more of in a gram, the less is left of the rest.
CARRIED = (*(name for name in CONTENTS if name not in ("water", "alcohol")), "other_sodium_mg")
# What belongs to the solid rest and goes with it: of aromatic things fat and starch are not told apart from it.
SOLID, AROMATIC_SOLID = ("protein",), ("protein", "fat", "starch")
# Some of its watery part is left whatever boils away [1].
LEAST_AQUEOUS = 0.05


@kept(maxsize=256)
def soaked(ingredient: Ingredient, times: float) -> Ingredient:
    """The ingredient after it has taken up water until it weighs so many times as much [1].

    What it holds stays in it, which is the side of more salt; less than once is nothing taken up.
    """
    return changed(ingredient, water_g=100 * (times - 1))[0] if times > 1 else ingredient


def changed(
    ingredient: Ingredient, water_g: float = 0.0, alcohol: float = 1.0, solid: float = 1.0
) -> tuple[Ingredient, float]:
    """The ingredient with more or less water for each 100 g of it [g], and these shares of its alcohol and of its solid
    rest [1]; and how many times as much it weighs then [1].
    """
    lost_alcohol, lost_solid = ingredient.alcohol * (1 - alcohol), max(0.0, ingredient.rest) * (1 - solid)
    left_g = 100 + water_g - lost_alcohol - lost_solid
    if left_g <= 0:
        return ingredient, 0.0
    times = left_g / 100
    volume_ml = 100 / ingredient.density_g_ml + water_g - lost_alcohol / DENSITY["alcohol"]
    # What is strained leaves its air behind with its solids: what runs off is about as heavy as water.
    volume_ml = max(volume_ml, left_g / DENSITY["sugar"]) if solid == 1 else left_g / DENSITY["water"]
    solids = AROMATIC_SOLID if ingredient.group == AROMATIC else SOLID
    held = {name: getattr(ingredient, name) * (solid if name in solids else 1.0) / times for name in CARRIED}
    acid = ingredient.acid and _in_other_water(ingredient.acid, water_g - lost_alcohol / DENSITY["alcohol"], times)
    after = replace(
        ingredient,
        **held,
        water=max(0.0, ingredient.water + water_g) / times,
        alcohol=ingredient.alcohol * alcohol / times,
        density_g_ml=left_g / volume_ml,
        acid=acid,
    )
    return after, times


def _in_other_water(acid: AcidRow, water_ml: float, times: float) -> AcidRow:
    """The same acids and ions in so much more or less water for each 100 g [ml] of what then weighs so many times as
    much.
    """
    before = acid.aqueous_l_per_kg
    litres = max(before + water_ml / 100, LEAST_AQUEOUS * before)
    stronger = before / litres
    per_litre = [name for name in AcidRow.__dataclass_fields__ if name not in ("aqueous_l_per_kg", "buffer_ph0")]
    return replace(
        acid, aqueous_l_per_kg=litres / times, **{name: getattr(acid, name) * stronger for name in per_litre}
    )
