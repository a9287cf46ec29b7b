"""Instruments: simulated ones behind one small interface, an example of a real one, and what they are put into.

Pure, like the rest of the core: the time is an argument. Imports service and below.
"""

from jarcore.devices.in_run import world_of
from jarcore.devices.lines import LinesFile
from jarcore.devices.panel import WHERE, WRONG, Deed, NotDone, deeds_of, goes_into, places_of, press
from jarcore.devices.readings import Described, Instrument, InstrumentReading
from jarcore.devices.simulated import Simulated, described
from jarcore.devices.state import Put
from jarcore.devices.world import World, surroundings

__all__ = [
    "WHERE",
    "WRONG",
    "Deed",
    "Described",
    "Instrument",
    "InstrumentReading",
    "LinesFile",
    "NotDone",
    "Put",
    "Simulated",
    "World",
    "deeds_of",
    "described",
    "goes_into",
    "places_of",
    "press",
    "surroundings",
    "world_of",
]
