"""The pantry over HTTP: what can be put in a jar, and which fish there are."""

from collections.abc import Iterator
from dataclasses import asdict
from typing import Any

from django.http import Http404, HttpRequest
from ninja import Router, Schema

from jarcore.data import (
    Pantry,
    Species,
    default_pantry,
    label_forms,
    rendered,
    rows,
    schools,
    sentence,
    shelf,
    time_steps,
)
from jarcore.data.classes import flesh_words
from jarcore.data.house import CORE, PORTION
from jarcore.data.prices import Sort
from jarcore.data.readings import reading, reading_rows
from jarcore.data.targets import target_rows
from jarcore.documents.evaluated_jar import Component
from jarcore.heat import HeatTraits, heat_traits
from jarcore.jars import Traits, all_traits
from jarcore.substances import mix
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.common.answers import body, named
from server.common.bodies import keepable
from server.common.problems import Problem
from server.pantry import services
from server.pantry.models import ShelfJar
from server.pantry.selectors import own_rows, stock_of

router = Router(tags=["pantry"])


class IngredientOut(Schema):
    """What may be put in a jar; `holds` is the share [1] of each component in it."""

    id: str
    name: str
    synonyms: list[str]
    group: str
    units: list[str]
    smoke_c: float | None
    kept_in_oil: bool
    holds: dict[Component, float]


class SpeciesOut(Schema):
    id: str
    name: str
    synonyms: list[str]
    fat_class: str
    firmness: str
    flesh: str
    shape: str
    flags: list[str]
    candidates: list[str]
    suits: list[str]
    delicate: bool

    @staticmethod
    def resolve_flesh(species: Species) -> str:
        """In words."""
        return flesh_words(species)


class CutOut(Schema):
    id: str
    name: str
    note: str


class ShelfJarOut(Schema):
    """A starting jar: its reason and the jar, whose parts have no ids yet."""

    id: str
    name: str
    kind: str
    reason: str
    jar: dict[str, Any]


class CheckOut(Schema):
    """One point of the receiving check: what is sound, what is refused."""

    check: str
    sound: str
    refuse: str


class ReadingOut(Schema):
    """What a reading is called, and its unit."""

    id: str
    name: str
    unit: str


class TimeStepOut(Schema):
    """From which time on [min] times are planned in which steps [min]."""

    from_min: float
    step_min: float


class ScaleOut(Schema):
    """A scale: its step and the most that it bears [g]."""

    step_g: float
    max_g: float


class ScalesOut(Schema):
    """The scales that are weighed on: the kitchen's own, or the usual ones where it has none."""

    scales: list[ScaleOut]


class SchoolOut(Schema):
    """A question on which good cooks disagree, and its options."""

    question: str
    ask: str
    options: dict[str, str]


class PriceOut(Schema):
    """What a thing costs: `price` for `per` of a `unit`, the share of it that can be used [%], the day it was so; of a
    fish on which basis it is weighed.
    """

    sort: Sort
    id: str
    price: float
    per: float
    unit: str
    usable_pct: float
    at: str | None
    basis: str | None


class PricesOut(Schema):
    """All prices of a kitchen, in its currency."""

    currency: str | None
    prices: list[PriceOut]


class PantryOut(Schema):
    ingredients: list[IngredientOut]
    species: list[SpeciesOut]
    cuts: list[CutOut]
    kinds: list[Traits]
    heats: list[HeatTraits]
    readings: list[ReadingOut]
    targets: list[ReadingOut]
    shelf: list[ShelfJarOut]
    receiving: list[CheckOut]
    time_steps: list[TimeStepOut]
    label_forms: list[str]
    scales: list[ScaleOut]
    prices: list[PriceOut]
    currency: str | None
    price_units: list[str]
    house_targets: list[ReadingOut]
    schools: list[SchoolOut]


class FaultOut(Schema):
    """A row that is not used, and why."""

    path: str
    text: str


