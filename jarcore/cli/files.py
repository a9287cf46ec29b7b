"""Files on the command line: which are meant, what is in them, and what is told of one that cannot be taken."""

import json
import sys
from collections.abc import Iterator, Mapping, Sequence
from pathlib import Path
from typing import Any

from jarcore.cli.ends import REFUSED
from jarcore.documents import LARGEST_BYTES, NotAFormula
from jarcore.documents.refusal import TOO_LARGE, Kind

NO_FILE = Kind("no_such_file", 400, "No such file")
STANDARD_INPUT = "-"
# What a folder is looked through for.
DOCUMENTS = "*.json"


def documents(names: Sequence[str]) -> Iterator[str]:
    """The names of the files that are meant: of a folder all documents in it and below, in the order of their names."""
    for name in names:
        path = Path(name)
        if name != STANDARD_INPUT and path.is_dir():
            yield from map(str, sorted(path.rglob(DOCUMENTS)))
        else:
            yield name


def read(name: str) -> bytes:
    """What is in a file, or on standard input; of more than is read at all only as much as shows that.

    Raises: NotAFormula where there is no such file, or a larger one than is read.
    """
    if name == STANDARD_INPUT:
        return sys.stdin.buffer.read(LARGEST_BYTES + 1)
    try:
        path = Path(name)
        size = path.stat().st_size
        if size > LARGEST_BYTES:
            most = LARGEST_BYTES / 1e6
            raise NotAFormula(TOO_LARGE, f"The file has {size / 1e6:.1f} MB; at most {most:.0f} MB is read. Split it.")
        with path.open("rb") as file:
            return file.read(LARGEST_BYTES + 1)
    except OSError as error:
        raise NotAFormula(NO_FILE, f"{name}: {error.strerror}. Check the name.") from None


def lines(name: str) -> Iterator[tuple[str, bytes]]:
    """Each line of JSON Lines, by its file and its number; empty ones are passed over.

    Raises: NotAFormula where there is no such file.
    """
    try:
        with sys.stdin.buffer if name == STANDARD_INPUT else Path(name).open("rb") as file:
            for number, line in enumerate(file, start=1):
                if line.strip():
                    yield f"{called(name)}:{number}", line
    except OSError as error:
        raise NotAFormula(NO_FILE, f"{name}: {error.strerror}. Check the name.") from None


def called(name: str) -> str:
    """A file as it is named to people."""
    return "standard input" if name == STANDARD_INPUT else name


def tell(name: str, told: Mapping[str, Any]) -> None:
    """Say on standard error what is wrong with a file: a line for each place, or one for all of it."""
    places = [f"{one['path']}: {one['text']}" for one in told["errors"]] or [str(told["detail"])]
    for place in places:
        print(f"{called(name)}: {told['title']}: {place}", file=sys.stderr)


def refused(name: str | None, told: Mapping[str, Any]) -> int:
    """Say that all is refused, on both outputs; returns what the command ends with."""
    tell(name or STANDARD_INPUT, told)
    show(told)
    return REFUSED


def show(answer: object) -> None:
    """Print an answer for people and programs to read."""
    print(json.dumps(answer, ensure_ascii=False, indent=2, allow_nan=False))


def show_line(answer: object) -> None:
    """Print one of many answers, on a line of its own."""
    print(json.dumps(answer, ensure_ascii=False, allow_nan=False))
