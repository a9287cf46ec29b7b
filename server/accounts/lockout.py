"""What somebody hears who failed to sign in too often."""

from typing import Any

from axes.helpers import get_cool_off
from django.http import HttpRequest, HttpResponse

from server.common.problems import problem


def answer(request: HttpRequest, _credentials: dict[str, Any] | None = None, *_more: Any) -> HttpResponse:
    """429 with the time to wait."""
    wait = get_cool_off(request)
    seconds = int(wait.total_seconds()) if wait else 900
    words = f"Too many wrong passwords. Wait {seconds // 60} minutes, then try again."
    response = problem(429, "Wait before the next try", words)
    response["Retry-After"] = str(seconds)
    return response
