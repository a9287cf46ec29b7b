"""Signing in and out, who one is, and who is at a shared tablet."""

from typing import Annotated

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.models import AnonymousUser
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token, rotate_token
from ninja import Router, Schema
from pydantic import Field

from jarcore.data import program
from server.accounts import client, second_factor, sessions, tablets, trail, tries
from server.accounts.clock import now_in, pace_of
from server.accounts.kitchen_settings import KitchenSettings
from server.accounts.models import Membership, User
from server.accounts.passwords import Password
from server.accounts.requests import AuthedRequest, ByHand, csrf_only, row_of
from server.accounts.selectors import anybody, kitchen_to_read, kitchens_of
from server.common.answers import ProblemOut
from server.common.kinds import (
    CODE_WANTED,
    NOT_A_TABLET,
    NOT_FOUND,
    NOT_SIGNED_IN,
    TABLET_ENDED,
    TOKEN_REFUSED,
    WAIT,
    WRONG_CODE,
)
from server.common.problems import Problem
from server.common.refusals import refuses
from server.common.text import Text
from server.common.ways import SESSION, TOKEN

router = Router(tags=["session"])
LONGEST_NAME, LONGEST_CODE = 150, 20


class KitchenOut(Schema):
    """A kitchen of one's own, one's role in it, the number its change feed has reached, what its clock shows
    [ms since the epoch] and at what pace it goes, and what it has settled.
    """

    slug: str
    name: str
    role: str
    changes: int
    now_ms: int
    pace: int
    settings: KitchenSettings


class PersonOut(Schema):
    """Who is signed in; a page sends their number back as X-Person, for somebody else may sign in beside it."""

    id: int
    name: str
    initials: str
    kitchens: list[KitchenOut]


class DemoOut(Schema):
    username: str
    password: str


class AtTabletOut(Schema):
    """Somebody who can come to a shared tablet with their code."""

    id: int
    name: str
    initials: str


class TabletOut(Schema):
    """The kitchen that shares this browser as its tablet, and who can come to it."""

    kitchen: str
    name: str
    people: list[AtTabletOut]


class SessionOut(Schema):
    """Who is signed in (null when nobody is), what is shared here, and the demo user in demo mode only.

    `first` is true while there is nobody at all, so that the first owner can be made; `program` is which one serves,
    as `engine` says it in the documents, and null to whoever is not signed in.
    """

    person: PersonOut | None
    tablet: TabletOut | None
    first: bool
    demo: DemoOut | None
    program: str | None


class SignIn(Schema):
    username: Annotated[Text, Field(max_length=LONGEST_NAME)]
    password: Password
    code: Annotated[Text, Field(max_length=LONGEST_CODE)] = ""


class SecondFactorProblem(ProblemOut):
    """401 that says whether the password was right and the code of the second factor is wanted."""

    second_factor: bool = False


class Come(Schema):
    """Who comes to the tablet, and their code."""

    person: Annotated[int, Field(ge=1, lt=2**63)]
    code: Annotated[Text, Field(max_length=LONGEST_CODE)]


class Share(Schema):
    """The kitchen whose tablet this becomes."""

    kitchen: Annotated[Text, Field(max_length=50)]


def _kitchen(m: Membership) -> KitchenOut:
    return KitchenOut(
        slug=m.kitchen.slug,
        name=m.kitchen.name,
        role=m.role,
        changes=m.kitchen.changes,
        now_ms=round(now_in(m.kitchen).timestamp() * 1000),
        pace=pace_of(m.kitchen),
        settings=m.kitchen.settings,
    )


def _tablet(request: HttpRequest) -> TabletOut | None:
    row = sessions.known(request)
    if row is None or row.tablet_of is None:
        return None
    people = [
        AtTabletOut(id=one.pk, name=one.called, initials=one.initials) for one in tablets.people_at(row.tablet_of)
    ]
    return TabletOut(kitchen=row.tablet_of.slug, name=row.tablet_of.name, people=people)


def session_of(request: HttpRequest) -> SessionOut:
    """The session as the front end sees it."""
    user = request.user
    person = None
    if isinstance(user, User):
        kitchens = [_kitchen(m) for m in kitchens_of(user)]
        person = PersonOut(id=user.pk, name=user.called, initials=user.initials, kitchens=kitchens)
    demo = DemoOut(**settings.DEMO_USER) if settings.DEMO else None
    return SessionOut(
        person=person,
        tablet=_tablet(request),
        first=person is None and not anybody(),
        demo=demo,
        program=program() if person else None,
    )


