"""From what was written to numbers: quantities within their limits, units, kitchen measures. Imports documents and
below.
"""

from jarcore.reading.kitchen import TOO_LITTLE, kitchen_measure, spoons
from jarcore.reading.quantities import Quantities
from jarcore.reading.scales import Weighed, on_scales
from jarcore.reading.units import celsius, dimension, factor

__all__ = [
    "TOO_LITTLE",
    "Quantities",
    "Weighed",
    "celsius",
    "dimension",
    "factor",
    "kitchen_measure",
    "on_scales",
    "spoons",
]
