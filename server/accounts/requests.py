"""Requests whose sender is known."""

from django.core.exceptions import PermissionDenied
from django.http import HttpRequest
from ninja.security import SessionAuth
from ninja.utils import check_csrf

from server.accounts import sessions
from server.accounts.models import Session, User
from server.common.kinds import NOT_BY_TOKEN, NOT_FROM_HERE, SOMEBODY_ELSE
from server.common.problems import Problem
from server.common.ways import Way

ANOTHER = "Somebody else has signed in in this browser. Sign in again as yourself: what you typed is kept for you."


class SignedIn(SessionAuth, Way):
    """Who asks, by the session or by an access token. That nobody is known comes first (401): only then is the CSRF
    token looked at (403), which a page sends and a script has no need of, for no browser sends its token by itself.
    """

    def _get_key(self, request: HttpRequest) -> str | None:
        if not request.user.is_authenticated:
            return None
        if request.user.token is not None:
            return request.user.token.digest
        page_of = request.headers.get("X-Person")
        if page_of is not None and page_of != str(request.user.pk):
            raise Problem(SOMEBODY_ELSE, ANOTHER)
        return super()._get_key(request)


class ByHand(SignedIn):
    """Who asks, signed in themselves: what is of a person and their devices no script does."""

    by_token = False

    def _get_key(self, request: HttpRequest) -> str | None:
        key = super()._get_key(request)
        if key is not None and request.user.is_authenticated and request.user.token is not None:
            raise Problem(NOT_BY_TOKEN, "No token opens this. Sign in, and do it yourself.")
        return key


class AuthedRequest(HttpRequest):
    """A request of somebody who is signed in."""

    user: User


class FromHere(Way):
    """Checks the CSRF token where nobody is signed in yet; ninja itself checks it only behind a session."""

    knows_who = False

    def __call__(self, request: HttpRequest) -> bool:
        """Whether it is there."""
        if check_csrf(request):
            raise Problem(NOT_FROM_HERE, "The page is too old. Load it again and sign in.")
        return True


csrf_only = FromHere()


def row_of(request: HttpRequest) -> Session:
    """The session of somebody who is signed in."""
    row = sessions.known(request)
    assert row is not None
    return row


def on_own_device(request: AuthedRequest) -> User:
    """Who asks, by their password. Raises: PermissionDenied at a shared tablet, where a few digits were enough."""
    if request.user.tablet_of is not None:
        raise PermissionDenied("Not at a shared tablet. Sign in with your password on a device of your own.")
    return request.user
