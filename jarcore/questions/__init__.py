"""What is asked of a formula. Imports formula and below."""

from jarcore.questions.compare import Comparison, compare
from jarcore.questions.declarations import QUESTIONS
from jarcore.questions.declared import NoSuchQuestion, NotAsked, Question, ask, question_names
from jarcore.questions.explain import Explanation, explain
from jarcore.questions.fits import Fit, fits
from jarcore.questions.profiles import Profiles, profiles
from jarcore.questions.read_line import Phrase, read_line
from jarcore.questions.rewrite import Rewriting, rewrite
from jarcore.questions.scale import scale
from jarcore.questions.schools import Disagreement, schools_of
from jarcore.questions.swaps import Swap, swaps
from jarcore.questions.windows import Curve, Windows, curve, windows

__all__ = [
    "QUESTIONS",
    "Comparison",
    "Curve",
    "Disagreement",
    "Explanation",
    "Fit",
    "NoSuchQuestion",
    "NotAsked",
    "Phrase",
    "Profiles",
    "Question",
    "Rewriting",
    "Swap",
    "Windows",
    "ask",
    "compare",
    "curve",
    "explain",
    "fits",
    "profiles",
    "question_names",
    "read_line",
    "rewrite",
    "scale",
    "schools_of",
    "swaps",
    "windows",
]
