"""Two fries: the first cooks most of it, the oil comes to more heat meanwhile, the second crisps."""

from dataclasses import dataclass, replace

import numpy as np

from jarcore.data import kept, parameter
from jarcore.flesh.engine import Vector
from jarcore.heat.core import CELLS, LONGEST_S, REST_POINTS, Heat, Slab, core_of
from jarcore.heat.method import heat_for
from jarcore.heat.stated import Stated

HALVINGS = 22


@dataclass(frozen=True, slots=True, kw_only=True)
class TwoFries:
    """Times of the first fry, the rest between and the second [s], and the core when it comes out of each [degC]."""

    first_s: float
    rest_s: float
    second_s: float
    first_pull_c: float
    pull_c: float
    first: Heat
    second: Heat
    thick_m: float

    @property
    def out_s(self) -> float:
        """When it comes out of the second fry, from the start of the first [s]."""
        return self.first_s + self.rest_s + self.second_s

    def core_course(self, start_c: float, points: int) -> tuple[Vector, Vector]:
        """(time [s], core [degC]) through both fries, the rest between and the rest after."""
        before, after = Slab(self.thick_m, self.first), Slab(self.thick_m, self.second)
        lengths = (self.first_s, self.rest_s, self.second_s, self.second.rest_s)
        state, begun, times, cores = np.full(CELLS, start_c), 0.0, [], []
        for stage, seconds in zip((before.first, before.rest, after.first, after.rest), lengths, strict=True):
            at = np.linspace(0.0, seconds, points)
            states = stage.at(state, at)
            times.append(begun + at)
            cores.append(core_of(states, self.first.turns))
            state, begun = states[-1], begun + seconds
        return np.concatenate(times), np.concatenate(cores)


def recovery_min(stated: Stated, litres: float, drop_c: float) -> float | None:
    """How long the oil takes from where the first load left it to the second fry's heat [min]; None without a burner.

    Parameters: litres of oil [l]; drop_c, how far the load cools it [K].
    """
    if not stated.burner_w:
        return None
    first = parameter("fry_nominal") if stated.medium_c is None else stated.medium_c
    second = first if stated.second_c is None else stated.second_c
    held = litres * parameter("oil_density") * parameter("oil_heat") + parameter("fryer_heat")
    given = stated.burner_w * parameter("burner_efficiency")
    return max(0.0, second - first + drop_c) * held / given / 60


def two_fries(stated: Stated, thick_m: float, thickness_mm: float, start_c: float, rest_min: float) -> TwoFries | None:
    """The first fry that with the second brings the core to its target; None where no first fry does.

    Parameters: thick_m, how thick the piece is to the heat [m]; thickness_mm, as it measures [mm].
    """
    first = heat_for(stated, thickness_mm)
    second = heat_for(replace(stated, medium_c=stated.second_c or stated.medium_c), thickness_mm)
    if first is None or second is None:
        return None
    return _solved(thick_m, first.heat, second.heat, start_c, stated.target_c, rest_min * 60, stated.second_min * 60)


@kept(maxsize=256)
def _solved(
    thickness_m: float,
    first: Heat,
    second: Heat,
    start_c: float,
    target_c: float,
    rest_s: float,
    second_s: float,
) -> TwoFries | None:
    before, after = Slab(thickness_m, first), Slab(thickness_m, second)
    cold = np.full(CELLS, start_c)
    rests = np.linspace(0, second.rest_s, REST_POINTS)

    def out_of(first_s: float) -> tuple[float, float, float]:
        fried = before.heated_from(cold, first_s)
        crisp = after.heated_from(before.rest.at(fried, rest_s), second_s)
        pulls = [float(core_of(state, first.turns)) for state in (fried, crisp)]
        peak = float(core_of(after.rest.at(crisp, rests), second.turns).max())
        return pulls[0], pulls[1], min(peak, pulls[1] + second.credit_c)

    if out_of(LONGEST_S)[2] < target_c:
        return None
    low, high = 0.0, LONGEST_S
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        low, high = (middle, high) if out_of(middle)[2] < target_c else (low, middle)
    first_pull, pull, _ = out_of(high)
    return TwoFries(
        first_s=high,
        rest_s=rest_s,
        second_s=second_s,
        first_pull_c=first_pull,
        pull_c=pull,
        first=first,
        second=second,
        thick_m=thickness_m,
    )
