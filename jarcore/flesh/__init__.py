"""What happens inside the fish: diffusion, salting, the acid front, the staged engine. Imports fish and below."""

from jarcore.flesh.acid_front import AcidFront, acid_front, film_time
from jarcore.flesh.salting import bath_salt_g, dry_salt_uptake_pct, firmed_depth_mm, rinse_factor, salt_diffusivity

__all__ = [
    "AcidFront",
    "acid_front",
    "bath_salt_g",
    "dry_salt_uptake_pct",
    "film_time",
    "firmed_depth_mm",
    "rinse_factor",
    "salt_diffusivity",
]
