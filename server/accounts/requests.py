"""Requests whose sender is known."""

from django.http import HttpRequest
from ninja.security import SessionAuth

from server.accounts.models import User
from server.common.problems import Problem

ANOTHER = "Somebody else has signed in in this browser. Sign in again as yourself: what you typed is kept for you."


class SignedIn(SessionAuth):
    """Who is signed in, by the session. That nobody is comes first (401): only then is a token looked at (403)."""

    def _get_key(self, request: HttpRequest) -> str | None:
        if not request.user.is_authenticated:
            return None
        page_of = request.headers.get("X-Person")
        if page_of is not None and page_of != str(request.user.pk):
            raise Problem(401, "Somebody else is signed in", ANOTHER)
        return super()._get_key(request)


class AuthedRequest(HttpRequest):
    """A request of somebody who is signed in."""

    user: User
