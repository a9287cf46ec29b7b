"""A kitchen's own rows out of a file."""

import sys

from jarcore.cli.files import read
from jarcore.data import BadPantry, Pantry, default_pantry, with_rows
from jarcore.documents import Finding, NotAFormula, found, parse, rows_of_a_kitchen
from jarcore.documents.refusal import NOT_A_PANTRY


def pantry_of(name: str | None) -> tuple[Pantry, list[Finding]]:
    """The pantry with a kitchen's own rows, and what of them is not used, which is told on standard error too; without
    a file the shipped one.

    Raises: NotAFormula for a file that is no pantry.
    """
    if name is None:
        return default_pantry(), []
    value, findings = parse(read(name))
    try:
        if findings:
            raise BadPantry(f"{findings[0].path}: {findings[0].text}")
        pantry, wrong = with_rows(default_pantry(), rows_of_a_kitchen(value))
    except BadPantry as error:
        raise NotAFormula(NOT_A_PANTRY, f"{name}: {error}") from None
    for fault in wrong:
        print(f"{name}: {fault.path}: {fault.text}", file=sys.stderr)
    return pantry, [found("pantry-row", "", at=fault.path, why=fault.text) for fault in wrong]
