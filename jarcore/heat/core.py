"""Heat in a slab of fish: stages with effective coefficients, the core, the peak in the rest.

Robin faces with effective h and medium temperature, evaporation lumped in. A modelled time is never proof.
"""

from dataclasses import dataclass

import numpy as np

from jarcore.data import kept, parameter
from jarcore.flesh.engine import Chain, Vector, chain, face_link, slab_links

CELLS = 40
REST_POINTS = 12
LONGEST_S = 4 * 3600.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Heat:
    """What both faces meet: h [W/m2/K] and temperature [degC] below and above, whether it is turned, and the rest."""

    h: float
    medium_c: float
    other_h: float
    other_c: float
    turns: bool
    rest_h: float
    rest_c: float
    rest_s: float
    # The first side's share of the time, and how much of a target the rest may bring [K].
    first_share: float = 0.5
    credit_c: float = float("inf")


@dataclass(frozen=True, slots=True, kw_only=True)
class Cooked:
    """One cooking: time of a side and in all [s], core when pulled, peak of the core in the rest [degC], the mean."""

    side_s: float
    seconds: float
    pull_c: float
    peak_c: float
    mean_c: float


@kept(maxsize=256)
def _stage(thickness_m: float, low_h: float, low_c: float, high_h: float, high_c: float) -> Chain:
    widths = np.full(CELLS, thickness_m / CELLS)
    k = parameter("heat_conductivity")
    volume_heat = parameter("heat_density") * parameter("heat_capacity")
    low, high = (face_link(widths[0], k, h) for h in (low_h, high_h))
    return chain(widths * volume_heat, slab_links(widths, k), (low, low_c), (high, high_c))


def core_of(state: Vector, turned: bool) -> Vector:
    """The coldest of the middle half for a turned piece, else the mid-plane [degC]; over the last axis."""
    quarter = CELLS // 4
    if turned:
        coldest: Vector = state[..., quarter : CELLS - quarter].min(axis=-1)
        return coldest
    middle: Vector = state[..., CELLS // 2 - 1 : CELLS // 2 + 1].mean(axis=-1)
    return middle


class Slab:
    """A slab of one thickness [m] under one heat; its stages are decomposed once and asked for any time."""

    def __init__(self, thickness_m: float, heat: Heat) -> None:
        self.heat = heat
        thick = round(thickness_m, 6)
        self.first = _stage(thick, heat.h, heat.medium_c, heat.other_h, heat.other_c)
        self.second = _stage(thick, heat.other_h, heat.other_c, heat.h, heat.medium_c) if heat.turns else None
        self.rest = _stage(thick, heat.rest_h, heat.rest_c, heat.rest_h, heat.rest_c)

    def heated(self, start_c: float, side_s: float) -> Vector:
        """Temperatures when pulled, after SIDE_S on each side in the mean [s] (or in all, when it is not turned)."""
        share = 2 * self.heat.first_share if self.second else 1.0
        state = self.first.at(np.full(CELLS, start_c), share * side_s)
        return self.second.at(state, (2 - share) * side_s) if self.second else state

    def cooked(self, start_c: float, side_s: float) -> Cooked:
        """What a cooking of SIDE_S a side gives."""
        state = self.heated(start_c, side_s)
        pull = float(core_of(state, self.heat.turns))
        rested = self.rest.at(state, np.linspace(0, self.heat.rest_s, REST_POINTS))
        peak = float(core_of(rested, self.heat.turns).max())
        return Cooked(
            side_s=side_s,
            seconds=side_s * (2 if self.heat.turns else 1),
            pull_c=pull,
            peak_c=peak,
            mean_c=float(state.mean()),
        )

    def _peaks(self, start_c: float, sides: Vector) -> Vector:
        """Peak of the core in the rest [degC], as far as that is credited, for each of several times of a side [s]."""
        share = 2 * self.heat.first_share if self.second else 1.0
        states = self.first.each(np.full((1, CELLS), start_c), share * sides)
        if self.second:
            states = self.second.each(states, (2 - share) * sides)
        pulled = core_of(states, self.heat.turns)
        rests = np.linspace(0, self.heat.rest_s, REST_POINTS)
        rested = self.rest.each(np.repeat(states, REST_POINTS, axis=0), np.tile(rests, len(sides)))
        peaks: Vector = core_of(rested, self.heat.turns).reshape(len(sides), REST_POINTS).max(axis=1)
        return np.minimum(peaks, pulled + self.heat.credit_c)

    def time_to(self, start_c: float, target_c: float) -> Cooked | None:
        """The cooking whose core peaks at TARGET_C in the rest, as far as that is credited; None when it never does.

        A coarse grid of times finds the neighbours, a fine one the time between them; the core only rises with it.
        """
        sides = np.concatenate(([0.0], np.geomspace(10.0, LONGEST_S, 14)))
        above = np.nonzero(self._peaks(start_c, sides) >= target_c)[0]
        if not len(above):
            return None
        place = max(int(above[0]), 1)
        sides = np.linspace(sides[place - 1], sides[place], 10)
        return self.cooked(start_c, float(np.interp(target_c, self._peaks(start_c, sides), sides)))


@kept(maxsize=512)
def time_to_core(thickness_m: float, heat: Heat, start_c: float, target_c: float) -> Cooked | None:
    """Slab.time_to, kept: most keystrokes change nothing that heats."""
    return Slab(thickness_m, heat).time_to(start_c, target_c)


def oil_holds(litres: float) -> float:
    """What oil [l] and its fryer hold [J/K]."""
    return litres * parameter("oil_density") * parameter("oil_heat") + parameter("fryer_heat")


def burner_gives(watts: float) -> float:
    """What of a burner [W] reaches the oil [W]."""
    return watts * parameter("burner_efficiency")


def oil_drop_c(fish_kg: float, oil_l: float, burner_w: float) -> float:
    """How far the oil falls in the first minute [degC] when FISH_KG goes in at once."""
    plunge = parameter("plunge")
    taken = fish_kg * parameter("fry_heat") * 1000 - burner_gives(burner_w) * (plunge - parameter("burner_lag"))
    return max(0.0, taken) / oil_holds(oil_l)


def batch_kg(oil_l: float, burner_w: float) -> float:
    """The most fish for one batch [kg] within the allowed drop."""
    given = burner_gives(burner_w) * (parameter("plunge") - parameter("burner_lag"))
    return (oil_holds(oil_l) * parameter("allowed_drop") + given) / (parameter("fry_heat") * 1000)
