"""JSON Pointers (RFC 6901): where in a document something is."""

from collections.abc import Sequence

Step = str | int


def pointer(steps: Sequence[Step]) -> str:
    """The pointer for a way of keys and positions; '' is the whole document."""
    return "".join("/" + str(step).replace("~", "~0").replace("/", "~1") for step in steps)


def steps_of(path: str) -> tuple[Step, ...]:
    """The way of keys and positions that a pointer of ours leads; () is the whole document.

    >>> steps_of("/jars/0/method")
    ('jars', 0, 'method')
    """
    return tuple(int(step) if step.isdigit() else step for step in path.split("/")[1:])
