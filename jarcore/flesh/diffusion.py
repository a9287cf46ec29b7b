"""Closed forms of diffusion in a slab: what goes in, how even it is. Fo = D t / l2, l from a closed face to an open
one.

References: J. Crank, The Mathematics of Diffusion, 2nd ed. (1975), eqs. 4.18, 4.20, 4.37, 4.56.
"""

import math
from collections.abc import Sequence
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from jarcore.flesh.erfc import erfc_of, scaled_erfc

# Above this Fo the long-time series is the better one; both are exact to 1e-14 around it.
SWITCH_FO = 0.25
# Below this Fo the series of a bath has too few terms.
SHORT_FO = 0.002
# Where the root law and the first term of the series cross: neither is off by more than 0.16 %.
BRANCH_FO = 0.2146
# The table of uptakes ends where all is in to a millionth.
TABLE_ROOT, TABLE_POINTS = 2.4, 4001
# From where they begin the roots of a bath stand to the last digit after five steps.
NEWTON_STEPS = 8


def ierfc(z: float) -> float:
    """The integral of erfc from z to infinity."""
    return math.exp(-z * z) / math.sqrt(math.pi) - z * math.erfc(z)


def uptake(fourier: float) -> float:
    """Share of the final uptake when the surface is kept constant (Crank 4.18, 4.20).

    >>> round(uptake(0.1), 5)
    0.35682
    """
    if fourier <= 0:
        return 0.0
    if fourier < SWITCH_FO:
        root = math.sqrt(fourier)
        return 2 * root * (1 / math.sqrt(math.pi) + 2 * sum((-1.0) ** k * ierfc(k / root) for k in (1, 2, 3)))
    return 1 - sum(
        8 / ((2 * n + 1) ** 2 * math.pi**2) * math.exp(-((2 * n + 1) ** 2) * math.pi**2 * fourier / 4) for n in range(6)
    )


def uptakes(fouriers: NDArray[np.float64]) -> NDArray[np.float64]:
    """uptake() for many Fo at once, by the same two series."""
    root = np.sqrt(np.maximum(fouriers, 1e-300))
    k = np.array([1.0, 2.0, 3.0])[:, None]
    z = k / np.minimum(root, 1.0)
    terms = np.exp(-z * z) / math.sqrt(math.pi) - z * erfc_of(z)
    short = 2 * root * (1 / math.sqrt(math.pi) + 2 * ((-1.0) ** k * terms).sum(axis=0))
    odd = (2 * np.arange(6) + 1.0)[:, None] ** 2 * math.pi**2
    long = 1 - (8 / odd * np.exp(-odd * fouriers / 4)).sum(axis=0)
    found: NDArray[np.float64] = np.where(fouriers < SWITCH_FO, np.where(fouriers > 0, short, 0.0), long)
    return found


def box_uptake(fouriers: tuple[float, ...]) -> float:
    """Share of the final uptake of a bar or chunk: its axes' slabs multiplied; exact for a constant surface."""
    return 1 - math.prod(1 - uptake(fourier) for fourier in fouriers)


def centre_of_dose(fourier: float) -> float:
    """Centre over mean when a dose laid on the face goes in and stays: 1 + 2 sum (-1)^k exp(-k2 pi2 Fo).

    >>> round(centre_of_dose(0.3035), 4)
    0.9
    """
    if fourier < 0.02:
        return 0.0
    total = 1 + 2 * sum((-1.0) ** k * math.exp(-(k * k) * math.pi**2 * fourier) for k in range(1, 26))
    return max(0.0, total)


def centre_of_constant(fourier: float) -> float:
    """Centre over surface when the surface is kept constant (Crank 4.17 at x = 0)."""
    if fourier < 0.004:
        return 0.0
    return 1 - 4 / math.pi * sum(
        (-1.0) ** n / (2 * n + 1) * math.exp(-((2 * n + 1) ** 2) * math.pi**2 * fourier / 4) for n in range(30)
    )


@lru_cache(maxsize=512)
def bath_roots(alpha: float, count: int = 30) -> tuple[float, ...]:
    """The positive roots q of tan q = -alpha q, one in each interval (k pi - pi/2, k pi).

    >>> print(*(round(root, 4) for root in bath_roots(1.0, 3)))
    2.0288 4.9132 7.9787
    """
    ends = np.arange(1, count + 1) * math.pi
    # q + atan(alpha q) = k pi has no pole, rises by more than 1 and bends one way: Newton's steps cannot leave it.
    roots = ends - np.arctan(alpha * ends)
    for _ in range(NEWTON_STEPS):
        arc = alpha * roots
        roots -= (roots + np.arctan(arc) - ends) / (1 + alpha / (1 + arc * arc))
    return tuple(roots.tolist())


def bath_uptakes(fouriers: NDArray[np.float64], alpha: float) -> NDArray[np.float64]:
    """Shares of the final uptake from a well-mixed bath of limited volume (Crank 4.37; 4.45 for short times).

    Parameters: fouriers [1]; alpha, water of the bath over water of the flesh [1].
    """
    roots = np.array(bath_roots(round(alpha, 6)))[:, None]
    terms = 2 * alpha * (1 + alpha) / (1 + alpha + alpha * alpha * roots * roots)
    series = 1 - (terms * np.exp(-roots * roots * fouriers)).sum(axis=0)
    short = (1 + alpha) * (1 - scaled_erfc(np.sqrt(fouriers) / alpha))
    found: NDArray[np.float64] = np.minimum(1.0, np.where(fouriers < SHORT_FO, short, series))
    return found


@lru_cache(maxsize=1)
def _uptake_table() -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Roots of Fo and the uptake at them, so close that between them a straight line does."""
    roots = np.linspace(0.0, TABLE_ROOT, TABLE_POINTS)
    return roots, uptakes(roots * roots)


def box_as_slab(axes: Sequence[NDArray[np.float64]]) -> NDArray[np.float64]:
    """Fo of the slab that takes up as much as a bar or chunk does, by the Fo of each of its axes; constant surface.

    One Fo stands for all axes, so that what is known of a slab alone (a bath that runs down) serves for a box.
    """
    roots, shares = _uptake_table()
    left = np.ones_like(axes[0])
    for fouriers in axes:
        left *= 1 - np.interp(np.sqrt(fouriers), roots, shares)
    taken_up = 1 - np.maximum(left, 1e-12)
    # Crank's two branches turned round; they meet at Fo .2146.
    early = math.pi / 4 * taken_up * taken_up
    late = -4 / math.pi**2 * np.log((1 - taken_up) * math.pi**2 / 8)
    found: NDArray[np.float64] = np.where(early < BRANCH_FO, early, late)
    return found
