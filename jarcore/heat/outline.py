"""How a cooking goes before its time is known: its heats one after another, with one time left open."""

from dataclasses import dataclass, replace

from jarcore.data import parameter
from jarcore.heat.course import Course, Spell
from jarcore.heat.method import HeatRow, heat_for, leads_on, opens
from jarcore.heat.stated import Finishing, Stated

OVEN = "oven"


@dataclass(frozen=True, slots=True, kw_only=True)
class Outline:
    """The heats of a cooking: the row of each, the course with no time at `unknown`, and what each is called.

    `dials` is what a thermometer shows in each [degC], None where nothing need be said of it.
    """

    rows: tuple[HeatRow, ...]
    course: Course
    unknown: int
    names: tuple[str, ...]
    dials: tuple[float | None, ...]

    @property
    def decides(self) -> HeatRow:
        """The heat whose time is left open."""
        return self.rows[self.unknown]

    @property
    def spread(self) -> float:
        """How far practice lies around the times [1]."""
        return max(row.spread for row in self.rows)


FIRST_FRY, SECOND_FRY = "first fry", "second fry"
COVERED, OPEN = "covered", "open"
WHOLE_TIME = "in the heat"
FINISHED = {OVEN: "in the oven", "top_grill": "under the top grill"}


def outline_of(stated: Stated, thickness_mm: float, rest_min: float) -> Outline | None:
    """The heats for pieces so thick [mm], REST_MIN between two fries [min]; None where one of them is not modelled."""
    first = heat_for(stated, thickness_mm)
    if first is None:
        return None
    if stated.second_fry and stated.kind.deep:
        return _fried_twice(first, stated, thickness_mm, rest_min)
    if stated.finishing is not None and leads_on(stated.method):
        return _finished(first, stated, stated.finishing, thickness_mm)
    if stated.covered and stated.covered_min is not None and opens(stated.method):
        return _uncovered(first, stated, stated.covered_min, thickness_mm)
    return Outline(rows=(first,), course=Course((_for(first, 0.0),)), unknown=0, names=(WHOLE_TIME,), dials=(None,))


def _for(row: HeatRow, minutes: float) -> Spell:
    return Spell(heat=row.heat, seconds=minutes * 60)


def _fried_twice(first: HeatRow, stated: Stated, thickness_mm: float, rest_min: float) -> Outline | None:
    """Two fries: the first cooks most of it, the oil comes to more heat meanwhile, the second crisps."""
    second = heat_for(replace(stated, medium_c=stated.second_c or stated.medium_c), thickness_mm)
    if second is None:
        return None
    dial = parameter("fry_nominal") if stated.medium_c is None else stated.medium_c
    out = Spell(heat=first.heat, seconds=0.0, out_s=rest_min * 60)
    return Outline(
        rows=(first, second),
        course=Course((out, _for(second, stated.second_min))),
        unknown=0,
        names=(FIRST_FRY, SECOND_FRY),
        dials=(dial, dial if stated.second_c is None else stated.second_c),
    )


def _finished(first: HeatRow, stated: Stated, to: Finishing, thickness_mm: float) -> Outline | None:
    """So long in the first heat, and the rest of it in another, where it lies as the first one left it."""
    alone = replace(stated, method=to.method, preset=None, medium_c=to.medium_c, fan=to.fan)
    second = heat_for(replace(alone, covered=False, basted=False), thickness_mm)
    if second is None:
        return None
    if second.heat.turns:
        # What glows from above meets the face that is up: the second, where it never was turned.
        second = replace(second, heat=replace(second.heat, first_share=0.0 if first.heat.first_share == 1 else 1.0))
    return Outline(
        rows=(first, second),
        course=Course((_for(first, to.after_min), _for(second, 0.0))),
        unknown=1,
        names=(WHOLE_TIME, FINISHED[to.method]),
        dials=(None, second.nominal_c if to.medium_c is None else to.medium_c),
    )


def _uncovered(first: HeatRow, stated: Stated, covered_min: float, thickness_mm: float) -> Outline | None:
    """So long under a lid [min], and open from there."""
    second = heat_for(replace(stated, covered=False), thickness_mm)
    if second is None:
        return None
    return Outline(
        rows=(first, second),
        course=Course((_for(first, covered_min), _for(second, 0.0))),
        unknown=1,
        names=(COVERED, OPEN),
        dials=(None, None),
    )
