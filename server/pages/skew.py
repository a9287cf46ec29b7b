"""Pages of an older build: what they ask is answered as long as it is understood, and refused in words after that.

What happened in a run is taken from any of them: events have a version of their own.
"""

from django.http import HttpRequest, HttpResponse

from jarcore.documents.refusal import problem
from server.common.kinds import PAGE_TOO_OLD
from server.common.middleware import Next, is_of_the_api
from server.common.problems import answer

# The number goes up when pages of before would misread an answer; the oldest is that of pages whose questions are still
# understood.
NOW, OLDEST = 1, 1
HEADER = "X-Page"
EVENTS = "/events"
DETAIL = "Load it again: what you typed is kept. In the middle of a run, go on: what you say is taken."


class Skew:
    """Answers 426 to a page that is too old, which says its number with each request; who says none is no page."""

    def __init__(self, get_response: Next) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Pass on, or refuse."""
        said = request.headers.get(HEADER, "")
        if said.isdecimal() and int(said) < OLDEST and is_of_the_api(request) and not request.path.endswith(EVENTS):
            return answer(problem(PAGE_TOO_OLD, DETAIL))
        return self.get_response(request)
