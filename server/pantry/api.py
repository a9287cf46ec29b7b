"""The pantry over HTTP: what can be put in a jar, and which fish there are."""

from typing import Any

from django.http import Http404, HttpRequest
from ninja import Router, Schema

from jarcore.data import default_pantry, rendered, rows, shelf
from jarcore.documents import parse
from jarcore.jars import Traits, all_traits
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.common.answers import body
from server.common.problems import Problem
from server.pantry import services
from server.pantry.models import ShelfJar

router = Router(tags=["pantry"])


class IngredientOut(Schema):
    id: str
    name: str
    synonyms: list[str]
    group: str
    units: list[str]
    smoke_c: float | None


class SpeciesOut(Schema):
    id: str
    name: str
    synonyms: list[str]
    fat_class: str
    firmness: str
    flags: list[str]
    candidates: list[str]
    suits: list[str]
    delicate: bool


class CutOut(Schema):
    id: str
    name: str
    note: str


class ShelfJarOut(Schema):
    """A starting jar: its reason and the jar, whose parts have no ids yet."""

    id: str
    reason: str
    jar: dict[str, Any]


class CheckOut(Schema):
    """One point of the receiving check: what is sound, what is refused."""

    check: str
    sound: str
    refuse: str


class PantryOut(Schema):
    ingredients: list[IngredientOut]
    species: list[SpeciesOut]
    cuts: list[CutOut]
    kinds: list[Traits]
    shelf: list[ShelfJarOut]
    receiving: list[CheckOut]


class OwnJarOut(Schema):
    """A jar that the kitchen keeps on its own Shelf."""

    id: int
    name: str
    reason: str
    jar: dict[str, Any]


COUNTS = ("piece", "slice", "clove", "sprig", "pinch")


@router.get("/pantry", response=PantryOut, operation_id="pantry")
def read_pantry(request: HttpRequest) -> dict[str, Any]:
    """All of it; the front end searches in it."""
    pantry = default_pantry()
    ingredients = [
        {
            "id": one.id,
            "name": one.name,
            "synonyms": list(one.synonyms),
            "group": one.group,
            "units": [unit for unit in COUNTS if one.unit_g(unit)],
            "smoke_c": one.smoke_c,
        }
        for one in pantry.ingredients.values()
    ]
    return {
        "ingredients": sorted(ingredients, key=lambda one: str(one["name"])),
        "species": sorted(pantry.species.values(), key=lambda one: one.name),
        "cuts": list(pantry.cuts.values()),
        "kinds": all_traits(),
        "shelf": shelf(),
        "receiving": [{name: rendered(text) for name, text in row.items()} for row in rows("receiving")],
    }


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
    value, findings = parse(request.body)
    jar = value.get("jar") if isinstance(value, dict) else None
    reason = value.get("reason") if isinstance(value, dict) else None
    if findings or not isinstance(jar, dict):
        errors = [{"path": one.path, "text": one.text} for one in findings]
        raise Problem(422, "Cannot be kept", "This is no jar that can be kept.", errors=errors)
    return 201, services.shelve(mine, request.user, jar, reason if isinstance(reason, str) else "")


@router.delete("/kitchens/{kitchen}/shelf/{jar}", response={204: None}, operation_id="unshelve")
def unshelve(request: AuthedRequest, kitchen: str, jar: int) -> tuple[int, None]:
    """Take a jar off the kitchen's Shelf."""
    gone, _ = ShelfJar.objects.of(kitchen_to_write(request.user, kitchen)).filter(pk=jar).delete()
    if not gone:
        raise Http404
    return 204, None
