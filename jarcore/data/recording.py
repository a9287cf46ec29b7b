"""Which rows a calculation used: reported by the calculation itself."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from functools import lru_cache, wraps
from typing import ParamSpec, TypeVar

P = ParamSpec("P")
T = TypeVar("T")
# Names of the rows used so far, in order, while somebody wants to know; None otherwise.
_used: ContextVar[dict[str, None] | None] = ContextVar("rows used", default=None)
# Who wants to know, in all threads: while nobody does, looking a row up costs nothing more.
listeners: list[object] = []
# How each kept answer is forgotten.
_forgetting: list[Callable[[], None]] = []


def note(name: str) -> None:
    """Note that a row is used."""
    used = _used.get()
    if used is not None:
        used[name] = None


@contextmanager
def recorded() -> Iterator[dict[str, None]]:
    """Within it every parameter row that is used is noted; gives their names, in the order of first use.

    >>> from jarcore.data import parameter
    >>> with recorded() as used:
    ...     _ = parameter("counter_stop")
    >>> print(*used)
    counter_stop
    """
    used: dict[str, None] = {}
    token = _used.set(used)
    listeners.append(token)
    try:
        yield used
    finally:
        listeners.remove(token)
        _used.reset(token)


def anew(function: Callable[P, T]) -> Callable[P, T]:
    """A kept function as it reckons when nothing is kept."""
    return function.__wrapped__  # type: ignore[attr-defined, no-any-return]


def forget() -> None:
    """Forget all answers that are kept: the rows that they rest on are others now."""
    for one in _forgetting:
        one()


def kept(maxsize: int | None = None) -> Callable[[Callable[P, T]], Callable[P, T]]:
    """As functools.lru_cache; while rows are recorded the answer is reckoned anew, so that its rows are noted."""

    def decorate(function: Callable[P, T]) -> Callable[P, T]:
        cached = lru_cache(maxsize=maxsize)(function)
        _forgetting.append(cached.cache_clear)

        @wraps(function)
        def asked(*args: P.args, **kwargs: P.kwargs) -> T:
            if listeners and _used.get() is not None:
                return function(*args, **kwargs)
            return cached(*args, **kwargs)  # type: ignore[arg-type]

        return asked

    return decorate
