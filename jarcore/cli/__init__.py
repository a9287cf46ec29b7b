"""The core on the command line: evaluate, profile or ask about files, plan a service, check the tables.

Only answers go to standard output; what is wrong is told on standard error too, with the name of its file. What a
command needs is loaded by that command alone: most of a short one's time is loading.
"""

import argparse

from jarcore.cli.ends import CLOSED, DONE, FAILED, NOT_READY, REFUSED
from jarcore.data import program
from jarcore.documents.known import LISTS

ENDS = f"""It ends with {DONE} when it is done, whatever the answers say; {FAILED} when tables are wrong; {REFUSED} when
something is refused (a problem document stands in its place) or the command is not understood; {NOT_READY} with
--strict when something is not ready; {CLOSED} when nobody reads on."""
# Questions that have a command of their own, which takes the formula itself.
OF_A_FORMULA = {
    "evaluate": "everything that is shown of a formula",
    "profiles": "salt and acid over depth and time for each jar, and the core over time",
}


def main(arguments: list[str]) -> int:
    """Run one command; returns the exit code."""
    asked = _commands(arguments).parse_args(arguments)
    if asked.command == "tables":
        from jarcore.cli.tables import wrong

        return wrong()
    if asked.command == "sources":
        from jarcore.data.sources import shares

        print(*shares(), sep="\n")
        return DONE
    if asked.command == "list":
        from jarcore.cli.tables import listed

        return listed(asked.what, asked.pantry)
    if asked.command == "plan":
        from jarcore.cli.planning import planned

        return planned(asked.file, asked.pantry, asked.events, asked.before, asked.now, search=not asked.at_once)
    if asked.command == "ask":
        from jarcore.cli.asking import asked_of

        return asked_of(asked.question, asked.file, asked.pantry)
    from jarcore.cli.formulas import of_formulas

    return of_formulas(asked.command, asked.files, asked.pantry, by_line=asked.lines, strict=asked.strict)


def _commands(arguments: list[str]) -> argparse.ArgumentParser:
    says = "The core, on files. '-' is standard input."
    parser = argparse.ArgumentParser(prog="jar-table", description=says, epilog=ENDS)
    parser.add_argument("--version", action=_Version, nargs=0, help="what it is, and end")
    commands = parser.add_subparsers(dest="command", required=True)
    for name, what in OF_A_FORMULA.items():
        one = commands.add_parser(name, help=what, description=f"{what.capitalize()}.", epilog=ENDS)
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
    asking.add_argument("question", metavar="QUESTION", help=_questions() if "ask" in arguments[:1] else None)
    _of_a_file(asking)
    listing = commands.add_parser("list", help="what ids a document may name, each with what it is")
    listing.add_argument("what", metavar="WHAT", choices=LISTS, help=", ".join(LISTS))
    _with_rows(listing)
    commands.add_parser("tables", help="what is wrong with the tables")
    commands.add_parser("sources", help="on whose word the rows of the tables stand")
    return parser


class _Version(argparse.Action):
    """Says the version, with the digest of the tables and the commit, which are looked for only then."""

    def __call__(self, parser: argparse.ArgumentParser, *_: object) -> None:
        print(program().replace("jarcore", parser.prog, 1))
        parser.exit(DONE)


def _questions() -> str:
    from jarcore.questions import question_names

    return ", ".join(question_names())


def _of_a_file(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("file", metavar="FILE")
    _with_rows(parser)


def _with_rows(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("--pantry", metavar="FILE", help="a kitchen's own rows")
