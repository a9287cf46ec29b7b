"""Salt after the jar: the surface rinsed, then at rest, with every face closed, until it is even."""

import numpy as np

from jarcore.flesh.engine import Vector, closed_slab


def rested_profile(start: Vector, way_m: float, diffusivity: float, rinse_s: float, times_s: Vector) -> Vector:
    """Salt in the cells of a slab while it rests.

    Parameters: start, what each cell holds when lifted out (any one unit); way_m from the open face to the closed one
    [m]; diffusivity [m2/s]; rinse_s, how long the open face is held at nothing [s]; times_s, after the rinse [s].
    Returns: one row for each time. Nothing leaves while it rests, so the mean stays.
    """
    cells = len(start)
    state = closed_slab(way_m, diffusivity, cells, open_face=True).at(start, rinse_s) if rinse_s > 0 else start
    rows: Vector = np.atleast_2d(closed_slab(way_m, diffusivity, cells, open_face=False).at(state, times_s))
    return np.maximum(rows, 0.0)
