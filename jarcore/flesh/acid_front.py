"""How deep acid turns flesh: a front that uses up the flesh's buffering, out of a jar that runs out of acid.

Fitted to a reaction-diffusion model. The thresholds, the tortuosity and the pH at which flesh turns are one
calibrated set: never change one alone.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from jarcore.data import parameter
from jarcore.flesh.course import Course
from jarcore.flesh.temperature import slowing
from jarcore.substances import Solution
from jarcore.substances.acidity import constants

STEPS = 128
GRID = np.linspace(0.0, 1.0, STEPS)
# Steps by which the depth is looked for at which a jar is spent: each pass makes them so many times finer.
SEARCH = np.linspace(0.0, 1.0, 65)
PASSES = 8
Share = Callable[[NDArray[np.float64]], NDArray[np.float64]]


@dataclass(frozen=True, slots=True, kw_only=True)
class AcidFront:
    """A front in one piece: its depth [m] over time, until the jar is spent (`spent`) or the flesh ends.

    `turned` is the share of the flesh turned at each depth of the course [1].
    """

    course: Course
    turned: NDArray[np.float64]
    spent: bool
    acidity: float

    @property
    def reach_m(self) -> float:
        """How deep it goes in all [m]."""
        return self.course.end

    def slowed(self, celsius: float, other: float) -> "AcidFront":
        """The same front at another temperature [degC]: every time stretches as diffusion slows."""
        return replace(self, course=self.course.slowed(slowing(other) / slowing(celsius)))

    def depth_at(self, seconds: float) -> float:
        """Depth of turned flesh [m] at a time [s]."""
        return float(self.course.at(seconds))

    def turned_at(self, seconds: float) -> float:
        """Share of the flesh turned at a time [s]."""
        return float(np.interp(self.depth_at(seconds), self.course.reach, self.turned))


def acid_diffusivity(shares: tuple[float, ...], celsius: float) -> float:
    """Diffusivity of a mix of acids in flesh [m2/s]: tau theta(T) sum w_i D_i, w_i each acid's share of the acidity."""
    mean = sum(w * d for w, d in zip(shares, constants("diffusivity_m2_s"), strict=False))
    return parameter("tortuosity") * slowing(celsius) * mean


def speed_number(stefan: float) -> float:
    """K2 in x = K sqrt(D t) out of an unlimited bath: 1.30 St/(1 + 0.11 St)."""
    return parameter("front_numerator") * stefan / (1 + parameter("front_denominator") * stefan)


def acid_front(
    jar: Solution,
    contact_l: float,
    flesh_l: float,
    celsius: float,
    deepest_m: float,
    turned_share: Share,
    using_share: Share | None = None,
) -> AcidFront | None:
    """The front that JAR drives into flesh; None when no acidity can travel.

    Parameters: jar, the aqueous phase; contact_l, litres of it in contact with the fish; flesh_l, litres of flesh
    in play; celsius [degC]; deepest_m, half of the piece [m]; turned_share, share of the flesh at depths [mm];
    using_share, the share that uses up the jar, when it is another one.
    """
    turned_ph = parameter("turned_ph")
    acidity, shares = jar.mobile(turned_ph)
    if acidity <= 0 or contact_l <= 0 or flesh_l <= 0:
        return None
    buffer = parameter("flesh_buffer")
    need = buffer * (parameter("flesh_ph") - turned_ph)
    water = parameter("acid_water_fraction")
    diffusivity = acid_diffusivity(shares, celsius)
    residual = water + buffer * (turned_ph - jar.ph()) / acidity
    using = using_share or turned_share

    def used(depths: NDArray[np.float64]) -> NDArray[np.float64]:
        volume = using(depths * 1000) * flesh_l
        left: NDArray[np.float64] = (contact_l * acidity - volume * need) / (contact_l + 0.5 * volume * residual)
        return acidity - left

    most = (1 - parameter("front_freeze_share")) * acidity
    reach = rises_to(used, most, deepest_m)
    # The grid lies on what the front can reach, never on the piece: else a thick piece would seem to turn nothing.
    depths = GRID * reach
    stefan = water * (acidity - np.minimum(used(depths), most)) / need
    slope = (
        depths
        * (1 + parameter("front_denominator") * stefan)
        / (parameter("front_numerator") / 2 * diffusivity * stefan)
    )
    times = np.concatenate(([0.0], np.cumsum((slope[1:] + slope[:-1]) / 2 * np.diff(depths))))
    return AcidFront(
        course=Course(times, depths), turned=turned_share(depths * 1000), spent=reach < deepest_m, acidity=acidity
    )


def rises_to(rising: Share, level: float, longest: float) -> float:
    """Where what only rises with depth has come up to LEVEL, by ever finer steps; LONGEST where it stays below."""
    low, high = 0.0, longest
    for _ in range(PASSES):
        at = low + SEARCH * (high - low)
        above = np.nonzero(rising(at) > level)[0]
        if not len(above):
            return high
        after = max(int(above[0]), 1)
        low, high = float(at[after - 1]), float(at[after])
        # As soon as it does not begin at nothing a straight line finds the last digits.
        if low > (high - low) * len(SEARCH):
            break
    before, beyond = (float(value) for value in rising(np.array([low, high])))
    return low + (high - low) * min(1.0, max(0.0, (level - before) / (beyond - before))) if beyond > before else high
