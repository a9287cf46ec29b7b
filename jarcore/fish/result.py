"""The fish as the evaluation shows it."""

import math

from jarcore.documents.evaluation import FishGroupResult, FishResult
from jarcore.fish.geometry import outline, section
from jarcore.fish.measure import usual
from jarcore.fish.measured import MeasuredFish


def fish_result(fish: MeasuredFish) -> FishResult:
    """The fish as the evaluation shows it."""
    piece, pieces = fish.piece, fish.pieces
    whole = math.ceil(pieces) if pieces else None
    each = fish.edible_g / pieces if fish.edible_g and pieces else None
    return {
        "name": fish.species.name if fish.species else None,
        "edible_g": fish.edible_g,
        "piece_g": each,
        "surface_cm2": fish.surface_cm2,
        "half_thickness_mm": piece.thickness_mm / 2 if piece else None,
        "diffusion_mm": piece.diffusion_mm if piece else None,
        "volume_ml": fish.flesh_l * 1000 if fish.flesh_l is not None else None,
        "length_mm": piece.length_mm if piece else None,
        "width_mm": piece.width_mm if piece else None,
        "thickness_mm": piece.thickness_mm if piece else None,
        "outline": outline(piece) if piece else [],
        "section": section(piece) if piece else [],
        "slots": fish.slots,
        "whole_pieces": whole,
        "surplus_g": (whole - pieces) * each if whole and pieces and each else (0.0 if whole else None),
        "estimated": list(fish.estimated),
        "basis": fish.basis,
        "skin": fish.skin,
        "bone": fish.bone,
        "assumed": list(fish.assumed),
        "usual": dict(usual(fish.cut)),
        "groups": [_group_result(group.id, group.fish) for group in fish.groups],
        "cards": [],
    }


def _group_result(name: str | None, fish: MeasuredFish) -> FishGroupResult:
    return {
        "id": name,
        "edible_g": fish.edible_g,
        "pieces": fish.pieces,
        "surface_cm2": fish.surface_cm2,
        "thickness_mm": fish.piece.thickness_mm if fish.piece else None,
    }
