"""Kinds of jar: their names and what each does, in the order in which they touch the fish."""

from dataclasses import dataclass
from functools import cache

from jarcore.data.tables import rows, words


@dataclass(frozen=True, slots=True, kw_only=True)
class KindRow:
    """What a kind is called, what it does in words, and between which schools a cook may choose."""

    id: str
    name: str
    does: str
    schools: tuple[str, ...]


@cache
def kind_rows() -> dict[str, KindRow]:
    """The kinds by id."""
    return {
        row["kind"]: KindRow(id=row["kind"], name=row["name"], does=row["does"], schools=words(row["schools"]))
        for row in rows("kinds")
    }
