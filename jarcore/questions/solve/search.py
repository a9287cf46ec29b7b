"""Targets that do not add up over the lines (times, what is on the plate, what clings): found by trying.

Around what is known of them they are taken as straight lines, the programme is solved within a distance in which that
is to be trusted, and what is really reached there corrects the lines (Broyden's update). What adds up holds throughout.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from jarcore.data import look_at_the_time
from jarcore.questions.solve.aims import PH, Want
from jarcore.questions.solve.amounts import Amounts, Vector
from jarcore.questions.solve.programme import GIVEN_UP, Row, least_change, rows_of
from jarcore.questions.solve.values import Values

# A line is moved by this share of itself, or of the whole where it is nothing yet, to see what it does [1].
NUDGE, NUDGE_WHOLE = 0.02, 0.02
# How far a step is trusted at first, by what a line weighs and by the whole [1], and how often one is taken.
TRUSTED, TRUSTED_WHOLE, STEPS = 1.0, 0.25, 10
# What it costs to miss one while it is looked for and all else can be had, in whole jars of change [1], and how much of
# a jar a line may be.
TRYING, MOST_OF_WHOLE = 30.0, 3.0
# A bound is aimed at from within by so much of itself, so that what is rounded afterwards still holds it [1].
WITHIN = 0.004
# How much more of a thing another beginning has, by the whole [1].
ELSEWHERE = 0.3
# Steps that move less than this share of the whole end the search [1], and so many that come no nearer by so much of
# what is missed [1].
SETTLED, IDLE, NEARER = 2e-4, 2, 0.05


@dataclass(frozen=True, slots=True)
class Reached:
    """What was tried: masses [g], each want's reading there, by how much of itself it is missed [1], and by how much
    what is aimed at beyond that is.
    """

    masses: Vector
    readings: Vector
    missed: float
    off: float
    distance: float

    @property
    def there(self) -> bool:
        """Whether there is nothing to look for."""
        return self.missed <= 0 and self.off <= WITHIN


def searched(
    hard: Sequence[Row], wants: Sequence[Want], amounts: Amounts, start: Vector, thorough: bool = True
) -> Reached | None:
    """Masses [g] that meet HARD rows and come as near as can be to WANTS; None where no reading of them is known.

    START are masses that meet the hard rows. THOROUGH takes the evenest of steps that are equally short, and looks from
    other beginnings too where that one leads nowhere: what sets a jar's time may be another thing there.
    """
    best = _tried(wants, amounts, start)
    if best is not None and best.there:
        return best
    for begun in (start, *(_elsewhere(hard, amounts, start) if thorough else ())):
        found = _descended(hard, wants, amounts, begun, thorough)
        if found is not None and (best is None or _better(found, best)):
            best = found
        if best is not None and best.missed <= 0:
            break
    if best is not None:
        return best
    # One that a jar does not have keeps nobody from the others.
    values = Values(amounts.trial(start), amounts.place)
    known = [want for want in wants if values.middle(want.row.id) is not None]
    return searched(hard, known, amounts, start, thorough) if known and len(known) < len(wants) else None


def _elsewhere(hard: Sequence[Row], amounts: Amounts, start: Vector) -> Iterator[Vector]:
    """Other masses that meet the hard rows: with much more of each thing that sets a time, salt or sour."""
    whole = max(amounts.whole_g, float(start.sum()))
    for what in ("salt_g", "acid_meq"):
        strength = np.where(amounts.high_g > amounts.low_g, amounts.brings(what), 0.0)
        if strength.max(initial=0.0) <= 0:
            continue
        place = int(np.argmax(strength))
        low = amounts.low_g.copy()
        low[place] = min(amounts.high_g[place], max(start[place], amounts.now_g[place]) + ELSEWHERE * whole)
        found = least_change(hard, amounts, (low, amounts.high_g))
        if found is not None:
            yield found


def _descended(
    hard: Sequence[Row], wants: Sequence[Want], amounts: Amounts, start: Vector, evenly: bool
) -> Reached | None:
    """The nearest that is come to from one beginning; None where a reading is not known there."""
    here = _tried(wants, amounts, start)
    if here is None or not wants:
        return None
    slopes = _slopes(wants, amounts, here)
    if slopes is None:
        return here
    best, trust, idle = here, 1.0, 0
    price = TRYING if all(row.price is None for row in hard) else GIVEN_UP
    for _ in range(STEPS):
        look_at_the_time()
        rows = [*hard, *_straight(wants, here, slopes, price)]
        found = least_change(rows, amounts, _near(amounts, here.masses, trust), evenly=evenly)
        if found is None:
            break
        step = found - here.masses
        if float(np.abs(step).sum()) < SETTLED * amounts.whole_g:
            break
        there = _tried(wants, amounts, found)
        if there is None:
            trust /= 4
            continue
        told = there.readings - here.readings - slopes @ step
        slopes = slopes + np.outer(told, step) / float(step @ step)
        idle = 0 if there.missed < (1 - NEARER) * best.missed or best.missed <= 0 else idle + 1
        if _better(there, best):
            best = there
        if idle == IDLE:
            break
        if there.missed > here.missed and there.missed > WITHIN:
            trust /= 2
            if there.missed > 2 * here.missed:
                continue
        here = there
    return best


def _better(one: Reached, other: Reached) -> bool:
    """Whether it misses less, or both nothing and it is the smaller change."""
    if one.missed <= 0 and other.missed <= 0:
        return one.distance < other.distance
    return one.missed < other.missed


def _tried(wants: Sequence[Want], amounts: Amounts, masses: Vector) -> Reached | None:
    values = Values(amounts.trial(masses), amounts.place)
    readings, missed, off = [], 0.0, 0.0
    for want in wants:
        value = values[want.row.id]
        if value is None:
            return None
        aimed = value.middle if want.exact is not None else value.low if want.high is None else value.high
        readings.append(aimed)
        missed += abs(values.misses(want) or 0.0) / _size(want)
        off += 0.0 if want.exact is None else abs(aimed - want.exact) / _size(want)
    return Reached(masses, np.array(readings), missed, off, float(np.abs(masses - amounts.now_g).sum()))


def _size(want: Want) -> float:
    """What a want's reading is measured by, in its unit."""
    return max(abs(want.low or 0.0), abs(want.high or 0.0)) or 1.0


