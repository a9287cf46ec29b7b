"""What a mixture holds: sums over ingredient vectors."""

from collections.abc import Iterable
from dataclasses import dataclass

from jarcore.data import AROMATIC, Ingredient, parameter
from jarcore.documents.evaluated_jar import Component

# Grams per millilitre of each thing once it is in the jar, for drawing its layer.
DENSITY: dict[Component, float] = {
    "water": 1.0,
    "salt": 2.165,
    "sugar": 1.59,
    "acid": 1.5,
    "oil": 0.92,
    "alcohol": 0.789,
    "starch": 1.5,
    "aromatics": 0.8,
    "other": 1.3,
}
ALCOHOL_DENSITY = DENSITY["alcohol"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Composition:
    """Masses [g] of what a mixture holds, its bulk volume [ml] and its sodium other than salt [mg]."""

    mass_g: float = 0.0
    volume_ml: float = 0.0
    water_g: float = 0.0
    salt_g: float = 0.0
    sugar_g: float = 0.0
    acid_g: float = 0.0
    oil_g: float = 0.0
    alcohol_g: float = 0.0
    starch_g: float = 0.0
    aromatics_g: float = 0.0
    other_g: float = 0.0
    other_sodium_mg: float = 0.0

    @property
    def sodium_mg(self) -> float:
        """All sodium [mg]: 393.4 mg per g of salt, and what other things bring."""
        return self.salt_g * parameter("sodium_per_salt") + self.other_sodium_mg

    def times(self, share: float) -> "Composition":
        """A share of it [1]."""
        return Composition(**{name: getattr(self, name) * share for name in self.__dataclass_fields__})

    def strata(self) -> list[tuple[Component, float, float]]:
        """(component, mass [g], volume [ml]) of each layer that is there, in a fixed order; masses sum to the whole."""
        masses: dict[Component, float] = {
            "water": self.water_g,
            "salt": self.salt_g,
            "sugar": self.sugar_g,
            "acid": self.acid_g,
            "oil": self.oil_g,
            "alcohol": self.alcohol_g,
            "starch": self.starch_g,
            "aromatics": self.aromatics_g,
            "other": self.other_g,
        }
        return [(name, mass, mass / DENSITY[name]) for name, mass in masses.items() if mass > 1e-9]


def mix(parts: Iterable[tuple[Ingredient, float]]) -> Composition:
    """The composition of a mixture of (ingredient, mass [g]).

    Aromatic things (herbs, spices, garlic) give their water, salt, sugar and acid to those layers; what is left
    of them, fat and starch included, is aromatics. The remainder of all else (protein, fibre, ash) is other.
    """
    mass = volume = water = salt = sugar = acid = oil = alcohol = starch = aromatics = other = sodium = 0.0
    for ingredient, grams in parts:
        share = grams / 100
        mass += grams
        volume += grams / ingredient.density_g_ml
        water += ingredient.water * share
        salt += ingredient.salt * share
        sugar += ingredient.sugar * share
        acid += ingredient.acid_g * share
        alcohol += ingredient.alcohol * share
        sodium += ingredient.other_sodium_mg * share
        if ingredient.group == AROMATIC:
            aromatics += ingredient.rest * share
        else:
            oil += ingredient.fat * share
            starch += ingredient.starch * share
            other += ingredient.rest * share
    return Composition(
        mass_g=mass,
        volume_ml=volume,
        water_g=water,
        salt_g=salt,
        sugar_g=sugar,
        acid_g=acid,
        oil_g=oil,
        alcohol_g=alcohol,
        starch_g=starch,
        aromatics_g=aromatics,
        other_g=other,
        other_sodium_mg=sodium,
    )
