"""What is asked of a formula. Imports judgement and below."""

from jarcore.bench.evaluate import evaluate

__all__ = ["evaluate"]
