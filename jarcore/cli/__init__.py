"""The core on the command line: evaluate, profile or ask about files, plan a service, check the tables.

Only answers go to standard output; what is wrong is told on standard error too, with the name of its file.
"""

import argparse
import sys
from collections.abc import Mapping, Sequence
from pathlib import Path
from typing import Any

from jarcore.cli.files import STANDARD_INPUT, called, read, show, tell
from jarcore.cli.many import answered
from jarcore.data import BadPantry, Pantry, default_pantry, with_rows
from jarcore.data.checks import faults
from jarcore.data.sources import shares
from jarcore.documents import Finding, NotAFormula, found, parse, rows_of_a_kitchen, service_object
from jarcore.documents.known import LISTS, known
from jarcore.documents.plan import FORMAT as PLAN
from jarcore.documents.plan import Plan, as_now
from jarcore.documents.refusal import NOT_A_PANTRY, Kind, problem
from jarcore.questions import QUESTIONS, NoSuchQuestion, NotAsked, ask
from jarcore.service import NotInstalled, plan
from jarcore.version import VERSION

# What a command ends with. A pipe that is closed ends it as the signal would (128 + 13), an interrupt too (128 + 2).
DONE, FAILED, REFUSED, NOT_READY, CLOSED, INTERRUPTED = 0, 1, 2, 3, 141, 130
ENDS = f"""It ends with {DONE} when it is done, whatever the answers say; {FAILED} when tables are wrong; {REFUSED} when
something is refused (a problem document stands in its place) or the command is not understood; {NOT_READY} with
--strict when something is not ready; {CLOSED} when nobody reads on."""
# What an answer is called where it stands in a line.
WORDS = {"evaluate": "evaluation"}
# What can be wrong only with a file that is named.
NO_QUESTION = Kind("no_such_question", 422, "No such question")
NOT_INSTALLED = Kind("not_installed", 501, "Not installed")
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
        return _plan(asked.file, asked.pantry, asked.events, asked.before, asked.now, search=not asked.at_once)
    if asked.command == "ask":
        return _ask(asked.question, asked.file, asked.pantry)
    return _of_formulas(asked.command, asked.files, asked.pantry, by_line=asked.lines, strict=asked.strict)


def _commands() -> argparse.ArgumentParser:
    says = "The core, on files. '-' is standard input."
    parser = argparse.ArgumentParser(prog="jar-table", description=says, epilog=ENDS)
    parser.add_argument("--version", action="version", version=f"jar-table {VERSION}")
    commands = parser.add_subparsers(dest="command", required=True)
    for name in OF_A_FORMULA:
        one = commands.add_parser(name, help=QUESTIONS[name].says, epilog=ENDS)
        one.add_argument("files", metavar="FILE", nargs="+", help="a formula; a folder is all *.json in it and below")
        many = "each line is a formula (JSON Lines); as of several files, each answer is a line that names its file"
        one.add_argument("--lines", action="store_true", help=many)
        strict = f"end with {NOT_READY} where a formula is not ready, or a kitchen's own row is not used"
        one.add_argument("--strict", action="store_true", help=strict)
        _with_rows(one)
    planning = commands.add_parser("plan", help="the plan of a service: every step with its time, and why there")
    _of_a_file(planning)
    planning.add_argument("--events", metavar="FILE", help="what has happened: a list of events")
    planning.add_argument("--before", metavar="FILE", help="the plan that it follows, and leaves only where it gains")
    planning.add_argument("--at-once", action="store_true", help="without a search for a better plan than the first")
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


def _of_formulas(question: str, names: Sequence[str], rows: str | None, *, by_line: bool, strict: bool) -> int:
    """Print the answer to a question of each formula: of one file as a document, of several on a line each."""
    try:
        pantry, wrong = _pantry(rows)
    except NotAFormula as refusal:
        return _refused(rows, refusal.problem())

    def answer(raw: bytes) -> Any:
        value, findings = parse(raw)
        return ask(question, {"document": value}, pantry, [*findings, *wrong])

    (name, *others) = names
    if others or by_line or (name != STANDARD_INPUT and Path(name).is_dir()):
        answers = answered(names, answer, WORDS.get(question, question), by_line=by_line)
    else:
        try:
            found_one = answer(read(name))
        except NotAFormula as refusal:
            return _refused(name, refusal.problem())
        show(found_one)
        answers = iter([(name, found_one)])
    refused, ready = False, not wrong
    for each, one in answers:
        refused |= one is None
        if strict and one is not None:
            ready &= _is_ready(each, one)
    return REFUSED if refused else NOT_READY if strict and not ready else DONE


