"""The run: what has happened, as events, and where that leaves each step. Imports documents and data."""

from jarcore.run.events import Event, events_of, warmer_in
from jarcore.run.fold import State, StepState, fold, to_do
from jarcore.run.record import Record, record
from jarcore.run.taking import NotKept, taken
from jarcore.run.weights import Pour, pours_in, times_of

__all__ = [
    "Event",
    "NotKept",
    "Pour",
    "Record",
    "State",
    "StepState",
    "events_of",
    "fold",
    "pours_in",
    "record",
    "taken",
    "times_of",
    "to_do",
    "warmer_in",
]
