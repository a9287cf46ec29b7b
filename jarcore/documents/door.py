"""The door: text in, plain values out, with everything that no database or sum can take already named.

NaN, infinities, numbers of thousands of digits, NUL and lone surrogates are found here with the place they
stand at; so is a value nested too deep. What is no JSON at all, or no formula, is refused whole.
"""

import json
import math
import re
from collections import Counter
from typing import Any

from jarcore.documents import formula, service
from jarcore.documents.findings import Finding, found
from jarcore.documents.limits import TooMuch, check, check_formula, check_service, most
from jarcore.documents.pointers import Step, pointer
from jarcore.documents.refusal import (
    NEWER_FORMAT,
    NOT_A_FORMULA,
    NOT_A_SERVICE,
    NOT_JSON,
    NOT_TEXT,
    TOO_DEEP,
    TOO_LARGE,
    Kind,
    NotAFormula,
)

LARGEST_BYTES = 1_000_000
DEEPEST = 40
LONGEST_NUMBER = 40
# What some programs write before the first character of a file.
BYTE_ORDER_MARK = "\ufeff"
# NUL and lone surrogates: what no database takes.
UNTAKEN = re.compile("[\0\ud800-\udfff]")


class _Doubled(dict[str, Any]):
    """An object in which the text says some fields more than once; the last of each is taken."""

    def __init__(self, pairs: list[tuple[str, Any]]) -> None:
        super().__init__(pairs)
        self.names = [name for name, times in Counter(name for name, _ in pairs).items() if times > 1]


class _Bad:
    """A number in the text that is none in the sums."""

    def __init__(self, text: str) -> None:
        self.text = text


def _integer(text: str) -> int | _Bad:
    return int(text) if len(text) <= LONGEST_NUMBER else _Bad(text)


def _decimal(text: str) -> float | _Bad:
    value = float(text)
    return value if math.isfinite(value) else _Bad(text)


