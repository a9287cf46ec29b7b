"""The run: what has happened, as events, and where that leaves each step. Imports documents and data."""

from jarcore.run.events import Event, events_of, warmer_in
from jarcore.run.fold import State, StepState, fold, to_do
from jarcore.run.record import Record, record
from jarcore.run.taking import NotKept, taken

__all__ = [
    "Event",
    "NotKept",
    "Record",
    "State",
    "StepState",
    "events_of",
    "fold",
    "record",
    "taken",
    "to_do",
    "warmer_in",
]
