"""Verbs on the temperature record."""

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any
from uuid import UUID

from django.conf import settings
from django.db import transaction

from jarcore.run import NotKept, taken
from jarcore.run.events import ACTED, LOGGED, VOID, happened_at
from server.accounts.models import Kitchen, User
from server.feed.services import What, note
from server.runs.services import Taken
from server.temperatures.models import LogEntry

# What is said here; all else is said of a run.
SAID = (LOGGED, ACTED, VOID)
NOT_HERE = "This is said of a run, not here."
ELSEWHERE = "This line belongs to another kitchen."


def log(kitchen: Kitchen, user: User, sent: Sequence[Any], now: datetime) -> list[Taken]:
    """Enter lines into the record of a kitchen, late and twice as it comes; what became of each."""
    with transaction.atomic():
        answers = [_logged(kitchen, user, event, now) for event in sent]
        if any(one.became == "kept" for one in answers):
            note(kitchen, What.TEMPERATURES)
    return answers


def _logged(kitchen: Kitchen, user: User, event: Any, now: datetime) -> Taken:
    name = str(event.get("id", "")) if isinstance(event, dict) else ""
    try:
        document, told = taken(event, now, rehearsal=settings.REHEARSAL)
    except NotKept as refused:
        return Taken(name, "refused", [str(refused)])
    if document["do"] not in SAID:
        return Taken(name, "refused", [NOT_HERE])
    at = datetime.fromtimestamp((happened_at(document, UTC) or 0) / 1000, UTC)
    row, new = LogEntry.objects.get_or_create(
        pk=UUID(document["id"]),
        defaults={
            "kitchen": kitchen,
            "at": at,
            "document": {**document, "signed": user.initials},
            "signed_by": user,
        },
    )
    if row.kitchen_id != kitchen.pk:
        return Taken(name, "refused", [ELSEWHERE])
    return Taken(name, "kept" if new else "again", told if new else [])
