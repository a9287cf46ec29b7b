"""What is asked of a formula. Imports judgement and below."""

from jarcore.bench.compare import Comparison, compare
from jarcore.bench.evaluate import evaluate
from jarcore.bench.explain import Explanation, explain
from jarcore.bench.phrases import Phrase, read_line
from jarcore.bench.profiles import Profiles, profiles
from jarcore.bench.rewrite import Rewriting, rewrite
from jarcore.bench.scaling import BY as SCALE_BY
from jarcore.bench.scaling import scale
from jarcore.bench.schools import Question, schools_of
from jarcore.bench.swaps import Swap, swaps
from jarcore.bench.windows import AXES, Curve, Fit, Windows, curve, fits, windows

__all__ = [
    "AXES",
    "SCALE_BY",
    "Comparison",
    "Curve",
    "Explanation",
    "Fit",
    "Phrase",
    "Profiles",
    "Question",
    "Rewriting",
    "Swap",
    "Windows",
    "compare",
    "curve",
    "evaluate",
    "explain",
    "fits",
    "profiles",
    "read_line",
    "rewrite",
    "scale",
    "schools_of",
    "swaps",
    "windows",
]
