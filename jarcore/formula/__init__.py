"""The whole of one formula: read, weighed, timed, judged. Imports judgement and below."""

from jarcore.formula.evaluate import evaluate

__all__ = [
    "evaluate",
]
