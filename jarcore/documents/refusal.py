"""What is said where something is refused whole: problem documents (RFC 9457), and the kinds that the core knows."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

TYPE = "urn:jar-table:problem:"


@dataclass(frozen=True, slots=True)
class Kind:
    """A kind of problem: a code that stays what it is, so that programs may go by it; the HTTP status; its title."""

    code: str
    status: int
    title: str


TOO_LARGE = Kind("document_too_large", 413, "Document too large")
NOT_TEXT = Kind("not_a_text", 400, "Not a text")
TOO_DEEP = Kind("nested_too_deep", 400, "Nested too deep")
NOT_JSON = Kind("not_json", 400, "Not JSON")
NOT_A_FORMULA = Kind("not_a_formula", 400, "Not a formula")
NOT_A_SERVICE = Kind("not_a_service", 400, "Not a service")
NOT_A_PANTRY = Kind("not_a_pantry", 422, "Not a pantry")
NEWER_FORMAT = Kind("newer_format", 400, "Newer format")
NOT_VALID = Kind("not_valid", 422, "Not valid")


def problem(kind: Kind, detail: str, errors: Sequence[Mapping[str, str]] = (), **members: Any) -> dict[str, Any]:
    """A problem document; `errors` lists {path, code, text} for each place that is wrong, the kind's code where none is
    said.
    """
    places = [{"code": kind.code, **one} for one in errors]
    told = {"type": TYPE + kind.code, "code": kind.code, "title": kind.title, "status": kind.status, "detail": detail}
    return {**told, "errors": places, **members}


class NotAFormula(ValueError):
    """What came is no formula document; `kind` says which of the reasons, `detail` the words, `errors` the places
    where one can be named.
    """

    def __init__(self, kind: Kind, detail: str, errors: Sequence[Mapping[str, str]] = ()) -> None:
        super().__init__(detail)
        self.kind, self.detail, self.errors = kind, detail, list(errors)

    @property
    def status(self) -> int:
        """The HTTP status that says so."""
        return self.kind.status

    @property
    def title(self) -> str:
        """In a few words."""
        return self.kind.title

    def problem(self) -> dict[str, Any]:
        """As a problem document."""
        return problem(self.kind, self.detail, self.errors)
