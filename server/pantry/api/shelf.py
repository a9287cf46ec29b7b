"""The jars that a kitchen keeps on its own Shelf."""

from django.http import Http404
from ninja import Router, Schema

from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.common.answers import body_of
from server.common.bodies import read_as
from server.common.kinds import SHELF_FULL
from server.common.refusals import refuses
from server.common.typed import JarDraft
from server.pantry import services
from server.pantry.models import ShelfJar

router = Router(tags=["pantry"])


class OwnJarOut(Schema):
    """A jar that the kitchen keeps on its own Shelf."""

    id: int
    name: str
    kind: str | None
    reason: str
    jar: JarDraft


class ShelveIn(Schema):
    """A jar to be kept, and why."""

    jar: JarDraft
    reason: str | None = None


@router.get("/kitchens/{kitchen}/shelf", response=list[OwnJarOut], operation_id="own_shelf")
def read_shelf(request: AuthedRequest, kitchen: str) -> list[ShelfJar]:
    """The kitchen's own jars, by name."""
    return list(ShelfJar.objects.of(kitchen_to_read(request.user, kitchen)).order_by("name", "id"))


@router.post(
    "/kitchens/{kitchen}/shelf",
    response={201: OwnJarOut},
    operation_id="shelve",
    openapi_extra=body_of(ShelveIn),
)
@refuses(SHELF_FULL)
def shelve(request: AuthedRequest, kitchen: str) -> tuple[int, ShelfJar]:
    """Keep a jar on the kitchen's Shelf."""
    mine = kitchen_to_write(request.user, kitchen)
    shelved = read_as(ShelveIn, request.body)
    return 201, services.shelve(mine, request.user, shelved.jar, shelved.reason or "")


@router.delete("/kitchens/{kitchen}/shelf/{jar}", response={204: None}, operation_id="unshelve")
def unshelve(request: AuthedRequest, kitchen: str, jar: int) -> tuple[int, None]:
    """Take a jar off the kitchen's Shelf."""
    if not services.unshelve(kitchen_to_write(request.user, kitchen), request.user, jar):
        raise Http404
    return 204, None
