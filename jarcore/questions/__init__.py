"""What is asked of a formula. Imports formula and below."""

from jarcore.questions.compare import Comparison, compare
from jarcore.questions.explain import Explanation, explain
from jarcore.questions.profiles import Profiles, profiles
from jarcore.questions.read_line import Phrase, read_line
from jarcore.questions.rewrite import Rewriting, rewrite
from jarcore.questions.scale import BY as SCALE_BY
from jarcore.questions.scale import scale
from jarcore.questions.schools import Question, schools_of
from jarcore.questions.swaps import Swap, swaps
from jarcore.questions.windows import AXES, Curve, Fit, Windows, curve, fits, windows

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
