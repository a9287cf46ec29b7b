"""The change feed over HTTP; a page that is looked at asks it each second."""

from typing import Annotated

from ninja import Query, Router, Schema

from server.accounts.persons import only_listens
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read
from server.feed import selectors
from server.feed.models import What

router = Router(tags=["feed"])


class ChangeOut(Schema):
    """One thing that changed: which (0 where there is only one), and its revision or number since."""

    what: What
    item: int
    mark: int


class NewsOut(Schema):
    """What changed since, up to `last`; `whole` when all has to be asked anew."""

    last: int
    whole: bool
    changes: list[ChangeOut]


@router.get("/kitchens/{kitchen}/changes", response=NewsOut, operation_id="changes")
def read_changes(request: AuthedRequest, kitchen: str, after: Annotated[int, Query(ge=0)] = 0) -> selectors.News:
    """What changed in the kitchen since a number (the session tells the first one)."""
    only_listens(request)
    return selectors.news(kitchen_to_read(request.user, kitchen), after)