class RowsOut(Schema):
    """A kitchen's own rows as they were sent (null where it has none), and what of them is not used."""

    document: dict[str, Any] | None
    faults: list[FaultOut]


class LabelIn(Schema):
    """What a label says: what it is like, or its form; salt, sugar, fat and acid in 100 g [g]; allergens."""

    name: str
    like: str | None = None
    form: str | None = None
    salt: float | None = None
    sugar: float | None = None
    fat: float | None = None
    acid: float | None = None
    allergens: list[str] = []


class MadeOut(Schema):
    """The id of what was made."""

    id: str


class OwnJarOut(Schema):
    """A jar that the kitchen keeps on its own Shelf."""

    id: int
    name: str
    kind: str | None
    reason: str
    jar: dict[str, Any]


COUNTS = ("piece", "slice", "clove", "sprig", "pinch")


def _shown(pantry: Pantry) -> dict[str, Any]:
    ingredients = [
        {
            "id": one.id,
            "name": one.name,
            "synonyms": list(one.synonyms),
            "group": one.group,
            "units": [unit for unit in COUNTS if one.unit_g(unit)],
            "smoke_c": one.smoke_c,
            "kept_in_oil": one.kept_in_oil,
            "holds": {name: round(share, 4) for name, share, _ in mix([(one, 1.0)]).strata()},
        }
        for one in pantry.ingredients.values()
    ]
    return {
        "ingredients": sorted(ingredients, key=lambda one: str(one["name"])),
        "species": sorted(pantry.species.values(), key=lambda one: one.name),
        "cuts": list(pantry.cuts.values()),
        "kinds": all_traits(),
        "heats": heat_traits(),
        "readings": list(reading_rows().values()),
        "targets": [{**asdict(reading(row.reading)), "id": row.id} for row in target_rows().values()],
        "shelf": [{**one, "name": one["jar"]["name"], "kind": one["jar"]["kind"]} for one in shelf()],
        "scales": list(pantry.scales),
        **_prices(pantry),
        "price_units": [row["unit"] for row in rows("price_units")],
        "house_targets": list(_house_targets()),
        "schools": [
            {"question": one["question"], "ask": one["ask"], "options": {o["id"]: o["name"] for o in one["options"]}}
            for one in schools()
        ],
        "time_steps": list(time_steps()),
        "label_forms": label_forms(),
        "receiving": [{name: rendered(text) for name, text in row.items()} for row in rows("receiving")],
    }


def _house_targets() -> Iterator[dict[str, str]]:
    """What a house rule may bound, as it is called."""
    yield {"id": PORTION, "name": sentence("house/portion"), "unit": "g"}
    yield asdict(reading(CORE))
    for row in target_rows().values():
        yield {**asdict(reading(row.reading)), "id": row.id}


def _prices(pantry: Pantry) -> dict[str, Any]:
    shown = [{**asdict(one), "usable_pct": 100 * one.usable} for one in pantry.prices.values()]
    return {"prices": shown, "currency": pantry.currency}


@router.get("/pantry", response=PantryOut, operation_id="pantry")
def read_pantry(request: HttpRequest) -> dict[str, Any]:
    """All shipped rows."""
    return _shown(default_pantry())


@router.get("/kitchens/{kitchen}/pantry", response=PantryOut, operation_id="kitchen_pantry")
def read_kitchen_pantry(request: AuthedRequest, kitchen: str) -> dict[str, Any]:
    """All that a kitchen's formulas may name, its own rows with the shipped ones; the front end searches in it."""
    return _shown(stock_of(kitchen_to_read(request.user, kitchen)).pantry)


@router.get("/kitchens/{kitchen}/rows", response=RowsOut, operation_id="own_rows")
def read_rows(request: AuthedRequest, kitchen: str) -> dict[str, Any]:
    """The kitchen's own rows as they were sent, and what of them is not used."""
    mine = kitchen_to_read(request.user, kitchen)
    return {"document": own_rows(mine), "faults": list(stock_of(mine).faults)}


