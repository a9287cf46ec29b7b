"""What may be named in a formula, and how it is called: shipped rows, and a kitchen's with them."""

from collections.abc import Iterator
from dataclasses import asdict
from typing import Any

from django.http import HttpRequest
from ninja import Router, Schema

from jarcore.data import (
    Pantry,
    Species,
    default_pantry,
    label_forms,
    parameter,
    rendered,
    rows,
    schools,
    sentence,
    shelf,
    time_steps,
)
from jarcore.data.classes import flesh_words
from jarcore.data.house import CORE, PORTION
from jarcore.data.readings import reading, reading_rows
from jarcore.data.targets import target_rows
from jarcore.documents.evaluated_jar import Component
from jarcore.heat import HeatTraits, heat_traits
from jarcore.jars import Traits, all_traits, side_rows
from jarcore.substances import mix
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read
from server.common.typed import FatClass, Firmness, Group, JarDraft, Shape
from server.pantry.api.own import PriceOut, ScaleOut, prices_of
from server.pantry.selectors import stock_of

router = Router(tags=["pantry"])


class IngredientOut(Schema):
    """What may be put in a jar; `holds` is the share [1] of each component in it."""

    id: str
    name: str
    synonyms: list[str]
    group: Group
    units: list[str]
    smoke_c: float | None
    kept_in_oil: bool
    holds: dict[Component, float]


class SpeciesOut(Schema):
    id: str
    name: str
    synonyms: list[str]
    fat_class: FatClass
    firmness: Firmness
    flesh: str
    shape: Shape
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
    jar: JarDraft


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


class SchoolOut(Schema):
    """A question on which good cooks disagree, and its options."""

    question: str
    ask: str
    options: dict[str, str]


class SideOut(Schema):
    """A side of the short shelf: what it is called, hands, minutes, stations, how long before the plate it is done
    [min], the salt of a serving [g].
    """

    id: str
    name: str
    hands: int
    minutes: float
    uses: list[str]
    before_plate: float
    salt_g_per_serving: float


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
    sides: list[SideOut]
    stations: dict[str, str]
    day_begins_min: float


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
        **prices_of(pantry),
        "price_units": [row["unit"] for row in rows("price_units")],
        "house_targets": list(_house_targets()),
        "schools": [
            {"question": one["question"], "ask": one["ask"], "options": {o["id"]: o["name"] for o in one["options"]}}
            for one in schools()
        ],
        "sides": list(side_rows()),
        "stations": {row["kind"]: row["name"] for row in rows("stations")},
        "day_begins_min": parameter("day_begins"),
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


@router.get("/pantry", response=PantryOut, operation_id="pantry")
def read_pantry(request: HttpRequest) -> dict[str, Any]:
    """All shipped rows."""
    return _shown(default_pantry())


@router.get("/kitchens/{kitchen}/pantry", response=PantryOut, operation_id="kitchen_pantry")
def read_kitchen_pantry(request: AuthedRequest, kitchen: str) -> dict[str, Any]:
    """All that a kitchen's formulas may name, its own rows with the shipped ones; the front end searches in it."""
    return _shown(stock_of(kitchen_to_read(request.user, kitchen)).pantry)
