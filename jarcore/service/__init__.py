"""The day: a service planned backwards from its plates, step by step. Imports questions and below."""

from jarcore.service.ahead import AheadLists, ahead
from jarcore.service.as_it_is import CourseAsItIs, as_it_is
from jarcore.service.begun import course_behind
from jarcore.service.compared import compared, costs
from jarcore.service.mended import Mends, mended, mends
from jarcore.service.moving import moved
from jarcore.service.planning import plan
from jarcore.service.reading import first_and_last, usual_kitchen
from jarcore.service.searching import NotInstalled

__all__ = [
    "AheadLists",
    "CourseAsItIs",
    "Mends",
    "NotInstalled",
    "ahead",
    "as_it_is",
    "compared",
    "costs",
    "course_behind",
    "first_and_last",
    "mended",
    "mends",
    "moved",
    "plan",
    "usual_kitchen",
]
