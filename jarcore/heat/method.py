"""A method of cooking as the model sees it: its row, by level, thickness and the temperature of its medium."""

from dataclasses import dataclass, replace
from functools import cache

from jarcore.data import parameter, rows
from jarcore.heat.core import Heat
from jarcore.heat.methods import UNKNOWN, method_rows
from jarcore.heat.stated import Stated
from jarcore.jars.fade import fade

NUMBERS = ("h", "medium_c", "other_h", "other_c", "rest_h", "rest_c", "rest_s")
# What a method with levels is taken at where none is stated: so practice uses grills.
USUAL_LEVEL = "hot"
COVERED, BASTED, FAN = "covered", "basted", "fan"


@dataclass(frozen=True, slots=True, kw_only=True)
class HeatRow:
    """A method as the model sees it: its heat, whether a thermometer sets it, what it reads for the row [degC].

    `lid` where the rest is a stage of heat under a lid, `practice_c` the core that its practice times were met with.
    """

    heat: Heat
    dial: bool
    nominal_c: float
    lid: bool
    practice_c: float
    spread: float
    source: str


@cache
def heat_rows() -> dict[tuple[str, str], HeatRow]:
    """Heat by method and preset."""
    found = {}
    for row in rows("heat"):
        numbers = {name: float(row[name]) for name in NUMBERS}
        found[row["method"], row["preset"]] = HeatRow(
            heat=Heat(**numbers, turns=row["turns"] == "1"),
            dial=row["dial"] == "1",
            nominal_c=float(row["nominal_c"]),
            lid=row["lid"] == "1",
            practice_c=float(row["practice_c"]),
            spread=float(row["spread"]),
            source=row["source"],
        )
    return found


def heat_for(stated: Stated, thickness_mm: float) -> HeatRow | None:
    """The row for a method on pieces so thick [mm], with its medium's temperature in it; None for one without a row."""
    row = _row(stated, thickness_mm)
    if row is None:
        return None
    heat = row.heat
    if stated.medium_c is not None and row.dial:
        heat = _at(heat, stated.kind.deep, stated.medium_c, row.nominal_c)
    heat = _from_above(heat, stated)
    if stated.method == "salt_crust":
        resistance = 1 / heat.h + parameter("crust_thickness") / 1000 / parameter("crust_conductivity")
        heat = replace(heat, h=1 / resistance, other_h=1 / resistance)
    credit = heat.credit_c if row.lid else stated.credit_c
    return replace(row, heat=replace(heat, credit_c=credit, first_share=stated.first_share if heat.turns else 0.5))


def _row(stated: Stated, thickness_mm: float) -> HeatRow | None:
    """By level where one is stated; a pan's level goes by thickness, bit by bit."""
    known, method = heat_rows(), stated.method or ""
    if method == "pan" and stated.preset is None:
        share = fade(thickness_mm, "pan_blend_from", "pan_blend_full")
        medium, hot = known["pan", "medium"], known["pan", "hot"]
        return replace(hot, heat=_between(medium.heat, hot.heat, share))
    if (method, USUAL_LEVEL) in known:
        return known.get((method, stated.preset or USUAL_LEVEL))
    lid, fan = stated.covered and (method, COVERED) in known, stated.fan and (method, FAN) in known
    return known.get((method, "_".join(word for word, is_so in ((COVERED, lid), (FAN, fan)) if is_so)))


def takes_lid(method: str | None) -> bool:
    """Whether a lid is reckoned with: the method has one by itself, or has its heat under one."""
    known = (method or "", COVERED)
    return method_rows().get(method or "", UNKNOWN).lidded or known in heat_rows() or known in _upper_faces()


def takes_basting(method: str | None) -> bool:
    """Whether fat spooned over is reckoned with."""
    return (method or "", BASTED) in _upper_faces()


def turns(method: str | None) -> bool:
    """Whether a piece is turned in it."""
    return any(row.heat.turns for (name, _), row in heat_rows().items() if name == method)


def leads_on(method: str | None) -> bool:
    """Whether a piece may be finished in another heat after it: it is browned on a side, or fried."""
    return turns(method) or method_rows().get(method or "", UNKNOWN).deep


def opens(method: str | None) -> bool:
    """Whether what was covered may go on open: nothing is turned, so that one heat follows another."""
    return (method or "", COVERED) in heat_rows()


@cache
def _upper_faces() -> dict[tuple[str, str], tuple[float, float]]:
    """What the upper face meets by method, under a lid or basted: h [W/m2/K] and temperature [degC]."""
    return {(row["method"], row["by"]): (float(row["h"]), float(row["c"])) for row in rows("upper_face")}


def _from_above(heat: Heat, stated: Stated) -> Heat:
    """The heat with what a lid or fat spooned over gives the upper face; of both the stronger."""
    applied = [by for by, is_so in ((COVERED, stated.covered), (BASTED, stated.basted)) if is_so]
    met = [_upper_faces()[stated.method or "", by] for by in applied if (stated.method or "", by) in _upper_faces()]
    if not met:
        return heat
    h, celsius = max(met)
    return replace(heat, other_h=h, other_c=celsius)


def _between(one: Heat, other: Heat, share: float) -> Heat:
    numbers = {name: (1 - share) * getattr(one, name) + share * getattr(other, name) for name in NUMBERS}
    return replace(one, **numbers)


def _at(heat: Heat, deep: bool, medium_c: float, nominal_c: float) -> Heat:
    """The heat with its medium at a temperature [degC] instead of the one that its row was met with."""
    if deep:
        # Fish boils off its water in hot oil, so its face stays at the wet front; oil that is not hot gives less.
        front = min(medium_c, heat.medium_c)
        strength = max(parameter("fry_weak"), (medium_c - heat.medium_c) / (nominal_c - heat.medium_c)) ** 0.5
        return replace(heat, medium_c=front, other_c=front, h=heat.h * strength, other_h=heat.other_h * strength)
    room_c = parameter("room_c")
    medium = room_c + (heat.medium_c - room_c) * (medium_c - room_c) / (nominal_c - room_c)
    # Where both faces meet the same medium they go together.
    other = medium if heat.other_c == heat.medium_c else heat.other_c
    return replace(heat, medium_c=medium, other_c=other)
