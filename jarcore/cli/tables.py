"""What the tables hold, and what is wrong with them."""

import sys

from jarcore.cli.ends import DONE, FAILED
from jarcore.cli.files import refused
from jarcore.cli.rows import pantry_of
from jarcore.data.checks import faults
from jarcore.documents import NotAFormula
from jarcore.documents.known import known


def listed(what: str, rows: str | None) -> int:
    """Print the ids of one sort, each with what it is, a tab between."""
    try:
        pantry = pantry_of(rows)[0]
    except NotAFormula as refusal:
        return refused(rows, refusal.problem())
    for name, is_what in known(what, pantry):
        print(name, is_what, sep="\t")
    return DONE


def wrong() -> int:
    """Print what is wrong with the tables, on standard error."""
    found = faults()
    for fault in found:
        print(fault, file=sys.stderr)
    return FAILED if found else DONE
