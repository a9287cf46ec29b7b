"""What things are made of: composition, acidity. Imports reading and below."""

from jarcore.substances.acidity import Solution, charge_brought, solution
from jarcore.substances.composition import ALCOHOL_DENSITY, Composition, mix
from jarcore.substances.prepared import changed, soaked

__all__ = [
    "ALCOHOL_DENSITY",
    "Composition",
    "Solution",
    "changed",
    "charge_brought",
    "mix",
    "soaked",
    "solution",
]
