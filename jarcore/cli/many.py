"""Many formulas in one command: a line of JSON for each, told by its file."""

import sys
from collections.abc import Callable, Iterator, Sequence
from typing import Any

from jarcore.cli.files import documents, lines, read, show_line, tell
from jarcore.documents import NotAFormula

Answer = Callable[[bytes], Any]


def answered(names: Sequence[str], answer: Answer, word: str, *, by_line: bool) -> Iterator[tuple[str, Any]]:
    """Print the answer to each formula as it comes, and give it with its name; None for one that is refused, which is
    told on standard error too.

    Parameters: names, files and folders; answer, to what is in one; word, how an answer is called in its line; by_line,
    whether each line of the files is a formula.
    """
    for name, there in _lines(names) if by_line else _files(names):
        try:
            if isinstance(there, NotAFormula):
                raise there
            found = answer(there)
        except NotAFormula as refusal:
            told = refusal.problem()
            tell(name, told)
            show_line({"file": name, "problem": told})
            yield name, None
        else:
            show_line({"file": name, word: found})
            yield name, found
        sys.stdout.flush()


def _files(names: Sequence[str]) -> Iterator[tuple[str, bytes | NotAFormula]]:
    for name in documents(names):
        try:
            yield name, read(name)
        except NotAFormula as refusal:
            yield name, refusal


def _lines(names: Sequence[str]) -> Iterator[tuple[str, bytes | NotAFormula]]:
    for name in names:
        try:
            yield from lines(name)
        except NotAFormula as refusal:
            yield name, refusal
