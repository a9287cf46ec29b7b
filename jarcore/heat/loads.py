"""What a load does: oil that falls further than is allowed, how it recovers, pieces that a pan takes."""

import math
from dataclasses import replace

from jarcore.data import parameter
from jarcore.documents import Finding, found
from jarcore.documents.evaluated_heat import OilLoad, PanLoad
from jarcore.fish import MeasuredFish
from jarcore.heat.core import burner_gives, oil_holds
from jarcore.heat.oil import oil_of
from jarcore.heat.stated import Stated

IN_A_PAN = ("pan", "shallow_fry")


def cooled(stated: Stated, oil: OilLoad | None) -> tuple[Stated, tuple[Finding, ...]]:
    """The heat with the oil as one batch leaves it, where that is further down than is allowed; and what is found."""
    allowed = parameter("allowed_drop")
    if oil is None or oil["drop_c"] <= allowed:
        return stated, ()
    before = parameter("fry_nominal") if stated.medium_c is None else stated.medium_c
    after = before - (oil["drop_c"] - allowed)
    told = found("oil-cools", "/cook/oil", litres=oil["volume_l"], drop=oil["drop_c"], allowed=allowed)
    return replace(stated, medium_c=after), (told,)


def recovery_of(stated: Stated, fish: MeasuredFish) -> float | None:
    """How long the oil takes to come to the second fry's heat after a batch [min]; None where that is not known."""
    oil, _ = oil_of(stated, fish)
    return recovery_min(stated, oil["volume_l"], oil["drop_c"]) if oil else None


def pan_of(stated: Stated, fish: MeasuredFish) -> PanLoad | None:
    """How many pieces a pan takes at once, and how many batches that makes; None without a size of pan."""
    if stated.method not in IN_A_PAN or not stated.pan_mm or fish.piece is None or not fish.pieces:
        return None
    room = parameter("pan_filled") * math.pi * (stated.pan_mm / 20) ** 2
    widest = max(one.piece.plan_cm2 for _, one in fish.sizes if one.piece)
    at_once = max(1, min(int(room / widest), math.ceil(fish.pieces)))
    return {"batches": float(math.ceil(fish.pieces / at_once)), "pieces_per_batch": float(at_once)}


def preheat_min(stated: Stated, fish: MeasuredFish) -> float | None:
    """How long cold oil takes to its heat [min]; None where it is not fried, or without a burner. What is lost
    meanwhile is reckoned in the burner's efficiency.
    """
    oil, _ = oil_of(stated, fish)
    if not stated.kind.deep or oil is None or not stated.burner_w:
        return None
    hot = parameter("fry_nominal") if stated.medium_c is None else stated.medium_c
    return (hot - parameter("making_room_c")) * oil_holds(oil["volume_l"]) / burner_gives(stated.burner_w) / 60


def recovery_min(stated: Stated, litres: float, drop_c: float) -> float | None:
    """How long the oil takes from where the first load left it to the second fry's heat [min]; None without a burner.

    Parameters: litres of oil [l]; drop_c, how far the load cools it [K].
    """
    if not stated.burner_w:
        return None
    first = parameter("fry_nominal") if stated.medium_c is None else stated.medium_c
    second = first if stated.second_c is None else stated.second_c
    return max(0.0, second - first + drop_c) * oil_holds(litres) / burner_gives(stated.burner_w) / 60
