"""On whose word the rows stand: the share of each kind of source in each table, printed by ./jar check."""

from collections import Counter
from collections.abc import Iterator

from jarcore.data.tables import FOLDER, rows

OTHER = "said in words"
# Tables whose rows are what things are made of: their shares are told table by table.
TOLD = ("ingredients", "species", "acids", "codes", "safety")


def kind_of(source: str) -> str:
    """The kind of a source: that of the first words of the table of kinds that it holds.

    >>> kind_of("IFCT 2017; spoon and piece weights from memory"), kind_of("Food Code 2022 3-501.16; from memory")
    ('published table', 'publication cited from memory')
    """
    return next((row["kind"] for row in rows("source_kinds") if row["words"] in source), OTHER)


def shares() -> Iterator[str]:
    """Lines of how many rows rest on what: of the tables of substance each, then of all together."""
    every = Counter[str]()
    for path in sorted(FOLDER.glob("*.csv")):
        counted = Counter(kind_of(row["source"]) for row in rows(path.stem) if row.get("source"))
        every += counted
        if path.stem in TOLD:
            yield _told(path.stem, counted)
    yield _told("all tables", every)


def _told(name: str, counted: Counter[str]) -> str:
    whole = counted.total()
    parts = ", ".join(f"{kind} {number / whole:.0%}" for kind, number in counted.most_common())
    return f"{name} ({whole} rows): {parts}"
