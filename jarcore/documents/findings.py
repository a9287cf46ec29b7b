"""Findings: what could not be read or reckoned, or is proposed; a sentence of the tables, its values, its place."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from typing import Any, NotRequired

from typing_extensions import TypedDict

from jarcore.data import Said, codes, fresh


class Operation(TypedDict):
    """One operation of an RFC 6902 patch; `value` may be anything that a document may hold."""

    op: str
    path: str
    value: NotRequired[Any]


Patch = list[Operation]


class Notice(TypedDict):
    """A finding as the evaluation shows it.

    `grade` is fault (a version may not hold it), open (something is not stated or does not fit), told (taken for
    granted), advice, or quiet (of no use beside a field). `patch` is an RFC 6902 patch that would mend it, or None, and
    `deed` what it does, in words to be pressed.
    """

    code: str
    grade: str
    path: str
    text: str
    patch: Patch | None
    deed: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Finding:
    """One finding: the key of its sentence, where in the document (a JSON Pointer), its values, a patch that
    mends it.
    """

    key: str
    path: str
    values: Mapping[str, Any]
    patch: Patch | None = None

    @property
    def code(self) -> str:
        """Its code in the table of codes."""
        return self.key.partition("/")[0]

    @property
    def grade(self) -> str:
        """Its class in the table of codes."""
        return codes()[self.code].grade

    @property
    def text(self) -> str:
        """In words."""
        return Said(self.key, self.values).text

    def within(self, path: str) -> bool:
        """Whether it stands at a path or below it."""
        return self.path == path or self.path.startswith(f"{path}/")

    def moved(self, root: str) -> "Finding":
        """The same, with its place counted from a part of the document at ROOT."""
        return Finding(key=self.key, path=self.path.removeprefix(root), values=self.values, patch=self.patch)

    def notice(self) -> Notice:
        """As the evaluation shows it."""
        return {
            "code": self.code,
            "grade": self.grade,
            "path": self.path,
            "text": self.text,
            "patch": fresh(self.patch),
            "deed": Said(self.key, self.values).deed if self.patch else None,
        }


def found(key: str, path: str, /, patch: Patch | None = None, **values: Any) -> Finding:
    """A finding with named values."""
    return Finding(key=key, path=path, values=values, patch=patch)


class Findings:
    """What was found so far, in order; the same thing is said once. The work grows with what is said, in a line."""

    def __init__(self, some: Iterable[Finding] = ()) -> None:
        self._all: list[Finding] = []
        self._at: dict[str, list[Finding]] = {}
        self._above: set[str] = set()
        self.add(some)

    def __iter__(self) -> Iterator[Finding]:
        return iter(self._all)

    def add(self, some: Iterable[Finding]) -> None:
        """Add what has not been said yet."""
        for one in some:
            here = self._at.setdefault(one.path, [])
            if one not in here:
                here.append(one)
                self._all.append(one)
                self._above.update(_way_to(one.path))

    def within(self, path: str) -> bool:
        """Whether something was found at a path or below it."""
        return path in self._above


def _way_to(path: str) -> Iterator[str]:
    """A path and those above it."""
    while path:
        yield path
        path = path.rpartition("/")[0]
    yield path


def notices_of(findings: Iterable[Finding]) -> list[Notice]:
    """Findings as notices; the same thing is said once."""
    notices: list[Notice] = []
    said_at: dict[str, list[Notice]] = {}
    for one in findings:
        notice = one.notice()
        here = said_at.setdefault(one.path, [])
        if notice not in here:
            here.append(notice)
            notices.append(notice)
    return notices
