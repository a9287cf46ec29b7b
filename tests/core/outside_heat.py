"""Fish in heat by finite differences in plain numpy and scipy. Imports nothing of ours: it makes expected values."""

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray
from scipy.integrate import solve_ivp
from scipy.optimize import brentq

# Lean fish between 0 and 80 °C (Rahman 2009, Food Properties Handbook; from memory): W/m/K and J/m3/K.
CONDUCTIVITY, VOLUME_HEAT = 0.5, 1050 * 3600.0
CELLS, CELLS_OF_A_BOX = 40, 12
# In how many steps a rest is looked at.
LOOKS = 12

Field = NDArray[np.float64]
Face = tuple[float, float]  # h [W/m2/K] and what is around it [degC]


def _through(field: Field, step: float, axis: int, low: Face | None, high: Face | None) -> Field:
    """What flows in along one axis [W/m3]; None is a plane of symmetry."""
    here = np.moveaxis(field, axis, 0)
    gain = np.zeros_like(here)
    flow = CONDUCTIVITY * (here[:-1] - here[1:]) / step
    gain[:-1] -= flow
    gain[1:] += flow
    for face, place in ((low, 0), (high, -1)):
        if face is not None:
            gain[place] += (face[1] - here[place]) / (1 / face[0] + step / 2 / CONDUCTIVITY)
    return np.moveaxis(gain / step, 0, axis)


def after(
    field: Field, seconds: float, sizes: Sequence[float], faces: Sequence[tuple[Face | None, Face | None]]
) -> Field:
    """Temperatures [degC] of a slab or box of SIZES [m] after so long."""
    if seconds <= 0:
        return field
    steps = [size / cells for size, cells in zip(sizes, field.shape, strict=True)]

    def slope(_time: float, flat: Field) -> Field:
        shaped = flat.reshape(field.shape)
        gains = (_through(shaped, step, axis, *faces[axis]) for axis, step in enumerate(steps))
        return (sum(gains) / VOLUME_HEAT).ravel()  # type: ignore[union-attr]

    method = "LSODA" if field.ndim == 1 else "RK45"
    solved = solve_ivp(slope, (0, seconds), field.ravel(), method=method, rtol=1e-5, atol=1e-3)
    return np.asarray(solved.y[:, -1].reshape(field.shape))


def slab_seconds(
    thick_m: float,
    faces: tuple[Face, Face],
    rest: tuple[Face, float, float],
    turned: bool,
    start: float,
    target: float,
) -> float:
    """Seconds in the heat until the core of a slab peaks at a target [degC] in the rest.

    REST is what is then around it, for how long [s], and how much of the rise is counted on [K].
    """
    inner = slice(CELLS // 4, -CELLS // 4) if turned else slice(CELLS // 2 - 1, CELLS // 2 + 1)
    around, length, counted = rest

    def core(field: Field) -> float:
        return float(field[inner].min() if turned else field[inner].mean())

    def lacks(seconds: float) -> float:
        field = np.full(CELLS, start)
        for one in (faces, faces[::-1]) if turned else (faces,):
            field = after(field, seconds / (2 if turned else 1), [thick_m], [one])
        pulled = best = core(field)
        for _ in range(LOOKS):
            field = after(field, length / LOOKS, [thick_m], [(around, around)])
            best = max(best, core(field))
        return min(best, pulled + counted) - target

    return float(brentq(lacks, 5.0, 7200.0, xtol=1.0))


def box_seconds(sizes_m: Sequence[float], around: Face, start: float, target: float) -> float:
    """Seconds until the core of a box in heat from all sides is at a target [degC]; an eighth of it is reckoned."""
    field = np.full((CELLS_OF_A_BOX,) * 3, start)
    halves = [size / 2 for size in sizes_m]
    faces = [(around, None)] * 3
    seconds, step = 0.0, 5.0
    while float(field[-1, -1, -1]) < target:
        field = after(field, step, halves, faces)
        seconds += step
    return seconds


def core_after(thick_m: float, spells: Sequence[tuple[tuple[Face, Face], float]], start: float) -> float:
    """The coldest of the middle half of a slab [degC] after spells of faces and seconds, one after another."""
    field = np.full(CELLS, start)
    for faces, seconds in spells:
        field = after(field, seconds, [thick_m], [faces])
    return float(field[CELLS // 4 : -CELLS // 4].min())
