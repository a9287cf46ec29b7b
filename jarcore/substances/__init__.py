"""What things are made of: units, kitchen measures, composition, acidity. Imports documents and data."""

from jarcore.substances.acidity import Solution, solution
from jarcore.substances.composition import ALCOHOL_DENSITY, Composition, mix
from jarcore.substances.kitchen import kitchen_measure, spoons
from jarcore.substances.units import celsius, dimension, factor

__all__ = [
    "ALCOHOL_DENSITY",
    "Composition",
    "Solution",
    "celsius",
    "dimension",
    "factor",
    "kitchen_measure",
    "mix",
    "solution",
    "spoons",
]
