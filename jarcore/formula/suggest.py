"""What the bench proposes of itself, as notices with a patch: slashes, pieces that share out, as much coating as is set out."""

import math
from collections.abc import Mapping, Sequence
from typing import Any

from jarcore.data import parameter
from jarcore.documents import Formula, notice
from jarcore.documents.patches import put, put_below, tidy
from jarcore.fish import MeasuredFish
from jarcore.jars import Coat, Contents
from jarcore.reading import Quantities

# Cuts that are served by the piece; strips, chunks and ribbons are shared out by weight.
PORTIONS = ("whole", "fillet", "loin", "steak", "butterflied")
MOST_SLASHES = 4
# A jar that is made this much more or less than it is set out is worth a word.
SET_OUT_APART = 0.15
FINISHING = "sea-salt-flake"


def suggest(
    document: Mapping[str, Any], formula: Formula, fish: MeasuredFish, servings: float | None, read: Quantities
) -> None:
    """Add the notices `weighed-as`, `suggest-slashes` and `pieces-servings` where they are due."""
    if fish.groups or formula.fish is None:
        return
    _weighed_as(document, fish, read)
    _slashes(document, formula, fish, read)
    _pieces(document, formula, fish, servings, read)


def _weighed_as(document: Mapping[str, Any], fish: MeasuredFish, read: Quantities) -> None:
    """A whole fish that is stated as weighed in fillets counts head and bones as flesh, unless it was meant."""
    if fish.cut is None or fish.cut.usual_basis != "whole" or fish.basis != "fillet" or fish.species is None:
        return
    text = (
        "A whole fish weighed as fillet: all of the weight counts as flesh. If it was weighed with head and bones, about "
        f"{fish.species.yield_whole * 100:.0f} % of it is."
    )
    patch = put_below(document, ["fish", "weight", "basis"], "whole")
    read.notices.append(notice("weighed-as", "/fish/weight/basis", text, patch))


def _slashes(document: Mapping[str, Any], formula: Formula, fish: MeasuredFish, read: Quantities) -> None:
    assert formula.fish is not None
    piece = fish.piece
    if piece is None or piece.plan != "body" or formula.fish.slashes is not None or fish.species is None:
        return
    if fish.species.shape != "round" or piece.thickness_mm < parameter("slash_from_thickness"):
        return
    number = min(MOST_SLASHES, 2 + int((piece.thickness_mm - parameter("slash_from_thickness")) // 10))
    text = (
        f"At {piece.thickness_mm:.0f} mm the back is thick: {number} cuts a side, half-way to the bone, let salt, acid and "
        "heat in and make slots to fill."
    )
    patch = put_below(document, ["fish", "slashes"], {"per_side": number, "depth": "half"})
    read.notices.append(notice("suggest-slashes", "/fish/slashes", text, patch))


def _pieces(
    document: Mapping[str, Any], formula: Formula, fish: MeasuredFish, servings: float | None, read: Quantities
) -> None:
    stated = formula.fish.pieces if formula.fish else None
    if not stated or not servings or fish.pieces is None or fish.cut is None or fish.cut.id not in PORTIONS:
        return
    if fish.cut.id == "whole" and stated < servings:
        return  # a large fish is carved, not shared out whole
    each = max(1, math.ceil(stated / servings - 1e-9))
    wanted = int(each * servings)
    if abs(stated - wanted) < 1e-9:
        return
    weight = formula.fish.weight if formula.fish else None
    patch = put_below(document, ["fish", "pieces"], wanted)
    if weight is not None and weight.value is not None:
        patch += put_below(document, ["fish", "weight", "value"], tidy(weight.value * wanted / stated))
    said = "one each" if each == 1 else f"{each} each"
    text = f"{stated:g} pieces do not share out among {servings:g}: {wanted} make {said}, at the same size of piece."
    read.notices.append(notice("pieces-servings", "/fish/pieces", text, patch))


def suggest_set_out(jars: Sequence[Contents], coats: Sequence[Coat | None], read: Quantities) -> None:
    """Notice `set-out-off` where a coating makes much more or less than is to be set out, with a patch that makes just that."""
    for contents, coat in zip(jars, coats, strict=True):
        mass = contents.composition.mass_g
        if coat is None or not mass or not contents.complete or abs(mass / coat.set_out_g - 1) <= SET_OUT_APART:
            continue
        text = (
            f"The lines make {mass:.0f} g; set out {coat.set_out_g:.0f} g: about {coat.pick_up_g:.0f} g stays on the fish, "
            "the rest is for the tray."
        )
        patch = [
            operation
            for place, spec in enumerate(contents.specs)
            if spec.line.basis not in ("line", "flour", "jar") and spec.line.amount is not None
            for operation in _times(contents.path, place, spec.line.amount.model_dump(exclude_none=True), coat.set_out_g / mass)
        ]  # fmt: skip
        read.notices.append(notice("set-out-off", contents.path, text, patch))


def _times(path: str, place: int, amount: Mapping[str, Any], times: float) -> list[dict[str, Any]]:
    way = f"{path}/lines/{place}/amount".split("/")[1:]
    return [put([*way, name], tidy(amount[name] * times, 3)) for name in ("value", "low", "high") if name in amount]


def suggest_finish_salt(
    document: Mapping[str, Any],
    jars: Sequence[Contents],
    left_g: float | None,
    servings: float | None,
    read: Quantities,
) -> None:
    """Notice `finish-salt` where the plate's target leaves salt [g] for the finish, with a patch that puts it there."""
    place = next((i for i, contents in enumerate(jars) if contents.jar.kind == "finish"), None)
    if left_g is None or left_g < parameter("finish_salt_least") or not servings or place is None:
        return
    contents = jars[place]
    own = next((s for s in contents.specs if s.ingredient and s.ingredient.group == "salt"), None)
    now = (contents.masses[own.place] or 0.0) if own else 0.0
    share = own.ingredient.salt / 100 if own and own.ingredient else 1.0
    amount = {"value": tidy((now + left_g / share) / servings, 3), "unit": "g"}
    way: list[str | int] = ["jars", place, "lines"]
    if own:
        kept = {"per", "of", "by"} & set(own.line.model_fields_set)
        way.append(own.place)
        patch = [put([*way, "amount"], amount), put([*way, "basis"], "serving"), put([*way, "when"], "plate")]
        patch += [{"op": "remove", "path": put([*way, name], None)["path"]} for name in sorted(kept)]
    else:
        line = {"id": "finish-salt", "ingredient": FINISHING, "amount": amount, "basis": "serving", "when": "plate"}
        patch = [*([] if contents.jar.lines else put_below(document, way, [])), put([*way, "-"], line)]
    text = f"{left_g:.1f} g of salt is left for the finish: {left_g / servings:.2f} g a serving, on the plate."
    read.notices.append(notice("finish-salt", "/targets/salt_pct_of_edible", text, patch))
