"""A plan on paper and in a calendar, the temperature record on paper and as a table. Imports the day and below; the
writers are loaded when they write.
"""

from jarcore.exchange.calendar import calendar
from jarcore.exchange.harmless import harmless
from jarcore.exchange.paper import PAPERS
from jarcore.exchange.run_sheet import run_sheet
from jarcore.exchange.temperature_sheet import temperature_sheet, temperature_table

__all__ = ["PAPERS", "calendar", "harmless", "run_sheet", "temperature_sheet", "temperature_table"]
