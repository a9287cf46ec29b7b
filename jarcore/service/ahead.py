"""What the services of the next days want ahead: the prep list, what goes to thaw when, and what is to be bought."""

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from datetime import datetime
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import Pantry, sentence
from jarcore.documents.plan import Plan, PlannedStep
from jarcore.fish import edible_share
from jarcore.jars.readings import as_bought
from jarcore.service.portions import Portion
from jarcore.service.reading import read_for_plan
from jarcore.service.served import THAW
from jarcore.service.working import work_of

# Where prep is done: raw fish on its board, jars at the scales, what is cooked ahead on its station.
SHELF = {"raw": "fish", "clean": "jars"}
PREP = ("receive", "trim", "portion", "score", "weigh", "grind", "heat", "reduce", "set_aside", "side")
FISH, WATER = "fish", "water"
KG = 1000


class Prep(TypedDict):
    """Something to be done ahead: when, by whom, for which service, at which shelf or station."""

    at: str
    shelf: str
    text: str
    people: list[str]
    service: str


class Pull(TypedDict):
    """Something to be taken out: fish to thaw, or so much of a batch [g]."""

    at: str
    text: str
    service: str


class Order(TypedDict):
    """Something to be bought for all of it: how much [g], in what it is bought by, and for which services."""

    id: str
    name: str
    kind: str
    mass_g: float
    bought: str
    services: list[str]


class AheadLists(TypedDict):
    """The three lists, each in the order of work."""

    prep: list[Prep]
    pull: list[Pull]
    order: list[Order]


def ahead(
    services: Sequence[tuple[Mapping[str, Any], Plan]], pantry: Pantry, now: datetime | None = None
) -> AheadLists:
    """The lists of some services with their plans; what is over by NOW is on none but the order list."""
    prep, pull = list[Prep](), list[Pull]()
    masses: dict[tuple[str, str], float] = defaultdict(float)
    wanted_by: dict[tuple[str, str], dict[str, None]] = defaultdict(dict)
    for document, plan in services:
        title = plan["title"] or ""
        for step in plan["steps"]:
            if now is not None and datetime.fromisoformat(step["end"]) <= now:
                continue
            if (step["active"] and step["do"] == THAW) or _drawn(step, plan):
                pull.append({"at": step["start"], "text": step["text"], "service": title})
            elif step["active"] and step["do"] in PREP:
                prep.append(_prep(step, title))
        for portion in work_of(read_for_plan(document), pantry).portions:
            for key, mass in _bought(portion):
                masses[key] += mass
                wanted_by[key].setdefault(title)
    order = [_order(key, mass, list(wanted_by[key]), pantry) for key, mass in masses.items()]
    return {
        "prep": sorted(prep, key=lambda one: (one["shelf"], one["at"])),
        "pull": sorted(pull, key=lambda one: one["at"]),
        "order": sorted(order, key=lambda one: (one["kind"], one["name"])),
    }


def _prep(step: PlannedStep, title: str) -> Prep:
    shelf = step["stations"][0] if step["stations"] else SHELF[step["zone"]]
    return {"at": step["start"], "shelf": shelf, "text": step["text"], "people": step["people"], "service": title}


def _drawn(step: PlannedStep, plan: Plan) -> bool:
    """Whether a step weighs out of a batch."""
    mine = any(one["course"] == step["course"] and one["jar"] == step["jar"] for one in plan["drawn"])
    return step["active"] and step["do"] == "weigh" and mine


def _bought(portion: Portion) -> Iterator[tuple[tuple[str, str], float]]:
    """What is bought for a portion, as (kind, id), and how much [g]: the fish as it comes, lines as weighed."""
    fish, stated = portion.ready.fish, portion.ready.formula.fish
    if fish.species is not None and fish.edible_g and stated is not None:
        basis = (stated.weight.basis if stated.weight else None) or "fillet"
        share = edible_share(fish.species, fish.cut, basis, stated.bone or fish.bone)
        yield (FISH, fish.species.id), fish.edible_g / share
    for laid in portion.ready.jars:
        if laid.jar.id in portion.drawn:
            continue
        for spec, mass in zip(laid.contents.specs, laid.contents.masses, strict=True):
            if spec.ingredient is not None and spec.ingredient.id != WATER and mass:
                yield ("ingredient", spec.ingredient.id), mass


def _order(key: tuple[str, str], mass: float, services: list[str], pantry: Pantry) -> Order:
    kind, name = key
    weight = sentence("ahead/kg", kg=mass / KG) if mass >= KG else sentence("ahead/g", g=mass)
    if kind == FISH:
        species = pantry.species.get(name)
        called, bought = species.name if species else name, weight
    else:
        ingredient = pantry.ingredients.get(name)
        called, bought = ingredient.name if ingredient else name, as_bought(ingredient, mass) or weight
    return {
        "id": name,
        "name": called,
        "kind": kind,
        "mass_g": round(mass, 1),
        "bought": bought,
        "services": services,
    }
