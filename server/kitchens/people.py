"""Who belongs to a kitchen and as what. A kitchen always has an owner."""

from uuid import UUID

from django.db import transaction
from django.db.models import Case, OuterRef, QuerySet, When
from django.http import Http404
from django.utils import timezone

from server.accounts import second_factor, trail
from server.accounts.models import Kitchen, Membership, Role, Session, User
from server.common.kinds import LAST_OWNER, NOT_FOR_YOU, OWN_ALREADY
from server.common.problems import Problem
from server.feed.services import What, note
from server.kitchens import links
from server.kitchens.models import Link


def people_of(kitchen: Kitchen) -> "QuerySet[Membership]":
    """The kitchen's people with their roles, owners first; each with `second_factor`."""
    mine = Membership.objects.filter(kitchen=kitchen).select_related("user")
    mine = mine.annotate(second_factor=second_factor.of_each(OuterRef("user")))
    # The roles' own order: owner, cook, viewer.
    return mine.order_by(
        Case(*[When(role=role, then=at) for at, role in enumerate(Role)], default=len(Role)), "user__username"
    )


@transaction.atomic
def give_role(kitchen: Kitchen, by: User, person: int, role: Role) -> None:
    """A person is something else in the kitchen. Raises: Http404; Problem 422 for the last owner."""
    found = _held(kitchen, person)
    if found.role == role:
        return
    _not_the_last_owner(kitchen, found)
    before, found.role = found.role, role
    found.save(update_fields=["role"])
    trail.note(trail.Deed.ROLE, kitchen, by, f"{found.user.called}: {before} → {role}")
    note(kitchen, What.PEOPLE)


@transaction.atomic
def remove(kitchen: Kitchen, by: User, person: int) -> None:
    """A person belongs to the kitchen no longer; tablets that they signed in for it are signed out.

    Raises: Http404; Problem 422 for the last owner.
    """
    found = _held(kitchen, person)
    _not_the_last_owner(kitchen, found)
    if found.user == by:
        trail.note(trail.Deed.LEFT, kitchen, by)
    else:
        trail.note(trail.Deed.REMOVED, kitchen, by, f"{found.user.called}, {found.role}")
    found.delete()
    Session.objects.filter(tablet_of=kitchen, opened_by=found.user).delete()
    Session.objects.filter(tablet_of=kitchen, at=found.user).update(at=None)
    note(kitchen, What.PEOPLE)


@transaction.atomic
def hand_over(kitchen: Kitchen, by: User, person: int) -> None:
    """Another person owns the kitchen, who owned it is a cook. Raises: Http404; Problem 422 for oneself."""
    if person == by.pk:
        raise Problem(OWN_ALREADY, "Choose somebody else to hand the kitchen over to.")
    found, own = _held(kitchen, person), _held(kitchen, by.pk)
    found.role, own.role = Role.OWNER, Role.COOK
    found.save(update_fields=["role"])
    own.save(update_fields=["role"])
    trail.note(trail.Deed.HANDED_OVER, kitchen, by, found.user.called)
    note(kitchen, What.PEOPLE)


@transaction.atomic
def way_back(kitchen: Kitchen, by: User, person: int, *, without_second_factor: bool) -> tuple[Link, str]:
    """A link by which a person of the kitchen chooses a new password.

    Raises: Http404; Problem 422 where the person belongs to a kitchen that BY does not own: it would be theirs too.
    """
    found = _held(kitchen, person)
    elsewhere = Membership.objects.filter(user=found.user).exclude(
        kitchen__in=Kitchen.objects.filter(memberships__user=by, memberships__role=Role.OWNER)
    )
    if elsewhere.exists():
        words = f"{found.user.called} belongs to a kitchen that is not yours. Whoever runs the server can help."
        raise Problem(NOT_FOR_YOU, words)
    trail.note(trail.Deed.RESET_LINK, kitchen, by, found.user.called)
    return links.way_back(found.user, by, without_second_factor=without_second_factor)


def tablets_of(kitchen: Kitchen) -> "QuerySet[Session]":
    """The browsers that the kitchen shares, last used first."""
    return kitchen.tablets.filter(expire_date__gt=timezone.now()).select_related("opened_by", "at").order_by("-seen_at")


def end_tablet(kitchen: Kitchen, by: User, handle: UUID) -> bool:
    """Sign a tablet out, wherever it is; False where there is none."""
    found = tablets_of(kitchen).filter(handle=handle).first()
    if found is None:
        return False
    found.delete()
    trail.note(trail.Deed.TABLET_SIGNED_OUT, kitchen, by, found.device)
    return True


def _held(kitchen: Kitchen, person: int) -> Membership:
    """A membership, with the kitchen held until the transaction ends: who owns it is counted by one at a time."""
    Kitchen.objects.select_for_update().get(pk=kitchen.pk)
    found = Membership.objects.select_related("user").filter(kitchen=kitchen, user=person).first()
    if found is None:
        raise Http404
    return found


def _not_the_last_owner(kitchen: Kitchen, found: Membership) -> None:
    others = kitchen.memberships.filter(role=Role.OWNER).exclude(pk=found.pk)
    if found.role == Role.OWNER and not others.exists():
        words = "A kitchen has an owner. Hand it over to somebody else first."
        raise Problem(LAST_OWNER, words)
