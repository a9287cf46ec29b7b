"""A line that was weighed otherwise than planned: what is not in yet may change, what is in stays as it is."""

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from jarcore.data import Pantry, parameter, rows, said
from jarcore.documents import Patch
from jarcore.documents.parts import Target
from jarcore.documents.patches import put_below, tidy
from jarcore.formula import prepare
from jarcore.formula.planned import nearest_best
from jarcore.questions.correct.mishap import SAME, Choice, Mishap
from jarcore.questions.scale import scale
from jarcore.questions.solve.aims import aims_of
from jarcore.questions.solve.amounts import Amounts, Vector, amounts_of
from jarcore.questions.solve.asking import Asking
from jarcore.questions.solve.attempt import attempt
from jarcore.questions.solve.helpers import goes_into
from jarcore.questions.solve.moving import called
from jarcore.questions.solve.writing import rounded, rounded_g, written

# What is kept by what is not in yet: the salt and the ratio as they were meant, the acid within this share of it [1].
SALT, RATIO, ACID, SUGAR = "salt_pct_of_fish", "oil_to_acid_volume", "acid_meq_per_kg_fish", "sugar_pct"
NEARLY = 0.05
# Shares of the jar that something added brings back, the weightiest first.
THINNED = ("salt_pct", "acid_pct_citric", "sugar_pct")
PLATE_SALT = "plate.added_pct_of_edible"
# What is said of a thing that thins a jar, by what it is.
MORE_OF = {"water": "correct/water", "oil": "correct/oil"}


@dataclass(frozen=True, kw_only=True)
class Weighed:
    """What is in: masses [g] of all lines as they stand, and the places of those that are in."""

    mishap: Mishap
    masses: Vector
    inside: frozenset[int]

    @property
    def amounts(self) -> Amounts:
        """The jar's lines as they were planned."""
        return self.mishap.amounts

    @property
    def outside(self) -> Sequence[int]:
        """Places of lines that are not in yet and were to weigh something."""
        return [
            spec.place
            for spec in self.amounts.specs
            if spec.place not in self.inside and self.amounts.now_g[spec.place] > 0
        ]

    @property
    def ids(self) -> list[str]:
        """Ids of the lines that are in."""
        return [line for place in self.inside if (line := self.amounts.specs[place].line.id) is not None]

    @property
    def furthest(self) -> tuple[int, float] | None:
        """The line that is furthest off what was planned, and how many times that it weighs; None where none is."""
        times = [
            (place, float(self.masses[place] / self.amounts.now_g[place]))
            for place in self._planned_inside
            if self.masses[place] > 0
        ]
        off = [one for one in times if abs(one[1] - 1) > SAME]
        return max(off, key=lambda one: abs(math.log(one[1])), default=None)

    @property
    def in_step(self) -> bool:
        """Whether all that is in is off by the same, so that the rest can follow."""
        times = [float(self.masses[place] / self.amounts.now_g[place]) for place in self._planned_inside]
        return max(times) - min(times) <= NEARLY * max(times)

    @property
    def _planned_inside(self) -> list[int]:
        return [place for place in sorted(self.inside) if self.amounts.now_g[place] > 0]

    @property
    def fish_times(self) -> float | None:
        """How many times the fish what went in is right for, with the rest in step: by its salt where it has any."""
        amounts, inside = self.amounts, sorted(self.inside)
        salt, edible = amounts.brings("all_salt_g"), amounts.laid.fish.edible_g
        meant = float(salt @ amounts.now_g)
        if not edible:
            return None
        if meant > 0:
            later = float(salt[self.outside] @ amounts.now_g[self.outside])
            times = float(salt[inside] @ self.masses[inside]) / (meant - later) if meant > later else None
        else:
            times = self.furthest[1] if self.in_step and self.furthest else None
        most = parameter("mended_by_fish")
        return times if times and 1 / most < times < most and abs(times - 1) > SAME else None


def as_weighed(mishap: Mishap, weighed: Mapping[str, float]) -> Weighed:
    """The jar with what the scale said [g] of each line that is in, by its id; other lines as they were planned."""
    amounts, masses = mishap.amounts, mishap.amounts.now_g.copy()
    inside = {spec.place for spec in amounts.specs if spec.line.id in weighed}
    for spec in amounts.specs:
        if spec.place in inside and spec.line.id is not None:
            masses[spec.place] = weighed[spec.line.id]
    patch = written(masses, amounts)
    return Weighed(mishap=replace(mishap, as_it_is=patch), masses=masses, inside=frozenset(inside))


