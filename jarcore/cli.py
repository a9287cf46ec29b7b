"""The core on the command line: evaluate, profile or ask about a file, plan a service, check the tables.

Only the answer goes to standard output.
"""

import argparse
import json
import sys
from collections.abc import Mapping, Sequence
from pathlib import Path
from typing import Any

from jarcore.data import BadPantry, Fault, Pantry, default_pantry, with_rows
from jarcore.data.checks import faults
from jarcore.data.sources import shares
from jarcore.documents import LARGEST_BYTES, Finding, NotAFormula, found, parse, rows_of_a_kitchen, service_object
from jarcore.documents.known import LISTS, known
from jarcore.documents.plan import FORMAT as PLAN
from jarcore.documents.plan import Plan, as_now
from jarcore.documents.refusal import NOT_A_PANTRY, Kind, problem
from jarcore.questions import QUESTIONS, NoSuchQuestion, NotAsked, ask
from jarcore.service import plan

DONE, FAILED, NOT_ASKED = 0, 1, 2
# What can be wrong only with a file that is named.
NO_FILE = Kind("no_such_file", 400, "No such file")
NO_QUESTION = Kind("no_such_question", 422, "No such question")
NOT_EVENTS = Kind("not_events", 400, "Not events")
NOT_A_PLAN = Kind("not_a_plan", 400, "Not a plan")
DOCUMENT = "/document"
# Questions that have a command of their own, which takes the formula itself.
OF_A_FORMULA = ("evaluate", "profiles")


def main(arguments: list[str]) -> int:
    """Run one command; returns the exit code."""
    asked = _commands().parse_args(arguments)
    if asked.command == "tables":
        return _tables()
    if asked.command == "sources":
        print(*shares(), sep="\n")
        return DONE
    if asked.command == "list":
        return _list(asked.what, asked.pantry)
    if asked.command == "plan":
        return _plan(asked.file, asked.pantry, asked.events, asked.before, asked.now)
    if asked.command == "ask":
        return _answer(asked.question, asked.file, asked.pantry, whole=True)
    return _answer(asked.command, asked.file, asked.pantry, whole=False)


def _commands() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="jar", description="The core, on files. '-' is standard input.")
    commands = parser.add_subparsers(dest="command", required=True)
    for name in OF_A_FORMULA:
        _of_a_file(commands.add_parser(name, help=QUESTIONS[name].says))
    planning = commands.add_parser("plan", help="the plan of a service: every step with its time, and why there")
    _of_a_file(planning)
    planning.add_argument("--events", metavar="FILE", help="what has happened: a list of events")
    planning.add_argument("--before", metavar="FILE", help="the plan that it follows, and leaves only where it gains")
    planning.add_argument("--now", metavar="TIME", help="nothing is planned before this local time")
    asking = commands.add_parser("ask", help='any question: the file holds {"document": a formula, ...}')
    asking.add_argument("question", metavar="QUESTION", help=", ".join(QUESTIONS))
    _of_a_file(asking)
    listing = commands.add_parser("list", help="what ids a document may name, each with what it is")
    listing.add_argument("what", metavar="WHAT", choices=LISTS, help=", ".join(LISTS))
    _with_rows(listing)
    commands.add_parser("tables", help="what is wrong with the tables")
    commands.add_parser("sources", help="on whose word the rows of the tables stand")
    return parser


