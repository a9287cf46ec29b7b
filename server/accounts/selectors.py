"""Questions about people and kitchens. The one place where permission is checked."""

from django.core.exceptions import PermissionDenied
from django.http import Http404

from server.accounts import second_factor
from server.accounts.models import Kitchen, Membership, Role, User
from server.common.reading import Reading

WRITERS = (Role.OWNER, Role.COOK)
# From the one who may most to the one who may least.
ROLES = (Role.OWNER, Role.COOK, Role.VIEWER)
OWN = Reading(Membership, "kitchen", "one.user_id = %s AND other.slug = %s")


def membership(user: User, slug: str) -> Membership:
    """The person's membership of a kitchen; raises Http404 for strangers, who must not learn that it exists.

    At a shared tablet only its kitchen is there, and nobody is an owner; with a token its kitchen, and no higher a role
    than the token's.
    """
    found = OWN.first(user.pk, slug)
    if found is None or _only(user) not in (None, found.kitchen_id):
        raise Http404
    return _as_here(user, found)


def kitchen_to_read(user: User, slug: str) -> Kitchen:
    """The kitchen, when the person may read it; raises Http404."""
    return membership(user, slug).kitchen


def kitchen_to_write(user: User, slug: str) -> Kitchen:
    """The kitchen, when the person may change it; raises Http404 or PermissionDenied."""
    found = membership(user, slug)
    if found.role not in WRITERS:
        raise PermissionDenied("You may look at this kitchen but not change it. Ask its owner for the role of a cook.")
    return found.kitchen


def kitchen_to_own(user: User, slug: str) -> Kitchen:
    """The kitchen, when the person owns it; raises Http404 or PermissionDenied."""
    found = membership(user, slug)
    if found.role != Role.OWNER:
        raise PermissionDenied("Only an owner of the kitchen may do this, and not at a shared tablet.")
    if found.kitchen.settings.owners_need_second_factor and not second_factor.has_one(user):
        raise PermissionDenied("Owners of this kitchen need a second factor. Set one up under “You” first.")
    return found.kitchen


def kitchens_of(user: User) -> list[Membership]:
    """The person's kitchens with roles, by name. At a shared tablet, and with a token of one, there is only that."""
    mine = Membership.objects.select_related("kitchen").filter(user=user)
    only = _only(user)
    if only is not None:
        mine = mine.filter(kitchen=only)
    return [_as_here(user, one) for one in mine.order_by("kitchen__name", "kitchen__pk")]


def _only(user: User) -> int | None:
    """The one kitchen that is there where the person is; None where all of theirs are."""
    if user.tablet_of is not None:
        return user.tablet_of.pk
    return user.token.kitchen_id if user.token is not None else None


def _as_here(user: User, found: Membership) -> Membership:
    """The membership as it counts where the person is: at a shared tablet nobody is an owner, and a script has no more
    than its token.
    """
    most = Role.COOK if user.tablet_of is not None else user.token.role if user.token is not None else Role.OWNER
    found.role = max(found.role, most, key=ROLES.index)
    return found


def anybody() -> bool:
    """Whether there is anybody at all."""
    return User.objects.exists()
