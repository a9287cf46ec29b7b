"""Fading: where one rule goes over into another, it does so bit by bit, so that no window jumps."""

import math

from jarcore.data import parameter


def fade(value: float, low: str, high: str) -> float:
    """How far VALUE is from one row of the tables to another [1]: 0 up to LOW, 1 from HIGH, straight between."""
    begin, end = parameter(low), parameter(high)
    return min(1.0, max(0.0, (value - begin) / (end - begin)))


def blend(one: float, other: float, share: float) -> float:
    """Between two positive numbers of one unit, as many times from the one as the rest is to the other."""
    if not 0 < share < 1:
        return one if share <= 0 else other
    return math.pow(one, 1 - share) * math.pow(other, share)
