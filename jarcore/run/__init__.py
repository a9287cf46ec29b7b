"""The run: what has happened, as events, and where that leaves each step. Imports documents and data."""

from jarcore.run.events import Event, events_of, warmer_in
from jarcore.run.fold import State, StepState, fold, to_do
from jarcore.run.record import Record, record
from jarcore.run.taking import NotKept, taken
from jarcore.run.temperatures import (
    Entry,
    Kind,
    Line,
    done_about,
    due,
    kinds,
    missing,
    of_log,
    of_run,
    temperature_record,
)
from jarcore.run.weights import Pour, pours_in, times_of

__all__ = [
    "Entry",
    "Event",
    "Kind",
    "Line",
    "NotKept",
    "Pour",
    "Record",
    "State",
    "StepState",
    "done_about",
    "due",
    "events_of",
    "fold",
    "kinds",
    "missing",
    "of_log",
    "of_run",
    "pours_in",
    "record",
    "taken",
    "temperature_record",
    "times_of",
    "to_do",
    "warmer_in",
]
