"""What is asked of a formula. Imports formula and below."""

from jarcore.questions.compare import Comparison, compare
from jarcore.questions.correct import Corrected, Happened, correct
from jarcore.questions.declarations import QUESTIONS
from jarcore.questions.declared import NoSuchQuestion, NotAsked, Question, ask, question_names
from jarcore.questions.explain import Explanation, explain
from jarcore.questions.fits import Fit, fits
from jarcore.questions.profiles import Profiles, profiles
from jarcore.questions.read_line import Phrase, read_line
from jarcore.questions.rewrite import Rewriting, rewrite
from jarcore.questions.scale import scale
from jarcore.questions.schools import Disagreement, schools_of
from jarcore.questions.solve import Solved, solve
from jarcore.questions.substitute import Substituted, substitute
from jarcore.questions.swaps import Swap, swaps
from jarcore.questions.windows import Curve, Windows, curve, windows

__all__ = [
    "QUESTIONS",
    "Comparison",
    "Corrected",
    "Curve",
    "Disagreement",
    "Explanation",
    "Fit",
    "Happened",
    "NoSuchQuestion",
    "NotAsked",
    "Phrase",
    "Profiles",
    "Question",
    "Rewriting",
    "Solved",
    "Substituted",
    "Swap",
    "Windows",
    "ask",
    "compare",
    "correct",
    "curve",
    "explain",
    "fits",
    "profiles",
    "question_names",
    "read_line",
    "rewrite",
    "scale",
    "schools_of",
    "solve",
    "substitute",
    "swaps",
    "windows",
]
