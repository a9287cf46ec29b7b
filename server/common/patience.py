"""How long the core may reckon for one request: in seconds of work, so that a busy machine refuses nobody."""

import time
from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from jarcore.data import patient_until


class Patience:
    """Bounds what is reckoned for one request; what takes longer is answered as a problem (see problems)."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Pass on, with a bound."""
        most: float = settings.RECKONED_AT_MOST_S
        began, worked = time.perf_counter(), time.thread_time()

        def over() -> bool:
            """Nobody works for longer than it takes, so the clock of work, which costs more, is looked at last."""
            taken = time.perf_counter() - began
            return taken > most and time.thread_time() - worked > most

        with patient_until(over):
            return self.get_response(request)
