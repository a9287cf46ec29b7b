"""Three-way merge of two drafts that grew from one: by jar and line id, field by field."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from jarcore.documents.pointers import Step, pointer

ABSENT: Any = type("Absent", (), {"__repr__": lambda _self: "absent"})()


@dataclass(frozen=True, slots=True, kw_only=True)
class Conflict:
    """A place that both changed, each in another way; in the merged document it holds mine."""

    path: str
    base: Any
    theirs: Any
    yours: Any


@dataclass(frozen=True, slots=True)
class Merge:
    """The merged document and the places where somebody must choose."""

    document: dict[str, Any]
    conflicts: tuple[Conflict, ...]


def merge(base: Mapping[str, Any], theirs: Mapping[str, Any], yours: Mapping[str, Any]) -> Merge:
    """Both changes in one document.

    Parameters: base, what both started from; theirs, what is stored by now; yours, what is being saved.
    Returns: the merged document, and the conflicts by path in it. Lists of parts with ids (jars, lines,
    groups) are merged by id, so lines that moved still meet; a part that one removed and the other
    changed is kept and reported, for nobody's typing is lost.
    """
    conflicts: list[Conflict] = []
    merged = _objects(base, theirs, yours, (), conflicts)
    return Merge(merged, tuple(conflicts))


def _values(base: Any, theirs: Any, yours: Any, way: tuple[Step, ...], conflicts: list[Conflict]) -> Any:
    if _equal(theirs, yours) or _equal(base, theirs):
        return yours
    if _equal(base, yours):
        return theirs
    if isinstance(theirs, Mapping) and isinstance(yours, Mapping):
        return _objects(base if isinstance(base, Mapping) else {}, theirs, yours, way, conflicts)
    if _has_ids(theirs) and _has_ids(yours):
        return _lists(base if _has_ids(base) else [], theirs, yours, way, conflicts)
    shown = [None if side is ABSENT else side for side in (base, theirs, yours)]
    conflicts.append(Conflict(path=pointer(way), base=shown[0], theirs=shown[1], yours=shown[2]))
    return theirs if yours is ABSENT else yours


def _objects(
    base: Mapping[str, Any],
    theirs: Mapping[str, Any],
    yours: Mapping[str, Any],
    way: tuple[Step, ...],
    conflicts: list[Conflict],
) -> dict[str, Any]:
    merged = {}
    for key in [*yours, *(key for key in theirs if key not in yours)]:
        value = _values(base.get(key, ABSENT), theirs.get(key, ABSENT), yours.get(key, ABSENT), (*way, key), conflicts)
        if value is not ABSENT:
            merged[key] = value
    return merged


def _lists(
    base: Sequence[Any], theirs: Sequence[Any], yours: Sequence[Any], way: tuple[Step, ...], conflicts: list[Conflict]
) -> list[Any]:
    b, t, y = ({item["id"]: item for item in side} for side in (base, theirs, yours))
    # The order is that of whoever moved something; new items of the other side go after their neighbour.
    moved = [i for i in y if i in b] != [i for i in b if i in y]
    merged: list[Any] = []
    for name in _woven(y, t) if moved else _woven(t, y):
        value = _values(b.get(name, ABSENT), t.get(name, ABSENT), y.get(name, ABSENT), (*way, len(merged)), conflicts)
        if value is not ABSENT:
            merged.append(value)
    return merged


def _woven(first: Iterable[str], second: Iterable[str]) -> Iterator[str]:
    """Names in the order of FIRST; those that only SECOND has come after the one that they follow there."""
    kept = dict.fromkeys(first)
    after: dict[str | None, list[str]] = {}
    neighbour = None
    for name in second:
        if name in kept:
            neighbour = name
        else:
            after.setdefault(neighbour, []).append(name)
    yield from after.get(None, ())
    for name in kept:
        yield name
        yield from after.get(name, ())


def _has_ids(value: Any) -> bool:
    if not isinstance(value, list) or not all(
        isinstance(item, Mapping) and isinstance(item.get("id"), str) for item in value
    ):
        return False
    return len({item["id"] for item in value}) == len(value)


def _equal(one: Any, other: Any) -> bool:
    if one is ABSENT or other is ABSENT:
        return one is other
    return bool(one == other)
