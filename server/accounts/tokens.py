"""Access tokens: by which a script does in a person's name what they have let it do, and until when."""

import hashlib
import secrets
from datetime import timedelta
from uuid import UUID

from django.db.models import QuerySet
from django.utils import timezone

from server.accounts import trail
from server.accounts.models import AccessToken, Kitchen, Role, User
from server.common.kinds import TOKEN_REFUSED, TOO_MANY
from server.common.problems import Problem
from server.common.reading import Reading

# What each begins with, so that one that stands where it should not is found.
PREFIX = "jar_"
BYTES = 32
MOST_OF_PERSON, LONGEST_NAME = 20, 60
# For how long it opens [days].
USUAL_DAYS, MOST_DAYS = 90, 366
NOTED_EACH = timedelta(seconds=30)
LIVE = Reading(AccessToken, "user", "one.digest = %s AND one.ends_at > %s")


def make(user: User, name: str, role: Role, kitchen: Kitchen | None, days: int) -> tuple[AccessToken, str]:
    """A token and its secret, which is told once; for one kitchen or for all of the person's.

    Raises: Problem 422 where the person has very many.
    """
    if of_person(user).count() >= MOST_OF_PERSON:
        raise Problem(TOO_MANY, "Revoke a token first that no script uses any more.")
    secret = PREFIX + secrets.token_urlsafe(BYTES)
    made = AccessToken.objects.create(
        user=user,
        name=name,
        role=role,
        kitchen=kitchen,
        digest=_digest(secret),
        ends_at=timezone.now() + timedelta(days=days),
    )
    trail.note_everywhere(trail.Deed.TOKEN_MADE, user, f"{name} · {role}")
    return made, secret


def of_person(user: User) -> "QuerySet[AccessToken]":
    """A person's tokens that still open, the newest first."""
    return user.tokens.filter(ends_at__gt=timezone.now()).select_related("kitchen").order_by("-pk")


def revoke(user: User, handle: UUID) -> bool:
    """A token opens nothing any more; False where the person has none of that handle."""
    found = user.tokens.filter(handle=handle).first()
    if found is None:
        return False
    found.delete()
    trail.note_everywhere(trail.Deed.TOKEN_REVOKED, user, found.name)
    return True


def person_of(secret: str) -> User:
    """Whose token it is; they carry it. Raises: Problem 401 where it opens nothing, or nothing any more."""
    now = timezone.now()
    found = LIVE.first(_digest(secret), now)
    if found is None or not found.user.is_active:
        raise Problem(TOKEN_REFUSED, "It was revoked, or its time is over. Make another one under “You”.")
    if found.seen_at is None or now - found.seen_at > NOTED_EACH:
        AccessToken.objects.filter(pk=found.pk).update(seen_at=now)
    found.user.token = found
    return found.user


def end_ended() -> None:
    """Take away the rows of tokens whose time is over."""
    AccessToken.objects.filter(ends_at__lte=timezone.now()).delete()


def _digest(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()
