"""How long whoever asks will wait. The core has no clock: they bring one, and it is looked at between two steps."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

# Says whether the time is over; None where nobody has set any.
_over: ContextVar[Callable[[], bool] | None] = ContextVar("time is over", default=None)


class OutOfTime(Exception):
    """Reckoning takes longer than whoever asks will wait."""


@contextmanager
def patient_until(over: Callable[[], bool]) -> Iterator[None]:
    """Within it the core stops between two steps once OVER says that the time is over.

    >>> with patient_until(lambda: True):
    ...     look_at_the_time()
    Traceback (most recent call last):
    ...
    jarcore.data.patience.OutOfTime
    """
    token = _over.set(over)
    try:
        yield
    finally:
        _over.reset(token)


def look_at_the_time() -> None:
    """Called between steps. Raises: OutOfTime."""
    over = _over.get()
    if over is not None and over():
        raise OutOfTime
