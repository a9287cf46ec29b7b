"""Cooking: time to the core by thickness and method, in stages, of every size of piece; and what goes with it."""

from collections.abc import Iterator, Sequence

from jarcore.data import parameter
from jarcore.documents import Finding, found
from jarcore.documents.evaluated_heat import CookResult, Practice
from jarcore.fish import MeasuredFish
from jarcore.heat.done import Done, as_practice, done_of, starts_at
from jarcore.heat.loads import cooled, pan_of
from jarcore.heat.method import FAN, heat_for, heat_rows, leads_on, opens, takes_basting, takes_lid, turns
from jarcore.heat.oil import film_g, oil_of
from jarcore.heat.order import burn_of, locks_of, order_of
from jarcore.heat.stated import Stated
from jarcore.jars import Laid

EVEN = 0.5


def cook_result(stated: Stated, fish: MeasuredFish, jars: Sequence[Laid]) -> tuple[CookResult, list[Finding]]:
    """Time to the core, in stages, with the rest, and what was found; None where it cannot be modelled.

    Of unlike pieces the slowest decide what is said of the whole, and each size has its own time beside it.
    """
    oil, told = oil_of(stated, fish)
    stated, more = cooled(stated, oil)
    result: CookResult = {
        "minutes": None,
        "stages": [],
        "core_c": stated.target_c,
        "pull_c": None,
        "rest_minutes": None,
        "oil": oil,
        "oil_film_g": film_g(stated, fish),
        "pan": pan_of(stated, fish),
        "practice": None,
        "zones": [],
        "groups": [],
        "burn": burn_of(stated, jars),
        "order": order_of(jars),
        "locks": locks_of(stated, jars),
    }
    return result, [*told, *more, *_ignored(stated, fish), *_times(result, stated, fish)]


def _ignored(stated: Stated, fish: MeasuredFish) -> Iterator[Finding]:
    """What is stated and changes nothing with this method."""
    method = stated.method
    if stated.basted and not takes_basting(method):
        yield found("not-modelled/basted", "/cook/basted")
    if stated.fan and (method or "", FAN) not in heat_rows():
        yield found("not-modelled/fan", "/cook/fan")
    if stated.covered_min is not None and not (stated.covered and opens(method)):
        yield found("not-modelled/covered-time", "/cook/covered_time")
    if (stated.first_share != EVEN or stated.first_side) and not turns(method):
        yield found("not-modelled/sides", "/cook/first_side" if stated.first_side else "/cook/first_side_share")
    elif stated.first_side and fish.skin == "none":
        yield found("not-modelled/skin-side", "/cook/first_side")
    if stated.second_fry and not stated.kind.deep:
        yield found("not-modelled/second-fry", "/cook/second_fry")
    if stated.finishing and (not leads_on(method) or (stated.second_fry and stated.kind.deep)):
        yield found("not-modelled/finished-in", "/cook/finished_in")


def _times(result: CookResult, stated: Stated, fish: MeasuredFish) -> Iterator[Finding]:
    """Fill in the times where they can be reckoned; else what stands in the way."""
    if stated.method is None or stated.raw or fish.piece is None or not fish.timed:
        return
    if heat_for(stated, fish.piece.thickness_mm) is None:
        yield found("not-modelled/heat", "/cook/method")
        return
    if starts_at(fish, stated) < 0:
        yield found("outside-model/frozen", "/cook/start_temperature")
        return
    if stated.covered and not takes_lid(stated.method):
        yield found("not-modelled/covered", "/cook/covered")
        return
    thick = [one.piece.thickness_mm for _, one in fish.sizes if one.piece]
    if max(thick, default=0.0) > parameter("most_thick"):
        yield found("outside-model/thick", "/fish/thickness", mm=max(thick))
        return
    done = [(done_of(one, group, stated), one) for group, one in fish.sizes]
    known = [one for one, _ in done if one is not None]
    if len(known) < len(done):
        for place, (one, size) in enumerate(done):
            if one is None:
                yield _why_not(stated, size, f"/fish/groups/{place}" if fish.groups else "")
        return
    slowest = max(known, key=lambda one: one.seconds)
    if slowest.needs_no_second:
        yield found("first-heat-alone", "/cook/finished_in/after" if stated.finishing else "/cook/covered_time")
    _fill(result, slowest)
    result["practice"] = _practice(slowest, stated)
    _zones(result, slowest)
    if fish.groups:
        yield from _groups(result, known, slowest)


def _why_not(stated: Stated, fish: MeasuredFish, group: str) -> Finding:
    """Why one size cannot be timed, so that nothing is said of the whole."""
    if fish.piece is None:
        return found("unstated/pieces", group)
    row = heat_for(stated, fish.piece.thickness_mm)
    path = group or "/cook/core_target"
    if row is None:
        return found("outside-model/core", path, target=stated.target_c)
    return found("outside-model/core-at", path, target=stated.target_c, medium=row.heat.medium_c)


def _fill(result: CookResult, done: Done) -> None:
    minutes, spread = done.minutes, done.outline.spread
    result["minutes"] = minutes
    result["minutes_range"] = [minutes * (1 - spread), minutes * (1 + spread)]
    result["stages"] = list(done.stages)
    result["pull_c"] = done.pull_c
    result["rest_minutes"] = done.rest_minutes


def _practice(done: Done, stated: Stated) -> Practice | None:
    """How long to the core that practice times of the method were met with; None where none higher is aimed at.

    Where nothing is left to the rest for the sake of who eats, nothing less is spoken of either.
    """
    usual = as_practice(done, stated)
    return {"core_c": usual.last.practice_c, "minutes": usual.minutes} if usual else None


def _zones(result: CookResult, done: Done) -> None:
    """The thick and the thin zone of one piece after the same time."""
    thin = done.fish.thin_zone_mm
    if thin is None:
        return
    opened = done.heated_m / done.thickness_mm
    for name, thickness in (("thick", done.thickness_mm), ("thin", thin)):
        _, peak = done.course.cores(thickness * opened, done.start_c)
        result["zones"].append({"name": name, "thickness_mm": thickness, "core_c": peak})


def _groups(result: CookResult, known: Sequence[Done], slowest: Done) -> Iterator[Finding]:
    """Each size with its own minutes and core, when it comes out, and what it would come to beside the slowest."""
    for done in known:
        early = (slowest.seconds - done.seconds) / 60
        if early * 60 <= parameter("unlike_from"):
            early = 0.0
        left_in = None
        if early and not done.round:
            _, left_in = slowest.course.cores(done.heated_m, done.start_c)
        result["groups"].append(
            {
                "id": done.group,
                "pieces": done.fish.pieces,
                "thickness_mm": done.thickness_mm,
                "minutes": done.minutes,
                "stages": list(done.stages),
                "core_c": result["core_c"],
                "pull_c": done.pull_c,
                "rest_minutes": done.rest_minutes,
                "out_before_min": early,
                "left_in_c": left_in,
            }
        )
        if early:
            yield found(
                "unlike-pieces",
                "/cook",
                mm=done.thickness_mm,
                minutes=done.minutes,
                early=early,
                slowest_mm=slowest.thickness_mm,
                slowest=slowest.minutes,
            )
