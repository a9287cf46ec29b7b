"""What is said of a document that is refused whole."""

from collections.abc import Mapping, Sequence
from typing import Any


class NotAFormula(ValueError):
    """What came is no formula document; `status` is the HTTP status that says so, `title` and `detail` the words,
    `errors` the places where one can be named.
    """

    def __init__(self, title: str, detail: str, status: int = 400, errors: Sequence[Mapping[str, str]] = ()) -> None:
        super().__init__(detail)
        self.title, self.detail, self.status, self.errors = title, detail, status, list(errors)

    def problem(self) -> dict[str, Any]:
        """As an RFC 9457 problem document."""
        return {
            "type": "about:blank",
            "title": self.title,
            "status": self.status,
            "detail": self.detail,
            "errors": self.errors,
        }
