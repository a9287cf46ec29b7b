"""What is proposed of itself, as findings with a patch: slashes, pieces that share out, salt for the finish."""

import math
from collections.abc import Iterator, Mapping
from typing import Any

from jarcore.data import Ingredient, Pantry, parameter
from jarcore.documents import Finding, found
from jarcore.documents.evaluation import Ledger
from jarcore.documents.patches import put, put_below, take_out, tidy
from jarcore.formula.coats import about_coat
from jarcore.formula.planned import off_best
from jarcore.formula.prepare import Prepared

# Cuts that are served by the piece; strips, chunks and ribbons are shared out by weight.
PORTIONS = ("whole", "fillet", "loin", "steak", "butterflied")
MOST_SLASHES = 4
# Every so many millimetres more of thickness a slash more.
SLASH_EVERY_MM = 10
# The crystal that finishes a plate.
FINISHING = "flake"


def suggestions(document: Mapping[str, Any], ready: Prepared, ledger: Ledger) -> Iterator[Finding]:
    """All that is proposed of a formula."""
    if not ready.fish.groups and ready.formula.fish is not None:
        yield from _weighed_as(document, ready)
        yield from _slashes(document, ready)
        yield from _pieces(document, ready)
    for laid in ready.jars:
        yield from about_coat(laid)
    yield from off_best(document, ready.jars)
    yield from _finish_salt(document, ready, ledger["left_for_finish_g"])


def _weighed_as(document: Mapping[str, Any], ready: Prepared) -> Iterator[Finding]:
    """A whole fish that is stated as weighed in fillets counts head and bones as flesh, unless it was meant."""
    fish = ready.fish
    if fish.cut is None or fish.cut.usual_basis != "whole" or fish.basis != "fillet" or fish.species is None:
        return
    patch = put_below(document, ["fish", "weight", "basis"], "whole")
    yield found("weighed-as", "/fish/weight/basis", patch, share=fish.species.yield_whole * 100)


def _slashes(document: Mapping[str, Any], ready: Prepared) -> Iterator[Finding]:
    fish, stated = ready.fish, ready.formula.fish
    piece = fish.piece
    if piece is None or piece.plan != "body" or fish.species is None or stated is None or stated.slashes is not None:
        return
    beyond = piece.thickness_mm - parameter("slash_from_thickness")
    if fish.species.shape != "round" or beyond < 0:
        return
    number = min(MOST_SLASHES, 2 + int(beyond // SLASH_EVERY_MM))
    patch = put_below(document, ["fish", "slashes"], {"per_side": number, "depth": "half"})
    yield found("suggest-slashes", "/fish/slashes", patch, mm=piece.thickness_mm, number=number)


def _pieces(document: Mapping[str, Any], ready: Prepared) -> Iterator[Finding]:
    fish, servings, document_fish = ready.fish, ready.servings, ready.formula.fish
    stated = document_fish.pieces if document_fish else None
    countable = fish.pieces is not None and not any(one.path == "/fish/pieces" for one in ready.found)
    if not stated or not servings or not countable or fish.cut is None or fish.cut.id not in PORTIONS:
        return
    if fish.cut.plan == "body" and stated < servings:
        return  # a large fish is carved, not shared out whole
    each = max(1, math.ceil(stated / servings - 1e-9))
    wanted = int(each * servings)
    if abs(stated - wanted) < 1e-9:
        return
    weight = document_fish.weight if document_fish else None
    patch = put_below(document, ["fish", "pieces"], wanted)
    if weight is not None and weight.value is not None:
        patch += put_below(document, ["fish", "weight", "value"], tidy(weight.value * wanted / stated))
    trimmed = document_fish.trimmings if document_fish else None
    if trimmed is not None and trimmed.value:
        patch += put_below(document, ["fish", "trimmings", "value"], tidy(trimmed.value * wanted / stated))
    key = "pieces-servings/one-each" if each == 1 else "pieces-servings/each"
    yield found(key, "/fish/pieces", patch, pieces=stated, servings=servings, wanted=wanted, each=each)


def _finish_salt(document: Mapping[str, Any], ready: Prepared, left_g: float | None) -> Iterator[Finding]:
    """Where the plate's target leaves salt [g] for the finish: a patch that puts it there."""
    servings = ready.servings
    place = next((place for place, laid in enumerate(ready.jars) if laid.kind.finishes), None)
    if left_g is None or left_g < parameter("finish_salt_least") or not servings or place is None:
        return
    contents = ready.jars[place].contents
    own = next((s for s in contents.specs if s.ingredient and s.ingredient.group == "salt"), None)
    now = (contents.masses[own.place] or 0.0) if own else 0.0
    salt = own.ingredient if own else _finishing_salt(ready.pantry)
    if salt is None:
        return
    amount = {"value": tidy((now + left_g / (salt.salt / 100)) / servings, 3), "unit": "g"}
    way: list[str | int] = ["jars", place, "lines"]
    if own:
        kept = {"per", "of", "by"} & set(own.line.model_fields_set)
        way.append(own.place)
        patch = [put([*way, "amount"], amount), put([*way, "basis"], "serving"), put([*way, "when"], "plate")]
        patch += [take_out([*way, name]) for name in sorted(kept)]
    else:
        line = {"id": "finish-salt", "ingredient": salt.id, "amount": amount, "basis": "serving", "when": "plate"}
        patch = [*([] if contents.jar.lines else put_below(document, way, [])), put([*way, "-"], line)]
    yield found("finish-salt", "/targets/salt_pct_of_edible", patch, grams=left_g, each=left_g / servings)


def _finishing_salt(pantry: Pantry) -> Ingredient | None:
    """The pantry's salt to finish a plate with."""
    salts = (one for one in pantry.ingredients.values() if one.group == "salt" and one.particle == FINISHING)
    return next((one for one in salts if not one.cures), None)
