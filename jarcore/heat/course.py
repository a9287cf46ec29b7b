"""A cooking as a course of heats, one after another: what a piece of any thickness comes to in it."""

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np

from jarcore.data import kept
from jarcore.flesh.engine import Chain, Vector
from jarcore.heat.core import CELLS, LONGEST_S, REST_POINTS, Heat, Slab, core_of

HALVINGS = 22


@dataclass(frozen=True, slots=True, kw_only=True)
class Spell:
    """One heat, how long it is met [s], and how long the piece is out of it before the next, where there is one [s]."""

    heat: Heat
    seconds: float
    out_s: float = 0.0


@dataclass(frozen=True, slots=True)
class Course:
    """Spells of heat in their order, with the rest after the last."""

    spells: tuple[Spell, ...]

    @property
    def turned(self) -> bool:
        """Whether the piece is heated from one side at a time in any of them."""
        return any(spell.heat.turns for spell in self.spells)

    @property
    def last(self) -> Heat:
        """The heat that it comes out of."""
        return self.spells[-1].heat

    @property
    def out_s(self) -> float:
        """When it comes out of the last heat, from the start [s]."""
        return sum(spell.seconds + spell.out_s for spell in self.spells)

    @property
    def flip_s(self) -> float | None:
        """When it is turned for the first time [s]; None where it never is."""
        begun = 0.0
        for spell in self.spells:
            if spell.heat.turns and 0 < spell.heat.first_share < 1:
                return begun + spell.heat.first_share * spell.seconds
            begun += spell.seconds + spell.out_s
        return None

    def core(self, thickness_m: float, start_c: float, points: int, *, rest: bool = True) -> tuple[Vector, Vector]:
        """(time [s], core [degC]) through every heat and what is between, and the REST after, for a thickness [m]."""
        stages = [*self._stages(thickness_m)]
        if rest:
            stages.append((Slab(thickness_m, self.last).rest, self.last.rest_s))
        state, begun = np.full(CELLS, start_c), 0.0
        times: list[Vector] = []
        states: list[Vector] = []
        for stage, seconds in stages:
            at = np.linspace(0.0, seconds, points)[1 if states else 0 :]
            met = stage.at(state, at)
            times.append(begun + at)
            states.append(met)
            state, begun = met[-1], begun + seconds
        return np.concatenate(times), core_of(np.concatenate(states), self.turned)

    def pulled(self, thickness_m: float, start_c: float) -> Vector:
        """Temperatures through the piece when it comes out of the last heat [degC]."""
        state = np.full(CELLS, start_c)
        for stage, seconds in self._stages(thickness_m):
            state = stage.at(state, seconds)
        return state

    def cores(self, thickness_m: float, start_c: float) -> tuple[float, float]:
        """(core when it comes out, its peak in the rest) [degC], for a thickness [m]."""
        state = self.pulled(thickness_m, start_c)
        rested = Slab(thickness_m, self.last).rest.at(state, np.linspace(0, self.last.rest_s, REST_POINTS))
        return float(core_of(state, self.turned)), float(core_of(rested, self.turned).max())

    def _stages(self, thickness_m: float) -> Iterator[tuple[Chain, float]]:
        for place, spell in enumerate(self.spells):
            slab = Slab(thickness_m, spell.heat)
            share = spell.heat.first_share if slab.second else 1.0
            yield slab.first, share * spell.seconds
            if slab.second and share < 1:
                yield slab.second, (1 - share) * spell.seconds
            if spell.out_s and place < len(self.spells) - 1:
                yield slab.rest, spell.out_s


@kept(maxsize=256)
def solved(course: Course, unknown: int, thickness_m: float, start_c: float, target_c: float) -> Course | None:
    """The course with the seconds of one spell such that the core peaks at a target; None where no time does it.

    Parameters: unknown, place of that spell; thickness_m, how thick the piece is to the heat [m]; start_c and target_c
    [degC]. The rest is credited as far as the last heat says. No time at all where the other spells do it alone.
    """

    def at(seconds: float) -> Course:
        spell = course.spells[unknown]
        known = Spell(heat=spell.heat, seconds=seconds, out_s=spell.out_s)
        return Course((*course.spells[:unknown], known, *course.spells[unknown + 1 :]))

    def reaches(seconds: float) -> bool:
        pull, peak = at(seconds).cores(thickness_m, start_c)
        return min(peak, pull + course.last.credit_c) >= target_c

    if not reaches(LONGEST_S):
        return None
    if reaches(0.0):
        return at(0.0)
    low, high = 0.0, LONGEST_S
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        low, high = (low, middle) if reaches(middle) else (middle, high)
    return at(high)


def rod_left(course: Course, thickness_m: float, start_c: float) -> float:
    """How far a round fish still is from its medium when it comes out [1]: the product of a slab and a thicker one.

    One medium all through: what heats may change on the way, what it is in may not.
    """
    medium = course.last.medium_c
    cores = (float(core_of(course.pulled(thickness_m * factor, start_c), False)) for factor in (1, 2))
    first, second = ((medium - core) / (medium - start_c) for core in cores)
    return first * second


@kept(maxsize=512)
def rod_solved(course: Course, thickness_m: float, start_c: float, target_c: float) -> Course | None:
    """The course with the seconds of its last spell such that the core of a round fish reaches a target [degC].

    No carry-over is counted on. None when it never gets there.
    """
    medium, spell = course.last.medium_c, course.spells[-1]
    if target_c >= medium or start_c >= target_c:
        return None
    wanted = (medium - target_c) / (medium - start_c)

    def at(seconds: float) -> Course:
        return Course((*course.spells[:-1], Spell(heat=spell.heat, seconds=seconds)))

    if rod_left(at(0.0), thickness_m, start_c) <= wanted:
        return at(0.0)
    low, high = 0.0, 120.0
    while rod_left(at(high), thickness_m, start_c) > wanted:
        high *= 2
        if high > LONGEST_S:
            return None
    for _ in range(16):
        middle = (low + high) / 2
        low, high = (middle, high) if rod_left(at(middle), thickness_m, start_c) > wanted else (low, middle)
    return at(high)


def rod_core(course: Course, thickness_m: float, start_c: float, points: int) -> tuple[Vector, Vector]:
    """(time [s], core [degC]) of a round fish while it is in the heat; its rest is not modelled, so it ends there."""
    medium = course.last.medium_c
    (times, thin), (_, thick) = (course.core(thickness_m * factor, start_c, points, rest=False) for factor in (1, 2))
    return times, medium - (medium - thin) * (medium - thick) / (medium - start_c)
