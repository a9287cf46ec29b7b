"""Who sends a request: found out together with the session, in one reading."""

from collections.abc import Callable

from django.contrib.auth import HASH_SESSION_KEY
from django.contrib.auth.models import AnonymousUser
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.crypto import constant_time_compare
from django.utils.functional import SimpleLazyObject

from server.accounts import sessions, tokens
from server.accounts.models import Session, User
from server.common.middleware import is_of_the_api

# What a page that only listens sets on its request: nobody has touched anything.
LISTENS = "jar.listens"
# How a script says its token (RFC 6750).
BEARER = "bearer"


class Persons:
    """Says who a request is of, and notes that their session is used."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Pass on; who it is is looked up when somebody asks."""
        request.user = SimpleLazyObject(lambda: person_of(request))  # type: ignore[assignment]
        response = self.get_response(request)
        row = sessions.read(request)
        if row is not None and row.at_id and not request.session.modified and LISTENS not in request.META:
            sessions.used(row)
        return response


def only_listens(request: HttpRequest) -> None:
    """The page asks by itself: that is no sign that somebody is there."""
    request.META[LISTENS] = True


def person_of(request: HttpRequest) -> User | AnonymousUser:
    """Whose token a request comes with, or who is at its session; a person at a shared tablet carries its kitchen."""
    kind, _, secret = request.headers.get("Authorization", "").partition(" ")
    if kind.lower() == BEARER and is_of_the_api(request):
        return tokens.person_of(secret.strip())
    row = sessions.known(request)
    if row is None or row.opened_by is None:
        return AnonymousUser()
    # A password that was changed ends what was begun with the one before.
    if not constant_time_compare(request.session.get(HASH_SESSION_KEY, ""), row.opened_by.get_session_auth_hash()):
        return AnonymousUser()
    if row.tablet_of and row.at and timezone.now() - row.seen_at > row.tablet_of.settings.tablet_away:
        row.at = None
        Session.objects.filter(pk=row.pk).update(at=None)
    if row.at is None:
        return AnonymousUser()
    row.at.tablet_of = row.tablet_of
    return row.at
