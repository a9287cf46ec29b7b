"""Golden evaluations: every number of them, in full precision, as this version of the core reckoned it.

They are no proof that a number is right; they show which numbers a change moves, and hold who moves one to a new
version: `python -m tests.core.golden` writes them anew, of a version that has not been written before.
"""

import csv
import json
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from jarcore import evaluate
from jarcore.data import kind_rows, shelf
from jarcore.version import VERSION
from tests.core import cases

TABLE = cases.TABLES / "golden.csv"
HEAD = ("version", "formula", "path", "value")
EXAMPLES = ("char-citrus", "gurnard-buttermilk", "zander-caraway")


def formulas() -> Iterator[tuple[str, dict[str, Any]]]:
    """The examples, the formula that has everything, and the first start of each kind on four fillets."""
    for name in EXAMPLES:
        yield name, cases.example(name)
    yield "everything", json.loads((cases.TABLES / "everything.json").read_text(encoding="utf-8"))
    for kind in kind_rows():
        first = next(one for one in shelf() if one["jar"]["kind"] == kind)
        yield first["id"], {**cases.zander(), "jars": [first["jar"]]}


def numbers(value: Any, path: str = "") -> Iterator[tuple[str, float]]:
    """Every number in an answer by its JSON Pointer."""
    if isinstance(value, dict):
        for name, one in value.items():
            yield from numbers(one, f"{path}/{name}")
    elif isinstance(value, list):
        for place, one in enumerate(value):
            yield from numbers(one, f"{path}/{place}")
    elif isinstance(value, int | float) and not isinstance(value, bool):
        yield path, value


def main() -> str | None:
    """Write the table; refused where numbers moved and the version did not."""
    made = [(VERSION, name, path, repr(one)) for name, asked in formulas() for path, one in numbers(evaluate(asked))]
    if TABLE.exists():
        before = [tuple(row.values()) for row in cases.table(TABLE.stem)]
        moved = {row[1:] for row in before} ^ {row[1:] for row in made}
        if moved and any(row[0] == VERSION for row in before):
            return f"Numbers moved, and {VERSION} answered otherwise: raise jarcore/version.py, say it in CHANGELOG.md."
    with Path(TABLE).open("w", encoding="utf-8", newline="") as file:
        csv.writer(file, lineterminator="\n").writerows([HEAD, *made])
    return None


if __name__ == "__main__":
    sys.exit(main())
