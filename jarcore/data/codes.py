"""Codes of cautions and notices: one table, never renamed."""

from dataclasses import dataclass
from functools import cache

from jarcore.data.tables import rows

FAULT = "fault"


@dataclass(frozen=True, slots=True)
class Code:
    """One caution or notice: when it appears, what it says, what to do, on whose word.

    A notice of the grade `fault` says that something typed is no value of its kind: a version may not hold it.
    """

    code: str
    kind: str
    grade: str
    when: str
    text: str
    do: str
    source: str


@cache
def codes() -> dict[str, Code]:
    """All codes, by name."""
    return {
        row["code"]: Code(*(row[column] for column in ("code", "kind", "grade", "when", "text", "do", "source")))
        for row in rows("codes")
    }
