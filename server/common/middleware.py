"""What is done with every request before anything else looks at it."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from jarcore.documents import LARGEST_BYTES
from server.common.problems import problem

# A body that is refused is still read, up to this, so that the client gets the answer and not a broken pipe.
DRAINED_BYTES = 64_000_000
CHUNK = 65_536


class BodyLimit:
    """Answers 413 to a body that is too large, before anything parses it."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Refuse or pass on."""
        length = int(request.META.get("CONTENT_LENGTH") or 0)
        # A draft travels with its revision around it, so a little more than a document may come in.
        if length <= LARGEST_BYTES + 4096:
            return self.get_response(request)
        left = min(length, DRAINED_BYTES)
        while left > 0 and (chunk := request.META["wsgi.input"].read(min(CHUNK, left))):
            left -= len(chunk)
        return problem(
            413,
            "Document too large",
            f"This is {length / 1e6:.1f} MB; at most {LARGEST_BYTES / 1e6:.0f} MB is read. Split the document.",
        )
