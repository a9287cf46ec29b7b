"""Any question, of a file that holds the whole of what is asked."""

from collections.abc import Sequence

from jarcore.cli.ends import DONE
from jarcore.cli.files import read, refused, show
from jarcore.cli.rows import pantry_of
from jarcore.documents import Finding, NotAFormula, parse
from jarcore.documents.refusal import Kind, problem
from jarcore.questions import NoSuchQuestion, NotAsked, ask

NO_QUESTION = Kind("no_such_question", 422, "No such question")
DOCUMENT = "/document"


def asked_of(question: str, name: str, rows: str | None) -> int:
    """Print the answer to a question; the file is the whole request."""
    try:
        value, findings = parse(read(name))
        pantry, wrong = pantry_of(rows)
        show(ask(question, value, pantry, [*_in_document(findings), *wrong]))
    except (NotAFormula, NotAsked) as refusal:
        return refused(name, refusal.problem())
    except NoSuchQuestion as refusal:
        return refused(name, problem(NO_QUESTION, str(refusal)))
    return DONE


def _in_document(findings: Sequence[Finding]) -> list[Finding]:
    """What the door found of the formula in a request, at its places in the formula."""
    return [one.moved(DOCUMENT) for one in findings if one.within(DOCUMENT)]
