"""Verbs on a kitchen's Shelf."""

from typing import Any

from server.accounts.models import Kitchen, User
from server.common.problems import Problem
from server.pantry.models import ShelfJar

MOST_JARS = 500


def _bare(part: Any) -> Any:
    """A jar without the ids of jar and lines, but with those that a ratio hangs on."""
    lines = part.get("lines")
    held = {line.get("of") for line in lines if isinstance(line, dict)} if isinstance(lines, list) else set()
    kept = {key: value for key, value in part.items() if key not in ("id", "fish_groups")}
    if isinstance(lines, list):
        kept["lines"] = [
            {key: value for key, value in line.items() if key != "id" or value in held}
            for line in lines
            if isinstance(line, dict)
        ]
    return kept


def shelve(kitchen: Kitchen, user: User, jar: dict[str, Any], reason: str) -> ShelfJar:
    """Keep a jar on the kitchen's Shelf. Raises: Problem 422 when it has no name or the Shelf is full."""
    name = jar.get("name")
    if not isinstance(name, str) or not name.strip():
        errors = [{"path": "/jar/name", "text": "Give the jar a name to find it by."}]
        raise Problem(422, "Not valid", "A jar on the Shelf needs a name.", errors=errors)
    if ShelfJar.objects.of(kitchen).count() >= MOST_JARS:
        raise Problem(422, "The Shelf is full", f"A kitchen keeps {MOST_JARS} jars; take one away first.")
    return ShelfJar.objects.create(
        kitchen=kitchen, name=name.strip()[:120], reason=reason.strip()[:400], jar=_bare(jar), saved_by=user
    )
