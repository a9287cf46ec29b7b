"""Targets in, amounts out. Imports formula and below."""

from jarcore.questions.solve.solved import Solved, solve

__all__ = ["Solved", "solve"]
