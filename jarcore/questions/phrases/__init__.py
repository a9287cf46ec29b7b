"""A typed line taken apart: its numbers, its amount, what it follows, and which ingredient it names."""

from jarcore.questions.phrases.amounts import AmountRead, Asked, WeightRead, read_amount
from jarcore.questions.phrases.naming import Guess, Named, named
from jarcore.questions.phrases.plain import NUMBER, number, plain

__all__ = ["NUMBER", "AmountRead", "Asked", "Guess", "Named", "WeightRead", "named", "number", "plain", "read_amount"]
