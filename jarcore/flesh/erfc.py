"""The complementary error function of many values, scaled, and turned round.

A library of special functions has them too, and takes longer to load than all else of a first evaluation.
"""

import math
from statistics import NormalDist

import numpy as np
from numpy.typing import NDArray

OF_EACH = np.frompyfunc(math.erfc, 1, 1)
# From here on the series is right to a part in 1e12, and below it exp(x2) is a number.
FAR = 25.0


def erfc_of(values: NDArray[np.float64]) -> NDArray[np.float64]:
    """erfc of each value."""
    found: NDArray[np.float64] = np.asarray(OF_EACH(values), np.float64)
    return found


def scaled_erfc(values: NDArray[np.float64]) -> NDArray[np.float64]:
    """exp(x2) erfc(x) for x from 0 on; where both factors leave the range of numbers, by the asymptotic series.

    Source: Abramowitz and Stegun 1964, 7.1.23; from memory.
    """
    near, far = np.minimum(values, FAR), np.maximum(values, FAR)
    y = 1 / (2 * far * far)
    series = (1 - y * (1 - 3 * y * (1 - 5 * y * (1 - 7 * y)))) / (far * math.sqrt(math.pi))
    return np.where(values < FAR, np.exp(near * near) * erfc_of(near), series)


def inverse_erfc(share: float) -> float:
    """Where the complementary error function is a SHARE, above 0 and below 2.

    >>> round(inverse_erfc(0.5), 6)
    0.476936
    """
    return -NormalDist().inv_cdf(share / 2) / math.sqrt(2)
