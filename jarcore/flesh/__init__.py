"""What happens inside the fish: diffusion, salting, the acid front, the staged engine. Imports fish and below."""

from jarcore.flesh.acid_front import AcidFront, acid_front, film_time
from jarcore.flesh.salting import (
    Uptake,
    bath_uptake_g,
    dry_uptake,
    firmed_depth_mm,
    flesh_water_g,
    rinse_factor,
    salt_diffusivity,
)

__all__ = [
    "AcidFront",
    "Uptake",
    "acid_front",
    "bath_uptake_g",
    "dry_uptake",
    "film_time",
    "firmed_depth_mm",
    "flesh_water_g",
    "rinse_factor",
    "salt_diffusivity",
]
