"""What Django answers by itself: no such page, not allowed, broken, and a database that is away."""

import sys

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from server.common.middleware import is_of_the_api
from server.common.problems import AWAY, answer_to, database_away


def bad_request(request: HttpRequest, exception: Exception) -> HttpResponse:  # noqa: ARG001  (Django names it)
    """400."""
    return _answer(request, 400)


def forbidden(request: HttpRequest, exception: Exception) -> HttpResponse:  # noqa: ARG001  (Django names it)
    """403."""
    return _answer(request, 403)


def not_found(request: HttpRequest, exception: Exception) -> HttpResponse:  # noqa: ARG001  (Django names it)
    """404."""
    return _answer(request, 404)


def broken(request: HttpRequest) -> HttpResponse:
    """500; 503 where it was the database that is away."""
    if isinstance(sys.exc_info()[1], AWAY):
        return database_away() if is_of_the_api(request) else _answer(request, 503)
    return _answer(request, 500)


def nothing_here(_request: HttpRequest, **_named: str) -> HttpResponse:
    """An address below /api/ that is none."""
    return answer_to(404)


def _answer(request: HttpRequest, status: int) -> HttpResponse:
    told = answer_to(status)
    return told if is_of_the_api(request) else render(request, "failure.html", {"told": told.told}, status=status)
