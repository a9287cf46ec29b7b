"""Errors as RFC 9457 problem documents: one file maps every exception."""

from typing import Any

from django.core.exceptions import ObjectDoesNotExist, PermissionDenied
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from jarcore.data import OutOfTime
from jarcore.documents import NotAFormula
from jarcore.documents.pointers import pointer
from jarcore.questions import NotAsked


class Problem(Exception):
    """An error that a verb raises and the client reads: status, title, detail, and more members."""

    def __init__(self, status: int, title: str, detail: str, **members: Any) -> None:
        super().__init__(detail)
        self.status, self.title, self.detail, self.members = status, title, detail, members


def problem(status: int, title: str, detail: str, **members: Any) -> HttpResponse:
    """A problem document; `errors` lists {path, text} for each place that is wrong."""
    body = {"type": "about:blank", "title": title, "status": status, "detail": detail, "errors": [], **members}
    return JsonResponse(body, status=status, content_type="application/problem+json")


def register(api: NinjaAPI) -> None:
    """Teach the API all of them."""

    @api.exception_handler(Problem)
    def _own(_request: HttpRequest, error: Problem) -> HttpResponse:
        return problem(error.status, error.title, error.detail, **error.members)

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

    # What was there when it was looked for and is gone when it is locked is not there.
    @api.exception_handler(ObjectDoesNotExist)
    @api.exception_handler(Http404)
    def _missing(_request: HttpRequest, _error: Exception) -> HttpResponse:
        return problem(404, "Not found", "There is nothing here that you may see.")

    @api.exception_handler(HttpError)
    def _http(_request: HttpRequest, error: HttpError) -> HttpResponse:
        return problem(error.status_code, "Refused", str(error))

    @api.exception_handler(ValidationError)
    def _invalid(_request: HttpRequest, error: ValidationError) -> HttpResponse:
        errors = [{"path": pointer(fault["loc"][1:]), "text": fault["msg"]} for fault in error.errors]
        return problem(422, "Not valid", "Some of what was sent does not fit.", errors=errors)
