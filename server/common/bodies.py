"""Bodies of requests, read by the core's door."""

from typing import Any

from jarcore.documents import parse
from server.common.kinds import CANNOT_BE_KEPT
from server.common.problems import Problem


def keepable(raw: bytes, prefix: str = "") -> Any:
    """The value of a JSON text: what was typed, but nothing that no database can hold.

    PREFIX is where the document stands in it; places are told from there. Raises: Problem 422 with each place.
    """
    value, findings = parse(raw)
    if findings:
        errors = [{"path": one.path.removeprefix(prefix), "text": one.text} for one in findings]
        raise Problem(CANNOT_BE_KEPT, "Some of it no file or database can keep; see the places.", errors=errors)
    return value
