"""Access tokens for one's scripts: made, listed, revoked. The secret is told once."""

from datetime import datetime
from typing import Annotated
from uuid import UUID

from django.http import Http404
from ninja import Router, Schema
from pydantic import AfterValidator, Field, StringConstraints

from server.accounts import tokens
from server.accounts.api.account import confirm
from server.accounts.models import AccessToken, Role
from server.accounts.passwords import Password
from server.accounts.requests import AuthedRequest, ByHand, on_own_device
from server.accounts.selectors import kitchen_to_read
from server.common.kinds import NOT_FOUND, TOO_MANY, WAIT, WRONG_PASSWORD
from server.common.refusals import refuses
from server.common.text import Text

router = Router(tags=["account"], auth=ByHand())


class TokenItem(Schema):
    """A token that opens: what a script may do with it (`role`), in which kitchen (null: all of one's own), when it was
    last used, until when it opens.
    """

    handle: UUID
    name: str
    role: Role
    kitchen: str | None
    made_at: datetime
    seen_at: datetime | None
    ends_at: datetime


class TokenMade(TokenItem):
    """A token that was made, with its secret, which is told now and never again."""

    secret: str


def _named(name: str) -> str:
    if not name:
        raise ValueError("Give it a name, so that you know it again in the trail.")
    return name


LENGTH = StringConstraints(strip_whitespace=True, max_length=tokens.LONGEST_NAME)
TokenName = Annotated[Text, LENGTH, AfterValidator(_named)]


class AccessTokenIn(Schema):
    """A token that is wanted: its name, what a script may do with it at most, in which kitchen (null: all of one's
    own), for how many days; and one's password.
    """

    name: TokenName
    role: Role
    kitchen: Annotated[Text, Field(max_length=50)] | None = None
    days: Annotated[int, Field(ge=1, le=tokens.MOST_DAYS)] = tokens.USUAL_DAYS
    password: Password


def _item(one: AccessToken) -> dict[str, object]:
    kitchen = one.kitchen.slug if one.kitchen else None
    told = ("handle", "name", "role", "made_at", "seen_at", "ends_at")
    return {"kitchen": kitchen, **{name: getattr(one, name) for name in told}}


@router.get("/account/tokens", response=list[TokenItem], operation_id="access_tokens")
def list_tokens(request: AuthedRequest) -> list[dict[str, object]]:
    """One's tokens that still open, the newest first."""
    return [_item(one) for one in tokens.of_person(on_own_device(request))]


@router.post("/account/tokens", response={201: TokenMade}, operation_id="make_access_token")
@refuses(NOT_FOUND, WRONG_PASSWORD, TOO_MANY, WAIT)
def make_token(request: AuthedRequest, body: AccessTokenIn) -> tuple[int, dict[str, object]]:
    """Make a token. A script sends its secret as `Authorization: Bearer …`, and needs no CSRF token."""
    user = on_own_device(request)
    kitchen = None if body.kitchen is None else kitchen_to_read(user, body.kitchen)
    confirm(request, user, body.password, "/password")
    made, secret = tokens.make(user, body.name, body.role, kitchen, body.days)
    return 201, {**_item(made), "secret": secret}


@router.delete("/account/tokens/{handle}", response={204: None}, operation_id="revoke_access_token")
def revoke_token(request: AuthedRequest, handle: UUID) -> tuple[int, None]:
    """Revoke a token: it opens nothing any more, at once."""
    if not tokens.revoke(on_own_device(request), handle):
        raise Http404
    return 204, None
