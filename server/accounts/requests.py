"""Requests whose sender is known."""

from django.http import HttpRequest
from ninja.security import SessionAuth

from server.accounts.models import User


class SignedIn(SessionAuth):
    """Who is signed in, by the session. That nobody is comes first (401): only then is a token looked at (403)."""

    def _get_key(self, request: HttpRequest) -> str | None:
        return super()._get_key(request) if request.user.is_authenticated else None


class AuthedRequest(HttpRequest):
    """A request of somebody who is signed in."""

    user: User
