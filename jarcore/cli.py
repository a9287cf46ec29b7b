"""The core on the command line: evaluate a file, check the tables. Only the answer goes to standard output."""

import json
import sys
from pathlib import Path
from typing import Any

from jarcore.bench import evaluate
from jarcore.data import faults
from jarcore.documents import LARGEST_BYTES, NotAFormula, formula_object, parse

EVALUATED, FAILED, NO_FORMULA = 0, 1, 2


def main(arguments: list[str]) -> int:
    """Run one command; returns the exit code."""
    match arguments:
        case ["evaluate", name]:
            return _evaluate(name)
        case ["tables"]:
            return _tables()
    print("usage: jar evaluate FILE ('-' reads standard input)", file=sys.stderr)
    return NO_FORMULA


def _evaluate(name: str) -> int:
    try:
        raw = _read(name)
        value, notices = parse(raw)
        answer: Any = evaluate(formula_object(value), found=notices)
    except NotAFormula as refusal:
        print(json.dumps(refusal.problem(), ensure_ascii=False, indent=2))
        return NO_FORMULA
    print(json.dumps(answer, ensure_ascii=False, indent=2, allow_nan=False))
    return EVALUATED


def _read(name: str) -> bytes:
    """At most one byte more than is read at all, so that a huge file is refused without filling memory."""
    if name == "-":
        return sys.stdin.buffer.read(LARGEST_BYTES + 1)
    try:
        with Path(name).open("rb") as file:
            return file.read(LARGEST_BYTES + 1)
    except OSError as error:
        raise NotAFormula("No such file", f"{name}: {error.strerror}. Check the name.") from None


def _tables() -> int:
    found = faults()
    for fault in found:
        print(fault, file=sys.stderr)
    return FAILED if found else EVALUATED
