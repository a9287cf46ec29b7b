"""What is one's own: name, initials, password, second factor, tablet code, and where one is signed in.

Not at a shared tablet, where a few digits say who one is.
"""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from django.contrib.auth import HASH_SESSION_KEY, logout
from django.db import transaction
from django.db.models import QuerySet
from django.http import Http404
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from server.accounts import client, initials, passwords, second_factor, tablets, trail
from server.accounts.api.session import LONGEST_CODE, SessionOut, session_of
from server.accounts.initials import Initials, Name
from server.accounts.models import Session, User
from server.accounts.passwords import Password
from server.accounts.requests import AuthedRequest, ByHand, on_own_device, row_of
from server.common.kinds import EASY_PASSWORD, INITIALS_TAKEN, NOT_A_CODE, WAIT, WRONG_CODE, WRONG_PASSWORD
from server.common.refusals import refuses
from server.common.text import Text

router = Router(tags=["account"], auth=ByHand())
Code = Annotated[Text, Field(max_length=LONGEST_CODE)]


class AccountOut(Schema):
    """What somebody may see of themselves."""

    username: str
    name: str
    initials: str
    has_code: bool
    second_factor: bool


class NameIn(Schema):
    """What others read: a name, and initials of one to four characters."""

    name: Name
    initials: Initials


class PasswordChange(Schema):
    """The password of now, and the one to come."""

    old: Password
    password: Password


class CodeIn(Schema):
    """A code: four to eight digits for the tablet, or what a device shows."""

    code: Code


class Confirmed(Schema):
    """That it is oneself, by the password."""

    password: Password


class OfferedOut(Schema):
    """A secret for an authenticator: as letters, as an address, and as a picture."""

    secret: str
    address: str
    picture: str


class RecoveryOut(Schema):
    """Codes for when the device is lost; each is good once."""

    codes: list[str]


class DeviceOut(Schema):
    """A browser that one is signed in on; `here` is this one, `tablet_of` the kitchen that shares it."""

    handle: UUID
    device: str
    started_at: datetime
    seen_at: datetime
    here: bool
    tablet_of: str | None


def _account(user: User) -> AccountOut:
    return AccountOut(
        username=user.username,
        name=user.called,
        initials=user.initials,
        has_code=bool(user.tablet_code),
        second_factor=second_factor.has_one(user),
    )


def confirm(request: AuthedRequest, user: User, password: str, place: str) -> None:
    """That it is they who ask, by their password. Raises: Problem 422 at PLACE for a wrong one, 429 after many."""
    passwords.confirm(
        user, password, (client.address_of(request), client.device_of(request, user.username)), place=place
    )


@router.get("/account", response=AccountOut, operation_id="account")
def read_account(request: AuthedRequest) -> AccountOut:
    """What is one's own."""
    return _account(on_own_device(request))


@router.put("/account/name", response=SessionOut, operation_id="rename")
@refuses(INITIALS_TAKEN)
def rename(request: AuthedRequest, body: NameIn) -> SessionOut:
    """Be called otherwise; initials are one's own in each of one's kitchens."""
    initials.rename(on_own_device(request), body.name, body.initials)
    return session_of(request)


@router.put("/account/password", response={204: None}, operation_id="change_password")
@refuses(WRONG_PASSWORD, EASY_PASSWORD, WAIT)
def change_password(request: AuthedRequest, body: PasswordChange) -> tuple[int, None]:
    """Take another password; one is signed out everywhere else."""
    user = on_own_device(request)
    confirm(request, user, body.old, "/old")
    with transaction.atomic():
        passwords.replace(user, body.password, keep=row_of(request))
        # In one: what the page asks meanwhile is of the old password or of the new one.
        request.session[HASH_SESSION_KEY] = user.get_session_auth_hash()
        request.session.save()
    return 204, None


@router.put("/account/tablet-code", response={204: None}, operation_id="choose_tablet_code")
@refuses(NOT_A_CODE)
def choose_tablet_code(request: AuthedRequest, body: CodeIn) -> tuple[int, None]:
    """Choose the digits by which one comes to a shared tablet."""
    tablets.choose_code(on_own_device(request), body.code)
    return 204, None


@router.post("/account/second-factor", response=OfferedOut, operation_id="offer_second_factor")
@refuses(WRONG_PASSWORD, WAIT)
def offer_second_factor(request: AuthedRequest, body: Confirmed) -> second_factor.Offered:
    """A secret for one's authenticator; it counts once a code of it is sent back."""
    user = on_own_device(request)
    confirm(request, user, body.password, "/password")
    return second_factor.offer(user)


@router.put("/account/second-factor", response=RecoveryOut, operation_id="confirm_second_factor")
@refuses(WRONG_CODE)
def confirm_second_factor(request: AuthedRequest, body: CodeIn) -> dict[str, list[str]]:
    """Sign in with it from now on; tells the codes for its loss, once."""
    return {"codes": second_factor.confirm(on_own_device(request), body.code)}


@router.post("/account/second-factor/off", response={204: None}, operation_id="drop_second_factor")
@refuses(WRONG_PASSWORD, WAIT)
def drop_second_factor(request: AuthedRequest, body: Confirmed) -> tuple[int, None]:
    """Sign in by the password alone again."""
    user = on_own_device(request)
    confirm(request, user, body.password, "/password")
    second_factor.take_away(user)
    return 204, None


@router.get("/account/sessions", response=list[DeviceOut], operation_id="sessions")
def list_sessions(request: AuthedRequest) -> list[DeviceOut]:
    """Where one is signed in, last seen first."""
    user, here = on_own_device(request), row_of(request)
    return [
        DeviceOut(
            handle=one.handle,
            device=one.device,
            started_at=one.started_at,
            seen_at=one.seen_at,
            here=one.pk == here.pk,
            tablet_of=one.tablet_of.name if one.tablet_of else None,
        )
        for one in _own(user).select_related("tablet_of").order_by("-seen_at")
    ]


@router.delete("/account/sessions/{handle}", response={204: None}, operation_id="end_session")
def end_session(request: AuthedRequest, handle: UUID) -> tuple[int, None]:
    """Sign one of them out, at once."""
    user = on_own_device(request)
    ended = _own(user).filter(handle=handle).exclude(pk=row_of(request).pk).first()
    if ended is None:
        raise Http404
    ended.delete()
    trail.note_everywhere(trail.Deed.SIGN_OUT_ELSEWHERE, user, ended.device)
    return 204, None


@router.delete("/account/sessions", response=SessionOut, operation_id="end_sessions")
def end_sessions(request: AuthedRequest) -> SessionOut:
    """Sign out everywhere, here too."""
    user = on_own_device(request)
    trail.note_everywhere(trail.Deed.SIGN_OUT_ELSEWHERE, user)
    _own(user).delete()
    logout(request)
    return session_of(request)


def _own(user: User) -> "QuerySet[Session]":
    return Session.objects.filter(opened_by=user, expire_date__gt=timezone.now())