def _of_a_file(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("file", metavar="FILE")
    _with_rows(parser)


def _with_rows(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("--pantry", metavar="FILE", help="a kitchen's own rows")


def _answer(question: str, name: str, rows: str | None, *, whole: bool) -> int:
    """Print the answer to a question. WHOLE says that the file is the whole request, not the formula alone."""
    try:
        value, findings = parse(_read(name))
        pantry, wrong = _pantry(rows)
        told = [found("pantry-row", "", at=fault.path, why=fault.text) for fault in wrong]
        asked = value if whole else {"document": value}
        answer = ask(question, asked, pantry, [*(_in_document(findings) if whole else findings), *told])
    except (NotAFormula, NotAsked) as refusal:
        return _refused(refusal.problem())
    except NoSuchQuestion as refusal:
        return _refused(problem(NO_QUESTION, str(refusal)))
    print(json.dumps(answer, ensure_ascii=False, indent=2, allow_nan=False))
    return DONE


def _list(what: str, rows: str | None) -> int:
    """Print the ids of one sort, each with what it is, a tab between."""
    try:
        pantry = _pantry(rows)[0]
    except NotAFormula as refusal:
        return _refused(refusal.problem())
    for name, is_what in known(what, pantry):
        print(name, is_what, sep="\t")
    return DONE


def _plan(name: str, rows: str | None, events: str | None, before: str | None, now: str | None) -> int:
    """Print the plan of a service."""
    try:
        value, findings = parse(_read(name))
        document = service_object(value)
        pantry, _ = _pantry(rows)
        happened, followed = _events(events), _before(before)
    except NotAFormula as refusal:
        return _refused(refusal.problem())
    made = plan(document, pantry, findings, happened, before=followed, now=now)
    print(json.dumps(made, ensure_ascii=False, indent=2, allow_nan=False))
    return DONE


def _events(name: str | None) -> list[Mapping[str, Any]] | None:
    """What has happened, out of a file: a list of events, or an object that holds one; None without a file."""
    if name is None:
        return None
    value, _ = parse(_read(name))
    listed = value.get("events") if isinstance(value, Mapping) else value
    if not isinstance(listed, list) or not all(isinstance(one, Mapping) for one in listed):
        raise NotAFormula(NOT_EVENTS, f"{name}: events are a list of objects.")
    return listed


def _before(name: str | None) -> Plan | None:
    """The plan of before, out of a file."""
    if name is None:
        return None
    value, _ = parse(_read(name))
    if not isinstance(value, dict) or value.get("format") != PLAN:
        raise NotAFormula(NOT_A_PLAN, f"{name}: a plan is an object of the format {PLAN}.")
    try:
        return as_now(value)
    except (KeyError, TypeError, AttributeError):
        raise NotAFormula(NOT_A_PLAN, f"{name}: its steps cannot be read.") from None


def _in_document(findings: Sequence[Finding]) -> list[Finding]:
    """What the door found of the formula in a request, at its places in the formula."""
    return [one.moved(DOCUMENT) for one in findings if one.within(DOCUMENT)]


def _refused(told: Mapping[str, Any]) -> int:
    print(json.dumps(told, ensure_ascii=False, indent=2))
    return NOT_ASKED


def _pantry(rows: str | None) -> tuple[Pantry, list[Fault]]:
    """The pantry with a kitchen's own rows from a file; what of them is not used is told on standard error."""
    if rows is None:
        return default_pantry(), []
    value, findings = parse(_read(rows))
    try:
        if findings:
            raise BadPantry(f"{findings[0].path}: {findings[0].text}")
        pantry, wrong = with_rows(default_pantry(), rows_of_a_kitchen(value))
    except BadPantry as error:
        raise NotAFormula(NOT_A_PANTRY, f"{rows}: {error}") from None
    for fault in wrong:
        print(f"{rows}: {fault.path}: {fault.text}", file=sys.stderr)
    return pantry, wrong


def _read(name: str) -> bytes:
    """At most one byte more than is read at all, so that a huge file is refused without filling memory."""
    if name == "-":
        return sys.stdin.buffer.read(LARGEST_BYTES + 1)
    try:
        with Path(name).open("rb") as file:
            return file.read(LARGEST_BYTES + 1)
    except OSError as error:
        raise NotAFormula(NO_FILE, f"{name}: {error.strerror}. Check the name.") from None


def _tables() -> int:
    wrong = faults()
    for fault in wrong:
        print(fault, file=sys.stderr)
    return FAILED if wrong else DONE