def as_it_went_in(document: Mapping[str, Any], times: Mapping[str, Mapping[str, float]], pantry: Pantry) -> Patch:
    """The patch that makes a formula what really went in: so many TIMES what is written of lines, by jar and line."""
    ready, patch = prepare(document, pantry), list[Any]()
    for place, laid in enumerate(ready.jars):
        mine = times.get(laid.jar.id or "", {})
        off = {line: many for line, many in mine.items() if abs(many - 1) > SAME}
        if not off:
            continue
        amounts = amounts_of(ready, place, (), {}, ())
        masses = amounts.now_g.copy()
        for spec in amounts.specs:
            masses[spec.place] *= off.get(spec.line.id or "", 1.0)
        patch += written(masses, amounts)
    return patch


def mends_of_weighed(weighed: Weighed, on_fish: bool) -> Iterator[Choice]:
    """The ways to mend it, what keeps the formula as it was meant first; that it is left as it is comes last."""
    furthest = weighed.furthest
    if furthest is not None and not on_fish:
        place, times = furthest
        if times < 1:
            yield _topped_up(weighed)
        yield from _kept(weighed)
        if weighed.outside and weighed.in_step:
            yield _in_step(weighed, place, times)
        if times > 1:
            yield from _thinned(weighed)
    if furthest is not None:
        yield from for_fish(weighed)
    if on_fish:
        yield from later_salt(weighed.mishap)
    yield left(weighed.mishap)


def _topped_up(weighed: Weighed) -> Choice:
    """What is missing goes in as well."""
    amounts, masses = weighed.amounts, weighed.masses.copy()
    short = [place for place in weighed.inside if masses[place] < amounts.now_g[place] * (1 - SAME)]
    more = [(amounts.specs[place].called, float(amounts.now_g[place] - masses[place])) for place in short]
    masses[short] = amounts.now_g[short]
    what = [f"{grams:.3g} g of {name}" for name, grams in more]
    return weighed.mishap.choice("top-up", said("correct/top-up", what=what), written(masses, amounts))


def _kept(weighed: Weighed) -> Iterator[Choice]:
    """What is not in yet keeps the readings that were meant: as many as can be had without turning the jar over."""
    mishap = weighed.mishap
    for targets in _meant(mishap):
        asking = Asking(
            document=mishap.now, pantry=mishap.pantry, jar=mishap.jar, aims=aims_of(targets), locked=weighed.ids
        )
        found = attempt(asking)
        now, then = found.amounts.now_g, found.masses
        furthest = float(np.max(np.abs(then - now) / np.maximum(now, 1.0)))
        if found.unmet or not found.patch or furthest > parameter("mended_within"):
            continue
        moved = [
            f"{spec.called} {before:.4g} → {after:.4g} g"
            for spec, before, after in zip(found.amounts.specs, now, then, strict=True)
            if abs(after - before) > SAME * max(before, after)
        ]
        held = [called(aim) for aim in asking.aims if aim.exact is not None]
        words = said("correct/keep", what=moved, held=held)
        yield mishap.choice("keep", words, [*mishap.as_it_is, *found.patch])
        return


def _meant(mishap: Mishap) -> Iterator[dict[str, Target]]:
    """What is to be as it was meant, the most first: salt and ratio with nearly the acid; both; salt, or sugar."""
    meant = {key: value for key in (SALT, RATIO, ACID, SUGAR) if (value := mishap.values_planned.middle(key))}
    exactly = {key: Target(value=meant[key]) for key in (SALT, RATIO) if key in meant}
    if not exactly and SUGAR in meant:
        yield {SUGAR: Target(value=meant[SUGAR])}
    if exactly and ACID in meant:
        yield {**exactly, ACID: Target(min=meant[ACID] * (1 - NEARLY), max=meant[ACID] * (1 + NEARLY))}
    for some in (exactly, dict(list(exactly.items())[:1])):
        if some:
            yield some


def _off(mishap: Mishap, key: str) -> bool:
    meant, now = mishap.values_planned.middle(key), mishap.values_now.middle(key)
    return meant is not None and now is not None and abs(meant - now) > SAME * max(abs(meant), abs(now))


def _in_step(weighed: Weighed, place: int, times: float) -> Choice:
    """What is not in yet grows or shrinks in step with what went in."""
    amounts, masses = weighed.amounts, weighed.masses.copy()
    masses[weighed.outside] = amounts.now_g[weighed.outside] * times
    masses = rounded(masses, replace(amounts, low_g=_fixed(weighed, 0.0), high_g=_fixed(weighed, math.inf)))
    planned, now = float(amounts.now_g.sum()), float(masses.sum())
    key = "correct/in-step-more" if times > 1 else "correct/in-step-less"
    words = said(key, line=amounts.specs[place].called, times=times, planned=planned, now=now)
    return weighed.mishap.choice("in-step", words, written(masses, amounts))