def _is_ready(name: str, answer: Mapping[str, Any]) -> bool:
    """Whether a formula is ready; why it is not is told on standard error."""
    reasons = answer.get("not_ready", ())
    for reason in reasons:
        print(f"{called(name)}: not ready: {reason['path']}: {reason['text']}", file=sys.stderr)
    return not reasons


def _ask(question: str, name: str, rows: str | None) -> int:
    """Print the answer to a question; the file is the whole request."""
    try:
        value, findings = parse(read(name))
        pantry, wrong = _pantry(rows)
        show(ask(question, value, pantry, [*_in_document(findings), *wrong]))
    except (NotAFormula, NotAsked) as refusal:
        return _refused(name, refusal.problem())
    except NoSuchQuestion as refusal:
        return _refused(name, problem(NO_QUESTION, str(refusal)))
    return DONE


def _list(what: str, rows: str | None) -> int:
    """Print the ids of one sort, each with what it is, a tab between."""
    try:
        pantry = _pantry(rows)[0]
    except NotAFormula as refusal:
        return _refused(rows, refusal.problem())
    for name, is_what in known(what, pantry):
        print(name, is_what, sep="\t")
    return DONE


def _plan(name: str, rows: str | None, events: str | None, before: str | None, now: str | None, *, search: bool) -> int:
    """Print the plan of a service."""
    try:
        value, findings = parse(read(name))
        document = service_object(value)
        pantry, _ = _pantry(rows)
        happened, followed = _events(events), _before(before)
    except NotAFormula as refusal:
        return _refused(name, refusal.problem())
    try:
        made = plan(document, pantry, findings, happened, before=followed, now=now, search=search)
    except NotInstalled as missing:
        return _refused(name, problem(NOT_INSTALLED, str(missing)))
    show(made)
    return DONE


def _events(name: str | None) -> list[Mapping[str, Any]] | None:
    """What has happened, out of a file: a list of events, or an object that holds one; None without a file."""
    if name is None:
        return None
    value, _ = parse(read(name))
    listed = value.get("events") if isinstance(value, Mapping) else value
    if not isinstance(listed, list) or not all(isinstance(one, Mapping) for one in listed):
        raise NotAFormula(NOT_EVENTS, f"{name}: events are a list of objects.")
    return listed


def _before(name: str | None) -> Plan | None:
    """The plan of before, out of a file."""
    if name is None:
        return None
    value, _ = parse(read(name))
    if not isinstance(value, dict) or value.get("format") != PLAN:
        raise NotAFormula(NOT_A_PLAN, f"{name}: a plan is an object of the format {PLAN}.")
    try:
        return as_now(value)
    except (KeyError, TypeError, AttributeError):
        raise NotAFormula(NOT_A_PLAN, f"{name}: its steps cannot be read.") from None


def _in_document(findings: Sequence[Finding]) -> list[Finding]:
    """What the door found of the formula in a request, at its places in the formula."""
    return [one.moved(DOCUMENT) for one in findings if one.within(DOCUMENT)]


def _refused(name: str | None, told: Mapping[str, Any]) -> int:
    tell(name or STANDARD_INPUT, told)
    show(told)
    return REFUSED


def _pantry(rows: str | None) -> tuple[Pantry, list[Finding]]:
    """The pantry with a kitchen's own rows from a file, and what of them is not used, which is told on standard error
    too.
    """
    if rows is None:
        return default_pantry(), []
    value, findings = parse(read(rows))
    try:
        if findings:
            raise BadPantry(f"{findings[0].path}: {findings[0].text}")
        pantry, wrong = with_rows(default_pantry(), rows_of_a_kitchen(value))
    except BadPantry as error:
        raise NotAFormula(NOT_A_PANTRY, f"{rows}: {error}") from None
    for fault in wrong:
        print(f"{rows}: {fault.path}: {fault.text}", file=sys.stderr)
    return pantry, [found("pantry-row", "", at=fault.path, why=fault.text) for fault in wrong]


def _tables() -> int:
    wrong = faults()
    for fault in wrong:
        print(fault, file=sys.stderr)
    return FAILED if wrong else DONE
