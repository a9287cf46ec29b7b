"""Formulas that several tests start from."""

import copy
import csv
import json
import re
from collections.abc import Sequence
from datetime import datetime, timedelta
from functools import cache
from pathlib import Path
from typing import Any
from zoneinfo import ZoneInfo

ROOT = Path(__file__).parents[2]
TABLES = Path(__file__).parent / "tables"


def table(name: str) -> list[dict[str, str]]:
    """Rows of expected values."""
    with (TABLES / f"{name}.csv").open(encoding="utf-8", newline="") as file:
        return list(csv.DictReader(file))


@cache
def fishes() -> dict[str, Any]:
    """Fish that practice speaks of, by name."""
    return json.loads((TABLES / "fishes.json").read_text(encoding="utf-8"))


def example(name: str) -> dict[str, Any]:
    """A formula of the examples folder."""
    return json.loads((ROOT / "examples" / f"{name}.jar.json").read_text(encoding="utf-8"))


# A day that lies ahead whenever this runs, for what reckons with the clock; and how far its clocks are from UTC.
EVENING_AHEAD = datetime.now(ZoneInfo("Europe/Oslo")).replace(hour=19, minute=0) + timedelta(days=5)
DAY_AHEAD, OFFSET_AHEAD = f"{EVENING_AHEAD:%Y-%m-%d}", EVENING_AHEAD.isoformat()[-6:]


def service_ahead(name: str) -> dict[str, Any]:
    """A service of the examples folder on a day that lies ahead."""
    text = (ROOT / "examples" / f"{name}.service.json").read_text(encoding="utf-8")
    days = {"2026-12-04": DAY_AHEAD, "2026-12-03": f"{EVENING_AHEAD - timedelta(days=1):%Y-%m-%d}"}
    # Both at once: the day ahead may be the one that the example has as the day before.
    return json.loads(re.sub("|".join(days), lambda found: days[found.group()], text))


def changed(document: dict[str, Any], **places: Any) -> dict[str, Any]:
    """A copy with values put at places written as fish__thickness__value."""
    copied = copy.deepcopy(document)
    for place, value in places.items():
        *way, last = [int(step) if step.isdigit() else step for step in place.split("__")]
        here: Any = copied
        for step in way:
            here = here[step]
        here[last] = value
    return copied


def zander() -> dict[str, Any]:
    """Four fillets in a measured dry brine."""
    return example("zander-caraway")


def citrus_chunks_counter() -> dict[str, Any]:
    """The chunks on which the acid thresholds are calibrated: half lemon, half orange, 250 ml to 420 g at 20 °C."""
    place = {"place": "counter", "place_temperature": {"value": 20, "unit": "degC"}, "vessel": "bath"}
    document = changed(example("char-citrus"), jars__0__method=place)
    document["jars"][0]["lines"] = document["jars"][0]["lines"][:2]
    return document


def one_jar(kind: str, lines: Sequence[tuple[str, float, str, str]], **method: Any) -> dict[str, Any]:
    """The zander with one jar of (ingredient, value, unit, basis)."""
    made = [
        {"id": f"o{place}", "ingredient": name, "amount": {"value": value, "unit": unit}, "basis": basis}
        for place, (name, value, unit, basis) in enumerate(lines)
    ]
    chilled = {"vessel": "bag", "place": "chiller", "place_temperature": {"value": 4, "unit": "degC"}}
    return changed(zander(), jars=[{"id": "one", "kind": kind, "method": {**chilled, **method}, "lines": made}])


def salted_yogurt() -> dict[str, Any]:
    """Strained yogurt with salt on fillets."""
    return one_jar("marinade", [("yogurt-strained", 30, "%", "fish"), ("sea-salt-fine", 1, "%", "fish")])


def slashed_trout() -> dict[str, Any]:
    """A small whole trout, slashed to the bone, lemon squeezed over at room temperature."""
    document = one_jar(
        "marinade",
        [("lemon-juice", 30, "ml", "piece")],
        vessel="coat",
        place="counter",
        place_temperature={"value": 20, "unit": "degC"},
    )
    fish = {
        "species": "rainbow-trout",
        "cut": "whole",
        "pieces": 1,
        "weight": {"value": 300, "unit": "g", "basis": "gutted"},
        "skin": "all_round",
        "slashes": {"per_side": 3, "depth": "bone"},
    }
    return changed(document, fish=fish)


def jar(kind: str, *ingredients: str, name: str = "k", **method: Any) -> dict[str, Any]:
    """A jar of lines written as 'wheat-flour:200 g', all fixed."""
    lines = []
    for place, text in enumerate(ingredients):
        ingredient, amount = text.split(":")
        value, unit = amount.split()
        basis = "fish" if unit == "%" else "fixed"
        lines.append(
            {
                "id": f"{name}{place}",
                "ingredient": ingredient,
                "amount": {"value": float(value), "unit": unit},
                "basis": basis,
            }
        )
    return {"id": name, "kind": kind, "method": {"vessel": "dish", "place": "chiller", **method}, "lines": lines}


def with_jars(*jars: dict[str, Any], **places: Any) -> dict[str, Any]:
    return changed(zander(), jars=list(jars), **places)
