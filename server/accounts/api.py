"""Signing in and out, and who one is."""

from typing import Annotated

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from ninja import Router, Schema
from ninja.errors import HttpError
from ninja.utils import check_csrf
from pydantic import Field

from server.accounts import client, tries
from server.accounts.models import Membership, User
from server.accounts.selectors import kitchens_of
from server.common.problems import Problem
from server.common.text import Text

router = Router(tags=["session"])
LONGEST_NAME, LONGEST_PASSWORD = 150, 1000


class KitchenOut(Schema):
    """A kitchen of one's own, one's role in it, and the number its change feed has reached."""

    slug: str
    name: str
    role: str
    changes: int


class PersonOut(Schema):
    """Who is signed in; a page sends their number back as X-Person, for somebody else may sign in beside it."""

    id: int
    name: str
    initials: str
    kitchens: list[KitchenOut]


class DemoOut(Schema):
    username: str
    password: str


class SessionOut(Schema):
    """Who is signed in (null when nobody is), and the demo user in demo mode only."""

    person: PersonOut | None
    demo: DemoOut | None


class SignIn(Schema):
    username: Annotated[Text, Field(max_length=LONGEST_NAME)]
    # Longer than any that is remembered: what is hashed is bounded.
    password: Annotated[Text, Field(max_length=LONGEST_PASSWORD)]


def csrf_only(request: HttpRequest) -> bool:
    """Checks the CSRF token where nobody is signed in yet; ninja itself checks it only behind a session."""
    if check_csrf(request):
        raise HttpError(403, "The page is too old. Load it again and sign in.")
    return True


def _kitchen(m: Membership) -> KitchenOut:
    return KitchenOut(slug=m.kitchen.slug, name=m.kitchen.name, role=m.role, changes=m.kitchen.changes)


def session_of(request: HttpRequest) -> SessionOut:
    """The session as the front end sees it."""
    user = request.user
    person = None
    if isinstance(user, User):
        kitchens = [_kitchen(m) for m in kitchens_of(user)]
        person = PersonOut(
            id=user.pk, name=user.get_full_name() or user.username, initials=user.initials, kitchens=kitchens
        )
    demo = DemoOut(**settings.DEMO_USER) if settings.DEMO else None
    return SessionOut(person=person, demo=demo)


@router.get("/session", response=SessionOut, auth=None, operation_id="session")
def read_session(request: HttpRequest) -> SessionOut:
    """Who is signed in; also hands out the CSRF cookie."""
    get_token(request)
    return session_of(request)


@router.post("/session", response=SessionOut, auth=csrf_only, operation_id="sign_in")
def sign_in(request: HttpRequest, body: SignIn, response: HttpResponse) -> SessionOut:
    """Sign in by name and password; 429 says how long to wait after wrong ones."""
    who = body.username, client.address_of(request), client.device_of(request, body.username)
    with tries.one_at_a_time():
        tries.look(*who)
        user = authenticate(request, username=body.username, password=body.password)
        if user is None:
            tries.wrong(*who)
            raise Problem(401, "Not signed in", "Name and password do not go together. Try again.")
    tries.right(*who)
    login(request, user)
    client.remember(request, response, body.username)
    return session_of(request)


@router.delete("/session", response=SessionOut, operation_id="sign_out")
def sign_out(request: HttpRequest) -> SessionOut:
    """Sign out."""
    logout(request)
    return session_of(request)
