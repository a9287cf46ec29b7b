"""Schools: where good cooks disagree. Both are offered with their reasons; a switch is a patch of the document."""

from collections.abc import Iterator, Mapping
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import Ingredient, Pantry, default_pantry, fresh, schools
from jarcore.documents import Formula, read_formula
from jarcore.documents.formula import Jar, Line
from jarcore.documents.patches import Patch, put, put_below, take_out
from jarcore.documents.pointers import pointer

OF_SALT = ("salt",)


class Option(TypedDict):
    """One school: its name, its reason, whether the document follows it, the patch that would."""

    id: str
    name: str
    reason: str
    chosen: bool
    patch: Patch


class Disagreement(TypedDict):
    """Where good cooks disagree, at a place of the document; the first option is the default."""

    question: str
    ask: str
    path: str
    source: str
    options: list[Option]


def schools_of(document: Mapping[str, Any], pantry: Pantry | None = None) -> list[Disagreement]:
    """The questions that this formula raises, those of its jars first."""
    stock = (pantry or default_pantry()).ingredients
    formula, _ = read_formula(document)
    found: list[Disagreement] = []
    for row in schools():
        for way, part in _places(row, formula, stock):
            options = [_option(one, way, part, document, stock) for one in row["options"]]
            if not any(option["chosen"] for option in options):
                for option, one in zip(options, row["options"], strict=True):
                    option["chosen"] = bool(one.get("absent")) and not _stated(row, part)
            path = pointer(way)
            found.append(
                {
                    "question": row["question"],
                    "ask": row["ask"],
                    "path": path,
                    "source": row["source"],
                    "options": options,
                }
            )
    return fresh(found)


def _places(
    row: Mapping[str, Any], formula: Formula, stock: Mapping[str, Ingredient]
) -> Iterator[tuple[list[Any], Any]]:
    """Where a question arises: each jar of its kinds, or the fish of its cuts, or the heat of its methods."""
    if row["scope"] == "jar":
        for place, jar in enumerate(formula.jars or []):
            if jar.kind in row["kinds"] and (row.get("needs") is None or _lines(jar, row["needs"], stock)):
                yield ["jars", place], jar
    elif row["scope"] == "fish" and formula.fish and formula.fish.cut in row["cuts"]:
        yield ["fish"], formula.fish
    elif row["scope"] == "cook" and formula.cook and formula.cook.method in row["methods"]:
        yield ["cook"], formula.cook


def _lines(jar: Jar, what: str, stock: Mapping[str, Ingredient]) -> list[tuple[int, Line]]:
    """The lines of plain salt, or of what is sour."""
    found = []
    for place, line in enumerate(jar.lines or []):
        ingredient = stock.get(line.ingredient or "")
        if ingredient and (ingredient.group in OF_SALT if what == "salt" else ingredient.sour):
            found.append((place, line))
    return found


def _option(
    one: Mapping[str, Any],
    way: list[Any],
    part: Any,
    document: Mapping[str, Any],
    stock: Mapping[str, Ingredient],
) -> Option:
    chosen = _follows(one["is"], part) if "is" in one else False
    patch: Patch = []
    for what in ("salt", "sour"):
        when = one.get(f"{what}_when")
        if when:
            lines = _lines(part, what, stock)
            chosen = all((line.when or "jar") == when for _, line in lines)
            patch += [put([*way, "lines", place, "when"], when) for place, _ in lines]
    if one.get("clear"):
        chosen = getattr(part, one["clear"]) is None
        patch += [] if chosen else [take_out([*way, one["clear"]])]
    for name, value in one.get("set", {}).items():
        patch += _set(document, [*way, name], value)
    if one.get("unplan") and part.method is not None and part.method.contact_time is not None:
        # The old plan was made for another clock: the window of the new school says when.
        patch.append(take_out([*way, "method", "contact_time"]))
    if "salt_pct" in one:
        patch += [
            put([*way, "lines", place, "amount"], {"value": one["salt_pct"], "unit": "%"})
            for place, line in _lines(part, "salt", stock)
            if line.basis == "fish" and line.amount and line.amount.unit == "%"
        ]
    return {"id": one["id"], "name": one["name"], "reason": one["reason"], "chosen": chosen, "patch": patch}


def _set(document: Mapping[str, Any], way: list[Any], value: Any) -> Patch:
    """A method's fields one by one, so that its other fields stay; anything else as a whole."""
    if way[-1] != "method":
        return put_below(document, way, value)
    patch: Patch = []
    for name, inner in value.items():
        below = put_below(document, [*way, name], inner)
        patch += [operation for operation in below if operation not in patch]
    return patch


def _follows(wanted: Mapping[str, Any], part: Any) -> bool:
    """Whether a part holds all that is wanted of it."""
    for name, value in wanted.items():
        here = getattr(part, name, None)
        if isinstance(value, Mapping):
            if here is None or not _follows(value, here):
                return False
        elif here != value:
            return False
    return True


def _stated(row: Mapping[str, Any], part: Any) -> bool:
    """Whether the document says anything on the question, so that absence does not count as the default."""
    names = {name for one in row["options"] for name in one.get("is", {})}
    for name in names:
        here = getattr(part, name, None)
        inner = (
            {key for one in row["options"] for key in (one.get("is", {}).get(name) or {})} if name == "method" else None
        )
        if here is not None and (inner is None or any(getattr(here, key) is not None for key in inner)):
            return True
    return False
