"""Cooking: the core over time, stages, frying. Imports jars and below."""

from jarcore.heat.cooking import cook_result, done_of, heat_for, is_round, target_of
from jarcore.heat.oil import FRIED, too_hot, too_little

__all__ = [
    "FRIED",
    "cook_result",
    "done_of",
    "heat_for",
    "is_round",
    "target_of",
    "too_hot",
    "too_little",
]
