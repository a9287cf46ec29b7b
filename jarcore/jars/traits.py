"""What a kind is, as it is told to whoever draws it: nobody keeps a list of kinds of their own."""

from typing_extensions import TypedDict

from jarcore.data import kind_rows
from jarcore.jars.kinds import KINDS


class Traits(TypedDict):
    """One kind: its name and what it does in words, the schools to choose between, and what is true of it.

    `timed` says that it has a window; the others are those of jarcore.jars.kind.Kind.
    """

    id: str
    name: str
    does: str
    schools: list[str]
    timed: bool
    liquid: bool
    touches_raw: bool
    steeps: bool
    coats: bool
    bowl: bool
    clings: bool
    lies_dry: bool
    flows: bool
    fills: bool
    finishes: bool
    salts: bool
    poured_off: bool
    vessel: str


def all_traits() -> list[Traits]:
    """Every kind, in the order in which they touch the fish."""
    return [
        {
            "id": row.id,
            "name": row.name,
            "does": row.does,
            "schools": list(row.schools),
            "timed": kind.time is not None,
            "liquid": kind.liquid,
            "touches_raw": kind.touches_raw,
            "steeps": kind.steeps,
            "coats": kind.coats,
            "bowl": kind.bowl,
            "clings": kind.clings,
            "lies_dry": kind.lies_dry,
            "flows": kind.flows,
            "fills": kind.fills,
            "finishes": kind.finishes,
            "salts": kind.salts,
            "poured_off": kind.poured_off,
            "vessel": kind.vessel,
        }
        for row, kind in ((row, KINDS[row.id]) for row in kind_rows().values())
    ]
