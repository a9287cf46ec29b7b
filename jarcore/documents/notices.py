"""Notices: what could not be read or reckoned, at its place, in plain words."""

from typing import Any

from typing_extensions import TypedDict


class Notice(TypedDict):
    """One entry of an evaluation's notices. `patch` is an RFC 6902 patch that would mend it, or None."""

    code: str
    path: str
    text: str
    patch: list[dict[str, Any]] | None


def notice(code: str, path: str, text: str, patch: list[dict[str, Any]] | None = None) -> Notice:
    """A notice; the codes are those of data/codes.csv."""
    return {"code": code, "path": path, "text": text, "patch": patch}
