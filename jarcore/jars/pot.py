"""A pot: what is in it by the line it came from, what boils off it, how long it takes to its heat."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache

import numpy as np

from jarcore.data import Ingredient, parameter, rows
from jarcore.substances import changed

# What a strainer holds back of the things that give only their flavour.
HELD_BACK = ("coarse", "leaf", "flake")


@dataclass(frozen=True, slots=True)
class Pot:
    """What is in the pot, by the line it came from: as which ingredient, and how much [g]."""

    held: Mapping[int, tuple[Ingredient, float]]

    @property
    def mass_g(self) -> float:
        """All that is in it [g]."""
        return sum(mass for _, mass in self.held.values())

    @property
    def volume_ml(self) -> float:
        """Its volume [ml]."""
        return sum(mass / one.density_g_ml for one, mass in self.held.values())

    @property
    def water_g(self) -> float:
        """Its water [g]."""
        return sum(one.water / 100 * mass for one, mass in self.held.values())

    @property
    def alcohol_g(self) -> float:
        """Its alcohol [g]."""
        return sum(one.alcohol / 100 * mass for one, mass in self.held.values())

    def of_each(self, water: float = 1.0, alcohol: float = 1.0, more_g: float = 0.0, strained: bool = False) -> "Pot":
        """With these shares of water and alcohol left in everything [1], with so much water more [g], or strained."""
        held = {}
        whole = self.mass_g
        for place, (one, mass) in self.held.items():
            more = 100 * more_g / whole if whole else 0.0
            solid = 0.0 if strained and one.particle in HELD_BACK else 1.0
            after, times = changed(one, one.water * (water - 1) + more, alcohol, solid)
            held[place] = (after, mass * times)
        return Pot(held)

    def share(self, part: float) -> "Pot":
        """A part of it [1]."""
        return Pot({place: (one, mass * part) for place, (one, mass) in self.held.items()})

    def with_(self, other: "Pot") -> "Pot":
        """Both together; of one line that is in both what is in this one says what it is made of."""
        held = dict(other.held) | dict(self.held)
        both = self.held.keys() & other.held.keys()
        held |= {place: (self.held[place][0], self.held[place][1] + other.held[place][1]) for place in both}
        return Pot(held)


def to_heat_min(mass_g: float, from_c: float, to_c: float) -> float:
    """How long a pot takes to its heat [min], on what a ring gives it."""
    return max(0.0, to_c - from_c) * mass_g / 1000 * parameter("jar_heat") / parameter("making_w") / 60


def alcohol_kept(minutes: float) -> float:
    """Share of alcohol that is left after so long at the boil [1], between the rows of the table.

    Source: USDA Table of Nutrient Retention Factors, release 6.

    >>> alcohol_kept(15), alcohol_kept(30)
    (0.4, 0.35)
    """
    times, kept = _alcohol_rows()
    return float(np.interp(minutes, times, kept))


@cache
def _alcohol_rows() -> tuple[tuple[float, ...], tuple[float, ...]]:
    table = [(float(row["minutes"]), float(row["kept_pct"]) / 100) for row in rows("alcohol_kept")]
    return tuple(at for at, _ in table), tuple(kept for _, kept in table)
