"""What happens inside the fish: diffusion, salting, the acid front, the staged engine. Imports fish and below."""

from jarcore.flesh.acid_front import AcidFront, acid_front
from jarcore.flesh.course import NEVER, Course
from jarcore.flesh.erfc import inverse_erfc
from jarcore.flesh.salting import (
    NOTHING_TAKEN_UP,
    Bath,
    Uptake,
    bath_course,
    dry_uptake,
    firmed_depth_mm,
    flesh_water_g,
    paste_course,
    rinse_factor,
    salt_diffusivity,
)

__all__ = [
    "NEVER",
    "NOTHING_TAKEN_UP",
    "AcidFront",
    "Bath",
    "Course",
    "Uptake",
    "acid_front",
    "bath_course",
    "dry_uptake",
    "firmed_depth_mm",
    "flesh_water_g",
    "inverse_erfc",
    "paste_course",
    "rinse_factor",
    "salt_diffusivity",
]
