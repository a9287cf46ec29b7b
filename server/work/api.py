"""Long work over HTTP: what there is, how far it is, and calling it off."""

from datetime import datetime

from django.http import Http404
from ninja import Router, Schema

from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.work import selectors, services
from server.work.models import State, Work

router = Router(tags=["work"])


class WorkOut(Schema):
    """A piece of work: how many of its items are done."""

    id: int
    what: str
    state: State
    done: int
    of: int
    asked_at: datetime
    ended_at: datetime | None


@router.get("/kitchens/{kitchen}/long-work", response=list[WorkOut], operation_id="work")
def list_work(request: AuthedRequest, kitchen: str) -> list[Work]:
    """The kitchen's newest work, newest first."""
    return selectors.work_of(kitchen_to_read(request.user, kitchen))


@router.delete("/kitchens/{kitchen}/long-work/{number}", response={204: None}, operation_id="call_work_off")
def call_work_off(request: AuthedRequest, kitchen: str, number: int) -> tuple[int, None]:
    """Call a piece of work off; what is done of it stays done."""
    if not services.call_off(kitchen_to_write(request.user, kitchen), number):
        raise Http404
    return 204, None
