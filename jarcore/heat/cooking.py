"""Cooking: time to the core by thickness and method, frying load and batches, burn risk, order of things."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cache

from jarcore.data import parameter, rendered, rows, sentence
from jarcore.documents import Finding, found
from jarcore.documents.evaluation import Burn, CookResult, CookStage, FatStep
from jarcore.fish import MeasuredFish
from jarcore.heat.core import Cooked, Heat, Slab, rod_seconds, time_to_core
from jarcore.heat.oil import oil_of
from jarcore.heat.stated import Stated
from jarcore.jars import Laid

SIDES = ("first side", "second side")
WHOLE_TIME = "in the heat"
NUMBERS = ("h", "medium_c", "other_h", "other_c", "rest_h", "rest_c", "rest_s")
# Methods so hot that what clings to the surface may burn before the fish is done.
SCORCHING = ("pan", "grill", "top_grill", "shallow_fry", "deep_fry", "oven")
# What takes off what clings to the surface.
TAKEN_OFF = ("rinse", "wipe", "scrape")


@dataclass(frozen=True, slots=True, kw_only=True)
class HeatRow:
    """A method as the model sees it."""

    heat: Heat
    dial: bool
    spread: float
    source: str


@cache
def heat_rows() -> dict[tuple[str, str], HeatRow]:
    """Heat by method and preset."""
    found = {}
    for row in rows("heat"):
        numbers = {name: float(row[name]) for name in NUMBERS}
        heat = Heat(**numbers, turns=row["turns"] == "1")
        found[row["method"], row["preset"]] = HeatRow(
            heat=heat, dial=row["dial"] == "1", spread=float(row["spread"]), source=row["source"]
        )
    return found


def heat_for(stated: Stated, thickness_mm: float) -> HeatRow | None:
    """The row for a method on pieces so thick [mm], with the dial's temperature in it; None for one without a row."""
    method = stated.method or ""
    preset = ""
    if method == "pan":
        preset = stated.preset or ("hot" if thickness_mm > parameter("thick_from") else "medium")
    elif method == "oven" and stated.fan:
        preset = "fan"
    row = heat_rows().get((method, preset))
    if row is None:
        return None
    heat = row.heat
    if stated.medium_c is not None and row.dial:
        heat = replace(heat, medium_c=stated.medium_c, other_c=stated.medium_c)
    if method == "salt_crust":
        resistance = 1 / heat.h + parameter("crust_thickness") / 1000 / parameter("crust_conductivity")
        heat = replace(heat, h=1 / resistance, other_h=1 / resistance)
    return replace(row, heat=heat)


@dataclass(frozen=True, slots=True, kw_only=True)
class Done:
    """Pieces of one size, done: how long [s], in which stages, the core when pulled [degC], and what heats them."""

    fish: MeasuredFish
    group: str | None
    row: HeatRow
    start_c: float
    seconds: float
    pull_c: float
    stages: tuple[CookStage, ...]

    @property
    def thickness_mm(self) -> float:
        """Thickness at the thickest point [mm]."""
        return self.fish.piece.thickness_mm if self.fish.piece else 0.0

    @property
    def side_s(self) -> float:
        """Time of one side [s], or all of it where nothing is turned."""
        return self.seconds / (2 if self.row.heat.turns else 1)


def is_round(fish: MeasuredFish, heat: Heat) -> bool:
    """Whether the piece heats as a round fish does: whole, and not laid on its sides."""
    body = fish.piece is not None and fish.piece.plan == "body"
    return body and not heat.turns and fish.species is not None and fish.species.shape == "round"


def done_of(fish: MeasuredFish, group: str | None, stated: Stated) -> Done | None:
    """Pieces of one size cooked to the core target; None where that is not modelled or never reached."""
    if fish.piece is None or not fish.timed:
        return None
    row = heat_for(stated, fish.piece.thickness_mm)
    start, target = starts_at(fish, stated), stated.target_c
    if row is None or start < 0:
        return None
    if is_round(fish, row.heat):
        thick = parameter("gutted_thickness_share") * fish.piece.thickness_mm / 1000
        seconds = rod_seconds(thick, row.heat, start, target)
        if seconds is None:
            return None
        whole: CookStage = {"name": WHOLE_TIME, "minutes": seconds / 60}
        return Done(fish=fish, group=group, row=row, start_c=start, seconds=seconds, pull_c=target, stages=(whole,))
    cooked = time_to_core(fish.piece.thickness_mm / 1000, row.heat, start, target)
    if cooked is None:
        return None
    stages: tuple[CookStage, ...] = ({"name": WHOLE_TIME, "minutes": cooked.seconds / 60},)
    if row.heat.turns:
        stages = tuple({"name": name, "minutes": cooked.side_s / 60} for name in SIDES)
    return Done(
        fish=fish, group=group, row=row, start_c=start, seconds=cooked.seconds, pull_c=cooked.pull_c, stages=stages
    )


def starts_at(fish: MeasuredFish, stated: Stated) -> float:
    """What the pieces start at [degC]: as stated, else as they are."""
    return fish.celsius if stated.start_c is None else stated.start_c


def cook_result(stated: Stated, fish: MeasuredFish, jars: Sequence[Laid]) -> tuple[CookResult, list[Finding]]:
    """Time to the core, in stages, with the rest, and what was found; None where it cannot be modelled.

    Of unlike pieces the slowest decide what is said of the whole, and each size has its own time beside it.
    """
    oil, told = oil_of(stated, fish)
    result: CookResult = {
        "minutes": None,
        "stages": [],
        "core_c": stated.target_c,
        "pull_c": None,
        "rest_minutes": None,
        "oil": oil,
        "zones": [],
        "groups": [],
        "burn": burn_of(stated, jars),
        "order": order_of(jars),
        "locks": locks_of(stated, jars),
    }
    return result, [*told, *_times(result, stated, fish)]


