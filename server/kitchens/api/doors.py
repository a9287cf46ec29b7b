"""Ways in for somebody who has none yet: links that they were given, and the first owner of all."""

from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from server.accounts import client
from server.accounts.api.session import SessionOut, enter, session_of
from server.accounts.kitchen_settings import Zone
from server.accounts.models import Role
from server.accounts.passwords import Password
from server.accounts.requests import AuthedRequest, ByHand, csrf_only, on_own_device
from server.accounts.selectors import anybody
from server.common.kinds import (
    BELONGS_ALREADY,
    EASY_PASSWORD,
    INITIALS_TAKEN,
    LINK_ENDED,
    NOT_ALLOWED,
    SOMEBODY_THERE,
    WAIT,
    WRONG_CODE,
)
from server.common.problems import Problem
from server.common.refusals import refuses
from server.common.text import Text
from server.kitchens import links, services
from server.kitchens.models import LinkKind
from server.kitchens.newcomers import Newcomer

router = Router()
Token = Annotated[Text, Field(max_length=100)]
Name = Annotated[Text, Field(max_length=80)]


class TokenIn(Schema):
    """What stands in a link."""

    token: Token


class LookOut(Schema):
    """What a link opens: a kitchen and a role in it, or a new password for the person of a name."""

    kind: LinkKind
    kitchen: str
    role: Role | None
    username: str
    made_by: str


class JoinIn(Newcomer):
    """Somebody new, with the link they were given."""

    token: Token


class ResetIn(Schema):
    """A new password, with the link that was given for it."""

    token: Token
    password: Password


class FirstIn(Newcomer):
    """The first owner, their kitchen, and the code that the server told at its start."""

    code: Annotated[Text, Field(max_length=20)]
    kitchen: Name
    time_zone: Zone = "UTC"


class KitchenIn(Schema):
    """A kitchen to be made."""

    name: Name
    time_zone: Zone = "UTC"


class KitchenMade(Schema):
    """Where it is."""

    slug: str


@router.post("/links/look", response=LookOut, auth=csrf_only, operation_id="look_at_link")
@refuses(LINK_ENDED)
def look(request: HttpRequest, body: TokenIn) -> LookOut:
    """What a link opens, before it is used."""
    link = links.look(body.token)
    return LookOut(
        kind=LinkKind(link.kind),
        kitchen=link.kitchen.name if link.kitchen else "",
        role=Role(link.role) if link.role else None,
        username=link.user.username if link.user else "",
        made_by=link.made_by.called if link.made_by else "",
    )


@router.post("/links/join", response=SessionOut, auth=csrf_only, operation_id="join_as_new")
@refuses(LINK_ENDED, EASY_PASSWORD, INITIALS_TAKEN, WAIT)
def join_as_new(request: HttpRequest, body: JoinIn) -> SessionOut:
    """Come into a kitchen as somebody new, and be signed in."""
    enter(request, links.join_as_new(body.token, body))
    return session_of(request)


@router.post("/links/join-as-known", response=SessionOut, operation_id="join", auth=ByHand())
@refuses(LINK_ENDED, BELONGS_ALREADY, INITIALS_TAKEN)
def join(request: AuthedRequest, body: TokenIn) -> SessionOut:
    """Come into a kitchen as who one is already."""
    links.join(body.token, on_own_device(request))
    return session_of(request)


@router.post("/links/reset", response={204: None}, auth=csrf_only, operation_id="reset_password")
@refuses(LINK_ENDED, EASY_PASSWORD, WAIT)
def reset_password(request: HttpRequest, body: ResetIn) -> tuple[int, None]:
    """Choose a new password; one signs in with it afterwards."""
    links.reset(body.token, body.password)
    return 204, None


@router.post("/first", response=SessionOut, auth=csrf_only, operation_id="make_first")
@refuses(SOMEBODY_THERE, WRONG_CODE, EASY_PASSWORD, INITIALS_TAKEN, WAIT)
def make_first(request: HttpRequest, body: FirstIn) -> SessionOut:
    """Make the first kitchen and its owner, while there is nobody, and be signed in."""
    if anybody():
        raise services.somebody_there()
    services.check_first_code(body.code, client.address_of(request))
    made = services.make_first(body.kitchen, body, body.time_zone)
    enter(request, made.people.get())
    return session_of(request)


@router.post("/kitchens", response={201: KitchenMade}, operation_id="make_kitchen", auth=ByHand())
def make_kitchen(request: AuthedRequest, body: KitchenIn) -> tuple[int, dict[str, Any]]:
    """Make a kitchen of one's own: for who owns one already, or belongs to none."""
    user = on_own_device(request)
    owns = user.memberships.filter(role=Role.OWNER)
    if user.memberships.exists() and not owns.exists():
        raise Problem(NOT_ALLOWED, "Ask an owner of your kitchen to make another one.")
    return 201, {"slug": services.make_kitchen(body.name, user, body.time_zone).slug}
