"""Sessions in rows of their own, which say whose they are, on which device, and when it was last used.

Django's own rows say none of that. A session ends when its row goes, at once and for every process.
"""

from datetime import datetime, timedelta
from functools import lru_cache
from typing import Any

from django.conf import settings
from django.contrib.auth import SESSION_KEY
from django.contrib.sessions.backends.db import SessionStore as DatabaseStore
from django.http import HttpRequest
from django.utils import timezone
from ua_parser import parse

from server.accounts.models import Session, User
from server.common.reading import Reading

# What a browser says of itself is read up to this.
LONGEST_AGENT = 400
# A session that is used is noted so at most this often.
NOTED_EACH = timedelta(seconds=30)
# With whoever is at it, and no more: mostly they opened it themselves.
LIVE = Reading(Session, "at", "one.session_key = %s AND one.expire_date > %s")


class SessionStore(DatabaseStore):
    """Django's sessions in the database, with who they are of read together with them."""

    row: Session | None = None

    @classmethod
    def get_model_class(cls) -> type[Session]:
        """The rows."""
        return Session

    def _get_session_from_db(self) -> Session | None:
        found = LIVE.first(self.session_key, timezone.now()) if self.session_key else None
        if found and found.at_id == found.opened_by_id:
            found.opened_by = found.at
        # What a kitchen has settled since holds at once, for a tablet that is lost too.
        self.row = found if found and ends_at(found) > timezone.now() else None
        if self.row is None:
            self._session_key = None
        return self.row

    def create_model_instance(self, data: dict[str, Any]) -> Session:
        """The row as it is to be saved: what it says of people and devices stays."""
        key = str(self.session_key)
        if self.row is None or self.row.session_key != key:
            self.row = Session(session_key=key)
        self.row.session_data = self.encode(data)
        self.row.expire_date = ends_at(self.row)
        return self.row

    @property
    def read(self) -> Session | None:
        """The row of this session, if it was read already."""
        return self.row if self.accessed and self.session_key else None


def known(request: HttpRequest) -> Session | None:
    """The row of the session that a request belongs to; None where there is none."""
    store = request.session
    assert isinstance(store, SessionStore)
    # Read with the first thing that is asked of it.
    store.get(SESSION_KEY)
    return store.read


def read(request: HttpRequest) -> Session | None:
    """The same, where somebody has asked for it before; nothing is read for it."""
    store = request.session
    assert isinstance(store, SessionStore)
    return store.read


def ends_at(row: Session) -> datetime:
    """When the session ends if nobody uses it from when it was last seen, and in any case."""
    idle = row.tablet_of.settings.tablet_idle if row.tablet_of else settings.SESSION_IDLE
    return min(row.seen_at + idle, row.started_at + settings.SESSION_LONGEST)


def begun(request: HttpRequest, user: User, **_sent: object) -> None:
    """Somebody signed in: the session is theirs, on this device."""
    row = known(request)
    assert row is not None
    row.opened_by = row.at = user
    row.device = _device(str(request.META.get("HTTP_USER_AGENT") or "")[:LONGEST_AGENT])


def used(row: Session) -> None:
    """Note that somebody does something there, not merely listens; so that it does not end meanwhile."""
    if timezone.now() - row.seen_at > NOTED_EACH:
        row.seen_at = timezone.now()
        row.expire_date = ends_at(row)
        Session.objects.filter(pk=row.pk).update(seen_at=row.seen_at, expire_date=row.expire_date)


def end_ended() -> None:
    """Take away the rows of sessions that are over."""
    Session.objects.filter(expire_date__lt=timezone.now()).delete()


@lru_cache(maxsize=256)
def _device(agent: str) -> str:
    """What a browser says it is and runs on, for people to know it by; empty where it says nothing."""
    told = parse(agent)
    on = told.device if told.device and told.device.family not in ("Other", "Mac") else told.os
    names = [one.family for one in (told.user_agent, on) if one and one.family != "Other"]
    return " · ".join(names)[:80]
