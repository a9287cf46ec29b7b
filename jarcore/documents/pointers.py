"""JSON Pointers (RFC 6901): where in a document something is."""

from collections.abc import Sequence
from typing import Any

Step = str | int


def pointer(steps: Sequence[Step]) -> str:
    """The pointer for a way of keys and positions; '' is the whole document."""
    return "".join("/" + str(step).replace("~", "~0").replace("/", "~1") for step in steps)


def steps_of(text: str) -> list[str]:
    """The keys and positions, as text, of a pointer."""
    return [step.replace("~1", "/").replace("~0", "~") for step in text.split("/")[1:]]


def parent_of(document: Any, steps: Sequence[Step]) -> Any:
    """The list or object that holds the last step; raises KeyError, IndexError or TypeError where the way ends."""
    for step in steps[:-1]:
        document = document[step]
    return document
