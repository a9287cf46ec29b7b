"""Invitations, and ways back in for somebody who lost their password: links that open once. No mail is sent."""

import hashlib
import secrets
from datetime import timedelta

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from server.accounts import initials, passwords, second_factor, trail
from server.accounts.models import Kitchen, Membership, Role, User
from server.common.kinds import BELONGS_ALREADY, LINK_ENDED, TOO_MANY
from server.common.problems import Problem
from server.feed.services import What, note
from server.kitchens.models import Link, LinkKind
from server.kitchens.newcomers import Newcomer, new_person

# An invitation may lie about for a while; what gives somebody's account away may not.
LASTS = {LinkKind.INVITATION: timedelta(days=7), LinkKind.RESET: timedelta(hours=24)}
MOST_OPEN = 50
# The page that opens links; a token stands behind the hash, where no server and no log sees it.
PAGE = "/link#"


def invite(kitchen: Kitchen, by: User, role: Role) -> tuple[Link, str]:
    """An invitation, and the token that goes into its link. Raises: Problem 422 where very many are open."""
    if open_invitations(kitchen).count() >= MOST_OPEN:
        raise Problem(TOO_MANY, "Take some back first: nobody has used them.")
    link, token = _make(LinkKind.INVITATION, by, kitchen=kitchen, role=role)
    trail.note(trail.Deed.INVITED, kitchen, by, role)
    return link, token


def open_invitations(kitchen: Kitchen) -> "QuerySet[Link]":
    """Those that still open, newest first."""
    mine = Link.objects.filter(kitchen=kitchen, kind=LinkKind.INVITATION, used_at=None, ends_at__gt=timezone.now())
    return mine.select_related("made_by").order_by("-pk")


def take_back(kitchen: Kitchen, by: User, number: int) -> bool:
    """An invitation opens nothing any more; False where there is none."""
    gone, _ = open_invitations(kitchen).filter(pk=number).delete()
    if gone:
        trail.note(trail.Deed.INVITATION_TAKEN_BACK, kitchen, by)
    return bool(gone)


def way_back(user: User, by: User | None, *, without_second_factor: bool = False) -> tuple[Link, str]:
    """A link by which a person chooses a new password; those made before open nothing any more."""
    Link.objects.filter(user=user, kind=LinkKind.RESET, used_at=None).delete()
    return _make(LinkKind.RESET, by, user=user, without_second_factor=without_second_factor)


def look(token: str) -> Link:
    """What a token opens. Raises: Problem 404 where it opens nothing, or nothing any more."""
    link = _open().filter(digest=_digest(token)).first()
    if link is None:
        raise _ended()
    return link


@transaction.atomic
def join_as_new(token: str, newcomer: Newcomer) -> User:
    """Somebody new comes into the kitchen that a token is for.

    Raises: Problem 404; Problem 422 at the places of the newcomer.
    """
    link = _taken(token, LinkKind.INVITATION)
    assert link.kitchen is not None
    user = new_person(newcomer, Kitchen.objects.filter(pk=link.kitchen.pk))
    _join(link, user)
    return user


@transaction.atomic
def join(token: str, user: User) -> Kitchen:
    """Somebody who is known comes into the kitchen that a token is for. Raises: Problem 404, 422."""
    link = _taken(token, LinkKind.INVITATION)
    assert link.kitchen is not None
    if link.kitchen.memberships.filter(user=user).exists():
        raise Problem(BELONGS_ALREADY, f"You belong to {link.kitchen.name} already.")
    initials.check(user.initials, Kitchen.objects.filter(pk=link.kitchen.pk), user)
    _join(link, user)
    return link.kitchen


@transaction.atomic
def reset(token: str, password: str) -> User:
    """Somebody has a new password, and is signed out everywhere. Raises: Problem 404, 422."""
    link = _taken(token, LinkKind.RESET)
    assert link.user is not None
    passwords.replace(link.user, password, reset=True)
    if link.without_second_factor:
        second_factor.take_away(link.user)
    return link.user


def end_ended() -> None:
    """Take away the rows of links that open nothing any more."""
    Link.objects.filter(ends_at__lt=timezone.now()).delete()


def _make(kind: LinkKind, by: User | None, **of: object) -> tuple[Link, str]:
    token = secrets.token_urlsafe(32)
    made = Link(kind=kind, digest=_digest(token), made_by=by, ends_at=timezone.now() + LASTS[kind], **of)
    made.save()
    return made, token


def _digest(token: str) -> str:
    """What is kept of a token, which is random enough that nobody finds it by trying."""
    return hashlib.sha256(token.encode("utf-8", "surrogatepass")).hexdigest()


def _open() -> "QuerySet[Link]":
    return Link.objects.select_related("kitchen", "user", "made_by").filter(used_at=None, ends_at__gt=timezone.now())


def _taken(token: str, kind: LinkKind) -> Link:
    """The link, used up with this; whoever comes second waits, and finds it used."""
    link = _open().select_for_update(of=("self",)).filter(digest=_digest(token), kind=kind).first()
    if link is None:
        raise _ended()
    link.used_at = timezone.now()
    link.save(update_fields=["used_at"])
    return link


def _join(link: Link, user: User) -> None:
    assert link.kitchen is not None
    Membership.objects.create(user=user, kitchen=link.kitchen, role=link.role)
    trail.note(trail.Deed.JOINED, link.kitchen, user, link.role)
    note(link.kitchen, What.PEOPLE)


def _ended() -> Problem:
    return Problem(LINK_ENDED, "It was used already, or is too old. Ask for a new one.")
