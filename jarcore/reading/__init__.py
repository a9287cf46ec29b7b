"""From what was written to numbers: quantities within their limits, units, kitchen measures. Imports documents and
below.
"""

from jarcore.reading.kitchen import kitchen_measure, spoons
from jarcore.reading.quantities import Quantities
from jarcore.reading.units import celsius, dimension, factor

__all__ = [
    "Quantities",
    "celsius",
    "dimension",
    "factor",
    "kitchen_measure",
    "spoons",
]
