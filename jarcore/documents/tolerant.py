"""Tolerant reading: each part is validated by itself; a part that fails counts as unstated and becomes a notice."""

import copy
from collections.abc import Mapping
from functools import cache
from typing import Any

from pydantic import ValidationError

from jarcore.documents.formula import Formula, Part
from jarcore.documents.notices import Notice, notice
from jarcore.documents.pointers import Step, pointer

# A part taken out can lay bare at most a few more (a text where a list was, say): then it is given up.
ROUNDS = 6
LEAVES = (str, float, int)

WORDS = {
    "float_type": ("not-a-number", "{value} is not a number. Type digits, such as 2.5."),
    "float_parsing": ("not-a-number", "{value} is not a number. Type digits, such as 2.5."),
    "finite_number": ("not-finite", "{value} is no number that can be reckoned with. Type it anew."),
    "int_type": ("not-a-number", "{value} is not a whole number."),
    "bool_type": ("not-yes-or-no", "{value} is neither true nor false."),
    "string_type": ("not-text", "{value} is not a text."),
    "list_type": ("not-a-list", "{value} stands where a list belongs."),
    "dict_type": ("not-an-object", "{value} stands where a part with fields belongs."),
    "model_type": ("not-an-object", "{value} stands where a part with fields belongs."),
    "model_attributes_type": ("not-an-object", "{value} stands where a part with fields belongs."),
    "literal_error": ("not-a-choice", "{value} is none of: {expected}."),
}


def read_formula(document: Mapping[str, Any]) -> tuple[Formula, list[Notice]]:
    """The formula that DOCUMENT states, with what is wrong taken out and named.

    Parameters: document, the parsed JSON object of a formula (see door.formula_object).
    Returns: the frozen formula, and one notice for each part that failed, at its path.
    Lists keep their order and length: an item that fails as a whole is read as an empty one.
    """
    notices: list[Notice] = []
    value: Any = document
    for _ in range(ROUNDS):
        try:
            formula = Formula.model_validate(value)
        except ValidationError as error:
            if value is document:
                value = copy.deepcopy(dict(document))
            for fault in error.errors(include_url=False):
                notices.append(_take_out(value, fault))
        else:
            _unknown_fields(formula, (), notices)
            return formula, notices
    return Formula(), notices


def _take_out(value: Any, fault: Any) -> Notice:
    """Remove the part that FAULT names from VALUE, in place, and say so."""
    steps, parent = _way(value, fault["loc"])
    last: Any = steps[-1]
    given = parent[last]
    if isinstance(parent, list):
        # Lists keep their length: an empty part stands where a part failed, an empty text where a text did.
        parent[last] = "" if fault["type"] == "string_type" else {}
    else:
        del parent[last]
    code, text = WORDS.get(fault["type"], ("not-valid", "{value}: {message}."))
    return notice(
        code,
        pointer(steps),
        text.format(value=_shown(given), expected=fault.get("ctx", {}).get("expected", ""), message=fault["msg"]),
    )


def _way(value: Any, loc: tuple[Step, ...]) -> tuple[tuple[Step, ...], Any]:
    """The part of LOC that lies in the document (pydantic adds names of its own) and the container of its last step."""
    steps: list[Step] = []
    parent: Any = value
    here: Any = value
    for step in loc:
        if (
            step in here
            if isinstance(here, dict)
            else isinstance(here, list) and isinstance(step, int) and step < len(here)
        ):
            parent, here = here, here[step]
            steps.append(step)
    return tuple(steps), parent


def _shown(value: Any) -> str:
    if isinstance(value, str):
        return f"“{value}”" if len(value) <= 40 else f"“{value[:38]}…”"
    if isinstance(value, (dict, list)):
        return "a list" if isinstance(value, list) else "a part with fields"
    return (
        {True: "true", False: "false", None: "nothing"}.get(value, str(value))
        if not isinstance(value, float)
        else f"{value:g}"
    )


@cache
def _without_parts(kind: type[Part]) -> bool:
    """Whether a part holds only words and numbers: nothing to look into."""
    return not any(
        word in str(field.annotation) for field in kind.model_fields.values() for word in ("list", "formula.")
    )


def _unknown_fields(part: Part, steps: tuple[Step, ...], notices: list[Notice]) -> None:
    for name in part.__pydantic_extra__ or ():
        text = f"“{name}” is no field of the format; it is kept and not used."
        notices.append(notice("unknown-field", pointer((*steps, name)), text))
    if _without_parts(type(part)):
        return
    for name, inner in part.__dict__.items():
        if inner is None or isinstance(inner, LEAVES):
            continue
        if isinstance(inner, Part):
            _unknown_fields(inner, (*steps, name), notices)
        elif isinstance(inner, list):
            for place, item in enumerate(inner):
                if isinstance(item, Part):
                    _unknown_fields(item, (*steps, name, place), notices)
