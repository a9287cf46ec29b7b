"""What is asked of a formula. Imports judgement and below."""

from jarcore.bench.evaluate import evaluate
from jarcore.bench.profiles import Profiles, profiles

__all__ = ["Profiles", "evaluate", "profiles"]
