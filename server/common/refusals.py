"""What each operation of the API may refuse: what all of its sort may, and what it says of itself.

An answer of a kind that an operation does not declare is a fault, which the tests find.
"""

from collections.abc import Callable, Iterator, Mapping
from typing import Any, TypeVar

from ninja.operation import Operation

from jarcore.documents.refusal import (
    NEWER_FORMAT,
    NOT_A_FORMULA,
    NOT_A_SERVICE,
    NOT_JSON,
    NOT_TEXT,
    NOT_VALID,
    TOO_DEEP,
    TOO_LARGE,
    Kind,
)
from server.common.kinds import (
    BAD_REQUEST,
    BROKEN,
    CANNOT_BE_KEPT,
    DATABASE_AWAY,
    DONE_BY_TWO,
    NOT_ALLOWED,
    NOT_BY_TOKEN,
    NOT_FOUND,
    NOT_FROM_HERE,
    PAGE_TOO_OLD,
    SIGNED_OUT,
    SOMEBODY_ELSE,
    TOKEN_REFUSED,
    TOO_MUCH_WORK,
)
from server.common.ways import ways_of

F = TypeVar("F", bound=Callable[..., Any])
ALWAYS = (PAGE_TOO_OLD, BROKEN, DATABASE_AWAY)
OF_WHO_ASKS = (SIGNED_OUT, SOMEBODY_ELSE, TOKEN_REFUSED)
OF_WHAT_CHANGES = (NOT_FROM_HERE, DONE_BY_TWO)
# Of a body that the core's door reads.
READ = (NOT_TEXT, NOT_JSON, TOO_DEEP, TOO_LARGE, NOT_VALID)
# Of a document in it, and of the work that it makes.
OF_A_FORMULA = (NOT_A_FORMULA, NEWER_FORMAT, TOO_LARGE, TOO_MUCH_WORK)
OF_A_SERVICE = (NOT_A_SERVICE, NEWER_FORMAT, TOO_LARGE, TOO_MUCH_WORK)
MARK = "refuses"
SAFE = frozenset({"GET", "HEAD"})
# The tag of operations that ask and change nothing, though they are posted.
ASKS = "questions"


def refuses(*kinds: Kind) -> Callable[[F], F]:
    """Declare what an operation may refuse, beside what all of its sort may."""

    def declare(operation: F) -> F:
        setattr(operation, MARK, kinds)
        return operation

    return declare


def refusals_of(operation: Operation, described: Mapping[str, Any]) -> list[Kind]:
    """All that an operation may refuse, each kind once, by status and code; DESCRIBED is what is said of it so far."""
    return sorted(set(_all(operation, described)), key=lambda kind: (kind.status, kind.code))


def _all(operation: Operation, described: Mapping[str, Any]) -> Iterator[Kind]:
    yield from ALWAYS
    yield from getattr(operation.view_func, MARK, ())
    changes = not SAFE.issuperset(operation.methods)
    ways = ways_of(operation)
    if any(way.knows_who for way in ways):
        yield from OF_WHO_ASKS
    if any(way.knows_who and not way.by_token for way in ways):
        yield from (NOT_ALLOWED, NOT_BY_TOKEN)
    if changes:
        yield from OF_WHAT_CHANGES
    named = {one["name"]: one for one in described.get("parameters", ())}
    if any(one["in"] == "path" for one in named.values()):
        yield NOT_FOUND
    if any(one["schema"].get("type") != "string" or one["in"] == "query" for one in named.values()):
        yield NOT_VALID
    asks = ASKS in (operation.tags or ())
    if "kitchen" in named and changes and not asks:
        yield NOT_ALLOWED
    if "requestBody" in described:
        # What reads it: the core's door, where the description of the body is one's own, and ninja otherwise.
        by_core = "requestBody" in (operation.openapi_extra or {})
        yield from (*READ, *(() if asks else (CANNOT_BE_KEPT,))) if by_core else (BAD_REQUEST, NOT_VALID, TOO_LARGE)
