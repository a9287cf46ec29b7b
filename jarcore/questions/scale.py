"""Scaling a formula to other servings, pieces or another weight: whole pieces, the same size of piece.

Pieces are whole, so a share of them for each serving is kept on record with the fish: it says how many there were meant
to be, and a formula that is scaled away and back comes back.
"""

import math
from collections.abc import Mapping
from typing import Any

from jarcore.data import Pantry
from jarcore.documents.formula import Fish, Group
from jarcore.documents.parts import Weight
from jarcore.documents.patches import Patch, put_below, tidy
from jarcore.formula.prepare import Prepared, prepare
from jarcore.reading import Quantities

# What is meant may differ from what there is by less than this [pieces].
NOTHING = 1e-6


def scale(
    document: Mapping[str, Any],
    *,
    servings: float | None = None,
    pieces: float | None = None,
    edible_g: float | None = None,
    bought_g: float | None = None,
    pantry: Pantry | None = None,
) -> Patch:
    """The patch that scales the fish (and the servings with it) to one of four wishes.

    Parameters: servings [1]; pieces [1]; edible_g, edible weight of all pieces [g]; or bought_g, their weight as it is
    stated, whole or gutted or as fillets [g]. Pieces stay whole and of their size: more servings get pieces rounded up,
    and the weight follows the pieces. A weight sets itself, and the pieces to the nearest whole number. Returns: the
    patch, empty where the formula does not state enough to scale by.
    """
    ready = prepare(document, pantry)
    fish = ready.fish
    if fish.edible_g is None or not fish.pieces or ready.formula.fish is None:
        return []
    stated = _counted(ready.formula.fish)
    now = {
        "servings": ready.servings,
        "pieces": fish.pieces,
        "edible_g": fish.edible_g,
        "bought_g": _bought_g(stated, ready),
    }
    wishes = {"servings": servings, "pieces": pieces, "edible_g": edible_g, "bought_g": bought_g}
    wish = next((name for name, value in wishes.items() if value), None)
    wanted, had = (wishes[wish], now[wish]) if wish else (None, None)
    if wish is None or not wanted or not had:
        return []
    times = wanted / had
    for_servings = ready.servings
    if for_servings:
        for_servings = servings or max(1.0, float(round(_meant(stated, ready.servings, times))))
    patch = put_below(document, ["servings"], for_servings) if for_servings else []
    by_weight = wish in ("edible_g", "bought_g")
    parts: list[tuple[list[Any], Fish | Group]] = [(["fish"], stated)]
    if stated.groups:
        parts = [(["fish", "groups", place], group) for place, group in enumerate(stated.groups)]
    for way, part in parts:
        share = _share(part, ready.servings)
        exact = (part.pieces or 0.0) * times
        if wish == "servings" and share:
            exact = share * wanted
        patch += _part(document, way, part, exact, times, share, by_weight)
    return patch


def _counted(stated: Fish) -> Fish:
    """The fish with only those pieces that can be counted: of others nothing is scaled."""
    read = Quantities()

    def pieces(part: Fish | Group) -> dict[str, float | None]:
        return {"pieces": read.count(part.pieces, "/fish/pieces")}

    groups = stated.groups and [group.model_copy(update=pieces(group)) for group in stated.groups]
    return stated.model_copy(update={**pieces(stated), "groups": groups})


def _bought_g(stated: Fish, ready: Prepared) -> float | None:
    """What all pieces weigh as they are stated [g]; None where a weight is missing."""
    read = Quantities(ready.measures)
    weights: list[Weight | None] = [group.weight for group in stated.groups] if stated.groups else [stated.weight]
    grams = [read.mass_g(weight, "/fish/weight") for weight in weights]
    return None if any(one is None for one in grams) else sum(one for one in grams if one is not None)


def _meant(stated: Fish, servings: float | None, times: float) -> float:
    """How many servings the fish would be for, by what was meant where that is on record [1]."""
    one = stated.groups[0] if stated.groups else stated
    each = _share(one, servings)
    if one.pieces and each:
        return one.pieces * times / each
    return (servings or 1.0) * times


def _share(part: Fish | Group, servings: float | None) -> float | None:
    """Pieces for a serving [1]: as on record while that still fits what is stated, else as stated."""
    if not part.pieces or not servings:
        return None
    kept = part.pieces_per_serving
    if kept and math.ceil(kept * servings - NOTHING) == part.pieces:
        return kept
    return part.pieces / servings


def _part(
    document: Mapping[str, Any],
    way: list[Any],
    part: Fish | Group,
    exact: float,
    times: float,
    share: float | None,
    by_weight: bool,
) -> Patch:
    """The patch of one size of pieces: EXACT of them are meant, SHARE for a serving."""
    patch: Patch = []
    if part.pieces:
        whole = max(1, round(exact) if by_weight else math.ceil(exact - NOTHING))
        patch += put_below(document, [*way, "pieces"], whole)
        if share and not by_weight and (part.pieces_per_serving or abs(exact - whole) > NOTHING):
            patch += put_below(document, [*way, "pieces_per_serving"], tidy(share, 6))
        if not by_weight:
            times = whole / part.pieces
    if part.weight is not None and part.weight.value is not None:
        patch += put_below(document, [*way, "weight", "value"], tidy(part.weight.value * times, 6))
    if part.trimmings is not None and part.trimmings.value:
        patch += put_below(document, [*way, "trimmings", "value"], tidy(part.trimmings.value * times, 6))
    return patch
