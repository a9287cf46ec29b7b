"""Tolerant reading: each part is validated by itself; a part that fails counts as unstated and becomes a notice."""

import copy
from collections.abc import Callable, Iterator, Mapping
from functools import cache
from typing import Any, TypeVar

from pydantic import ValidationError

from jarcore.data import Part as Raw
from jarcore.data import Same, kept
from jarcore.documents.findings import Finding, found
from jarcore.documents.formula import Formula, Jar
from jarcore.documents.parts import Part
from jarcore.documents.pointers import Step, pointer
from jarcore.documents.service import Service

P = TypeVar("P", bound=Part)
# A part taken out can lay bare at most a few more (a text where a list was, say): then it is given up.
ROUNDS = 6

# What a fault of pydantic's is here: the key of its sentence.
SENTENCES = {
    "float_type": "not-a-number/number",
    "float_parsing": "not-a-number/number",
    "finite_number": "not-finite",
    "int_type": "not-a-number/whole",
    "bool_type": "not-yes-or-no",
    "string_type": "not-text",
    "list_type": "not-a-list",
    "dict_type": "not-an-object",
    "model_type": "not-an-object",
    "model_attributes_type": "not-an-object",
    "literal_error": "not-a-choice",
}
SUCH_AS = 2.5
# Jars that are kept as read: those of the formulas that are being typed in.
MOST_JARS = 256


def read_formula(document: Mapping[str, Any]) -> tuple[Formula, list[Finding]]:
    """The formula that DOCUMENT states, with what is wrong taken out and named.

    Parameters: document, the parsed JSON object of a formula (see door.formula_object).
    Returns: the frozen formula, and one finding for each part that failed, at its path.
    Lists keep their order and length: an item that fails as a whole is read as an empty one.
    """
    return _read(Formula, document, _with_jars_read)


def read_service(document: Mapping[str, Any]) -> tuple[Service, list[Finding]]:
    """The service that DOCUMENT states, with what is wrong taken out and named; the formulas in it stay as they are."""
    return _read(Service, document, dict)


def _read(kind: type[P], document: Mapping[str, Any], ready: Callable[[Any], Any]) -> tuple[P, list[Finding]]:
    """A document of a KIND; READY makes ready what is validated."""
    findings: list[Finding] = []
    value: Any = document
    for _ in range(ROUNDS):
        try:
            read = kind.model_validate(ready(value))
        except ValidationError as error:
            if value is document:
                value = copy.deepcopy(dict(document))
            for fault in error.errors(include_url=False):
                findings.append(_take_out(value, fault))
        else:
            findings += [found("unknown-field", pointer(way), name=str(way[-1])) for way in _unknown_fields(read)]
            return read, findings
    return kind(), findings


def _take_out(value: Any, fault: Any) -> Finding:
    """Remove the part that FAULT names from VALUE, in place, and say so."""
    steps, parent = _way(value, fault["loc"])
    last: Any = steps[-1]
    given = parent[last]
    if isinstance(parent, list):
        # Lists keep their length: an empty part stands where a part failed, an empty text where a text did.
        parent[last] = "" if fault["type"] == "string_type" else {}
    else:
        del parent[last]
    return found(
        SENTENCES.get(fault["type"], "not-valid"),
        pointer(steps),
        value=_shown(given),
        such_as=SUCH_AS,
        expected=fault.get("ctx", {}).get("expected", ""),
        message=fault["msg"],
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
def _with_parts(kind: type[Part]) -> tuple[str, ...]:
    """Fields of a part that may hold other parts, or lists of them."""
    return tuple(
        name
        for name, field in kind.model_fields.items()
        if any(word in str(field.annotation) for word in ("list", "dict", "jarcore.documents."))
    )


def _with_jars_read(value: Any) -> Any:
    """The document with those of its jars that are sound read already; typing in one leaves the others as they are."""
    jars = value.get("jars") if isinstance(value, Mapping) else None
    if not isinstance(jars, list):
        return value
    return {**value, "jars": [_jar(Raw(raw, raw)) or raw for raw in jars]}


@kept(maxsize=MOST_JARS)
def _jar(raw: Raw[Any]) -> Jar | None:
    """A jar as read; None where something in it is wrong, which is named in its document."""
    try:
        return Jar.model_validate(raw.read)
    except ValidationError:
        return None


def _unknown_fields(part: Part) -> Iterator[tuple[Step, ...]]:
    """Ways to the fields of a part, and of those in it, that the format has not."""
    for name in part.__pydantic_extra__ or ():
        yield (name,)
    for name in _with_parts(type(part)):
        inner = getattr(part, name)
        if isinstance(inner, Part):
            yield from ((name, *way) for way in _unknown_fields(inner))
        elif isinstance(inner, list):
            for place, item in enumerate(inner):
                if isinstance(item, Part):
                    ways = _unknown_in_jar(Same(item)) if isinstance(item, Jar) else _unknown_fields(item)
                    yield from ((name, place, *way) for way in ways)


@kept(maxsize=MOST_JARS)
def _unknown_in_jar(jar: Same[Jar]) -> tuple[tuple[Step, ...], ...]:
    return tuple(_unknown_fields(jar.thing))
