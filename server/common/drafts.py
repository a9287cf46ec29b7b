"""Documents that several people change: what a save was based on, and what one that comes too late is told."""

from collections.abc import Mapping
from dataclasses import asdict
from typing import Any

from jarcore.documents import merge
from jarcore.documents.refusal import NOT_VALID
from server.common.kinds import CHANGED_MEANWHILE
from server.common.problems import Problem


def based_on(value: Any, what: str) -> int:
    """The revision that a body says it was based on. Raises: Problem 422 that names WHAT was to be saved."""
    revision = value.get("revision") if isinstance(value, dict) else None
    if not isinstance(revision, int) or isinstance(revision, bool) or not 0 <= revision < 2**31:
        errors = [{"path": "/revision", "text": f"The revision this {what} was based on is a whole number."}]
        raise Problem(NOT_VALID, f"The {what} does not say what it was based on.", errors=errors)
    return revision


def too_late(
    what: str, revision: int, base: Mapping[str, Any] | None, theirs: Mapping[str, Any], yours: Mapping[str, Any]
) -> Problem:
    """The problem of a save that was based on an older revision: all three documents, their merge, and the places where
    both changed the same thing.
    """
    merged = merge(base if base is not None else {}, theirs, yours)
    return Problem(
        CHANGED_MEANWHILE,
        f"Somebody saved this {what} since you opened it. Nothing is lost: both changes are here.",
        revision=revision,
        base=base,
        theirs=theirs,
        yours=yours,
        merged=merged.document,
        conflicts=[asdict(conflict) for conflict in merged.conflicts],
    )
