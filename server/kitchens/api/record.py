"""What a kitchen has settled, and its audit trail."""

import csv
from collections.abc import Iterator
from datetime import datetime
from typing import Annotated

from django.http import StreamingHttpResponse
from django.utils import timezone
from ninja import Query, Router, Schema

from jarcore.exchange import harmless
from server.accounts import second_factor, trail
from server.accounts.kitchen_settings import KitchenSettings, Settled
from server.accounts.models import Deed, Entry
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_own, kitchen_to_read
from server.accounts.services import settle
from server.common.kinds import NOT_ALLOWED, NOT_YET
from server.common.problems import Problem
from server.common.refusals import refuses
from server.feed.services import What, note
from server.pantry.selectors import SETTLED
from server.pantry.services import tell_settled

router = Router()
PAGE = 100
CSV_HEAD = ("at", "name", "initials", "deed", "about")


class EntryOut(Schema):
    """A line of the trail: when, who, what was done, and of what."""

    id: int
    at: datetime
    name: str
    initials: str
    deed: Deed
    about: str


class TrailOut(Schema):
    """A page of the trail, newest first; `before` asks for the next one, null at its end."""

    entries: list[EntryOut]
    before: int | None


@router.get("/kitchens/{kitchen}/settings", response=KitchenSettings, operation_id="kitchen_settings")
def read_settings(request: AuthedRequest, kitchen: str) -> KitchenSettings:
    """What the kitchen has settled."""
    return kitchen_to_read(request.user, kitchen).settings


@router.put("/kitchens/{kitchen}/settings", response=KitchenSettings, operation_id="settle")
@refuses(NOT_YET)
def keep_settings(request: AuthedRequest, kitchen: str, body: Settled) -> KitchenSettings:
    """Settle some of it otherwise; what is not sent stays. An owner who asks for second factors has one."""
    mine = kitchen_to_own(request.user, kitchen)
    if body.owners_need_second_factor and not second_factor.has_one(request.user):
        words = "Set up a second factor of your own first, under “You”."
        raise Problem(NOT_YET, words, errors=[{"path": "/owners_need_second_factor", "text": words}])
    before = mine.settings
    kept = settle(mine, request.user, **body.model_dump(exclude_unset=True))
    if any(getattr(kept, name) != getattr(before, name) for name in SETTLED):
        tell_settled(mine, request.user)
    note(mine, What.PEOPLE)
    return kept


@router.get("/kitchens/{kitchen}/trail", response=TrailOut, operation_id="trail")
@refuses(NOT_ALLOWED)
def read_trail(
    request: AuthedRequest, kitchen: str, before: Annotated[int | None, Query(ge=1, lt=2**63)] = None
) -> TrailOut:
    """What was done in the kitchen, newest first, a hundred lines at a time."""
    lines = Entry.objects.filter(kitchen=kitchen_to_own(request.user, kitchen)).order_by("-pk")
    found = list((lines.filter(pk__lt=before) if before else lines)[: PAGE + 1])
    return TrailOut(
        entries=[EntryOut.from_orm(one) for one in found[:PAGE]],
        before=found[PAGE - 1].pk if len(found) > PAGE else None,
    )


@router.get(
    "/kitchens/{kitchen}/trail.csv",
    operation_id="export_trail",
    openapi_extra={"responses": {200: {"description": "OK", "content": {"text/csv": {"schema": {"type": "string"}}}}}},
)
@refuses(NOT_ALLOWED)
def export_trail(request: AuthedRequest, kitchen: str) -> StreamingHttpResponse:
    """The whole trail as a table, oldest first; that it was exported stands in it."""
    mine = kitchen_to_own(request.user, kitchen)
    trail.note(Deed.EXPORTED, mine, request.user, "trail.csv")
    name = f"{mine.slug}-trail-{timezone.now():%Y-%m-%d}.csv"
    return StreamingHttpResponse(
        _table(mine.pk), content_type="text/csv", headers={"Content-Disposition": f'attachment; filename="{name}"'}
    )


class _Line:
    """What csv writes to: a line is what was written."""

    def write(self, text: str) -> str:
        return text


def _table(kitchen: int) -> Iterator[str]:
    writer = csv.writer(_Line())
    yield writer.writerow(CSV_HEAD)
    for one in Entry.objects.filter(kitchen=kitchen).order_by("pk").iterator(chunk_size=1000):
        cells = (one.at.isoformat(timespec="seconds"), one.name, one.initials, one.deed, one.about)
        yield writer.writerow([harmless(cell) for cell in cells])
