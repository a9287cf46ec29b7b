"""Salt in flesh: what dry salt gives, what a rinse takes, what a salty bath of limited size brings."""

import math
from collections.abc import Callable

from jarcore.data import named, parameter
from jarcore.flesh.diffusion import bath_uptake
from jarcore.flesh.temperature import slowing

# How much has been taken up after a time [s].
Uptake = Callable[[float], float]
DIFFUSIVITY = named(lean="diffusivity_salt_lean", medium="diffusivity_salt_medium", fatty="diffusivity_salt_fatty")
WATER = named(lean="water_lean", medium="water_medium", fatty="water_fatty")


def salt_diffusivity(fat_class: str, celsius: float) -> float:
    """Diffusivity of salt in flesh [m2/s], by fat class (lean, medium, fatty) and temperature [degC]."""
    return parameter(DIFFUSIVITY[fat_class]) * slowing(celsius)


def flesh_water_g(fat_class: str, flesh_g: float) -> float:
    """Water of flesh that takes salt [g], of so much flesh [g]: 0.95 w m."""
    return parameter("salt_capacity_share") * parameter(WATER[fat_class]) * flesh_g


def capacity(fat_class: str) -> float:
    """Salt that flesh takes per salt in the water beside it [1]: 0.95 w rho."""
    return flesh_water_g(fat_class, parameter("flesh_density")) / 1000


def dry_uptake(
    fat_class: str, celsius: float, surface_cm2: float, mass_g: float, lag_s: float, coverage: float
) -> Uptake:
    """Salt taken up from plenty of dry salt [g per 100 g fish] over time [s].

    100 (2 c_s K S cov/m) sqrt(D t_e/pi), t_e = t - lag. The dose on the fish caps it; the caller does that.
    """
    rate = salt_diffusivity(fat_class, celsius)
    per_root_m = 2 * parameter("saturated_brine") * capacity(fat_class) * surface_cm2 * 1e-4 * coverage

    def taken_up(seconds: float) -> float:
        depth_m = math.sqrt(rate * max(0.0, seconds - lag_s) / math.pi)
        return 100 * per_root_m * depth_m / (mass_g / 1000)

    return taken_up


def rinse_factor(rinse_s: float, effective_s: float) -> float:
    """Share of the salt that stays when the surface is rinsed: sqrt(1 + r) - sqrt(r), r = t_r/t_e.

    >>> round(rinse_factor(15, 660), 4)
    0.8605
    """
    if effective_s <= 0:
        return 0.0
    ratio = rinse_s / effective_s
    return math.sqrt(1 + ratio) - math.sqrt(ratio)


def firmed_depth_mm(seconds: float, threshold: float, surface: float, fat_class: str, celsius: float) -> float:
    """How deep salt in the flesh's water is above a threshold [both g/100 g water]: 2 erfc^-1(u*/u_s) sqrt(D t)."""
    if surface <= threshold:
        return 0.0
    from scipy.special import erfcinv

    return 2000 * float(erfcinv(threshold / surface)) * math.sqrt(salt_diffusivity(fat_class, celsius) * seconds)


def bath_uptake_g(
    salt_g: float, bath_water_g: float, flesh_g: float, fat_class: str, celsius: float, way_m: float
) -> Uptake:
    """Salt [g] that flesh takes from a salty liquid of limited size, over time [s].

    Parameters: salt and water of the bath in contact [g], flesh [g], way_m from the open face to the closed one [m].
    It tends to the equal share in both waters: u_eq = salt/(water of bath + 0.95 w m).
    """
    flesh_water = flesh_water_g(fat_class, flesh_g)
    if salt_g <= 0 or bath_water_g <= 0 or flesh_water <= 0:
        return lambda _seconds: 0.0
    final, ratio = salt_g * flesh_water / (bath_water_g + flesh_water), bath_water_g / flesh_water
    per_second = salt_diffusivity(fat_class, celsius) / way_m**2
    return lambda seconds: final * min(1.0, bath_uptake(per_second * seconds, ratio))
