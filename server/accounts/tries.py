"""Wrong passwords: each makes the next wait longer, and nobody can shut another out by guessing.

What counts is the name together with where the guesses come from. A browser from which somebody has signed in before
counts by itself: strangers who guess that name elsewhere, or at the same address, do not slow it down. Who tries many
names from one address is stopped there.
"""

import math
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import timedelta
from threading import BoundedSemaphore

from django.db.models import Count, Max, QuerySet
from django.utils import timezone
from django.utils.crypto import salted_hmac

from server.accounts.models import WrongPassword
from server.common.kinds import WAIT
from server.common.problems import Problem

# So many wrong ones cost nothing; each further one doubles the wait, from a second up to the longest.
FREE = 3
LONGEST_S = 900
WINDOW = timedelta(seconds=LONGEST_S)
# From one address so many names, or so many tries in all, within the window; and of one name from everywhere.
MOST_NAMES, MOST_TRIES, MOST_OF_A_NAME = 12, 60, 60
# Hashing a password is a good tenth of a second's work: one at a time in each process, so that the rest goes on.
_HASHING = BoundedSemaphore(1)
PATIENCE_S = 3.0


@contextmanager
def one_at_a_time() -> Iterator[None]:
    """Within it a password is hashed; nobody else's is, in this process. Raises: Problem 429 where too many wait."""
    if not _HASHING.acquire(timeout=PATIENCE_S):
        raise _wait(1, "Many people sign in just now.")
    try:
        yield
    finally:
        _HASHING.release()


def look(name: str, address: str, device: str) -> None:
    """Whether another try may be made. Raises: Problem 429 with how long to wait."""
    now = timezone.now()
    recent = WrongPassword.objects.filter(at__gt=now - WINDOW)
    own = _own(recent, name, address, device).aggregate(number=Count("id"), last=Max("at"))
    if own["number"] >= FREE:
        wait = min(LONGEST_S, 2 ** (own["number"] - FREE))
        left = wait - (now - own["last"]).total_seconds()
        if left > 0:
            raise _wait(math.ceil(left), "Too many wrong tries.")
    if device:
        return
    there = recent.filter(address=address).aggregate(names=Count("name", distinct=True), number=Count("id"))
    of_all = recent.filter(name=_hidden(name)).count()
    if there["names"] >= MOST_NAMES or there["number"] >= MOST_TRIES or of_all >= MOST_OF_A_NAME:
        raise _wait(LONGEST_S, "Too many wrong tries from here.")


def wrong(name: str, address: str, device: str) -> None:
    """Note a wrong password; what is older than any wait is forgotten."""
    WrongPassword.objects.create(name=_hidden(name), address=address, device=device)
    WrongPassword.objects.filter(at__lt=timezone.now() - WINDOW).delete()


def right(name: str, address: str, device: str) -> None:
    """Somebody got in: their own wrong ones are forgotten."""
    _own(WrongPassword.objects.all(), name, address, device).delete()


def _own(some: "QuerySet[WrongPassword]", name: str, address: str, device: str) -> "QuerySet[WrongPassword]":
    """Those that count against this name here: by the browser where it is known, else by the address."""
    mine = some.filter(name=_hidden(name))
    return mine.filter(device=device) if device else mine.filter(device="", address=address)


def _hidden(name: str) -> str:
    """A name as it is noted: what is typed as one may be somebody's password."""
    return salted_hmac("wrong password", name.casefold()).hexdigest()


def _wait(seconds: int, why: str) -> Problem:
    minutes = math.ceil(seconds / 60)
    wait = f"{seconds} s" if seconds < 120 else f"{minutes} minutes"
    words = f"{why} Wait {wait}, then try again."
    return Problem(WAIT, words, retry_after_s=seconds)