@router.put(
    "/kitchens/{kitchen}/rows",
    response=RowsOut,
    operation_id="keep_rows",
    openapi_extra=body({"type": "object", "additionalProperties": True}),
)
def keep_rows(request: AuthedRequest, kitchen: str) -> dict[str, Any]:
    """Keep the kitchen's own rows: a jar-table/pantry document, all of them at once."""
    mine = kitchen_to_write(request.user, kitchen)
    value = keepable(request.body)
    return {"document": value, "faults": services.keep_rows(mine, request.user, value)}


@router.post(
    "/kitchens/{kitchen}/rows/ingredients",
    response={201: MadeOut},
    operation_id="keep_from_label",
    openapi_extra=body(LabelIn.model_json_schema()),
)
def keep_from_label(request: AuthedRequest, kitchen: str) -> tuple[int, dict[str, Any]]:
    """Add one ingredient to the kitchen's own rows, from what its label says."""
    mine = kitchen_to_write(request.user, kitchen)
    value = keepable(request.body)
    if not isinstance(value, dict):
        raise Problem(422, "Not valid", "This is no label.")
    return 201, {"id": services.keep_from_label(mine, request.user, value)}


@router.put(
    "/kitchens/{kitchen}/scales",
    response=ScalesOut,
    operation_id="keep_scales",
    openapi_extra=body(
        {
            "type": "object",
            "required": ["scales"],
            "properties": {"scales": {"type": "array", "items": named("ScaleOut")}},
        }
    ),
)
def keep_scales(request: AuthedRequest, kitchen: str) -> dict[str, Any]:
    """Keep the kitchen's scales: their steps and capacities decide how each line is weighed."""
    mine = kitchen_to_write(request.user, kitchen)
    value = keepable(request.body)
    scales = value.get("scales") if isinstance(value, dict) else None
    if not isinstance(scales, list):
        raise Problem(422, "Not valid", "Scales are a list.", errors=[{"path": "/scales", "text": "A list."}])
    services.keep_scales(mine, request.user, scales)
    return {"scales": list(stock_of(mine).pantry.scales)}


@router.put(
    "/kitchens/{kitchen}/prices",
    response=PricesOut,
    operation_id="keep_prices",
    openapi_extra=body(
        {
            "type": "object",
            "required": ["prices"],
            "properties": {
                "currency": {"anyOf": [{"type": "string"}, {"type": "null"}]},
                "prices": {"type": "array", "items": {"type": "object", "additionalProperties": True}},
            },
        }
    ),
)
def keep_prices(request: AuthedRequest, kitchen: str) -> dict[str, Any]:
    """Keep prices of things, as entries of a jar-table/pantry document: each in the place of the one of the same thing,
    and none any more where its `price` is null.
    """
    mine = kitchen_to_write(request.user, kitchen)
    value = keepable(request.body)
    prices = value.get("prices") if isinstance(value, dict) else None
    if not isinstance(prices, list):
        raise Problem(422, "Not valid", "Prices are a list.", errors=[{"path": "/prices", "text": "A list."}])
    currency = value.get("currency") if isinstance(value, dict) else None
    services.keep_prices(mine, request.user, prices, currency)
    return _prices(stock_of(mine).pantry)


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
        raise Problem(422, "Cannot be kept", "This is no jar that can be kept.")
    return 201, services.shelve(mine, request.user, jar, reason if isinstance(reason, str) else "")


@router.delete("/kitchens/{kitchen}/shelf/{jar}", response={204: None}, operation_id="unshelve")
def unshelve(request: AuthedRequest, kitchen: str, jar: int) -> tuple[int, None]:
    """Take a jar off the kitchen's Shelf."""
    if not services.unshelve(kitchen_to_write(request.user, kitchen), request.user, jar):
        raise Http404
    return 204, None
