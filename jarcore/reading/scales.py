"""What a kitchen's scales can weigh: on which scale, in which steps, and what is done where none of them can."""

import math
from collections.abc import Sequence

from jarcore.data import Scale, parameter
from jarcore.documents.evaluated_jar import How, Weigh

TENFOLD = 10
# So little is nothing on any scale [g].
NOTHING_G = 1e-9


def on_scales(mass_g: float, scales: Sequence[Scale], spoonable: bool) -> Weigh:
    """How a mass [g] is weighed on a kitchen's scales.

    The coarsest scale of which it is a hundred steps or more, for more is no better; else the finest that bears it.
    Less than ten steps of the finest are too few to be weighed: SPOONABLE says whether a spoon can take it.
    """
    able = [scale for scale in scales if scale.max_g >= mass_g]
    if not able:
        largest = max(scales, key=lambda scale: scale.max_g)
        lots = math.ceil(mass_g / largest.max_g)
        return _weigh("lots", mass_g / lots, largest.step_g, lots=lots)
    fine = min(able, key=lambda scale: scale.step_g)
    enough, least = parameter("steps_enough"), parameter("steps_least")
    plenty = [scale for scale in able if mass_g >= enough * scale.step_g]
    chosen = max(plenty, key=lambda scale: scale.step_g, default=fine)
    if mass_g <= NOTHING_G or mass_g >= least * fine.step_g:
        return _weigh("scale", mass_g, chosen.step_g)
    if spoonable:
        return _weigh("spoon", mass_g, fine.step_g)
    # So many times as much, in powers of ten, that it is steps enough.
    times = TENFOLD ** max(1, math.ceil(math.log10(least * fine.step_g / mass_g)))
    return _weigh("tenfold", mass_g * times, fine.step_g, times=times)


def _weigh(how: How, mass_g: float, step_g: float, times: int = 1, lots: int = 1) -> Weigh:
    """So much on the scale in whole steps [g], without the dust of binary fractions."""
    grams = round(round(mass_g / step_g) * step_g, 6)
    return {"how": how, "grams": grams, "step_g": step_g, "times": times, "lots": lots}
