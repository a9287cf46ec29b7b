"""Whether it is alive, and whether it can answer: for whoever watches it. Asked by any name, over plain HTTP."""

from collections.abc import Callable

from django.db import Error, connection
from django.http import HttpRequest, HttpResponse, JsonResponse

from server.common.problems import database_away

ALIVE, READY = "/healthz", "/readyz"


class Health:
    """Answers the two addresses of health before anything else is asked of a request."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer them, or pass on."""
        if request.path == ALIVE:
            return JsonResponse({"status": "alive"})
        if request.path == READY:
            return JsonResponse({"status": "ready"}) if _database_answers() else database_away()
        return self.get_response(request)


def _database_answers() -> bool:
    try:
        with connection.cursor() as cursor:
            cursor.execute("select 1")
    except Error:
        return False
    return True
