"""Cooking: time to the core by thickness and method, frying load and batches, burn risk, order of things."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cache

from jarcore.data import parameter, rows
from jarcore.documents.evaluation import CookResult, CookStage
from jarcore.documents.formula import Cook
from jarcore.flesh.heat import Cooked, Heat, Slab, batch_kg, oil_drop_c, rod_seconds, time_to_core
from jarcore.jars.contents import Contents
from jarcore.jars.fish import MeasuredFish
from jarcore.jars.quantities import Quantities

SIDES = ("first side", "second side")


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


def cook_result(cook: Cook, fish: MeasuredFish, jars: Sequence[Contents], read: Quantities) -> CookResult:
    """Time to the core, in stages, with the rest; None with a notice where it cannot be modelled."""
    target = target_of(cook, any(contents.jar.kind == "filling" for contents in jars), read)
    result: CookResult = {
        "minutes": None,
        "stages": [],
        "core_c": target,
        "pull_c": None,
        "rest_minutes": None,
        "oil": oil_of(cook, fish, read),
        "zones": [],
        "burn": burn_of(cook, jars),
        "order": order_of(jars),
        "locks": locks_of(cook, jars),
    }
    if cook.method in (None, "none") or fish.piece is None or not fish.timed:
        return result
    thickness = fish.piece.thickness_mm
    row = heat_for(cook, thickness, read)
    if row is None:
        read.say(
            "not-modelled", "/cook/method", "This method is not modelled. Cook to the core target, read on a probe."
        )
        return result
    start = read.celsius(cook.start_temperature, "/cook/start_temperature")
    if start is None:
        start = fish.celsius
    if start < 0:
        read.say(
            "outside-model", "/cook/start_temperature", "Frozen fish takes heat to thaw that is not modelled. Probe it."
        )
        return result
    whole = (
        fish.piece.plan == "body" and not row.heat.turns and fish.species is not None and fish.species.shape == "round"
    )
    if whole:
        _round(result, parameter("gutted_thickness_share") * thickness, row, start)
    else:
        _slab(result, thickness, row, start)
    if result["minutes"] is None:
        text = f"At {row.heat.medium_c:.0f} °C the core does not reach {target:.0f} °C. Raise the heat or lower the target."
        read.say("outside-model", "/cook/core_target", text)
        return result
    result["minutes_range"] = [result["minutes"] * (1 - row.spread), result["minutes"] * (1 + row.spread)]
    _zones(result, fish, row, start)
    _second_fry(cook, thickness, read)
    return result


def _slab(result: CookResult, thickness_mm: float, row: HeatRow, start: float) -> None:
    cooked = time_to_core(thickness_mm / 1000, row.heat, start, result["core_c"])
    if cooked is None:
        return
    stages: list[CookStage] = [{"name": "in the heat", "minutes": cooked.seconds / 60}]
    if row.heat.turns:
        stages = [{"name": name, "minutes": cooked.side_s / 60} for name in SIDES]
    _fill(result, cooked.seconds, cooked.pull_c, row, stages)


def _round(result: CookResult, thickness_mm: float, row: HeatRow, start: float) -> None:
    seconds = rod_seconds(thickness_mm / 1000, row.heat, start, result["core_c"])
    if seconds is not None:
        _fill(result, seconds, result["core_c"], row, [{"name": "in the heat", "minutes": seconds / 60}])


def _fill(result: CookResult, seconds: float, pull: float, row: HeatRow, stages: list[CookStage]) -> None:
    result["minutes"] = seconds / 60
    result["stages"] = stages
    result["pull_c"] = pull
    result["rest_minutes"] = row.heat.rest_s / 60


def _zones(result: CookResult, fish: MeasuredFish, row: HeatRow, start: float) -> None:
    """The thick and the thin zone of one piece after the same time."""
    assert fish.piece is not None and result["minutes"] is not None
    thin = fish.thin_zone_mm
    if thin is None:
        return
    side = result["minutes"] * 60 / (2 if row.heat.turns else 1)
    for name, thickness in (("thick", fish.piece.thickness_mm), ("thin", thin)):
        cooked: Cooked = Slab(thickness / 1000, row.heat).cooked(start, side)
        result["zones"].append({"name": name, "thickness_mm": thickness, "core_c": cooked.peak_c})


def _second_fry(cook: Cook, thickness_mm: float, read: Quantities) -> None:
    if cook.second_fry is not None and thickness_mm > parameter("fry_warn_thickness"):
        text = f"A first fry of about two minutes does not cook {thickness_mm:.0f} mm through. Make the first one longer, then the hot one."
        read.say("first-fry-short", "/cook/second_fry", text)


def oil_of(cook: Cook, fish: MeasuredFish, read: Quantities) -> dict[str, float] | None:
    """Frying load: oil [l], drop [degC], batches and pieces in each. More fish means more batches, not more oil."""
    if cook.method not in ("deep_fry", "shallow_fry") or not fish.edible_g or not fish.pieces:
        return None
    volume = read.volume_ml(cook.oil.volume, "/cook/oil/volume") if cook.oil else None
    litres = volume / 1000 if volume else parameter("default_oil")
    if volume is None:
        read.say("estimated", "/cook/oil/volume", f"The oil is not stated: reckoned with {litres:g} l.")
    burner = read.count(cook.burner_w, "/cook/burner_w") or 0.0
    each = fish.edible_g / fish.pieces / 1000
    a_batch = max(1, min(int(batch_kg(litres, burner) / each), int(-(-fish.pieces // 1))))
    batches = -(-fish.pieces // a_batch)
    drop = oil_drop_c(a_batch * each, litres, burner)
    return {"volume_l": litres, "drop_c": drop, "batches": float(batches), "pieces_per_batch": float(a_batch)}


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
            for ingredient, mass in contents.parts()
            if mass > 0 and ingredient.burn == "high"
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
        "citrus": any(i.id in ("lemon-juice", "lime-juice", "orange-juice") for i in ingredients.values()),
        "liquid": any(contents.jar.kind in ("marinade", "wet_brine", "soak") for contents in jars),
        "hot_oil": cook.method in ("deep_fry", "shallow_fry"),
        "steam": cook.method == "steam",
    }
    return [row["text"] for row in rows("locks") if facts[row["fact"]]]