def _fixed(weighed: Weighed, free: float) -> Vector:
    """Bounds that hold what is in where it is."""
    bounds = weighed.masses.copy()
    bounds[weighed.outside] = free
    return bounds


def _thinned(weighed: Weighed) -> Iterator[Choice]:
    """So much water, or oil, brings the weightiest share of the jar that is too high back to what was meant."""
    mishap = weighed.mishap
    over = (
        (key, meant)
        for key in THINNED
        if (meant := mishap.values_planned.middle(key)) and (mishap.values_now.middle(key) or 0.0) > meant * (1 + SAME)
    )
    strong = next(over, None)
    if strong is None:
        return
    everything = [spec.line.id for spec in mishap.amounts.specs if spec.line.id]
    for row in rows("helpers"):
        key, name = MORE_OF.get(row["thins"]), row["ingredient"]
        if key is None or not goes_into(name, mishap.planned.jars[mishap.jar].kind.id):
            continue
        asking = Asking(
            document=mishap.now,
            pantry=mishap.pantry,
            jar=mishap.jar,
            aims=aims_of({strong[0]: Target(value=strong[1])}),
            locked=everything,
            added=(name,),
        )
        found = attempt(asking)
        if not found.unmet and found.patch:
            held = called(asking.aims[0])
            grams, planned = float(found.masses[-1]), float(weighed.amounts.now_g.sum())
            patch = [*mishap.as_it_is, *found.patch]
            yield mishap.choice(name, said(key, grams=grams, held=held, planned=planned), patch)


def for_fish(weighed: Weighed) -> Iterator[Choice]:
    """So much fish is right for what went in: the fish and what is not in yet in step with it."""
    mishap, edible, times = weighed.mishap, weighed.amounts.laid.fish.edible_g, weighed.fish_times
    if not edible or times is None or weighed.amounts.laid.fish.groups:
        return
    fish = rounded_g(edible * times, mishap.pantry.scales)
    scaled = scale(mishap.document, edible_g=fish, pantry=mishap.pantry)
    if not scaled:
        return
    grown = amounts_of(prepare(mishap.patched(scaled), mishap.pantry), mishap.jar, (), {}, ())
    masses = weighed.masses.copy()
    masses[weighed.outside] = weighed.amounts.now_g[weighed.outside] * fish / edible
    key = "correct/more-fish" if times > 1 else "correct/less-fish"
    patch = [*scaled, *written(masses, grown)]
    yield mishap.choice("fish", said(key, grams=abs(fish - edible), fish=fish), patch)


def later_salt(mishap: Mishap) -> Iterator[Choice]:
    """Salt that comes later gives way, so that the plate is as salty as it was meant."""
    meant, now = mishap.values_planned.middle(PLATE_SALT), mishap.values_now.middle(PLATE_SALT)
    if meant is None or now is None or not _off(mishap, PLATE_SALT):
        return
    ready = prepare(mishap.now, mishap.pantry)
    for place, laid in enumerate(ready.jars):
        salts = [
            spec.line.id
            for spec in laid.contents.specs
            if spec.ingredient
            and spec.ingredient.group == "salt"
            and (place > mishap.jar or spec.line.when in ("before_heat", "plate"))
        ]
        if place < mishap.jar or not salts:
            continue
        locked = [spec.line.id for spec in laid.contents.specs if spec.line.id and spec.line.id not in salts]
        aims = aims_of({PLATE_SALT: Target(value=meant)})
        found = attempt(Asking(document=mishap.now, pantry=mishap.pantry, jar=place, aims=aims, locked=locked))
        if not found.unmet and found.patch:
            patch = [*mishap.as_it_is, *found.patch]
            yield mishap.choice("later", said("correct/later", jar=laid.contents.called), patch)
            return


def left(mishap: Mishap) -> Choice:
    """It is left as it is; a planned time that is then off its best is planned anew."""
    laid = prepare(mishap.now, mishap.pantry).jars[mishap.jar]
    window, minutes = laid.window, laid.standing.contact_min
    if window is None or minutes is None or window["best_from_min"] <= minutes <= window["best_to_min"]:
        return mishap.choice("leave", said("correct/leave"), mishap.as_it_is)
    better = nearest_best(window, minutes)
    patch: Patch = put_below(
        mishap.document, ["jars", mishap.jar, "method", "contact_time"], {"value": tidy(better), "unit": "min"}
    )
    patch = [*mishap.as_it_is, *patch]
    return mishap.choice("leave", said("correct/leave-and-plan", planned=minutes, minutes=better), patch)
