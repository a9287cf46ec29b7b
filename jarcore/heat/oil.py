"""Oil for frying: the load it takes, batches, and whether it is too little or too hot."""

import math

from jarcore.data import Pantry, Said, parameter, said
from jarcore.documents import Finding, found
from jarcore.documents.evaluated_heat import OilLoad
from jarcore.fish import MeasuredFish
from jarcore.heat.core import batch_kg, oil_drop_c
from jarcore.heat.stated import Stated

UNNAMED_OIL = "Frying oil"


def oil_of(stated: Stated, fish: MeasuredFish) -> tuple[OilLoad | None, tuple[Finding, ...]]:
    """Frying load: oil [l], drop [degC], batches and pieces in each. More fish means more batches, not more oil."""
    if not stated.kind.fried or not fish.edible_g or not fish.pieces:
        return None, ()
    litres = stated.oil_ml / 1000 if stated.oil_ml else parameter("default_oil")
    told = () if stated.oil_ml is not None else (found("estimated/oil", "/cook/oil/volume", taken=litres),)
    each = fish.edible_g / fish.pieces / 1000
    a_batch = max(1, min(int(batch_kg(litres, stated.burner_w) / each), math.ceil(fish.pieces)))
    batches = math.ceil(fish.pieces / a_batch)
    drop = oil_drop_c(a_batch * each, litres, stated.burner_w)
    load: OilLoad = {
        "volume_l": litres,
        "drop_c": drop,
        "batches": float(batches),
        "pieces_per_batch": float(a_batch),
    }
    return load, told


def film_g(stated: Stated, fish: MeasuredFish) -> float | None:
    """Oil [g] that is brushed on all pieces; None where it goes into the pan."""
    if not stated.oil_on_fish or stated.kind.fried or fish.surface_cm2 is None:
        return None
    return parameter("oil_film") * fish.surface_cm2


def too_little(stated: Stated, fish: MeasuredFish) -> Said | None:
    """Why the oil that is stated is too little for one piece; None where it is enough or not stated."""
    if not stated.kind.fried:
        return None
    each = [one for _, one in fish.sizes]
    piece = max((one.edible_g / one.pieces for one in each if one.edible_g and one.pieces), default=None)
    thick = max((one.piece.thickness_mm for one in each if one.piece), default=None)
    deep = stated.kind.deep
    if deep and stated.oil_ml and piece:
        litres = stated.oil_ml / 1000
        most = batch_kg(litres, stated.burner_w) * 1000
        if piece > most:
            return said("oil-too-little/batch", litres=litres, most=most, piece=piece)
    if stated.oil_depth_mm and thick:
        least = thick * (1.0 if deep else parameter("shallow_depth_share"))
        if stated.oil_depth_mm < least:
            return said("oil-too-little/depth", depth=stated.oil_depth_mm, thick=thick, least=least)
    return None


def too_hot(stated: Stated, pantry: Pantry) -> tuple[str, Said] | None:
    """Where the oil is to be hotter than it bears, and how so; None where it is not, or nothing is fried.

    Of an oil that is not named the least that frying oils bear is taken.
    """
    if not stated.kind.fried:
        return None
    oil = pantry.ingredients.get(stated.oil or "")
    bears = (oil and oil.smoke_c) or parameter("smoke_unnamed")
    what = oil.name if oil and oil.smoke_c else UNNAMED_OIL
    for celsius, path in (
        (stated.medium_c, "/cook/medium_temperature"),
        (stated.second_c, "/cook/second_fry/medium_temperature"),
    ):
        if celsius is not None and celsius > bears:
            return path, said("oil-smoke", what=what, bears=bears, celsius=celsius)
    return None
