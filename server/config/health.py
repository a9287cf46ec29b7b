"""Whether it is alive, and whether it can answer: for whoever watches it. Asked by any name, over plain HTTP."""

from collections.abc import Callable

from django.conf import settings
from django.db import Error
from django.http import HttpRequest, HttpResponse, JsonResponse

from server.common.problems import database_away
from server.work.selectors import queue

ALIVE, READY = "/healthz", "/readyz"


class Health:
    """Answers the two addresses of health before anything else is asked of a request."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer them, or pass on."""
        if request.path == ALIVE:
            return JsonResponse({"status": "alive", "instance": settings.INSTANCE})
        return _ready() if request.path == READY else self.get_response(request)


def _ready() -> HttpResponse:
    """Whether the database answers, and how the queue does: one whose oldest job grows old has no worker."""
    try:
        waiting = queue()
    except Error:
        return database_away()
    return JsonResponse({"status": "ready", "queue": {"waiting": waiting.waiting, "oldest_s": waiting.oldest_s}})
