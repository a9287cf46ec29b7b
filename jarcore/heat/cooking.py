"""Cooking: time to the core by thickness and method, frying load and batches, burn risk, order of things."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cache

from jarcore.data import in_words, parameter, rows
from jarcore.documents.evaluation import CookResult, CookStage
from jarcore.documents.formula import Cook
from jarcore.fish import MeasuredFish
from jarcore.heat.core import Cooked, Heat, Slab, rod_seconds, time_to_core
from jarcore.heat.oil import FRIED, oil_of
from jarcore.jars import Contents
from jarcore.reading import Quantities

SIDES = ("first side", "second side")
WHOLE_TIME = "in the heat"


@dataclass(frozen=True, slots=True)
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
        numbers = [float(row[name]) for name in ("h", "medium_c", "other_h", "other_c")]
        rest = [float(row[name]) for name in ("rest_h", "rest_c", "rest_s")]
        heat = Heat(numbers[0], numbers[1], numbers[2], numbers[3], row["turns"] == "1", *rest)
        found[row["method"], row["preset"]] = HeatRow(heat, row["dial"] == "1", float(row["spread"]), row["source"])
    return found


def heat_for(cook: Cook, thickness_mm: float, read: Quantities) -> HeatRow | None:
    """The row for a cook's method, with the dial's temperature in it; None for a method without one."""
    method = cook.method or ""
    preset = ""
    if method == "pan":
        preset = cook.preset or ("hot" if thickness_mm > parameter("thick_from") else "medium")
    elif method == "oven" and cook.fan:
        preset = "fan"
    row = heat_rows().get((method, preset))
    if row is None:
        return None
    dial = read.celsius(cook.medium_temperature, "/cook/medium_temperature")
    heat = row.heat
    if dial is not None and row.dial:
        heat = replace(heat, medium_c=dial, other_c=dial)
    if method == "salt_crust":
        resistance = 1 / heat.h + parameter("crust_thickness") / 1000 / parameter("crust_conductivity")
        heat = replace(heat, h=1 / resistance, other_h=1 / resistance)
    return replace(row, heat=heat)


def target_of(cook: Cook, stuffed: bool, read: Quantities) -> float:
    """The core target [degC]: as written, else 63, or 74 at the centre of a filling."""
    written = read.celsius(cook.core_target, "/cook/core_target")
    if written is not None:
        return written
    return parameter("filling_target" if stuffed else "core_target")


@dataclass(frozen=True, slots=True)
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


def done_of(
    fish: MeasuredFish, group: str | None, cook: Cook, begin_c: float | None, target: float, read: Quantities
) -> Done | None:
    """Pieces of one size cooked to a core target [degC]; None where that is not modelled or never reached.

    BEGIN_C is the temperature they start at, their own where None [degC].
    """
    if fish.piece is None or not fish.timed:
        return None
    row = heat_for(cook, fish.piece.thickness_mm, read)
    start = fish.celsius if begin_c is None else begin_c
    if row is None or start < 0:
        return None
    if is_round(fish, row.heat):
        thick = parameter("gutted_thickness_share") * fish.piece.thickness_mm / 1000
        seconds = rod_seconds(thick, row.heat, start, target)
        if seconds is None:
            return None
        return Done(fish, group, row, start, seconds, target, ({"name": WHOLE_TIME, "minutes": seconds / 60},))
    cooked = time_to_core(fish.piece.thickness_mm / 1000, row.heat, start, target)
    if cooked is None:
        return None
    stages: tuple[CookStage, ...] = ({"name": WHOLE_TIME, "minutes": cooked.seconds / 60},)
    if row.heat.turns:
        stages = tuple({"name": name, "minutes": cooked.side_s / 60} for name in SIDES)
    return Done(fish, group, row, start, cooked.seconds, cooked.pull_c, stages)


def cook_result(cook: Cook, fish: MeasuredFish, jars: Sequence[Contents], read: Quantities) -> CookResult:
    """Time to the core, in stages, with the rest; None with a notice where it cannot be modelled.

    Of unlike pieces the slowest decide what is said of the whole, and each size has its own time beside it.
    """
    target = target_of(cook, any(contents.jar.kind == "filling" for contents in jars), read)
    result: CookResult = {
        "minutes": None,
        "stages": [],
        "core_c": target,
        "pull_c": None,
        "rest_minutes": None,
        "oil": oil_of(cook, fish, read),
        "zones": [],
        "groups": [],
        "burn": burn_of(cook, jars),
        "order": order_of(jars),
        "locks": locks_of(cook, jars),
    }
    if cook.method in (None, "none") or fish.piece is None or not fish.timed:
        return result
    if heat_for(cook, fish.piece.thickness_mm, read) is None:
        read.say(
            "not-modelled", "/cook/method", "This method is not modelled. Cook to the core target, read on a probe."
        )
        return result
    begin = read.celsius(cook.start_temperature, "/cook/start_temperature")
    if (fish.celsius if begin is None else begin) < 0:
        read.say(
            "outside-model", "/cook/start_temperature", "Frozen fish takes heat to thaw that is not modelled. Probe it."
        )
        return result
    sizes = fish.sizes
    done = [done_of(one, group, cook, begin, target, read) for group, one in sizes]
    known = [one for one in done if one is not None]
    if len(known) == len(done):
        slowest = max(known, key=lambda one: one.seconds)
        _fill(result, slowest)
        _zones(result, slowest)
        if fish.groups:
            _groups(result, known, slowest, read)
        _second_fry(cook, max(one.thickness_mm for one in known), read)
    else:
        for place, (one, (_, size)) in enumerate(zip(done, sizes, strict=True)):
            if one is None:
                _say_why_not(cook, size, f"/fish/groups/{place}" if fish.groups else "", target, read)
    return result


def _say_why_not(cook: Cook, fish: MeasuredFish, group: str, target: float, read: Quantities) -> None:
    """Why one size cannot be timed, so that nothing is said of the whole."""
    if fish.piece is None:
        read.say("unstated", group, "These pieces are not measured, so no time in the heat is given for any of them.")
        return
    row = heat_for(cook, fish.piece.thickness_mm, read)
    heat = f"At {row.heat.medium_c:.0f} °C the core" if row else "The core"
    text = f"{heat} does not reach {target:.0f} °C. Raise the heat or lower the target."
    read.say("outside-model", group or "/cook/core_target", text)


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


def _groups(result: CookResult, known: Sequence[Done], slowest: Done, read: Quantities) -> None:
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
            text = (
                f"Pieces of {done.thickness_mm:.0f} mm are done after {in_words(done.seconds / 60)}: take them out "
                f"{in_words(early)} before those of {slowest.thickness_mm:.0f} mm, which take "
                f"{in_words(slowest.seconds / 60)}, or put them in that much later. Probe each size."
            )
            read.say("unlike-pieces", "/cook", text)


def _second_fry(cook: Cook, thickness_mm: float, read: Quantities) -> None:
    if cook.second_fry is not None and thickness_mm > parameter("fry_warn_thickness"):
        text = f"A first fry of about two minutes does not cook {thickness_mm:.0f} mm through. Make the first one longer, then the hot one."
        read.say("first-fry-short", "/cook/second_fry", text)


def burn_of(cook: Cook, jars: Sequence[Contents]) -> dict[str, object] | None:
    """What on the surface would burn before the fish is done, and what to do with it."""
    hot = cook.method in ("pan", "grill", "top_grill", "shallow_fry", "deep_fry", "oven")
    if not hot:
        return None
    risky = sorted(
        {
            ingredient.name
            for contents in jars
            if contents.jar.kind in ("marinade", "rub", "soak") and _stays(contents)
            for ingredient in contents.named
            if ingredient.burn == "high"
        }
    )
    if not risky:
        return {"risk": "low", "because": [], "do": ""}
    return {
        "risk": "high",
        "because": risky,
        "do": f"{', '.join(risky)} would burn first: scrape or wipe off before the heat, and fry apart, lower.",
    }


def _stays(contents: Contents) -> bool:
    after = contents.jar.method.after if contents.jar.method else None
    return after not in ("rinse", "wipe", "scrape")


def order_of(jars: Sequence[Contents]) -> list[dict[str, object]]:
    """Aromatics in the order they go into fat, by the table of kinds."""
    found: list[dict[str, object]] = []
    for row in rows("order"):
        named = row["ingredients"].split(";")
        here = [i.name for contents in jars for i, _ in contents.parts() if i.id in named]
        if here:
            found.append({"step": row["step"], "ingredients": sorted(set(here)), "why": row["why"]})
    return found


def locks_of(cook: Cook, jars: Sequence[Contents]) -> list[str]:
    """Steps that must come in this order, in words, from the table of locks."""
    ingredients = {i.id: i for contents in jars for i, _ in contents.parts()}
    facts = {
        "alcohol": any(i.alcohol > 1 for i in ingredients.values()),
        "citrus": any("citrus" in i.flags for i in ingredients.values()),
        "liquid": any(contents.jar.kind in ("marinade", "wet_brine", "soak") for contents in jars),
        "hot_oil": cook.method in FRIED,
        "steam": cook.method == "steam",
    }
    return [row["text"] for row in rows("locks") if facts[row["fact"]]]