def _object(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    made = dict(pairs)
    return made if len(made) == len(pairs) else _Doubled(pairs)


def parse(raw: bytes | str) -> tuple[Any, list[Finding]]:
    """The value that the JSON text states, and a notice for each part that could not be taken.

    Parameters: raw, the text [UTF-8 when bytes].
    Returns: the value with None in the place of each number that is none and each part nested too deep,
    and with NUL and lone surrogates taken out of texts; and the notices, each with its path. Of a field that stands
    there twice the last counts, and is told. A byte order mark at its head is passed over.
    Raises: NotAFormula when it is too large (status 413) or no JSON.
    """
    size = len(raw) if isinstance(raw, bytes) else len(raw.encode("utf-8", "surrogatepass"))
    if size > LARGEST_BYTES:
        raise NotAFormula(
            TOO_LARGE,
            f"The document has {size / 1e6:.1f} MB; at most {LARGEST_BYTES / 1e6:.0f} MB is read. Split it.",
        )
    try:
        text = (raw.decode("utf-8") if isinstance(raw, bytes) else raw).removeprefix(BYTE_ORDER_MARK)
        value = json.loads(
            text, parse_int=_integer, parse_float=_decimal, parse_constant=_Bad, object_pairs_hook=_object
        )
    except UnicodeDecodeError as error:
        raise NotAFormula(NOT_TEXT, f"Byte {error.start} is not UTF-8. Save the file as UTF-8.") from None
    except RecursionError:
        raise NotAFormula(TOO_DEEP, _where_too_deep(text)) from None
    except json.JSONDecodeError as error:
        raise NotAFormula(NOT_JSON, f"Line {error.lineno}, column {error.colno}: {error.msg}.") from None
    cleaning = _Cleaning()
    return cleaning.clean(value, ()), cleaning.findings


def _where_too_deep(text: str) -> str:
    depth = 0
    for position, character in enumerate(text):
        depth += (character in "[{") - (character in "]}")
        if depth > DEEPEST:
            line = text.count("\n", 0, position) + 1
            return (
                f"Line {line}, character {position + 1}: brackets are nested more than {DEEPEST} deep. Take them out."
            )
    return f"Brackets are nested more than {DEEPEST} deep. Take them out."


class _Cleaning:
    """Walks through a value once, and no further than the door lets in."""

    def __init__(self) -> None:
        self.findings: list[Finding] = []
        self._seen = 0

    def clean(self, value: Any, steps: tuple[Step, ...]) -> Any:
        self._seen += 1
        self._bounded("values", self._seen, steps)
        if isinstance(value, _Bad):
            shown = value.text if len(value.text) <= 12 else f"{value.text[:8]}… ({len(value.text)} characters)"
            self._say("not-finite", steps, value=shown)
            return None
        if isinstance(value, str):
            return self._text(value, steps)
        if isinstance(value, (dict, list)) and len(steps) >= DEEPEST:
            self._say("too-deep", steps, most=DEEPEST)
            return None
        if isinstance(value, list):
            return [self.clean(item, (*steps, place)) for place, item in enumerate(value)]
        if isinstance(value, _Doubled):
            for name in value.names:
                self._say("said-twice", (*steps, _without_bad(name)), field=_without_bad(name)[:40])
        if isinstance(value, dict):
            return {
                self._text(key, (*steps, "?")): self.clean(item, (*steps, _without_bad(key)))
                for key, item in value.items()
            }
        return value

    def _text(self, text: str, steps: tuple[Step, ...]) -> str:
        kept = _without_bad(text)
        if kept != text:
            self._say("bad-text", steps, number=len(text) - len(kept))
        return kept

    def _say(self, key: str, steps: tuple[Step, ...], **values: Any) -> None:
        self._bounded("faults", len(self.findings) + 1, steps)
        self.findings.append(found(key, pointer(steps), **values))

    def _bounded(self, name: str, there: int, steps: tuple[Step, ...]) -> None:
        if there > most(name):
            raise TooMuch(pointer(steps), name, there)


def _without_bad(text: str) -> str:
    return UNTAKEN.sub("", text)


def formula_object(value: Any) -> dict[str, Any]:
    """VALUE when it is a formula document of a version this core reads, and no larger than it reckons with.

    Raises: NotAFormula; TooMuch, which is one, with the place for one that is too large.
    """
    read = _of_format(value, NOT_A_FORMULA, "formula", formula.FORMAT, formula.FORMAT_VERSION)
    check_formula(read)
    return read


def service_object(value: Any) -> dict[str, Any]:
    """VALUE when it is a service document of a version this core reads, and no larger than it reckons with.

    Raises: NotAFormula; TooMuch, which is one, with the place for one that is too large.
    """
    read = _of_format(value, NOT_A_SERVICE, "service", service.FORMAT, service.FORMAT_VERSION)
    check_service(read)
    return read


def _of_format(value: Any, kind: Kind, what: str, name: str, newest: int) -> dict[str, Any]:
    """VALUE when it is a document of a format, of a version up to the newest one. Raises: NotAFormula."""
    if not isinstance(value, dict):
        raise NotAFormula(kind, f"A {what} is a JSON object; this is something else.")
    if value.get("format") != name:
        shown = _shown(value.get("format"))
        raise NotAFormula(kind, f'The field "format" must be "{name}"; it is {shown}.')
    version = value.get("format_version", newest)
    if isinstance(version, bool) or not isinstance(version, int) or version < 1:
        raise NotAFormula(kind, f'The field "format_version" must be {newest}; it is {_shown(version)}.')
    if version > newest:
        raise NotAFormula(
            NEWER_FORMAT,
            f"This file is of format version {version}; this program reads up to {newest}. Update it.",
        )
    return value


def rows_of_a_kitchen(value: Any) -> Any:
    """VALUE, a kitchen's own rows, when there are no more of them than are read. Raises: NotAFormula (413)."""
    for name in ("ingredients", "fish", "scales", "prices"):
        listed = value.get(name) if isinstance(value, dict) else None
        check("rows", len(listed) if isinstance(listed, list) else 0, f"/{name}")
    return value


def _shown(value: Any) -> str:
    text = "absent" if value is None else json.dumps(value, ensure_ascii=True)
    return text if len(text) <= 60 else text[:57] + "…"
