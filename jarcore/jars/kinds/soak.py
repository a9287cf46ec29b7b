"""Soak: for the surface, and poured off; its use begins at once, and it is not counted as seasoning."""

from dataclasses import replace

from jarcore.data import parameter
from jarcore.jars import liquid
from jarcore.jars.families import LIQUID
from jarcore.jars.laid import Laid
from jarcore.jars.window import Timed


def _timed(laid: Laid) -> Timed:
    return liquid.timed(laid, early=parameter("surface_early"))


KIND = replace(LIQUID, id="soak", time=_timed, clings=True, poured_off=True)
