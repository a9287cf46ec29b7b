"""How deep acid turns flesh: a front that uses up the flesh's buffering, out of a jar that runs out of acid.

Fitted to a reaction-diffusion model. The thresholds, the tortuosity and the pH at which flesh turns are one
calibrated set: never change one alone.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from jarcore.data import parameter
from jarcore.flesh.diffusion import film_depth
from jarcore.flesh.temperature import slowing
from jarcore.substances import Solution
from jarcore.substances.acidity import constants

STEPS = 400
GRID = np.linspace(0.0, 1.0, STEPS)
Share = Callable[[NDArray[np.float64]], NDArray[np.float64]]
NEVER = float("inf")


@dataclass(frozen=True, slots=True, kw_only=True)
class AcidFront:
    """A front in one piece: depth [m] against time [s], until the jar is spent.

    `depths` and `times` rise together; beyond the last depth the front is frozen (`frozen`) or the flesh ends.
    """

    depths: NDArray[np.float64]
    times: NDArray[np.float64]
    turned: NDArray[np.float64]
    frozen: bool
    acidity: float
    diffusivity: float

    def slowed(self, celsius: float, other: float) -> "AcidFront":
        """The same front at another temperature [degC]: every time stretches as diffusion slows."""
        ratio = slowing(other) / slowing(celsius)
        return replace(self, times=self.times / ratio, diffusivity=self.diffusivity * ratio)

    def depth_at(self, seconds: float) -> float:
        """Depth of turned flesh [m] at a time [s]."""
        return float(np.interp(seconds, self.times, self.depths))

    def turned_at(self, seconds: float) -> float:
        """Share of the flesh turned at a time [s]."""
        return float(np.interp(seconds, self.times, self.turned))

    def times_of_depths(self, depths_m: NDArray[np.float64]) -> NDArray[np.float64]:
        """When the front reaches depths [s]; infinite where it never does."""
        times: NDArray[np.float64] = np.interp(depths_m, self.depths, self.times, right=NEVER)
        return times

    def times_of_shares(self, shares: NDArray[np.float64]) -> NDArray[np.float64]:
        """When shares of the flesh have turned [s]; infinite where they never do."""
        times: NDArray[np.float64] = np.interp(shares, self.turned, self.times, right=NEVER)
        return times


def acid_diffusivity(shares: tuple[float, ...], celsius: float) -> float:
    """Diffusivity of a mix of acids in flesh [m2/s]: tau theta(T) sum w_i D_i, w_i each acid's share of the acidity."""
    mean = sum(w * d for w, d in zip(shares, constants("diffusivity_m2_s"), strict=True))
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
    depths = GRID * deepest_m
    turned = turned_share(depths * 1000)
    volume = (turned if using_share is None else using_share(depths * 1000)) * flesh_l
    residual = water + buffer * (turned_ph - jar.ph()) / acidity
    left = (contact_l * acidity - volume * need) / (contact_l + 0.5 * volume * residual)
    spent = np.nonzero(left < parameter("front_freeze_share") * acidity)[0]
    end = int(spent[0]) if len(spent) else STEPS
    if end < 2:
        return None
    depths, turned, stefan = depths[:end], turned[:end], water * left[:end] / need
    slope = (
        depths
        * (1 + parameter("front_denominator") * stefan)
        / (parameter("front_numerator") / 2 * diffusivity * stefan)
    )
    times = np.concatenate(([0.0], np.cumsum((slope[1:] + slope[:-1]) / 2 * np.diff(depths))))
    return AcidFront(
        depths=depths, times=times, turned=turned, frozen=end < STEPS, acidity=acidity, diffusivity=diffusivity
    )


def film_time(absorbed: float, contact_l: float, wet_cm2: float, diffusivity: float) -> float:
    """When flesh has drawn in a share of the liquid spread on it [s]: (z delta/eps)2/D, delta = V/S."""
    thickness_m = contact_l * 1e-3 / (wet_cm2 * 1e-4)
    return (film_depth(absorbed) * thickness_m / parameter("acid_water_fraction")) ** 2 / diffusivity
