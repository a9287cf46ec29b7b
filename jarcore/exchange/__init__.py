"""A plan on paper and in a calendar. Imports the day and below; the writers are loaded when they write."""

from jarcore.exchange.calendar import calendar
from jarcore.exchange.run_sheet import PAPERS, run_sheet

__all__ = ["PAPERS", "calendar", "run_sheet"]
