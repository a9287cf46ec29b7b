"""Corrections of what really went in, or how it tastes. Imports the solver, formula and below."""

from jarcore.questions.correct.corrected import Corrected, Happened, correct
from jarcore.questions.correct.fish import of_other_fish, stated_g
from jarcore.questions.correct.mishap import Change, changes_between
from jarcore.questions.correct.weighed import as_it_went_in

__all__ = [
    "Change",
    "Corrected",
    "Happened",
    "as_it_went_in",
    "changes_between",
    "correct",
    "of_other_fish",
    "stated_g",
]
