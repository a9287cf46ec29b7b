"""A line written anew: in another unit or on another basis with the same mass, or so that it weighs another mass."""

import copy
from collections.abc import Mapping
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import Pantry
from jarcore.documents import read_formula
from jarcore.documents.formula import Line
from jarcore.documents.patches import Patch, put, take_out, tidy
from jarcore.formula import evaluate
from jarcore.jars.spec import FITS
from jarcore.reading import dimension

# What a unit is written against, and a basis in, when the other one no longer fits.
BASIS_FOR = {"%": "fish", "part": "line"}
UNIT_FOR = {"cover": "%", "line": "part", "flour": "%", "jar": "%"}
ANY_MASS = "g"


class Rewriting(TypedDict):
    """The line written anew, as a patch; whether its mass was kept, and words when it was not."""

    patch: Patch
    kept: bool
    text: str | None


def rewrite(
    document: Mapping[str, Any],
    jar: int,
    line: int,
    unit: str | None = None,
    basis: str | None = None,
    mass_g: float | None = None,
    pantry: Pantry | None = None,
) -> Rewriting:
    """Line LINE of jar JAR in another UNIT or on another BASIS (None keeps it), at today's mass or at MASS_G [g].

    What is to weigh something and has no number yet gets one. Where its mass cannot be known, as of a share of a fish
    that is not weighed, it is written in grams, whatever the fish. Of a range the middle weighs it.
    Returns: the patch. Amounts are linear in what is written, so one trial amount gives the factor; a share of the
    jar itself is the one exception and is taken from the masses. Nothing raises.
    """
    formula, _ = read_formula(document)
    old = _line(formula.jars, jar, line)
    if old is None:
        return {"patch": [], "kept": False, "text": "There is no such line."}
    now = evaluate(document, pantry)
    new_unit, new_basis = _fitting(old, unit, basis)
    fields = _fields(old, new_unit, new_basis, formula.jars[jar].lines or [], now["fish"]["edible_g"])  # type: ignore[index]
    mass, whole = now["jars"][jar]["lines"][line]["mass_g"], now["jars"][jar]["reading"]["mass_g"]
    ends = _ends(old)
    each = _trial(document, jar, line, new_unit, fields, pantry)
    if mass_g is not None:
        gone_in = now["jars"][jar]["lines"][line].get("goes_in_g")
        whole += (mass_g - (mass or 0.0)) * (gone_in / mass if gone_in and mass else 1.0)
        mass = mass_g
        ends = ends if ends and ends[1] else (1.0,) * 3
        if not each:
            new_unit, fields, each = ANY_MASS, {"basis": "fixed"}, 1.0
    if new_basis == "jar" and mass is not None and whole:
        times = mass / whole * 100 / ends[1] if ends and ends[1] else None
    else:
        times = mass / each / ends[1] if mass and each and ends and ends[1] else None
    way = ["jars", jar, "lines", line]
    if times is None or ends is None:
        amount = {**_written(old), "unit": new_unit}
        text = None if old.amount is None else "Its mass is not known, so only the unit or basis changed."
        return {"patch": _patch(way, old, amount, fields), "kept": False, "text": text}
    # Near a hundred per cent of the jar a small share decides: it is written out further.
    low, middle, high = (tidy(end * times, 6 if new_basis == "jar" else 4) for end in ends)
    amount = {"value": middle, "unit": new_unit} if low == high else {"low": low, "high": high, "unit": new_unit}
    return {"patch": _patch(way, old, amount, fields), "kept": True, "text": None}


def _line(jars: Any, jar: int, line: int) -> Line | None:
    if not jars or not 0 <= jar < len(jars):
        return None
    lines = jars[jar].lines or []
    return lines[line] if 0 <= line < len(lines) else None


def _fitting(old: Line, unit: str | None, basis: str | None) -> tuple[str, str]:
    """Unit and basis that go together: the one that was asked for stays, the other gives way."""
    new_unit = unit or (old.amount.unit if old.amount else None) or ANY_MASS
    new_basis = basis or old.basis or "fish"
    if dimension(new_unit) in FITS[new_basis]:
        return new_unit, new_basis
    if basis is None:
        return new_unit, BASIS_FOR.get(new_unit, "fixed" if new_basis in UNIT_FOR else new_basis)
    return UNIT_FOR.get(new_basis, ANY_MASS), new_basis


def _fields(old: Line, unit: str, basis: str, lines: list[Line], edible_g: float | None) -> dict[str, Any]:
    """Basis and what it needs: the fish an amount is for, the line a ratio hangs on."""
    fields: dict[str, Any] = {"basis": basis}
    if basis == "fish" and unit != "%" and edible_g:
        fields["per"] = {"value": tidy(edible_g), "unit": "g"}
    if basis == "line":
        others = [one.id for one in lines if one.id and one.id != old.id and one.of != old.id]
        fields["of"] = old.of or (others[0] if others else None)
        if unit == "part":
            fields["by"] = old.by or "volume"
    return {key: value for key, value in fields.items() if value is not None}


def _ends(old: Line) -> tuple[float, float, float] | None:
    amount = old.amount
    if amount is None:
        return None
    if amount.value is not None:
        return (amount.value,) * 3
    if amount.low is not None and amount.high is not None:
        return amount.low, (amount.low + amount.high) / 2, amount.high
    return None


def _written(old: Line) -> dict[str, Any]:
    return {} if old.amount is None else old.amount.model_dump(exclude_none=True)


def _trial(
    document: Mapping[str, Any], jar: int, line: int, unit: str, fields: Mapping[str, Any], pantry: Pantry | None
) -> float | None:
    """Grams of one of the new unit on the new basis, in this jar."""
    tried: Any = copy.deepcopy(dict(document))
    written = tried["jars"][jar]["lines"][line]
    own = dict(written) if isinstance(written, Mapping) else {}
    for key in ("per", "of", "by"):
        own.pop(key, None)
    tried["jars"][jar]["lines"][line] = {**own, "amount": {"value": 1.0, "unit": unit}, **fields}
    return evaluate(tried, pantry)["jars"][jar]["lines"][line]["mass_g"]


def _patch(way: list[Any], old: Line, amount: dict[str, Any], fields: Mapping[str, Any]) -> Patch:
    gone = [key for key in ("per", "of", "by") if getattr(old, key) is not None and key not in fields]
    patch = [put([*way, "amount"], amount), *(put([*way, key], value) for key, value in fields.items())]
    return [*patch, *(take_out([*way, key]) for key in gone)]
