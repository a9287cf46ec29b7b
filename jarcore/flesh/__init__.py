"""What happens inside the fish: geometry, diffusion, salting, the acid front. Imports substances and below."""

from jarcore.flesh.acid_front import AcidFront, acid_front, film_time
from jarcore.flesh.geometry import Piece, measure_piece, outline, round_fish_thickness_mm, section, turned_share
from jarcore.flesh.salting import (
    bath_salt_g,
    dry_salt_uptake_pct,
    firmed_depth_mm,
    rinse_factor,
    salt_diffusivity,
)

__all__ = [
    "AcidFront",
    "Piece",
    "acid_front",
    "bath_salt_g",
    "dry_salt_uptake_pct",
    "film_time",
    "firmed_depth_mm",
    "measure_piece",
    "outline",
    "rinse_factor",
    "round_fish_thickness_mm",
    "salt_diffusivity",
    "section",
    "turned_share",
]