@router.get(
    "/session",
    response=SessionOut,
    auth=None,
    operation_id="session",
    openapi_extra={"security": [{}, {SESSION: []}, {TOKEN: []}]},
)
@refuses(TOKEN_REFUSED)
def read_session(request: HttpRequest) -> SessionOut:
    """Who is signed in, or whose token it is; also hands out the CSRF cookie."""
    get_token(request)
    return session_of(request)


@router.post(
    "/session",
    response={200: SessionOut, 401: SecondFactorProblem},
    auth=csrf_only,
    operation_id="sign_in",
)
@refuses(NOT_SIGNED_IN, CODE_WANTED, WAIT)
def sign_in(request: HttpRequest, body: SignIn, response: HttpResponse) -> SessionOut:
    """Sign in by name and password, and by a code where they have a second factor; 429 says how long to wait."""
    who = body.username, client.address_of(request), client.device_of(request, body.username)
    with tries.one_at_a_time():
        tries.look(*who)
        user = authenticate(request, username=body.username, password=body.password)
        if not isinstance(user, User):
            tries.wrong(*who)
            _tell_of_wrong(body.username)
            raise Problem(NOT_SIGNED_IN, "Name and password do not go together. Try again.")
    if second_factor.has_one(user) and not (body.code and second_factor.passes(user, body.code)):
        if body.code:
            tries.wrong(*who)
            _tell_of_wrong(body.username)
        words = "Type the code that your device shows now." if not body.code else "This is not the code. Try the next."
        raise Problem(CODE_WANTED, words, second_factor=True)
    tries.right(*who)
    enter(request, user)
    client.remember(request, response, body.username)
    return session_of(request)


def enter(request: HttpRequest, user: User) -> None:
    """They are signed in, on record."""
    login(request, user, backend=settings.AUTHENTICATION_BACKENDS[0])
    trail.note_everywhere(trail.Deed.SIGN_IN, user, row_of(request).device)


def _tell_of_wrong(name: str) -> None:
    """On record only where somebody is called so: what is typed as a name may be a password."""
    user = User.objects.filter(username=name).first()
    if user is not None:
        trail.note_everywhere(trail.Deed.WRONG_PASSWORD, user)


@router.delete("/session", response=SessionOut, operation_id="sign_out", auth=ByHand())
def sign_out(request: AuthedRequest) -> SessionOut:
    """Sign out; a shared tablet is nobody's afterwards."""
    user, row = request.user, row_of(request)
    if row.tablet_of:
        trail.note(trail.Deed.TABLET_SIGNED_OUT, row.tablet_of, user, row.device)
    else:
        trail.note_everywhere(trail.Deed.SIGN_OUT, user, row.device)
    logout(request)
    return session_of(request)


@router.put("/session/tablet", response=SessionOut, operation_id="share_tablet", auth=ByHand())
@refuses(NOT_FOUND)
def share_tablet(request: AuthedRequest, body: Share) -> SessionOut:
    """Make this browser the tablet that a kitchen shares; only signing out ends that."""
    kitchen = kitchen_to_read(request.user, body.kitchen)
    tablets.share(row_of(request), kitchen)
    request.user.tablet_of = kitchen
    return session_of(request)


@router.put("/session/at", response=SessionOut, auth=csrf_only, operation_id="come_to_tablet")
@refuses(TABLET_ENDED, WRONG_CODE, WAIT)
def come_to_tablet(request: HttpRequest, body: Come) -> SessionOut:
    """Say who is at the shared tablet now, by a code; 429 says how long to wait after wrong ones."""
    row = sessions.known(request)
    if row is None or row.tablet_of is None:
        raise Problem(TABLET_ENDED, "This is no tablet of a kitchen any more. Sign in by name.")
    request.user = tablets.come(row, body.person, body.code)
    rotate_token(request)
    return session_of(request)


@router.delete("/session/at", response=SessionOut, operation_id="step_away", auth=ByHand())
@refuses(NOT_A_TABLET)
def step_away(request: AuthedRequest) -> SessionOut:
    """Leave the shared tablet to whoever comes next."""
    row = row_of(request)
    if row.tablet_of is None:
        raise Problem(NOT_A_TABLET, "This is a device of your own. Sign out to leave it.")
    tablets.step_away(row)
    request.user = AnonymousUser()  # type: ignore[assignment]
    return session_of(request)
