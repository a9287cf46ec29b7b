"""One formula or many: evaluated, or profiled."""

import sys
from collections.abc import Callable, Mapping, Sequence
from pathlib import Path
from typing import Any

from jarcore.cli.ends import DONE, NOT_READY, REFUSED
from jarcore.cli.files import STANDARD_INPUT, called, read, refused, show
from jarcore.cli.many import answered
from jarcore.cli.rows import pantry_of
from jarcore.data import Pantry
from jarcore.documents import Finding, NotAFormula, formula_object, parse

# What an answer is called where it stands in a line.
WORDS = {"evaluate": "evaluation", "profiles": "profiles"}
Answering = Callable[[Mapping[str, Any], Pantry, Sequence[Finding]], Any]


def of_formulas(command: str, names: Sequence[str], rows: str | None, *, by_line: bool, strict: bool) -> int:
    """Print an answer to each formula: of one file as a document, of several on a line each."""
    try:
        pantry, wrong = pantry_of(rows)
    except NotAFormula as refusal:
        return refused(rows, refusal.problem())
    answering = _answering(command)

    def answer(raw: bytes) -> Any:
        value, findings = parse(raw)
        return answering(formula_object(value), pantry, [*findings, *wrong])

    (name, *others) = names
    if others or by_line or (name != STANDARD_INPUT and Path(name).is_dir()):
        answers = answered(names, answer, WORDS[command], by_line=by_line)
    else:
        try:
            found_one = answer(read(name))
        except NotAFormula as refusal:
            return refused(name, refusal.problem())
        show(found_one)
        answers = iter([(name, found_one)])
    refuses, ready = False, not wrong
    for each, one in answers:
        refuses |= one is None
        if strict and one is not None:
            ready &= _is_ready(each, one)
    return REFUSED if refuses else NOT_READY if strict and not ready else DONE


def _answering(command: str) -> Answering:
    if command == "evaluate":
        from jarcore.formula import evaluate

        return evaluate
    from jarcore.questions import profiles

    return profiles


def _is_ready(name: str, answer: Mapping[str, Any]) -> bool:
    """Whether a formula is ready; why it is not is told on standard error."""
    reasons = answer.get("not_ready", ())
    for reason in reasons:
        print(f"{called(name)}: not ready: {reason['path']}: {reason['text']}", file=sys.stderr)
    return not reasons
