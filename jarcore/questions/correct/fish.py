"""Fish that weighs otherwise than it was written, as its weight is stated."""

from collections.abc import Mapping
from typing import Any

from jarcore.documents import Patch
from jarcore.documents.patches import put, tidy
from jarcore.documents.pointers import Step
from jarcore.formula import Prepared
from jarcore.reading import dimension, factor

_Weights = list[tuple[list[Step], Mapping[str, Any]]]


def stated_g(document: Mapping[str, Any], ready: Prepared) -> float | None:
    """What the fish weighs as it is stated, all sizes together [g]; None where it states none."""
    together = 0.0
    for _, one in _weights(document):
        if dimension(str(one.get("unit"))) != "mass":
            return None
        together += float(one["value"]) * factor(str(one["unit"]), ready.measures)
    return together if together > 0 and ready.fish.edible_g is not None else None


def of_other_fish(document: Mapping[str, Any], ready: Prepared, weight_g: float) -> Patch:
    """The patch by which the fish weighs so much [g], as its weight is stated; empty where it states none."""
    stated = stated_g(document, ready)
    if not stated:
        return []
    times = weight_g / stated
    return [put([*way, "weight", "value"], tidy(float(one["value"]) * times, 5)) for way, one in _weights(document)]


def _weights(document: Mapping[str, Any]) -> _Weights:
    """The weights that are stated: of each size of pieces, else of all of them."""
    fish = document.get("fish")
    if not isinstance(fish, Mapping):
        return []
    groups = fish.get("groups")
    parts: _Weights = [
        (["fish", "groups", at], one)
        for at, one in enumerate(groups if isinstance(groups, list) else [])
        if isinstance(one, Mapping)
    ]
    found = [(way, one.get("weight")) for way, one in (parts or [(["fish"], fish)])]
    return [(way, one) for way, one in found if isinstance(one, Mapping) and isinstance(one.get("value"), int | float)]
