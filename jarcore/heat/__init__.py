"""Cooking: the core over time, stages, frying. Imports jars and below."""

from jarcore.heat.cooking import cook_result
from jarcore.heat.done import done_of, starts_at
from jarcore.heat.oil import too_hot, too_little
from jarcore.heat.stated import Stated, read_heat
from jarcore.heat.traits import HeatTraits, heat_traits

__all__ = [
    "HeatTraits",
    "Stated",
    "cook_result",
    "done_of",
    "heat_traits",
    "read_heat",
    "starts_at",
    "too_hot",
    "too_little",
]
