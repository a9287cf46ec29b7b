"""The trade's rules and arithmetic: no Django, no HTTP, no clock, no chance.

This is the door for whoever uses it as a library; it does not move. Inside, imports go one way: exchange -> service ->
run -> questions -> formula -> judgement -> heat -> jars -> flesh -> fish -> substances -> reading -> documents -> data.
"""

from importlib import import_module
from typing import TYPE_CHECKING, Any

from jarcore.version import VERSION

if TYPE_CHECKING:
    from jarcore.data import BadPantry, Pantry, default_pantry, with_rows
    from jarcore.documents import Evaluation, NotAFormula, Plan, formula_object, parse, service_object
    from jarcore.formula import evaluate
    from jarcore.questions import NoSuchQuestion, NotAsked, Profiles, ask, profiles, question_names
    from jarcore.service import plan

__version__ = VERSION

__all__ = [
    "BadPantry",
    "Evaluation",
    "NoSuchQuestion",
    "NotAFormula",
    "NotAsked",
    "Pantry",
    "Plan",
    "Profiles",
    "ask",
    "default_pantry",
    "evaluate",
    "formula_object",
    "parse",
    "plan",
    "profiles",
    "question_names",
    "service_object",
    "with_rows",
]
# The rooms behind the door, the one that is asked last first.
ROOMS = ("jarcore.data", "jarcore.documents", "jarcore.formula", "jarcore.questions", "jarcore.service")


def __getattr__(name: str) -> Any:
    """A name of the door, loaded when it is asked for: whoever needs one room does not load them all."""
    if name in __all__:
        for room in map(import_module, ROOMS):
            if name in room.__all__:
                return getattr(room, name)
    raise AttributeError(f"jarcore has no {name!r}")
