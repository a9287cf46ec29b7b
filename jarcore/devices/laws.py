"""Laws that instruments follow: a first-order lag, noise that a seed repeats, a battery that runs down."""

import random
from collections.abc import Callable

import numpy as np

NODES = 33
# What lay further back than so many lags has left nothing [1].
FORGOTTEN = 10.0
TICK_MS = 250
HOUR_MS = 3_600_000


def lagged(true: Callable[[float], float], before: float, since: float, at: float, lag_s: float) -> float:
    """What an instrument shows that follows what is true with a lag: dT/dt = (true - T)/lag.

    Parameters: true, what is true at a time [s]; before, what it showed SINCE it is where it is [s]; at, now [s];
    lag_s, its time constant [s]. Source: the first-order lag of a thermometer, solved by quadrature.

    >>> round(lagged(lambda _: 100.0, 20.0, 0.0, 5.0, 5.0), 1)
    70.6
    """
    if at <= since:
        return before
    begin = max(since, at - FORGOTTEN * lag_s)
    left = float(np.exp(-(at - begin) / lag_s))
    start = before if begin == since else true(begin)
    nodes, weights = np.polynomial.legendre.leggauss(NODES)
    times = begin + (nodes + 1) * (at - begin) / 2
    pull = np.exp(-(at - times) / lag_s) * weights
    values = np.array([true(float(one)) for one in times])
    return start * left + float((values * pull).sum() / pull.sum()) * (1 - left)


def noise(seed: str, at: int, spread: float) -> float:
    """Noise of a spread at a time [ms since the epoch]: the same for a seed, another each quarter of a second."""
    return random.Random(f"{seed} {at // TICK_MS}").gauss(0, spread)  # noqa: S311  (the same day each time)


def battery_pct(full_at: int, at: int, lasts_h: float) -> float:
    """What is left in a battery [%] that was full at a time, at another [ms since the epoch].

    >>> battery_pct(0, 5 * 3_600_000, 20)
    75.0
    """
    return max(0.0, 100 * (1 - max(0, at - full_at) / HOUR_MS / lasts_h))
