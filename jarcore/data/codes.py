"""Codes of cautions and notices: one table, never renamed."""

from dataclasses import dataclass
from functools import cache

from jarcore.data.sentences import rendered
from jarcore.data.tables import rows

FAULT = "fault"


@dataclass(frozen=True, slots=True, kw_only=True)
class Code:
    """One caution or notice: its class, when it appears, what it says, what to do, on whose word.

    A notice of the class `fault` says that something typed is no value of its kind: a version may not hold it. The
    columns are templates of sentences, so that their figures follow the rows they rest on.
    """

    code: str
    kind: str
    grade: str
    source: str
    columns: dict[str, str]

    @property
    def when(self) -> str:
        """When it appears, in words."""
        return rendered(self.columns["when"])

    @property
    def text(self) -> str:
        """What it says, in words."""
        return rendered(self.columns["text"])

    @property
    def do(self) -> str:
        """What to do, in words."""
        return rendered(self.columns["do"])


@cache
def codes() -> dict[str, Code]:
    """All codes, by name."""
    return {
        row["code"]: Code(code=row["code"], kind=row["kind"], grade=row["grade"], source=row["source"], columns=row)
        for row in rows("codes")
    }
