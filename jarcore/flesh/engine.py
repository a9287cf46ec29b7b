"""The staged engine: a chain of cells, linear, solved exactly in time by its eigenvectors.

C dy/dt = -L y + s, symmetrised with sqrt(C): y(t) = C^-1/2 V (e^-lt V' C^1/2 y0 + (1 - e^-lt)/l V' C^-1/2 s).
One chain is one stage (salt, rinse, rest; side one, flip, rest); the end of one begins the next.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

Vector = NDArray[np.float64]
Environment = tuple[float, float]


@dataclass(frozen=True, slots=True, eq=False)
class Chain:
    """One stage: rates [1/s], eigenvectors, the roots of the capacities, the source seen by each mode, if any drives
    it.
    """

    rates: Vector
    modes: Vector
    root: Vector
    source: Vector
    driven: bool

    def at(self, start: Vector, seconds: float | Vector) -> Vector:
        """The state at a time [s] (or one row for each of several), from the state START."""
        states = self.each(start[None, :], np.atleast_1d(np.asarray(seconds, dtype=float)))
        return states[0] if np.ndim(seconds) == 0 else states

    def each(self, starts: Vector, seconds: Vector) -> Vector:
        """One state for each pair of a start (a row, or one for all) and a time [s]."""
        times = seconds[:, None]
        decay = np.exp(-self.rates * times)
        modal = decay * ((starts * self.root) @ self.modes)
        if self.driven:
            # (1 - e^-lt)/l, which tends to t where nothing leaves the chain.
            small = self.rates < 1e-14
            modal += np.where(small, times, (1 - decay) / np.where(small, 1.0, self.rates)) * self.source
        states: Vector = (modal @ self.modes.T) / self.root
        return states


def chain(
    capacities: Vector, links: Vector, first: Environment | None = None, last: Environment | None = None
) -> Chain:
    """A stage out of its cells.

    Parameters: capacities of the cells and links between neighbours (one fewer), in one consistent set of units;
    first and last, the environment at either end as (link, value), None where the end is closed.
    """
    diagonal = np.zeros_like(capacities)
    diagonal[:-1] += links
    diagonal[1:] += links
    source = np.zeros_like(capacities)
    for cell, environment in ((0, first), (-1, last)):
        if environment is not None:
            diagonal[cell] += environment[0]
            source[cell] += environment[0] * environment[1]
    root = np.sqrt(capacities)
    beside = -links / (root[:-1] * root[1:])
    # Of so few cells the whole matrix is solved as soon as its three diagonals would be.
    rates, modes = np.linalg.eigh(np.diag(diagonal / capacities) + np.diag(beside, 1) + np.diag(beside, -1))
    driven = first is not None or last is not None
    return Chain(np.maximum(rates, 0.0), modes, root, modes.T @ (source / root), driven)


def graded_widths(whole: float, cells: int, ratio: float = 1.10) -> Vector:
    """Widths of cells that grow from the surface inwards and add up to WHOLE."""
    widths = ratio ** np.arange(cells)
    scaled: Vector = widths * (whole / widths.sum())
    return scaled


def slab_links(widths: Vector, conductivity: float) -> Vector:
    """Links between neighbouring cells of one material: 2k/(w_i + w_i+1)."""
    links: Vector = 2 * conductivity / (widths[:-1] + widths[1:])
    return links


def face_link(width: float, conductivity: float, transfer: float | None = None) -> float:
    """The link from a face to its first cell: half a cell, in series with the transfer coefficient if there is one."""
    half = width / (2 * conductivity)
    return 1 / (half + (1 / transfer if transfer else 0.0))


def salt_profile(
    way_m: float,
    diffusivity: float,
    bath_salt_g: float,
    bath_water_g: float,
    flesh_water_g: float,
    times_s: Vector | Sequence[float],
    cells: int = 50,
) -> tuple[Vector, Vector]:
    """Salt in flesh beside a bath of limited size, as g per g of water.

    Parameters: way_m from the open face to the closed one [m]; diffusivity [m2/s]; salt and water of the bath [g];
    water of the flesh that takes salt [g]; times [s].
    Returns: depths of the cells' middles [m], and one row of salt [g/g water] for each time. The bath is one more
    cell, so that salt is conserved.
    """
    depths, stage = _beside_bath(way_m, diffusivity, bath_water_g, flesh_water_g, cells)
    start = np.zeros(cells + 1)
    start[0] = bath_salt_g / bath_water_g
    return depths, stage.at(start, np.asarray(times_s, dtype=float))[:, 1:]


@lru_cache(maxsize=256)
def _beside_bath(
    way_m: float, diffusivity: float, bath_water_g: float, flesh_water_g: float, cells: int
) -> tuple[Vector, Chain]:
    """Depths of the cells' middles [m] and the stage, kept: the same jar is asked for its shell, its course and its
    rest.
    """
    widths = graded_widths(way_m, cells)
    scale = flesh_water_g / way_m
    capacities = np.concatenate(([bath_water_g], widths * scale))
    links = np.concatenate(([face_link(widths[0], diffusivity) * scale], slab_links(widths, diffusivity) * scale))
    return np.cumsum(widths) - widths / 2, chain(capacities, links)


def layered_uptake(
    outer: tuple[float, float, float], inner: tuple[float, float, float], times_s: Vector, cells: int = 40
) -> Vector:
    """Share [1] of the salt of an OUTER layer that an INNER one beside it has taken up, at times [s].

    Each layer is (thickness [m], diffusivity [m2/s], water that takes salt [g]); at the face between them both waters
    are equally salty.
    """
    widths = [graded_widths(outer[0], cells)[::-1], graded_widths(inner[0], cells)]
    scales = [water / thickness for thickness, _, water in (outer, inner)]
    capacities = np.concatenate([w * scale for w, scale in zip(widths, scales, strict=True)])
    inside = [
        slab_links(w, rate) * scale for w, (_, rate, _), scale in zip(widths, (outer, inner), scales, strict=True)
    ]
    face = 1 / sum(
        1 / (face_link(float(edge), rate) * scale)
        for edge, (_, rate, _), scale in zip((widths[0][-1], widths[1][0]), (outer, inner), scales, strict=True)
    )
    start = np.concatenate([np.full(cells, 1 / outer[2]), np.zeros(cells)])
    stage = chain(capacities, np.concatenate([inside[0], [face], inside[1]]))
    taken_up: Vector = stage.at(start, times_s)[:, cells:] @ capacities[cells:]
    return np.maximum(taken_up, 0.0)


@lru_cache(maxsize=256)
def closed_slab(way_m: float, diffusivity: float, cells: int, open_face: bool) -> Chain:
    """A slab of WAY_M [m] by itself, every face closed, or one held at nothing; kept, for a rest depends on no jar."""
    widths = graded_widths(way_m, cells)
    first = (face_link(widths[0], diffusivity), 0.0) if open_face else None
    return chain(widths, slab_links(widths, diffusivity), first)
