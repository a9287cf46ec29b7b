"""Oil for frying: the load it takes, batches, and whether it is too little or too hot."""

import math

from jarcore.data import Pantry, parameter
from jarcore.documents.formula import Cook
from jarcore.fish import MeasuredFish
from jarcore.heat.core import batch_kg, oil_drop_c
from jarcore.reading import Quantities

FRIED = ("deep_fry", "shallow_fry")


def oil_of(cook: Cook, fish: MeasuredFish, read: Quantities) -> dict[str, float] | None:
    """Frying load: oil [l], drop [degC], batches and pieces in each. More fish means more batches, not more oil."""
    if cook.method not in FRIED or not fish.edible_g or not fish.pieces:
        return None
    volume = read.volume_ml(cook.oil.volume, "/cook/oil/volume") if cook.oil else None
    litres = volume / 1000 if volume else parameter("default_oil")
    if volume is None:
        read.say("estimated", "/cook/oil/volume", f"The oil is not stated: reckoned with {litres:g} l.")
    burner = read.count(cook.burner_w, "/cook/burner_w") or 0.0
    each = fish.edible_g / fish.pieces / 1000
    a_batch = max(1, min(int(batch_kg(litres, burner) / each), math.ceil(fish.pieces)))
    batches = math.ceil(fish.pieces / a_batch)
    drop = oil_drop_c(a_batch * each, litres, burner)
    return {"volume_l": litres, "drop_c": drop, "batches": float(batches), "pieces_per_batch": float(a_batch)}


def too_little(cook: Cook, fish: MeasuredFish, read: Quantities) -> str | None:
    """Why the oil that is stated is too little for one piece, in words; None where it is enough or not stated."""
    if cook.method not in FRIED or cook.oil is None:
        return None
    volume = read.volume_ml(cook.oil.volume, "/cook/oil/volume")
    depth = read.length_mm(cook.oil.depth, "/cook/oil/depth")
    each = [one for _, one in fish.sizes]
    piece = max((one.edible_g / one.pieces for one in each if one.edible_g and one.pieces), default=None)
    thick = max((one.piece.thickness_mm for one in each if one.piece), default=None)
    deep = cook.method == "deep_fry"
    if deep and volume and piece:
        most = batch_kg(volume / 1000, read.count(cook.burner_w, "/cook/burner_w") or 0.0) * 1000
        if piece > most:
            return f"{volume / 1000:g} l of oil take {most:.0f} g at once; one piece weighs {piece:.0f} g."
    if depth and thick:
        least = thick * (1.0 if deep else parameter("shallow_depth_share"))
        if depth < least:
            return f"The oil is {depth:.0f} mm deep; pieces of {thick:.0f} mm want {least:.0f} mm at least."
    return None


def too_hot(cook: Cook, pantry: Pantry, read: Quantities) -> tuple[str, str] | None:
    """Where the oil is to be hotter than it bears, and how so in words; None where it is not, or nothing is fried.

    Of an oil that is not named the least that frying oils bear is taken.
    """
    if cook.method not in FRIED:
        return None
    named = pantry.ingredients.get(cook.oil.ingredient or "") if cook.oil else None
    bears = (named and named.smoke_c) or parameter("smoke_unnamed")
    what = named.name if named and named.smoke_c else "Frying oil"
    second = cook.second_fry.medium_temperature if cook.second_fry else None
    for part, path in (
        (cook.medium_temperature, "/cook/medium_temperature"),
        (second, "/cook/second_fry/medium_temperature"),
    ):
        celsius = read.celsius(part, path)
        if celsius is not None and celsius > bears:
            return path, f"{what} smokes from about {bears:.0f} °C; it is to be {celsius:.0f} °C."
    return None
