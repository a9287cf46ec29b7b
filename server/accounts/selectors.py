"""Questions about people and kitchens. The one place where permission is checked."""

from django.core.exceptions import PermissionDenied
from django.http import Http404

from server.accounts.models import Kitchen, Membership, Role, User

WRITERS = (Role.OWNER, Role.COOK)


def membership(user: User, slug: str) -> Membership:
    """The person's membership of a kitchen; raises Http404 for strangers, who must not learn that it exists."""
    found = Membership.objects.select_related("kitchen").filter(user=user, kitchen__slug=slug).first()
    if found is None:
        raise Http404
    return found


def kitchen_to_read(user: User, slug: str) -> Kitchen:
    """The kitchen, when the person may read it; raises Http404."""
    return membership(user, slug).kitchen


def kitchen_to_write(user: User, slug: str) -> Kitchen:
    """The kitchen, when the person may change it; raises Http404 or PermissionDenied."""
    found = membership(user, slug)
    if found.role not in WRITERS:
        raise PermissionDenied("You may look at this kitchen but not change it. Ask its owner for the role of a cook.")
    return found.kitchen


def kitchens_of(user: User) -> list[Membership]:
    """The person's kitchens with roles, by name."""
    return list(Membership.objects.select_related("kitchen").filter(user=user).order_by("kitchen__name"))
