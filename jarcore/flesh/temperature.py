"""How diffusion slows in the cold."""

import math

from jarcore.data import parameter

KELVIN = 273.15
REFERENCE_K = 298.15
REFERENCE_C = REFERENCE_K - KELVIN


def slowing(celsius: float) -> float:
    """Diffusivity at a temperature [degC] over that at 25 degC: exp(-Ea/R (1/T - 1/298.15)).

    >>> round(slowing(4), 4)
    0.5426
    """
    return math.exp(
        -parameter("activation_energy") / parameter("gas_constant") * (1 / (celsius + KELVIN) - 1 / REFERENCE_K)
    )
