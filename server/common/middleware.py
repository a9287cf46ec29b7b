"""What is done with every request before anything else looks at it, and with every answer after all else."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from jarcore.documents import LARGEST_BYTES
from jarcore.documents.refusal import TOO_LARGE, problem
from server.common import request_id
from server.common.kinds import PHOTO_TOO_LARGE
from server.common.problems import CONTENT_TYPE, answer, answer_to

Next = Callable[[HttpRequest], HttpResponse]
# A body that is refused is still read, up to this, so that the client gets the answer and not a broken pipe.
DRAINED_BYTES = 64_000_000
CHUNK = 65_536
# What is no document may be larger: photos, by how their addresses go on.
PHOTOS, LARGEST_PHOTO = "/photos/", 2_000_000
# A draft travels with its revision around it, so a little more than a document may come in.
AROUND = 4096
# What no address of ours holds, and no database takes.
NUL = "\0"


def is_of_the_api(request: HttpRequest) -> bool:
    """Whether a program asks, which wants a problem document where something is wrong, and not a page."""
    return request.path.startswith("/api/")


class RequestId:
    """Gives each request a number of its own: it stands in the answer's head, in problem documents and in the log."""

    def __init__(self, get_response: Next) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Number and pass on."""
        with request_id.given() as number:
            response = self.get_response(request)
        response["X-Request-ID"] = number
        return response


class Problems:
    """Every error below /api/ is a problem document, whoever answers it; no answer of the API is stored on the way."""

    def __init__(self, get_response: Next) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Pass on, and put errors into the API's own form."""
        if not is_of_the_api(request):
            return self.get_response(request)
        response = answer_to(404) if NUL in request.path else self.get_response(request)
        if response.status_code >= 400 and response["Content-Type"] != CONTENT_TYPE:
            kept = {name: response[name] for name in ("Allow", "Retry-After") if name in response}
            response = answer_to(response.status_code)
            for name, value in kept.items():
                response[name] = value
        response.setdefault("Cache-Control", "no-store")
        return response


class BodyLimit:
    """Answers 413 to a body that is too large, before anything parses it."""

    def __init__(self, get_response: Next) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Refuse or pass on."""
        length = int(request.META.get("CONTENT_LENGTH") or 0)
        photo = PHOTOS in request.path
        most = LARGEST_PHOTO if photo else LARGEST_BYTES + AROUND
        if length <= most:
            return self.get_response(request)
        left = min(length, DRAINED_BYTES)
        while left > 0 and (chunk := request.META["wsgi.input"].read(min(CHUNK, left))):
            left -= len(chunk)
        kind, mend = (PHOTO_TOO_LARGE, "Make it smaller.") if photo else (TOO_LARGE, "Split the document.")
        text = f"This is {length / 1e6:.1f} MB; at most {most / 1e6:.0f} MB is read. {mend}"
        return answer(problem(kind, text))