def _times(result: CookResult, stated: Stated, fish: MeasuredFish) -> Iterator[Finding]:
    """Fill in the times where they can be reckoned; else what stands in the way."""
    if stated.method is None or stated.raw or fish.piece is None or not fish.timed:
        return
    if heat_for(stated, fish.piece.thickness_mm) is None:
        yield found("not-modelled/heat", "/cook/method")
        return
    if starts_at(fish, stated) < 0:
        yield found("outside-model/frozen", "/cook/start_temperature")
        return
    done = [(done_of(one, group, stated), one) for group, one in fish.sizes]
    known = [one for one, _ in done if one is not None]
    if len(known) < len(done):
        for place, (one, size) in enumerate(done):
            if one is None:
                yield _why_not(stated, size, f"/fish/groups/{place}" if fish.groups else "")
        return
    slowest = max(known, key=lambda one: one.seconds)
    _fill(result, slowest)
    _zones(result, slowest)
    if fish.groups:
        yield from _groups(result, known, slowest)
    thickest = max(one.thickness_mm for one in known)
    if stated.second_fry and thickest > parameter("fry_warn_thickness"):
        yield found("first-fry-short", "/cook/second_fry", mm=thickest)


def _why_not(stated: Stated, fish: MeasuredFish, group: str) -> Finding:
    """Why one size cannot be timed, so that nothing is said of the whole."""
    if fish.piece is None:
        return found("unstated/pieces", group)
    row = heat_for(stated, fish.piece.thickness_mm)
    path = group or "/cook/core_target"
    if row is None:
        return found("outside-model/core", path, target=stated.target_c)
    return found("outside-model/core-at", path, target=stated.target_c, medium=row.heat.medium_c)


def _fill(result: CookResult, done: Done) -> None:
    minutes, spread = done.seconds / 60, done.row.spread
    result["minutes"] = minutes
    result["minutes_range"] = [minutes * (1 - spread), minutes * (1 + spread)]
    result["stages"] = list(done.stages)
    result["pull_c"] = done.pull_c
    result["rest_minutes"] = done.row.heat.rest_s / 60


def _zones(result: CookResult, done: Done) -> None:
    """The thick and the thin zone of one piece after the same time."""
    thin = done.fish.thin_zone_mm
    if thin is None:
        return
    for name, thickness in (("thick", done.thickness_mm), ("thin", thin)):
        cooked: Cooked = Slab(thickness / 1000, done.row.heat).cooked(done.start_c, done.side_s)
        result["zones"].append({"name": name, "thickness_mm": thickness, "core_c": cooked.peak_c})


def _groups(result: CookResult, known: Sequence[Done], slowest: Done) -> Iterator[Finding]:
    """Each size with its own minutes and core, when it comes out, and what it would come to beside the slowest."""
    for done in known:
        early = (slowest.seconds - done.seconds) / 60
        if early * 60 <= parameter("unlike_from"):
            early = 0.0
        left_in = None
        if early and not is_round(done.fish, done.row.heat):
            side = slowest.seconds / (2 if done.row.heat.turns else 1)
            left_in = Slab(done.thickness_mm / 1000, done.row.heat).cooked(done.start_c, side).peak_c
        result["groups"].append(
            {
                "id": done.group,
                "pieces": done.fish.pieces,
                "thickness_mm": done.thickness_mm,
                "minutes": done.seconds / 60,
                "stages": list(done.stages),
                "core_c": result["core_c"],
                "pull_c": done.pull_c,
                "rest_minutes": done.row.heat.rest_s / 60,
                "out_before_min": early,
                "left_in_c": left_in,
            }
        )
        if early:
            yield found(
                "unlike-pieces",
                "/cook",
                mm=done.thickness_mm,
                minutes=done.seconds / 60,
                early=early,
                slowest_mm=slowest.thickness_mm,
                slowest=slowest.seconds / 60,
            )


def burn_of(stated: Stated, jars: Sequence[Laid]) -> Burn | None:
    """What on the surface would burn before the fish is done, and what to do with it."""
    if stated.method not in SCORCHING:
        return None
    risky = sorted(
        {
            ingredient.name
            for laid in jars
            if laid.kind.clings and laid.method.after not in TAKEN_OFF
            for ingredient in laid.contents.named
            if ingredient.burn == "high"
        }
    )
    if not risky:
        return {"risk": "low", "because": [], "do": ""}
    return {"risk": "high", "because": risky, "do": sentence("burn/high", what=risky)}


def order_of(jars: Sequence[Laid]) -> list[FatStep]:
    """Aromatics in the order they go into fat, by what their rows say that they go in with."""
    steps: list[FatStep] = []
    for row in rows("order"):
        here = {i.name for laid in jars for i, _ in laid.contents.parts() if i.goes_in == row["goes_in"]}
        if here:
            steps.append({"step": row["step"], "ingredients": sorted(here), "why": row["why"]})
    return steps


def locks_of(stated: Stated, jars: Sequence[Laid]) -> list[str]:
    """Steps that must come in this order, in words, from the table of locks."""
    ingredients = {i.id: i for laid in jars for i, _ in laid.contents.parts()}
    facts = {
        "alcohol": any(i.alcohol > 1 for i in ingredients.values()),
        "citrus": any("citrus" in i.flags for i in ingredients.values()),
        "liquid": any(laid.kind.liquid for laid in jars),
        "hot_oil": stated.fried,
        "steam": stated.method == "steam",
    }
    return [rendered(row["text"]) for row in rows("locks") if facts[row["fact"]]]
