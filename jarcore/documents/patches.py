"""Proposed changes of a document, as RFC 6902 patches: the core proposes, the cook takes them."""

from collections.abc import Mapping, Sequence
from typing import Any

import jsonpatch

from jarcore.documents.findings import Operation, Patch
from jarcore.documents.pointers import Step, pointer

__all__ = ["Operation", "Patch", "changed", "put", "put_below", "take_out", "tidy"]


def changed(document: Mapping[str, Any], patch: Patch) -> dict[str, Any]:
    """The document with a patch applied."""
    after: dict[str, Any] = jsonpatch.apply_patch(document, patch) if patch else dict(document)
    return after


def put(way: Sequence[Step], value: Any) -> Operation:
    """The operation that makes VALUE stand in a field at WAY, whether something stands there or not."""
    return {"op": "add", "path": pointer(way), "value": value}


def take_out(way: Sequence[Step]) -> Operation:
    """The operation that takes out what stands at WAY."""
    return {"op": "remove", "path": pointer(way)}


def put_below(document: Mapping[str, Any], way: Sequence[Step], value: Any) -> Patch:
    """Operations that make VALUE stand at WAY, with the parts on the way made where they are not there."""
    here: Any = document
    made: Patch = []
    for place, step in enumerate(way[:-1]):
        inner = here.get(step) if isinstance(here, Mapping) else _item(here, step)
        if not isinstance(inner, Mapping | list):
            made.append(put(way[: place + 1], {}))
            inner = {}
        here = inner
    return [*made, put(way, value)]


def _item(here: Any, step: Step) -> Any:
    return here[step] if isinstance(here, list) and isinstance(step, int) and step < len(here) else None


def tidy(value: float, digits: int = 4) -> float:
    """A number as a cook would write it: DIGITS significant ones."""
    return float(f"{value:.{digits}g}")
