"""Errors as RFC 9457 problem documents: one file maps every exception."""

from typing import Any

from django.core.exceptions import ObjectDoesNotExist, PermissionDenied
from django.db import IntegrityError, InterfaceError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from jarcore.data import OutOfTime
from jarcore.documents import NotAFormula
from jarcore.documents.pointers import pointer
from jarcore.questions import NotAsked
from server.common import request_id

CONTENT_TYPE = "application/problem+json"
# How a database says that it is not there, or is going.
AWAY = (OperationalError, InterfaceError)
RETRY_AFTER_S = 2
# What is said where nobody knows more than the status.
PLAIN = {
    400: ("Bad request", "This could not be read as a request. Load the page again."),
    403: ("Not allowed", "The page is too old, or does not come from here. Load it again."),
    404: ("Not found", "There is nothing here that you may see."),
    405: ("Not done so", "There is something here, but it is not asked for in this way."),
    500: ("Something broke", "The server could not do this. It is on record; try again."),
    503: ("The database does not answer", "Nothing is lost. It is tried again by itself."),
}


class Problem(Exception):
    """An error that a verb raises and the client reads: status, title, detail, and more members.

    `retry_after_s` is how long to wait before the next try.
    """

    def __init__(
        self, status: int, title: str, detail: str, *, retry_after_s: int | None = None, **members: Any
    ) -> None:
        super().__init__(detail)
        self.status, self.title, self.detail, self.members = status, title, detail, members
        self.retry_after_s = retry_after_s


class ProblemResponse(JsonResponse):
    """A problem document, which remembers what it says."""

    def __init__(self, told: dict[str, Any]) -> None:
        super().__init__(told, status=told["status"], content_type=CONTENT_TYPE)
        self.told = told


def problem(status: int, title: str, detail: str, **members: Any) -> ProblemResponse:
    """A problem document; `errors` lists {path, text} for each place that is wrong, `request` finds it in the log."""
    told = {"type": "about:blank", "title": title, "status": status, "detail": detail, "errors": []}
    return ProblemResponse({**told, "request": request_id.current(), **members})


def answer_to(status: int) -> ProblemResponse:
    """The problem document of a status of which nobody says more."""
    title, detail = PLAIN.get(status, PLAIN[400 if status < 500 else 500])
    return problem(status, title, detail)


def database_away() -> HttpResponse:
    """503: it is worth trying again."""
    return after(RETRY_AFTER_S, answer_to(503))


def after(seconds: int, response: HttpResponse) -> HttpResponse:
    """The answer, with how long to wait before the next try [s]."""
    response["Retry-After"] = str(seconds)
    return response


def _place(loc: tuple[Any, ...]) -> tuple[Any, ...]:
    """Where a fault is in what was sent: without the part of the request and our own name for its body."""
    return loc[2:] if loc[:1] == ("body",) else loc[1:]


def _words(message: str) -> str:
    """What is wrong, without the name of the error that our own checks raise."""
    return message.removeprefix("Value error, ")


def register(api: NinjaAPI) -> None:
    """Teach the API all of them."""

    @api.exception_handler(Problem)
    def _own(_request: HttpRequest, error: Problem) -> HttpResponse:
        response = problem(error.status, error.title, error.detail, **error.members)
        return response if error.retry_after_s is None else after(error.retry_after_s, response)

    @api.exception_handler(NotAFormula)
    def _no_formula(_request: HttpRequest, error: NotAFormula) -> HttpResponse:
        return problem(error.status, error.title, error.detail, errors=error.errors)

    @api.exception_handler(OutOfTime)
    def _too_much_work(_request: HttpRequest, _error: OutOfTime) -> HttpResponse:
        return problem(422, "Too much to reckon", "This takes longer than anybody waits. Split the formula.")

    @api.exception_handler(NotAsked)
    def _not_asked(_request: HttpRequest, error: NotAsked) -> HttpResponse:
        errors = [{"path": path, "text": text} for path, text in error.errors]
        return problem(422, "Not valid", str(error), errors=errors)

    @api.exception_handler(AuthenticationError)
    def _signed_out(_request: HttpRequest, _error: AuthenticationError) -> HttpResponse:
        return problem(401, "Signed out", "Sign in to go on. Nothing you typed is lost.")

    @api.exception_handler(PermissionDenied)
    def _denied(_request: HttpRequest, error: PermissionDenied) -> HttpResponse:
        return problem(403, "Not allowed", str(error) or "Your role in this kitchen does not allow this.")

    # What nobody had when it was looked for, and somebody has when it is saved: a name, a place in a kitchen.
    @api.exception_handler(IntegrityError)
    def _at_once(_request: HttpRequest, _error: IntegrityError) -> HttpResponse:
        return problem(409, "Done by two at once", "Somebody did the same at this very moment. Look, and try again.")

    # What was there when it was looked for and is gone when it is locked is not there.
    @api.exception_handler(ObjectDoesNotExist)
    @api.exception_handler(Http404)
    def _missing(_request: HttpRequest, _error: Exception) -> HttpResponse:
        return answer_to(404)

    @api.exception_handler(HttpError)
    def _http(_request: HttpRequest, error: HttpError) -> HttpResponse:
        return problem(error.status_code, "Refused", str(error))

    @api.exception_handler(ValidationError)
    def _invalid(_request: HttpRequest, error: ValidationError) -> HttpResponse:
        errors = [{"path": pointer(_place(fault["loc"])), "text": _words(fault["msg"])} for fault in error.errors]
        return problem(422, "Not valid", "Some of what was sent does not fit.", errors=errors)
