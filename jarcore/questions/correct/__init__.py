"""Corrections of what really went in, or how it tastes. Imports the solver, formula and below."""

from jarcore.questions.correct.corrected import Corrected, Happened, correct

__all__ = ["Corrected", "Happened", "correct"]
