"""Scaling a formula to other servings, pieces or another weight: whole pieces, the same size of piece."""

import math
from collections.abc import Mapping
from typing import Any

from jarcore.data import Pantry
from jarcore.documents.patches import Patch, put_below, tidy
from jarcore.formula.prepare import prepare

BY = ("servings", "pieces", "edible_g")


def scale(
    document: Mapping[str, Any],
    *,
    servings: float | None = None,
    pieces: float | None = None,
    edible_g: float | None = None,
    pantry: Pantry | None = None,
) -> Patch:
    """The patch that scales the fish (and the servings with it) to one of three wishes.

    Parameters: servings [1]; pieces [1]; or edible_g, edible weight of all pieces [g]. Pieces stay whole and of their
    size: more servings get pieces rounded up, and the weight follows the pieces. A weight sets itself, and the pieces
    to the nearest whole number. Returns: the patch, empty where the formula does not state enough to scale by.
    """
    ready = prepare(document, pantry)
    fish = ready.fish
    if fish.edible_g is None or not fish.pieces:
        return []
    now = {"servings": ready.servings, "pieces": fish.pieces, "edible_g": fish.edible_g}
    wish = next(
        (name for name, value in (("servings", servings), ("pieces", pieces), ("edible_g", edible_g)) if value), None
    )
    wanted = servings or pieces or edible_g
    if wish is None or not wanted or not now[wish]:
        return []
    times = wanted / now[wish]  # type: ignore[operator]
    patch: Patch = []
    if wish == "servings":
        patch += put_below(document, ["servings"], wanted)
    elif ready.servings:
        patch += put_below(document, ["servings"], max(1, round(ready.servings * times)))
    formula_fish = ready.formula.fish
    groups = formula_fish.groups if formula_fish else None
    if groups:
        for place, group in enumerate(groups):
            patch += _pieces(document, ["fish", "groups", place], group.pieces, group.weight, times, wish)
    elif formula_fish is not None:
        patch += _pieces(document, ["fish"], formula_fish.pieces, formula_fish.weight, times, wish)
    return patch


def _pieces(
    document: Mapping[str, Any], way: list[Any], pieces: float | None, weight: Any, times: float, wish: str
) -> Patch:
    patch: Patch = []
    if pieces:
        exact = round(pieces * times, 6)
        whole = max(1, round(exact) if wish == "edible_g" else math.ceil(exact))
        patch += put_below(document, [*way, "pieces"], whole)
        if wish != "edible_g":
            times = whole / pieces
    if weight is not None and weight.value is not None:
        patch += put_below(document, [*way, "weight", "value"], tidy(weight.value * times, 5))
    return patch
