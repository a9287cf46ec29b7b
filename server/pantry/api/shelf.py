"""The jars that a kitchen keeps on its own Shelf."""

from typing import Any

from django.http import Http404
from ninja import Router, Schema

from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.common.answers import body
from server.common.bodies import keepable
from server.common.kinds import CANNOT_BE_KEPT
from server.common.problems import Problem
from server.pantry import services
from server.pantry.models import ShelfJar

router = Router(tags=["pantry"])


class OwnJarOut(Schema):
    """A jar that the kitchen keeps on its own Shelf."""

    id: int
    name: str
    kind: str | None
    reason: str
    jar: dict[str, Any]


@router.get("/kitchens/{kitchen}/shelf", response=list[OwnJarOut], operation_id="own_shelf")
def read_shelf(request: AuthedRequest, kitchen: str) -> list[ShelfJar]:
    """The kitchen's own jars, by name."""
    return list(ShelfJar.objects.of(kitchen_to_read(request.user, kitchen)).order_by("name", "id"))


@router.post(
    "/kitchens/{kitchen}/shelf",
    response={201: OwnJarOut},
    operation_id="shelve",
    openapi_extra=body(
        {
            "type": "object",
            "required": ["jar"],
            "properties": {"jar": {"type": "object", "additionalProperties": True}, "reason": {"type": "string"}},
        }
    ),
)
def shelve(request: AuthedRequest, kitchen: str) -> tuple[int, ShelfJar]:
    """Keep a jar on the kitchen's Shelf."""
    mine = kitchen_to_write(request.user, kitchen)
    value = keepable(request.body)
    jar = value.get("jar") if isinstance(value, dict) else None
    reason = value.get("reason") if isinstance(value, dict) else None
    if not isinstance(jar, dict):
        raise Problem(CANNOT_BE_KEPT, "This is no jar that can be kept.")
    return 201, services.shelve(mine, request.user, jar, reason if isinstance(reason, str) else "")


@router.delete("/kitchens/{kitchen}/shelf/{jar}", response={204: None}, operation_id="unshelve")
def unshelve(request: AuthedRequest, kitchen: str, jar: int) -> tuple[int, None]:
    """Take a jar off the kitchen's Shelf."""
    if not services.unshelve(kitchen_to_write(request.user, kitchen), request.user, jar):
        raise Http404
    return 204, None
