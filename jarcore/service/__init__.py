"""The day: a service planned backwards from its plates, step by step. Imports questions and below."""

from jarcore.service.ahead import AheadLists, ahead
from jarcore.service.begun import course_behind
from jarcore.service.compared import compared, costs
from jarcore.service.moving import moved
from jarcore.service.planning import plan
from jarcore.service.reading import first_and_last, usual_kitchen

__all__ = [
    "AheadLists",
    "ahead",
    "compared",
    "costs",
    "course_behind",
    "first_and_last",
    "moved",
    "plan",
    "usual_kitchen",
]
