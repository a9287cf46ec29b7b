"""Wet brine: salts the fish in salted water, for so long as its cap allows."""

from dataclasses import replace

from jarcore.jars import liquid
from jarcore.jars.families import LIQUID
from jarcore.jars.laid import Laid
from jarcore.jars.window import Timed, cap


def _timed(laid: Laid) -> Timed:
    return liquid.timed(laid, always=cap("cap_wet_brine", "keeping", "reason/wet-brine"))


KIND = replace(LIQUID, id="wet_brine", time=_timed, salts=True, boiled_first=True)
