"""The measured fish: species, cut, pieces, geometry; the one clock of warm minutes. Imports substances and below."""

from jarcore.fish.clock import Clock, Spell, arriving, is_warm, tempering, threshold_of
from jarcore.fish.geometry import Piece, measure_piece, outline, round_fish_thickness_mm, section, turned_share
from jarcore.fish.measure import edible_share, edible_weight, measure_fish
from jarcore.fish.measured import FishGroup, MeasuredFish
from jarcore.fish.result import fish_result

__all__ = [
    "Clock",
    "FishGroup",
    "MeasuredFish",
    "Piece",
    "Spell",
    "arriving",
    "edible_share",
    "edible_weight",
    "fish_result",
    "is_warm",
    "measure_fish",
    "measure_piece",
    "outline",
    "round_fish_thickness_mm",
    "section",
    "tempering",
    "threshold_of",
    "turned_share",
]
