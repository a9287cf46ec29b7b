"""The core on the command line: evaluate or profile a file, check the tables. Only the answer goes to standard
output.
"""

import json
import sys
from pathlib import Path
from typing import Any

from jarcore.data import BadPantry, Fault, Pantry, default_pantry, with_rows
from jarcore.data.checks import faults
from jarcore.documents import LARGEST_BYTES, NotAFormula, formula_object, found, parse
from jarcore.formula import evaluate
from jarcore.questions import profiles

DONE, FAILED, NO_FORMULA = 0, 1, 2
COMMANDS = {"evaluate": evaluate, "profiles": profiles}


def main(arguments: list[str]) -> int:
    """Run one command; returns the exit code."""
    match arguments:
        case [("evaluate" | "profiles") as command, "--pantry", rows, name] | [
            ("evaluate" | "profiles") as command,
            name,
            "--pantry",
            rows,
        ]:
            return _answer(command, name, rows)
        case [("evaluate" | "profiles") as command, name]:
            return _answer(command, name, None)
        case ["tables"]:
            return _tables()
    print("usage: jar evaluate|profiles FILE [--pantry FILE]   ('-' reads standard input)", file=sys.stderr)
    return NO_FORMULA


def _answer(command: str, name: str, rows: str | None) -> int:
    try:
        value, findings = parse(_read(name))
        pantry, faults_there = _pantry(rows)
        for fault in faults_there:
            print(f"{rows}: {fault.path}: {fault.text}", file=sys.stderr)
        told = [found("pantry-row", "", at=fault.path, why=fault.text) for fault in faults_there]
        answer: Any = COMMANDS[command](formula_object(value), pantry, [*findings, *told])
    except NotAFormula as refusal:
        print(json.dumps(refusal.problem(), ensure_ascii=False, indent=2))
        return NO_FORMULA
    print(json.dumps(answer, ensure_ascii=False, indent=2, allow_nan=False))
    return DONE


def _pantry(rows: str | None) -> tuple[Pantry, list[Fault]]:
    """The pantry with a kitchen's own rows from a file, and what of them is not used."""
    if rows is None:
        return default_pantry(), []
    value, findings = parse(_read(rows))
    try:
        if findings:
            raise BadPantry(f"{findings[0].path}: {findings[0].text}")
        return with_rows(default_pantry(), value)
    except BadPantry as error:
        raise NotAFormula("Not a pantry", f"{rows}: {error}") from None


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
    return FAILED if found else DONE
