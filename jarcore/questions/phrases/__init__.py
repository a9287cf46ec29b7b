"""A typed line taken apart: its numbers, its amount, what it follows, and which ingredient it names."""

from jarcore.questions.phrases.amounts import LIQUID, AmountRead, Asked, WeightRead, read_amount, weights
from jarcore.questions.phrases.naming import Guess, Named, named
from jarcore.questions.phrases.plain import NUMBER, number, plain

__all__ = [
    "LIQUID",
    "NUMBER",
    "AmountRead",
    "Asked",
    "Guess",
    "Named",
    "WeightRead",
    "named",
    "number",
    "plain",
    "read_amount",
    "weights",
]
