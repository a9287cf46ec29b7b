"""One root of one function: where a balance is nought."""

from collections.abc import Callable

# More steps than any bracket needs: halving alone comes from 1 to the last digit in half as many.
MOST_STEPS = 100


def root(function: Callable[[float], float], low: float, high: float, within: float = 1e-12) -> float:
    """Where a continuous function is nought, between two places at which it has different signs.

    Parameters: within, how near the answer lies at least, in the function's own argument.
    Raises: ValueError where the signs are the same.
    Source: Chandrupatla 1997, Advances in Engineering Software 28(3), 145-149: inverse quadratic interpolation where
    the three last points allow it, else bisection; from memory.
    """
    a, b, c = high, low, high
    fa, fb = function(a), function(b)
    fc = fa
    if fa == 0 or fb == 0:
        return a if fa == 0 else b
    if fa * fb > 0:
        raise ValueError(f"no sign changes between {low:g} and {high:g}")
    share = 0.5
    for _ in range(MOST_STEPS):
        place = a + share * (b - a)
        found = function(place)
        if (found > 0) == (fa > 0):
            c, fc = a, fa
        else:
            c, b, fc, fb = b, a, fb, fa
        a, fa = place, found
        best = a if abs(fa) < abs(fb) else b
        nearest = 0.5 * within / abs(b - a) if b != a else 1.0
        if nearest > 0.5 or min(abs(fa), abs(fb)) == 0:
            return best
        share = _share(a, b, c, fa, fb, fc)
        share = min(1 - nearest, max(nearest, share))
    return best


def _share(a: float, b: float, c: float, fa: float, fb: float, fc: float) -> float:
    """How far from A towards B the next place lies."""
    along, up = (a - b) / (c - b), (fa - fb) / (fc - fb)
    if up**2 < along and (1 - up) ** 2 < 1 - along:
        return fa / (fb - fa) * fc / (fb - fc) + (c - a) / (b - a) * fa / (fc - fa) * fb / (fc - fb)
    return 0.5
