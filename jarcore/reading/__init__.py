"""From what was written to numbers: quantities within their limits, units, kitchen measures. Imports documents and
below.
"""

from jarcore.reading.kitchen import TOO_LITTLE, kitchen_measure, spoons
from jarcore.reading.quantities import Quantities, pattern_of
from jarcore.reading.scales import on_scales
from jarcore.reading.units import celsius, dimension, factor, written_unit

__all__ = [
    "TOO_LITTLE",
    "Quantities",
    "celsius",
    "dimension",
    "factor",
    "kitchen_measure",
    "on_scales",
    "pattern_of",
    "spoons",
    "written_unit",
]
