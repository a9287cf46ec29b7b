"""How much of anything the door lets in: beyond it a document is refused whole, with the place.

Everything inside is reckoned with as a whole at each keystroke, so its size is bounded here and nowhere else.
"""

from collections.abc import Iterator
from functools import cache
from typing import Any

from jarcore.data import rows
from jarcore.documents.pointers import Step, pointer
from jarcore.documents.refusal import TOO_LARGE, NotAFormula


class TooMuch(NotAFormula):
    """A document holds more of one thing than is read: where, what, and how much is."""

    def __init__(self, path: str, name: str, there: int) -> None:
        _, what = door()[name]
        text = f"There are {there} {what}; at most {most(name)} are read. Split the document."
        super().__init__(TOO_LARGE, text, [{"path": path, "text": text}])


@cache
def door() -> dict[str, tuple[int, str]]:
    """The most of each thing that is let in, and what it is called."""
    return {row["name"]: (int(row["most"]), row["what"]) for row in rows("door")}


def most(name: str) -> int:
    """The most of one thing that is let in."""
    return door()[name][0]


def check(name: str, there: int, path: str) -> None:
    """Raises: TooMuch where there are more of a thing at PATH than the door lets in."""
    if there > most(name):
        raise TooMuch(path, name, there)


def check_formula(document: dict[str, Any]) -> None:
    """Raises: TooMuch where a formula document is larger than is reckoned with; the first place is named."""
    jars = _list(document.get("jars"))
    check("jars", len(jars), "/jars")
    lines = 0
    for place, jar in enumerate(jars):
        lines += len(_list(jar.get("lines"))) if isinstance(jar, dict) else 0
        check("lines", lines, f"/jars/{place}/lines")
    fish = document.get("fish")
    groups = _list(fish.get("groups")) if isinstance(fish, dict) else []
    check("groups", len(groups), "/fish/groups")
    check("windows", len(jars) * len(groups), "/fish/groups")
    _check_parts(document)


def check_service(document: dict[str, Any]) -> None:
    """Raises: TooMuch where a service document is larger than is planned; the first place is named.

    The formulas in it are checked each by itself.
    """
    kitchen = document.get("kitchen")
    for name in ("plates", "courses"):
        check(name, len(_list(document.get(name))), f"/{name}")
    for name in ("people", "stations"):
        there = kitchen.get(name) if isinstance(kitchen, dict) else None
        check(name, len(_list(there)), f"/kitchen/{name}")
    _check_parts(document)


def _check_parts(document: dict[str, Any]) -> None:
    for way, part in _parts(document):
        if isinstance(part, str):
            check("characters", len(part), pointer(way))
        elif isinstance(part, list):
            check("entries", len(part), pointer(way))
        elif isinstance(part, dict):
            check("fields", len(part), pointer(way))


def _list(value: Any) -> list[Any]:
    return value if isinstance(value, list) else []


def _parts(value: Any) -> Iterator[tuple[tuple[Step, ...], Any]]:
    """Every part of a value with the way to it, from the outside in."""
    waiting: list[tuple[tuple[Step, ...], Any]] = [((), value)]
    while waiting:
        way, part = waiting.pop()
        yield way, part
        inner = part.items() if isinstance(part, dict) else enumerate(part) if isinstance(part, list) else ()
        waiting += [((*way, step), one) for step, one in inner]
