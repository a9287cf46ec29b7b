"""gunicorn's settings that are code: a shorter turn for each thread."""

import sys


def post_fork(_server: object, _worker: object) -> None:
    """Hand the interpreter over every half millisecond, so a long evaluation does not hold up short requests."""
    sys.setswitchinterval(0.0005)
