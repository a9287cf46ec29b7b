"""The pantry over HTTP: what can be put in a jar, and which fish there are."""

from typing import Any

from django.http import HttpRequest
from ninja import Router, Schema

from jarcore.data import default_pantry, shelf

router = Router(tags=["pantry"])


class IngredientOut(Schema):
    id: str
    name: str
    synonyms: list[str]
    group: str
    units: list[str]


class SpeciesOut(Schema):
    id: str
    name: str
    synonyms: list[str]
    fat_class: str
    firmness: str
    flags: list[str]
    candidates: list[str]


class CutOut(Schema):
    id: str
    name: str
    note: str


class ShelfJarOut(Schema):
    """A starting jar: its reason and the jar, whose parts have no ids yet."""

    id: str
    reason: str
    jar: dict[str, Any]


class PantryOut(Schema):
    ingredients: list[IngredientOut]
    species: list[SpeciesOut]
    cuts: list[CutOut]
    shelf: list[ShelfJarOut]


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
        }
        for one in pantry.ingredients.values()
    ]
    return {
        "ingredients": sorted(ingredients, key=lambda one: str(one["name"])),
        "species": sorted(pantry.species.values(), key=lambda one: one.name),
        "cuts": list(pantry.cuts.values()),
        "shelf": shelf(),
    }
