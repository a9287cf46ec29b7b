"""Pieces of one size cooked to the core: how long in which heats, and what they come to."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from jarcore.data import parameter
from jarcore.documents.evaluated_heat import CookStage
from jarcore.fish import MeasuredFish
from jarcore.heat.boxes import slab_share
from jarcore.heat.core import Heat, time_to_core
from jarcore.heat.course import Course, Spell, rod_solved, solved
from jarcore.heat.loads import recovery_of
from jarcore.heat.method import HeatRow
from jarcore.heat.outline import FIRST_FRY, WHOLE_TIME, Outline, outline_of
from jarcore.heat.stated import SKIN, Stated

SIDES = ("first side", "second side")
SKIN_SIDE, FLESH_SIDE = "skin side", "flesh side"
UNDER_LID, BETWEEN = "under the lid", "out, while the oil comes to heat"


@dataclass(frozen=True, slots=True, kw_only=True)
class Done:
    """Pieces of one size, done: what heats them and for how long, and the core when pulled and at its peak [degC]."""

    fish: MeasuredFish
    group: str | None
    outline: Outline
    course: Course
    start_c: float
    pull_c: float
    stages: tuple[CookStage, ...]

    @property
    def last(self) -> HeatRow:
        """What it comes out of."""
        return self.outline.rows[-1]

    @property
    def thickness_mm(self) -> float:
        """Thickness at the thickest point [mm]."""
        return self.fish.piece.thickness_mm if self.fish.piece else 0.0

    @property
    def heated_m(self) -> float:
        """How thick it is to the heat [m]."""
        return heated_m(self.fish, self.outline.decides.heat, self.course.turned)

    @property
    def round(self) -> bool:
        """Whether it heats as a round fish does."""
        return is_round(self.fish, self.course.turned)

    @property
    def seconds(self) -> float:
        """Seconds in all its heats [s]."""
        return sum(spell.seconds for spell in self.course.spells)

    @property
    def minutes(self) -> float:
        """Minutes in the heat, with those under the lid [min]."""
        return (self.seconds + (self.last.heat.rest_s if self.last.lid else 0.0)) / 60

    @property
    def rest_minutes(self) -> float:
        """Minutes at rest, out of the heat [min]."""
        return 0.0 if self.last.lid else self.last.heat.rest_s / 60

    @property
    def needs_no_second(self) -> bool:
        """Whether the first heat does it alone, so that no time is left for the one that was to finish it."""
        return len(self.course.spells) > 1 and self.course.spells[self.outline.unknown].seconds == 0


def is_round(fish: MeasuredFish, turned: bool) -> bool:
    """Whether the piece heats as a round fish does: whole, and not laid on its sides."""
    body = fish.piece is not None and fish.piece.plan == "body"
    return body and not turned and fish.species is not None and fish.species.shape == "round"


def starts_at(fish: MeasuredFish, stated: Stated) -> float:
    """What the pieces start at [degC]: as stated, else as they are."""
    return fish.celsius if stated.start_c is None else stated.start_c


def heated_m(fish: MeasuredFish, heat: Heat, turned: bool) -> float:
    """How thick a piece is to the heat that decides its time [m]: less than it measures where that comes through its
    edges too, of a gutted round fish, and where slashes let heat in. TURNED where any of its heats lays it on a side.
    """
    assert fish.piece is not None
    thinner = 1.0
    if is_round(fish, turned):
        thinner = parameter("gutted_thickness_share")
    elif fish.piece.plan != "body" and not heat.turns:
        thinner = slab_share(fish.piece, heat.h, heat.medium_c)
    opened = 1 + parameter("slash_heat") * fish.piece.slash_cm2 / fish.piece.surface_cm2
    return thinner * fish.piece.thickness_mm / opened / 1000


def done_of(fish: MeasuredFish, group: str | None, stated: Stated) -> Done | None:
    """Pieces of one size cooked to the core target; None where that is not modelled or never reached."""
    if fish.piece is None or not fish.timed:
        return None
    start, thickness = starts_at(fish, stated), fish.piece.thickness_mm
    outline = outline_of(stated, thickness, _between_min(fish, stated))
    if outline is None or start < 0 or thickness > parameter("most_thick"):
        return None
    is_rod = is_round(fish, outline.course.turned)
    thick_m = heated_m(fish, outline.decides.heat, outline.course.turned)
    course = _timed(outline, thick_m, is_rod, start, stated.target_c)
    if course is None:
        return None
    pull, peak = course.cores(thick_m, start)
    if is_rod:
        pull = peak = stated.target_c
    return Done(
        fish=fish,
        group=group,
        outline=outline,
        course=course,
        start_c=start,
        # Under the lid it is still in the heat: it is pulled when the lid comes off.
        pull_c=peak if outline.rows[-1].lid else pull,
        stages=tuple(_stages(outline, course, stated, thick_m, start)),
    )


def _timed(outline: Outline, thick_m: float, is_rod: bool, start_c: float, target_c: float) -> Course | None:
    """The course with its open time found; None where no time brings the core to its target [degC]."""
    if is_rod:
        return rod_solved(outline.course, thick_m, start_c, target_c)
    if len(outline.rows) > 1:
        return solved(outline.course, outline.unknown, thick_m, start_c, target_c)
    heat = outline.course.last
    cooked = time_to_core(thick_m, heat, start_c, target_c)
    return Course((Spell(heat=heat, seconds=cooked.seconds),)) if cooked else None


def _between_min(fish: MeasuredFish, stated: Stated) -> float:
    """The rest between two fries [min]: as stated, else while the oil comes to heat."""
    if stated.second_rest_min is not None or not stated.second_fry:
        return stated.second_rest_min or 0.0
    return max(parameter("first_rest"), recovery_of(stated, fish) or 0.0)


def _stages(outline: Outline, course: Course, stated: Stated, thick_m: float, start_c: float) -> Iterator[CookStage]:
    """What is done when, in the order of work."""
    alone = len(course.spells) == 1
    for place, (spell, name, dial) in enumerate(zip(course.spells, outline.names, outline.dials, strict=True)):
        if name == WHOLE_TIME and spell.heat.turns:
            yield from _sides(spell, stated)
        elif alone:
            yield {"name": name, "minutes": spell.seconds / 60}
        else:
            core, _ = Course(course.spells[: place + 1]).cores(thick_m, start_c)
            stage: CookStage = {"name": name, "minutes": spell.seconds / 60, "core_c": core}
            if dial is not None:
                stage["celsius"] = dial
            yield stage
        if name == FIRST_FRY:
            yield {"name": BETWEEN, "minutes": spell.out_s / 60}
    if outline.rows[-1].lid:
        yield {"name": UNDER_LID, "minutes": outline.rows[-1].heat.rest_s / 60}


def _sides(spell: Spell, stated: Stated) -> Iterator[CookStage]:
    """The sides of a piece that is turned; one that never is has one."""
    shares = (spell.heat.first_share, 1 - spell.heat.first_share)
    for name, share in zip(side_names(stated), shares, strict=True):
        if share:
            yield {"name": name, "minutes": share * spell.seconds / 60}


def side_names(stated: Stated) -> Sequence[str]:
    """What the two sides are called: by what lies down first, where that is said."""
    if stated.first_side is None:
        return SIDES
    return (SKIN_SIDE, FLESH_SIDE) if stated.first_side == SKIN else (FLESH_SIDE, SKIN_SIDE)


def as_practice(done: Done, stated: Stated) -> Done | None:
    """The same pieces cooked to the core that practice times of the method were met with; None for one not below."""
    core = done.last.practice_c
    if core >= stated.target_c or not stated.credit_c:
        return None
    return done_of(done.fish, done.group, replace(stated, target_c=core, credit_c=parameter("carry_over")))
