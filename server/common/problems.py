"""Errors as RFC 9457 problem documents: one file maps every exception."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from django.core.exceptions import ObjectDoesNotExist, PermissionDenied
from django.db import IntegrityError, InterfaceError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from jarcore.data import OutOfTime
from jarcore.documents import NotAFormula
from jarcore.documents.pointers import pointer
from jarcore.documents.refusal import NOT_VALID, TOO_LARGE, Kind, problem
from jarcore.questions import NotAsked
from server.common import request_id
from server.common.kinds import (
    BAD_REQUEST,
    BROKEN,
    DATABASE_AWAY,
    DONE_BY_TWO,
    NOT_ALLOWED,
    NOT_DONE_SO,
    NOT_FOUND,
    NOT_FROM_HERE,
    SIGNED_OUT,
    TOO_MUCH_WORK,
)

CONTENT_TYPE = "application/problem+json"
# How a database says that it is not there, or is going.
AWAY = (OperationalError, InterfaceError)
RETRY_AFTER_S = 2
UNFIT = "Some of what was sent does not fit."
# What is said where nobody knows more than the status: of which kind it is, and the words.
PLAIN = {
    400: (BAD_REQUEST, "The body of this request is no JSON that can be read. If a page sent it, load that again."),
    403: (NOT_FROM_HERE, "The page is too old, or does not come from here. Load it again."),
    404: (NOT_FOUND, "There is nothing here that you may see."),
    405: (NOT_DONE_SO, "There is something here, but it is not asked for in this way."),
    413: (TOO_LARGE, "This is more than is read. Split it."),
    500: (BROKEN, "The server could not do this. It is on record; try again."),
    503: (DATABASE_AWAY, "Nothing is lost. It is tried again by itself."),
}


class Problem(Exception):
    """An error that a verb raises and the client reads: its kind, detail, the places that are wrong, and more members.

    `retry_after_s` is how long to wait before the next try.
    """

    def __init__(
        self,
        kind: Kind,
        detail: str,
        *,
        errors: Sequence[Mapping[str, str]] = (),
        retry_after_s: int | None = None,
        **members: Any,
    ) -> None:
        super().__init__(detail)
        self.kind, self.detail, self.errors, self.members = kind, detail, errors, members
        self.retry_after_s = retry_after_s


class ProblemResponse(JsonResponse):
    """A problem document, which remembers what it says."""

    def __init__(self, told: dict[str, Any]) -> None:
        super().__init__(told, status=told["status"], content_type=CONTENT_TYPE)
        self.told = told


def answer(told: dict[str, Any]) -> ProblemResponse:
    """A problem document as an answer; `request` finds it in the log."""
    return ProblemResponse({**told, "request": request_id.current()})


def answer_to(status: int) -> ProblemResponse:
    """The problem document of a status of which nobody says more."""
    kind, detail = PLAIN.get(status, PLAIN[400 if status < 500 else 500])
    return answer({**problem(kind, detail), "status": status})


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


def wrong_at(faults: Iterable[Mapping[str, Any]]) -> list[dict[str, str]]:
    """The places of faults that a model found, each with its code and what belongs there."""
    return [{"path": pointer(one["loc"]), "code": one["type"], "text": _words(one["msg"])} for one in faults]


def _words(message: str) -> str:
    """What is wrong, without the name of the error that our own checks raise."""
    return message.removeprefix("Value error, ")


def register(api: NinjaAPI) -> None:
    """Teach the API all of them."""

    @api.exception_handler(Problem)
    def _own(_request: HttpRequest, error: Problem) -> HttpResponse:
        response = answer(problem(error.kind, error.detail, error.errors, **error.members))
        return response if error.retry_after_s is None else after(error.retry_after_s, response)

    @api.exception_handler(NotAFormula)
    @api.exception_handler(NotAsked)
    def _of_the_core(_request: HttpRequest, error: NotAFormula | NotAsked) -> HttpResponse:
        return answer(error.problem())

    @api.exception_handler(OutOfTime)
    def _too_much_work(_request: HttpRequest, _error: OutOfTime) -> HttpResponse:
        return answer(problem(TOO_MUCH_WORK, "This takes longer than anybody waits. Split the formula."))

    @api.exception_handler(AuthenticationError)
    def _signed_out(_request: HttpRequest, _error: AuthenticationError) -> HttpResponse:
        return answer(problem(SIGNED_OUT, "Sign in to go on. Nothing you typed is lost."))

    @api.exception_handler(PermissionDenied)
    def _denied(_request: HttpRequest, error: PermissionDenied) -> HttpResponse:
        return answer(problem(NOT_ALLOWED, str(error) or "Your role in this kitchen does not allow this."))

    # What nobody had when it was looked for, and somebody has when it is saved: a name, a place in a kitchen.
    @api.exception_handler(IntegrityError)
    def _at_once(_request: HttpRequest, _error: IntegrityError) -> HttpResponse:
        return answer(problem(DONE_BY_TWO, "Somebody did the same at this very moment. Look, and try again."))

    # What was there when it was looked for and is gone when it is locked is not there.
    @api.exception_handler(ObjectDoesNotExist)
    @api.exception_handler(Http404)
    def _missing(_request: HttpRequest, _error: Exception) -> HttpResponse:
        return answer_to(404)

    # ninja's own: a token that is missing (403), a body that is no JSON (400).
    @api.exception_handler(HttpError)
    def _http(_request: HttpRequest, error: HttpError) -> HttpResponse:
        return answer_to(error.status_code)

    @api.exception_handler(ValidationError)
    def _invalid(_request: HttpRequest, error: ValidationError) -> HttpResponse:
        faults = [{**fault, "loc": _place(fault["loc"])} for fault in error.errors]
        return answer(problem(NOT_VALID, UNFIT, wrong_at(faults)))