def _slopes(wants: Sequence[Want], amounts: Amounts, here: Reached) -> Vector | None:
    """By how much each reading changes with a gram of each line; None where one is not known close by."""
    slopes = np.zeros((len(wants), len(here.masses)))
    for place in np.flatnonzero(amounts.high_g > amounts.low_g):
        look_at_the_time()
        more = max(NUDGE * here.masses[place], NUDGE_WHOLE * amounts.whole_g)
        nudged = here.masses.copy()
        nudged[place] += more
        there = _tried(wants, amounts, nudged)
        if there is None:
            return None
        slopes[:, place] = (there.readings - here.readings) / more
    return slopes


def _straight(wants: Sequence[Want], here: Reached, slopes: Vector, price: float) -> list[Row]:
    """The wants as straight lines through what is known; what cannot be met within the step is given up."""
    rows = []
    for want, now, slope in zip(wants, here.readings, slopes, strict=True):
        size = _size(want)
        ends = (want.low, want.high) if want.exact is None else (want.exact, want.exact)
        inward = WITHIN * size if want.exact is None else 0.0
        for bound, sign in zip(ends, (1.0, -1.0), strict=True):
            if bound is not None:
                aimed = bound if want.toward is None else want.toward
                least = sign * (aimed - now) + inward + sign * float(slope @ here.masses)
                rows.append(Row(coefficients=sign * slope, least=least, scale=size, price=price))
    return rows


def _near(amounts: Amounts, masses: Vector, trust: float) -> tuple[Vector, Vector]:
    """Within which masses the straight lines are trusted."""
    whole = max(amounts.whole_g, float(masses.sum()))
    far = trust * np.maximum(TRUSTED * masses, TRUSTED_WHOLE * whole)
    most = np.minimum(amounts.high_g, np.maximum(amounts.now_g, MOST_OF_WHOLE * whole))
    low, high = np.maximum(masses - far, amounts.low_g), np.minimum(masses + far, most)
    return np.minimum(low, masses), np.maximum(high, masses)


def measured(wants: Sequence[Want], amounts: Amounts) -> tuple[list[Want], list[Want]]:
    """Those wants that add up over the lines, and those that are found by trying.

    One that adds up in most jars may not in this: of salt that does not get in, or that is in the fish already.
    """
    values = Values(amounts.ready, amounts.place)
    adding, trying = list[Want](), list[Want]()
    for want in wants:
        now = values.middle(want.row.id)
        plain = bool(want.row.part) or bool(rows_of(want, amounts) and want.row.id == PH)
        straight = plain and (now is None or _adds_up(want, amounts, now))
        (adding if straight else trying).append(want)
    return adding, trying


def _adds_up(want: Want, amounts: Amounts, now: float) -> bool:
    """Whether the rows of a reading hold what it really comes to."""
    if not want.row.part:
        return True
    exactly = replace(want, low=now, high=now, exact=now)
    return all(
        abs(float(row.coefficients @ amounts.now_g) - row.least) <= 1e-6 * max(row.scale, 1e-9)
        for row in rows_of(exactly, amounts)[:2]
    )
