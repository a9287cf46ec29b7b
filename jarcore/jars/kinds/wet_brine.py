"""Wet brine: salts the fish in salted water, for so long as its cap allows."""

from dataclasses import replace

from jarcore.jars import liquid
from jarcore.jars.families import LIQUID

KIND = replace(LIQUID, id="wet_brine", time=liquid.brined, salts=True, boiled_first=True)
