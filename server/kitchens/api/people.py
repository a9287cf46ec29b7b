"""Who belongs to a kitchen, who is invited, and the tablets that it shares."""

from datetime import datetime
from uuid import UUID

from django.http import Http404
from ninja import Router, Schema

from server.accounts.models import Membership, Role, Session
from server.accounts.requests import AuthedRequest, ByHand, on_own_device
from server.accounts.selectors import kitchen_to_own, kitchen_to_read
from server.common.kinds import LAST_OWNER, NOT_ALLOWED, NOT_FOR_YOU, OWN_ALREADY, TOO_MANY
from server.common.refusals import refuses
from server.kitchens import links, people
from server.kitchens.models import Link

router = Router()


class MemberOut(Schema):
    """Somebody in a kitchen; `has_code` is whether they can come to its tablet."""

    id: int
    username: str
    name: str
    initials: str
    role: Role
    has_code: bool
    second_factor: bool

    @staticmethod
    def of(found: Membership) -> "MemberOut":
        """As others in the kitchen see them."""
        return MemberOut(
            id=found.user.pk,
            username=found.user.username,
            name=found.user.called,
            initials=found.user.initials,
            role=Role(found.role),
            has_code=bool(found.user.tablet_code),
            second_factor=bool(getattr(found, "second_factor", False)),
        )


class RoleIn(Schema):
    """What somebody is to be."""

    role: Role


class ToIn(Schema):
    """Whom the kitchen goes to."""

    person: int


class WayBackIn(Schema):
    """Whether the second factor goes too: the device is lost with the password."""

    without_second_factor: bool = False


class LinkOut(Schema):
    """A link to give to somebody, shown once, and until when it opens."""

    path: str
    ends_at: datetime


class InvitationOut(Schema):
    """An invitation that nobody has used yet."""

    id: int
    role: Role
    made_at: datetime
    ends_at: datetime
    made_by: str


class KitchenTabletOut(Schema):
    """A browser that the kitchen shares."""

    handle: UUID
    device: str
    opened_by: str
    at: str
    seen_at: datetime


def _link(made: tuple[Link, str]) -> LinkOut:
    link, token = made
    return LinkOut(path=links.PAGE + token, ends_at=link.ends_at)


@router.get("/kitchens/{kitchen}/people", response=list[MemberOut], operation_id="people")
def list_people(request: AuthedRequest, kitchen: str) -> list[MemberOut]:
    """The kitchen's people, owners first."""
    return [MemberOut.of(one) for one in people.people_of(kitchen_to_read(request.user, kitchen))]


@router.put("/kitchens/{kitchen}/people/{person}/role", response={204: None}, operation_id="give_role")
@refuses(LAST_OWNER, NOT_FOR_YOU)
def give_role(request: AuthedRequest, kitchen: str, person: int, body: RoleIn) -> tuple[int, None]:
    """Make somebody an owner, a cook or a viewer."""
    people.give_role(kitchen_to_own(request.user, kitchen), request.user, person, body.role)
    return 204, None


@router.delete("/kitchens/{kitchen}/people/{person}", response={204: None}, operation_id="remove_person")
@refuses(LAST_OWNER, NOT_FOR_YOU)
def remove_person(request: AuthedRequest, kitchen: str, person: int) -> tuple[int, None]:
    """Take somebody out of the kitchen; what they did stays."""
    people.remove(kitchen_to_own(request.user, kitchen), request.user, person)
    return 204, None


@router.post("/kitchens/{kitchen}/people/{person}/reset-link", response=LinkOut, operation_id="make_reset_link")
@refuses(NOT_FOR_YOU)
def make_reset_link(request: AuthedRequest, kitchen: str, person: int, body: WayBackIn) -> LinkOut:
    """A link by which somebody chooses a new password; it opens once, within a day."""
    mine = kitchen_to_own(request.user, kitchen)
    return _link(people.way_back(mine, request.user, person, without_second_factor=body.without_second_factor))


@router.post("/kitchens/{kitchen}/hand-over", response={204: None}, operation_id="hand_over")
@refuses(OWN_ALREADY, NOT_FOR_YOU)
def hand_over(request: AuthedRequest, kitchen: str, body: ToIn) -> tuple[int, None]:
    """Hand the kitchen over: somebody else owns it, oneself is a cook in it."""
    people.hand_over(kitchen_to_own(request.user, kitchen), request.user, body.person)
    return 204, None


@router.delete("/account/kitchens/{kitchen}", response={204: None}, operation_id="leave", auth=ByHand())
@refuses(LAST_OWNER)
def leave(request: AuthedRequest, kitchen: str) -> tuple[int, None]:
    """Leave a kitchen; its last owner cannot."""
    user = on_own_device(request)
    people.remove(kitchen_to_read(user, kitchen), user, user.pk)
    return 204, None


@router.get("/kitchens/{kitchen}/invitations", response=list[InvitationOut], operation_id="invitations")
@refuses(NOT_ALLOWED)
def list_invitations(request: AuthedRequest, kitchen: str) -> list[InvitationOut]:
    """The invitations that still open, newest first."""
    return [
        InvitationOut(
            id=one.pk,
            role=Role(one.role),
            made_at=one.made_at,
            ends_at=one.ends_at,
            made_by=one.made_by.called if one.made_by else "",
        )
        for one in links.open_invitations(kitchen_to_own(request.user, kitchen))
    ]


@router.post("/kitchens/{kitchen}/invitations", response={201: LinkOut}, operation_id="invite")
@refuses(TOO_MANY)
def invite(request: AuthedRequest, kitchen: str, body: RoleIn) -> tuple[int, LinkOut]:
    """A link by which somebody comes into the kitchen; it opens once, within a week."""
    return 201, _link(links.invite(kitchen_to_own(request.user, kitchen), request.user, body.role))


@router.delete("/kitchens/{kitchen}/invitations/{number}", response={204: None}, operation_id="take_invitation_back")
def take_invitation_back(request: AuthedRequest, kitchen: str, number: int) -> tuple[int, None]:
    """Take an invitation back: its link opens nothing any more."""
    if not links.take_back(kitchen_to_own(request.user, kitchen), request.user, number):
        raise Http404
    return 204, None


@router.get("/kitchens/{kitchen}/tablets", response=list[KitchenTabletOut], operation_id="tablets")
@refuses(NOT_ALLOWED)
def list_tablets(request: AuthedRequest, kitchen: str) -> list[KitchenTabletOut]:
    """The browsers that the kitchen shares as tablets, last used first."""
    return [_tablet(one) for one in people.tablets_of(kitchen_to_own(request.user, kitchen))]


@router.delete("/kitchens/{kitchen}/tablets/{handle}", response={204: None}, operation_id="end_tablet")
def end_tablet(request: AuthedRequest, kitchen: str, handle: UUID) -> tuple[int, None]:
    """Sign a tablet out at once, wherever it is."""
    if not people.end_tablet(kitchen_to_own(request.user, kitchen), request.user, handle):
        raise Http404
    return 204, None


def _tablet(row: Session) -> KitchenTabletOut:
    called = {name: who.called if who else "" for name, who in (("opened_by", row.opened_by), ("at", row.at))}
    return KitchenTabletOut(handle=row.handle, device=row.device, seen_at=row.seen_at, **called)
