"""Batter: a flowing coat, fried at once."""

from dataclasses import replace

from jarcore.jars.coating import battered
from jarcore.jars.families import LAYER

KIND = replace(LAYER, id="batter", coat=battered, bowl=True, flows=True)
