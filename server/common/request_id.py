"""The number of the request that is being answered: what somebody reads on the screen is found by it in the log."""

import secrets
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar

_current: ContextVar[str] = ContextVar("request id", default="")


@contextmanager
def given() -> Iterator[str]:
    """Within it a request has a number."""
    token = _current.set(secrets.token_hex(6))
    try:
        yield _current.get()
    finally:
        _current.reset(token)


def current() -> str:
    """The number of the request that is being answered; empty outside of one."""
    return _current.get()
