"""Profiles: salt and acid over depth and time for each jar, and the core over time, for drawing."""

from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np
from typing_extensions import TypedDict

from jarcore.bench.evaluate import Prepared, prepare
from jarcore.data import Pantry, parameter
from jarcore.documents import Notice
from jarcore.documents.formula import Cook
from jarcore.flesh import salt_diffusivity
from jarcore.flesh.engine import salt_profile
from jarcore.flesh.heat import Slab, time_to_core
from jarcore.jars import LIQUIDS, Contents, Standing, contact_share, heat_for
from jarcore.jars.liquid import front_of

FORMAT = "jar-table/profiles"
POINTS = 24
# Kinds from which salt or acid goes into the flesh over time; coatings meet the heat at once.
STEEPED = (*LIQUIDS, "dry_brine", "rub", "salt_crust")


class JarProfile(TypedDict):
    """Salt [g per 100 g fish] and turned flesh [0 or 1] by time [min] and depth [mm]."""

    jar: str | None
    t_min: list[float]
    depth_mm: list[float]
    salt_pct: list[list[float]]
    acid_turned: list[list[float]]


class CookProfile(TypedDict):
    """The core [degC] by time [min], through the rest."""

    t_min: list[float]
    core_c: list[float]


class Profiles(TypedDict):
    """All profiles of a formula; an entry per jar, empty where a jar is not timed."""

    format: str
    format_version: int
    jars: list[JarProfile]
    cooking: CookProfile
    notices: list[Notice]


def profiles(document: Mapping[str, Any], pantry: Pantry | None = None, found: Sequence[Notice] = ()) -> Profiles:
    """Profiles of a formula document; total, as evaluate is."""
    ready = prepare(document, pantry, found)
    return {
        "format": FORMAT,
        "format_version": 1,
        "jars": [_jar(ready, place) for place in range(len(ready.jars))],
        "cooking": _cooking(ready),
        "notices": ready.read.notices,
    }


def _jar(ready: Prepared, place: int) -> JarProfile:
    contents, standing, window = ready.jars[place], ready.standings[place], ready.windows[place]
    empty: JarProfile = {"jar": contents.jar.id, "t_min": [], "depth_mm": [], "salt_pct": [], "acid_turned": []}
    if (
        contents.jar.kind not in STEEPED
        or window is None
        or ready.fish.piece is None
        or ready.fish.species is None
        or not ready.fish.edible_g
    ):
        return empty
    longest = max(window["latest_min"], ready.contacts[place] or 0.0, 1.0)
    # Salt and acid go with the root of time, so the times are spaced by it.
    minutes = longest * np.linspace(0.0, 1.0, POINTS) ** 2
    depth, salt = _salt(ready, contents, standing, minutes)
    front = None
    if contents.jar.kind in LIQUIDS and contents.aqueous is not None and contents.contact.acid_g > 0:
        litres = contents.aqueous.litres * contact_share(contents, standing, ready.fish)
        front = front_of(contents.aqueous, litres, ready.fish, standing)
    reach = [front.depth_at(t * 60) * 1000 if front else 0.0 for t in minutes]
    return {
        "jar": contents.jar.id,
        "t_min": minutes.tolist(),
        "depth_mm": depth.tolist(),
        "salt_pct": salt.tolist(),
        "acid_turned": [[1.0 if mm < turned else 0.0 for mm in depth] for turned in reach],
    }


def _salt(ready: Prepared, contents: Contents, standing: Standing, minutes: Any) -> tuple[Any, Any]:
    """Depths [mm] and salt [g/100 g fish]; dry salt lies in a film of its own saturated brine."""
    fish = ready.fish
    assert fish.piece is not None and fish.species is not None and fish.edible_g is not None
    kind = fish.species.fat_class
    flesh_water = parameter("salt_capacity_share") * parameter(f"water_{kind}") * fish.edible_g
    share = contact_share(contents, standing, fish) if contents.jar.kind in LIQUIDS else 1.0
    salt = contents.contact.salt_g * share
    water = (
        contents.contact.water_g * share
        if contents.jar.kind in LIQUIDS
        else salt * (1 / parameter("saturated_share") - 1)
    )
    lying = (
        standing.vessel == "dish" and not standing.turned and contents.jar.kind in LIQUIDS and fish.piece.skin == "none"
    )
    way = fish.piece.diffusion_mm * (2 if lying else 1) / 1000
    rate = salt_diffusivity(kind, standing.celsius)
    depth, per_water = salt_profile(way, rate, salt, max(water, 1e-6), flesh_water, minutes * 60)
    return depth * 1000, per_water * flesh_water / fish.edible_g * 100


def _cooking(ready: Prepared) -> CookProfile:
    cook = ready.formula.cook or Cook()
    fish = ready.fish
    if cook.method in (None, "none") or fish.piece is None or not fish.timed:
        return {"t_min": [], "core_c": []}
    row = heat_for(cook, fish.piece.thickness_mm, ready.read)
    target = ready.read.celsius(cook.core_target, "/cook/core_target") or parameter("core_target")
    start = ready.read.celsius(cook.start_temperature, "/cook/start_temperature")
    begin = fish.celsius if start is None else start
    cooked = time_to_core(fish.piece.thickness_mm / 1000, row.heat, begin, target) if row and begin >= 0 else None
    if row is None or cooked is None:
        return {"t_min": [], "core_c": []}
    seconds, core = Slab(fish.piece.thickness_mm / 1000, row.heat).core_course(begin, cooked.side_s)
    return {"t_min": (seconds / 60).tolist(), "core_c": core.tolist()}
