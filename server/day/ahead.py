"""What a kitchen has made ahead, and what its services of the next days want: over HTTP."""

from datetime import datetime, timedelta
from typing import Any

from django.http import Http404
from ninja import Router, Schema
from pydantic import AwareDatetime, Field

from jarcore.documents.refusal import NOT_VALID
from jarcore.service import AheadLists
from server.accounts.clock import now_in
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.common.kinds import TOO_MUCH_WORK
from server.common.problems import Problem
from server.common.refusals import refuses
from server.common.text import Text
from server.day import selectors, services
from server.day.models import Batch

router = Router(tags=["services"])
# Lists are made for so many days at most, and a batch is no heavier than a kitchen makes [g].
MOST_DAYS, MOST_G = 7, 1e6


class BatchOut(Schema):
    """A jar made ahead: how much of it is left when all services have drawn, and whether its time is over."""

    id: int
    formula: int
    version: int | None
    jar: str
    name: str
    mass_g: float
    left_g: float
    made_at: datetime
    use_by: datetime
    over: bool
    made_by: str


class BatchIn(Schema):
    """A jar that was made: of a formula's version (its draft where none is named), how much, when."""

    formula: int
    version: int | None = None
    jar: Text
    mass_g: float = Field(gt=0, le=MOST_G)
    made_at: AwareDatetime | None = None
    use_by: AwareDatetime | None = None


class ThrownOut(Schema):
    thrown_out: bool


@router.get("/kitchens/{kitchen}/batches", response={200: list[BatchOut]}, operation_id="batches")
def list_batches(request: AuthedRequest, kitchen: str) -> list[dict[str, Any]]:
    """The kitchen's batches that are not thrown out, what is used first first."""
    mine = kitchen_to_read(request.user, kitchen)
    now = now_in(mine)
    return [_told(batch, left, now) for batch, left in selectors.batches(mine)]


@router.post("/kitchens/{kitchen}/batches", response={201: BatchOut}, operation_id="keep_batch")
def keep_batch(request: AuthedRequest, kitchen: str, batch: BatchIn) -> tuple[int, dict[str, Any]]:
    """Keep a jar that was made ahead."""
    mine = kitchen_to_write(request.user, kitchen)
    now = now_in(mine)
    made_at = batch.made_at or now
    if made_at > now + timedelta(minutes=1):
        errors = [{"path": "/made_at", "text": "It was made by now, or is not made yet."}]
        raise Problem(NOT_VALID, "A batch is kept once it is made.", errors=errors)
    found = selectors.jar_of(mine, batch.formula, batch.version, batch.jar)
    if found is None:
        errors = [{"path": "/jar", "text": "This formula has no such jar."}]
        raise Problem(NOT_VALID, "Choose a jar of a formula of this kitchen.", errors=errors)
    document, name = found
    made = services.Made(
        formula=batch.formula,
        version=batch.version,
        jar=batch.jar,
        document=document,
        name=name,
        mass_g=batch.mass_g,
        made_at=made_at,
        use_by=batch.use_by,
    )
    kept = services.keep_batch(mine, request.user, made)
    return 201, _told(kept, kept.mass_g, now)


@router.put("/kitchens/{kitchen}/batches/{batch}/thrown-out", response={204: None}, operation_id="throw_batch_out")
def throw_batch_out(request: AuthedRequest, kitchen: str, batch: int, thrown: ThrownOut) -> tuple[int, None]:
    """Throw a batch out, or bring it back."""
    mine = kitchen_to_write(request.user, kitchen)
    try:
        services.throw_batch_out(mine, batch, out=thrown.thrown_out)
    except Batch.DoesNotExist:
        raise Http404 from None
    return 204, None


@router.get("/kitchens/{kitchen}/ahead", response={200: AheadLists}, operation_id="ahead")
@refuses(TOO_MUCH_WORK)
def list_ahead(request: AuthedRequest, kitchen: str, days: int = 2) -> AheadLists:
    """The prep list, the pull list and the order list of the services of the next days."""
    mine = kitchen_to_read(request.user, kitchen)
    return selectors.ahead_of(mine, now_in(mine), timedelta(days=min(max(days, 1), MOST_DAYS)))


def _told(batch: Batch, left: float, now: datetime) -> dict[str, Any]:
    by = batch.made_by
    return {
        "id": batch.pk,
        "formula": batch.formula,
        "version": batch.version,
        "jar": batch.jar,
        "name": batch.name,
        "mass_g": batch.mass_g,
        "left_g": max(0.0, left),
        "made_at": batch.made_at,
        "use_by": batch.use_by,
        "over": batch.use_by < now,
        "made_by": (by.initials or by.username) if by else "",
    }
