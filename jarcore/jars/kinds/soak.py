"""Soak: for the surface, and poured off; its use begins at once, and it is not counted as seasoning."""

from dataclasses import replace

from jarcore.jars import liquid
from jarcore.jars.families import LIQUID

KIND = replace(LIQUID, id="soak", time=liquid.soaked, clings=True, poured_off=True)
