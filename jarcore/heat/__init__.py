"""Cooking: the core over time, stages, frying. Imports jars and below."""

from jarcore.heat.cooking import cook_result, done_of, heated_m, is_round
from jarcore.heat.oil import too_hot, too_little
from jarcore.heat.stated import Stated, read_heat

__all__ = ["Stated", "cook_result", "done_of", "heated_m", "is_round", "read_heat", "too_hot", "too_little"]
