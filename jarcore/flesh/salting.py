"""Salt in flesh: what dry salt gives, what a rinse takes, what a salty bath of limited size brings."""

import math
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from jarcore.data import named, parameter
from jarcore.flesh.course import Course
from jarcore.flesh.diffusion import bath_uptakes, box_as_slab
from jarcore.flesh.engine import layered_uptake
from jarcore.flesh.erfc import inverse_erfc
from jarcore.flesh.temperature import slowing

# How much has been taken up after a time [s].
Uptake = Callable[[float], float]
# A course is reckoned at so many times, up to this root of Fo.
COURSE_POINTS, COURSE_ROOT = 80, 2.2
NOTHING_TAKEN_UP = Course(np.array([0.0, 1.0]), np.zeros(2))
DIFFUSIVITY = named(lean="diffusivity_salt_lean", medium="diffusivity_salt_medium", fatty="diffusivity_salt_fatty")
WATER = named(lean="water_lean", medium="water_medium", fatty="water_fatty")


@dataclass(frozen=True, slots=True)
class Bath:
    """Salt and water of a liquid in contact with the fish [g]."""

    salt_g: float
    water_g: float


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
    return 2000 * inverse_erfc(threshold / surface) * math.sqrt(salt_diffusivity(fat_class, celsius) * seconds)


def bath_course(bath: Bath, flesh_g: float, fat_class: str, celsius: float, ways_m: tuple[float, ...]) -> Course:
    """Salt [g] that flesh takes from a well-mixed liquid of limited size, through every open face.

    Parameters: flesh [g]; ways_m, for each axis with open faces the way from them to the middle or the closed face
    [m]. It tends to the equal share in both waters: u_eq = salt/(water of bath + 0.95 w m). The axes' slabs are
    multiplied for a constant surface; the slab that would have taken up as much by then is set beside the bath: exact
    for a slab, for a large bath and for short times.
    """
    flesh_water = flesh_water_g(fat_class, flesh_g)
    if bath.salt_g <= 0 or bath.water_g <= 0 or flesh_water <= 0:
        return NOTHING_TAKEN_UP
    ratio, way = bath.water_g / flesh_water, min(ways_m)
    # A small bath is emptied in a time of the square of its size: the points go by it.
    scale = min(1.0, ratio)
    roots = scale * np.sinh(np.linspace(0.0, math.asinh(COURSE_ROOT / scale), COURSE_POINTS))
    fouriers = roots * roots
    alike = box_as_slab([fouriers * (way / one) ** 2 for one in ways_m]) if len(ways_m) > 1 else fouriers
    final = bath.salt_g * flesh_water / (bath.water_g + flesh_water)
    taken_up = final * np.maximum.accumulate(bath_uptakes(alike, ratio))
    return Course(fouriers * (way**2 / salt_diffusivity(fat_class, celsius)), taken_up)


def paste_course(
    bath: Bath, flesh_g: float, fat_class: str, celsius: float, way_m: float, thickness_m: float
) -> Course:
    """Salt [g] that flesh takes from a paste, a second layer in which salt has to diffuse as well.

    Parameters: flesh [g]; way_m, volume of the flesh over its open faces [m]; thickness_m, of the paste on them [m].
    """
    flesh_water = flesh_water_g(fat_class, flesh_g)
    if bath.salt_g <= 0 or bath.water_g <= 0 or flesh_water <= 0:
        return NOTHING_TAKEN_UP
    rate = salt_diffusivity(fat_class, celsius)
    slow = parameter("diffusivity_salt_paste") * slowing(celsius)
    slowest = max(way_m**2 / rate, thickness_m**2 / slow)
    seconds = slowest * (COURSE_ROOT * np.linspace(0.0, 1.0, COURSE_POINTS) ** 2) ** 2
    taken_up = layered_uptake((thickness_m, slow, bath.water_g), (way_m, rate, flesh_water), seconds)
    return Course(seconds, bath.salt_g * np.maximum.accumulate(taken_up))
