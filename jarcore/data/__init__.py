"""Tables of the trade and the reading of them. Imports nothing else of the core."""

from jarcore.data.codes import Code, codes
from jarcore.data.kitchen_rows import BadPantry, with_rows
from jarcore.data.pantry import AROMATIC, AcidRow, Cut, Ingredient, Pantry, Species, default_pantry
from jarcore.data.tables import faults, parameter, parameters, rows, schools, shelf

__all__ = [
    "AROMATIC",
    "AcidRow",
    "BadPantry",
    "Code",
    "Cut",
    "Ingredient",
    "Pantry",
    "Species",
    "codes",
    "default_pantry",
    "faults",
    "parameter",
    "parameters",
    "rows",
    "schools",
    "shelf",
    "with_rows",
]
