"""A line, a jar or the fish of one formula taken across into another."""

from collections.abc import Mapping
from typing import Any

from jarcore.data import Pantry, default_pantry, fresh
from jarcore.documents import Patch
from jarcore.documents.patches import put, take_out, tidy
from jarcore.documents.pointers import pointer
from jarcore.formula import prepare
from jarcore.jars.weighing import HANGING

# Fields of a line that hang on its own jar.
OF_ITS_JAR = ("of", "by", "per", "exponent")


def across(
    document: Mapping[str, Any],
    source: Mapping[str, Any],
    jar: int | None = None,
    line: int | None = None,
    into: int | None = None,
    over: int | None = None,
    pantry: Pantry | None = None,
) -> Patch:
    """The patch of DOCUMENT that takes something of SOURCE across.

    Parameters: jar, the place of a jar of the source, None for its fish and servings; line, that of a line of it, None
    for all of the jar; into, the place of the jar in the document that is replaced or gets the line, None for a new jar
    behind the others; over, that of the line that it takes the place of, None for a new line.
    Returns: the patch, which shares nothing with the source; empty where there is no such part. A line that hangs on
    others of its jar comes as it weighs.
    """
    source = fresh(source)
    if jar is None:
        return _fish(document, source)
    theirs = _part(source, "jars", jar)
    own = document.get("jars")
    if theirs is None or (into is not None and _part(document, "jars", into) is None):
        return []
    if line is None:
        bare = {name: value for name, value in theirs.items() if name != "fish_groups"}
        if into is not None:
            new = {**bare, "id": _part(document, "jars", into, "id") or bare.get("id")}
            return [{"op": "replace", "path": pointer(["jars", into]), "value": new}]
        taken = {one.get("id") for one in own if isinstance(one, Mapping)} if isinstance(own, list) else set()
        new = {**bare, "id": _free(bare.get("id"), taken)}
        return [put(["jars", "-"], new)] if isinstance(own, list) else [put(["jars"], [new])]
    return [] if into is None else _line(document, source, jar, line, into, over, pantry or default_pantry())


def _fish(document: Mapping[str, Any], source: Mapping[str, Any]) -> Patch:
    patch: Patch = []
    for name in ("fish", "servings"):
        if name in source:
            patch.append(put([name], source[name]))
        elif name in document:
            patch.append(take_out([name]))
    return patch


def _line(
    document: Mapping[str, Any],
    source: Mapping[str, Any],
    jar: int,
    line: int,
    into: int,
    over: int | None,
    pantry: Pantry,
) -> Patch:
    theirs = _part(source, "jars", jar, "lines", line)
    lines = _part(document, "jars", into, "lines")
    if not isinstance(theirs, Mapping) or (over is not None and not _is_at(lines, over)):
        return []
    laid = prepare(source, pantry).jars[jar]
    spec, mass = laid.contents.specs[line], laid.contents.masses[line]
    new = dict(theirs)
    if spec.line.basis in HANGING and mass is not None:
        kept = {name: value for name, value in new.items() if name not in OF_ITS_JAR}
        edible = laid.fish.edible_g
        amount = {"amount": {"value": tidy(mass), "unit": "g"}}
        follows = {"basis": "fish", "per": {"value": tidy(edible), "unit": "g", "basis": "edible"}} if edible else None
        new = {**kept, **amount, **(follows or {"basis": "fixed"})}
    way: list[str | int] = ["jars", into, "lines"]
    if over is not None:
        return [put([*way, over, name], value) for name, value in new.items() if name != "id"] + [
            take_out([*way, over, name]) for name in _part(document, *way, over) if name not in new and name != "id"
        ]
    taken = {one.get("id") for one in lines if isinstance(one, Mapping)} if isinstance(lines, list) else set()
    added = {**new, "id": _free(new.get("id"), taken)}
    return [put([*way, "-"], added)] if isinstance(lines, list) else [put(way, [added])]


def _part(document: Mapping[str, Any], *way: str | int) -> Any:
    """What stands at a way; None where it ends."""
    here: Any = document
    for step in way:
        if isinstance(step, int):
            here = here[step] if isinstance(here, list) and step < len(here) else None
        else:
            here = here.get(step) if isinstance(here, Mapping) else None
    return here if not way or not isinstance(way[-1], int) or isinstance(here, Mapping) else None


def _is_at(lines: Any, place: int) -> bool:
    return isinstance(lines, list) and place < len(lines) and isinstance(lines[place], Mapping)


def _free(name: Any, taken: set[Any]) -> str:
    """An id that nothing has."""
    start = name if isinstance(name, str) and name else "taken"
    made, number = start, 2
    while made in taken:
        made, number = f"{start}-{number}", number + 1
    return made
