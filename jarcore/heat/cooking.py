"""Cooking: time to the core by thickness and method, frying load and batches, burn risk, order of things."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from jarcore.data import AROMATIC, parameter, rendered, rows, sentence
from jarcore.documents import Finding, found
from jarcore.documents.evaluated_heat import Burn, CookResult, CookStage, FatStep, Practice
from jarcore.fish import MeasuredFish
from jarcore.heat.boxes import slab_share
from jarcore.heat.core import Cooked, Heat, Slab, rod_seconds, time_to_core
from jarcore.heat.fries import TwoFries, two_fries
from jarcore.heat.loads import cooled, pan_of, recovery_of
from jarcore.heat.method import HeatRow, heat_for, heat_rows
from jarcore.heat.oil import oil_of
from jarcore.heat.stated import Stated
from jarcore.jars import Laid

EVEN = 0.5
SIDES = ("first side", "second side")
WHOLE_TIME, UNDER_LID = "in the heat", "under the lid"
FIRST_FRY, BETWEEN, SECOND_FRY = "first fry", "out, while the oil comes to heat", "second fry"
# What takes off what clings to the surface.
SCRAPED = "scrape"
TAKEN_OFF = ("rinse", "wipe", SCRAPED)


@dataclass(frozen=True, slots=True, kw_only=True)
class Done:
    """Pieces of one size, done: how long [s], in which stages, the core when pulled [degC], and what heats them."""

    fish: MeasuredFish
    group: str | None
    row: HeatRow
    start_c: float
    seconds: float
    pull_c: float
    stages: tuple[CookStage, ...]
    fries: TwoFries | None = None

    @property
    def thickness_mm(self) -> float:
        """Thickness at the thickest point [mm]."""
        return self.fish.piece.thickness_mm if self.fish.piece else 0.0

    @property
    def minutes(self) -> float:
        """Minutes in the heat, with those under the lid [min]."""
        return (self.seconds + (self.row.heat.rest_s if self.row.lid else 0.0)) / 60

    @property
    def rest_minutes(self) -> float:
        """Minutes at rest, out of the heat [min]."""
        return 0.0 if self.row.lid else self.row.heat.rest_s / 60

    @property
    def side_s(self) -> float:
        """Time of one side [s], or all of it where nothing is turned."""
        return self.seconds / (2 if self.row.heat.turns else 1)


def is_round(fish: MeasuredFish, heat: Heat) -> bool:
    """Whether the piece heats as a round fish does: whole, and not laid on its sides."""
    body = fish.piece is not None and fish.piece.plan == "body"
    return body and not heat.turns and fish.species is not None and fish.species.shape == "round"


def done_of(fish: MeasuredFish, group: str | None, stated: Stated) -> Done | None:
    """Pieces of one size cooked to the core target; None where that is not modelled or never reached."""
    if fish.piece is None or not fish.timed:
        return None
    row = heat_for(stated, fish.piece.thickness_mm)
    start, target = starts_at(fish, stated), stated.target_c
    if row is None or start < 0 or fish.piece.thickness_mm > parameter("most_thick"):
        return None
    thick_m = heated_m(fish, row.heat)
    if stated.second_fry and stated.kind.deep:
        return _fried_twice(fish, group, stated, row, start)
    if is_round(fish, row.heat):
        seconds = rod_seconds(thick_m, row.heat, start, target)
        if seconds is None:
            return None
        whole: CookStage = {"name": WHOLE_TIME, "minutes": seconds / 60}
        return Done(fish=fish, group=group, row=row, start_c=start, seconds=seconds, pull_c=target, stages=(whole,))
    cooked = time_to_core(thick_m, row.heat, start, target)
    if cooked is None:
        return None
    stages: tuple[CookStage, ...] = ({"name": WHOLE_TIME, "minutes": cooked.seconds / 60},)
    if row.heat.turns:
        shares = (row.heat.first_share, 1 - row.heat.first_share)
        stages = tuple(
            {"name": name, "minutes": share * cooked.seconds / 60} for name, share in zip(SIDES, shares, strict=True)
        )
    elif row.lid:
        stages = (*stages, {"name": UNDER_LID, "minutes": row.heat.rest_s / 60})
    # Under the lid it is still in the heat: it is pulled when the lid comes off.
    pull_c = cooked.peak_c if row.lid else cooked.pull_c
    return Done(fish=fish, group=group, row=row, start_c=start, seconds=cooked.seconds, pull_c=pull_c, stages=stages)


def heated_m(fish: MeasuredFish, heat: Heat) -> float:
    """How thick a piece is to the heat [m]: less than it measures where the heat comes through its edges too, of a
    gutted round fish, and where slashes let heat in.
    """
    assert fish.piece is not None
    thinner = 1.0
    if is_round(fish, heat):
        thinner = parameter("gutted_thickness_share")
    elif fish.piece.plan != "body" and not heat.turns:
        thinner = slab_share(fish.piece, heat.h, heat.medium_c)
    opened = 1 + parameter("slash_heat") * fish.piece.slash_cm2 / fish.piece.surface_cm2
    return thinner * fish.piece.thickness_mm / opened / 1000


def _fried_twice(fish: MeasuredFish, group: str | None, stated: Stated, row: HeatRow, start_c: float) -> Done | None:
    """Two fries as two stages, with the rest between."""
    assert fish.piece is not None
    rest, recovers = stated.second_rest_min, recovery_of(stated, fish)
    if rest is None:
        rest = max(parameter("first_rest"), recovers or 0.0)
    fried = two_fries(stated, heated_m(fish, row.heat), fish.piece.thickness_mm, start_c, rest)
    if fried is None:
        return None
    first_c = parameter("fry_nominal") if stated.medium_c is None else stated.medium_c
    stages: tuple[CookStage, ...] = (
        {"name": FIRST_FRY, "minutes": fried.first_s / 60, "celsius": first_c, "core_c": fried.first_pull_c},
        {"name": BETWEEN, "minutes": fried.rest_s / 60},
        {
            "name": SECOND_FRY,
            "minutes": fried.second_s / 60,
            "celsius": first_c if stated.second_c is None else stated.second_c,
            "core_c": fried.pull_c,
        },
    )
    seconds = fried.first_s + fried.second_s
    return Done(
        fish=fish,
        group=group,
        row=row,
        start_c=start_c,
        seconds=seconds,
        pull_c=fried.pull_c,
        stages=stages,
        fries=fried,
    )


def starts_at(fish: MeasuredFish, stated: Stated) -> float:
    """What the pieces start at [degC]: as stated, else as they are."""
    return fish.celsius if stated.start_c is None else stated.start_c


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
        "pan": pan_of(stated, fish),
        "practice": None,
        "zones": [],
        "groups": [],
        "burn": burn_of(stated, jars),
        "order": order_of(jars),
        "locks": locks_of(stated, jars),
    }
    return result, [*told, *more, *_ignored(stated), *_times(result, stated, fish)]


def _ignored(stated: Stated) -> Iterator[Finding]:
    """What is stated and changes nothing with this method."""
    if stated.basted:
        yield found("not-modelled/basted", "/cook/basted")
    if stated.fan and stated.method != "oven":
        yield found("not-modelled/fan", "/cook/fan")
    turns = {method for (method, _), row in heat_rows().items() if row.heat.turns}
    if stated.first_share != EVEN and stated.method not in turns:
        yield found("not-modelled/sides", "/cook/first_side_share")
    if stated.second_fry and not stated.kind.deep:
        yield found("not-modelled/second-fry", "/cook/second_fry")


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
    if stated.covered and not stated.kind.lidded:
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
    minutes, spread = done.minutes, done.row.spread
    result["minutes"] = minutes
    result["minutes_range"] = [minutes * (1 - spread), minutes * (1 + spread)]
    result["stages"] = list(done.stages)
    result["pull_c"] = done.pull_c
    result["rest_minutes"] = done.rest_minutes


def _practice(done: Done, stated: Stated) -> Practice | None:
    """How long to the core that practice times of the method were met with; None where none higher is aimed at.

    Where nothing is left to the rest for the sake of who eats, nothing less is spoken of either.
    """
    core = done.row.practice_c
    if core >= stated.target_c or not stated.credit_c:
        return None
    credited = replace(stated, target_c=core, credit_c=parameter("carry_over"))
    usual = done_of(done.fish, done.group, credited)
    return {"core_c": core, "minutes": usual.minutes} if usual else None


def _zones(result: CookResult, done: Done) -> None:
    """The thick and the thin zone of one piece after the same time."""
    thin = done.fish.thin_zone_mm
    if thin is None:
        return
    opened = heated_m(done.fish, done.row.heat) / done.thickness_mm
    for name, thickness in (("thick", done.thickness_mm), ("thin", thin)):
        cooked: Cooked = Slab(thickness * opened, done.row.heat).cooked(done.start_c, done.side_s)
        result["zones"].append({"name": name, "thickness_mm": thickness, "core_c": cooked.peak_c})


def _groups(result: CookResult, known: Sequence[Done], slowest: Done) -> Iterator[Finding]:
    """Each size with its own minutes and core, when it comes out, and what it would come to beside the slowest."""
    for done in known:
        early = (slowest.seconds - done.seconds) / 60
        if early * 60 <= parameter("unlike_from"):
            early = 0.0
        left_in = None
        if early and not is_round(done.fish, done.row.heat):
            side = slowest.seconds / (2 if done.row.heat.turns else 1)
            left_in = Slab(heated_m(done.fish, done.row.heat), done.row.heat).cooked(done.start_c, side).peak_c
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


def burn_of(stated: Stated, jars: Sequence[Laid]) -> Burn | None:
    """What on the surface would burn before the fish is done, and what to do with it."""
    if not stated.kind.scorches:
        return None
    risky = sorted(
        {
            ingredient.name
            for laid in jars
            if laid.kind.clings and laid.method.after not in TAKEN_OFF
            for ingredient in laid.contents.named
            if ingredient.burn == "high" and not (stated.kind.in_air and ingredient.group == AROMATIC)
        }
    )
    if not risky:
        return {"risk": "low", "because": [], "do": ""}
    return {"risk": "high", "because": risky, "do": sentence("burn/high", what=risky)}


def order_of(jars: Sequence[Laid]) -> list[FatStep]:
    """Aromatics in the order they go into fat, by what their rows say that they go in with: of what is fried at all."""
    fried = [laid for laid in jars if _fried_apart(laid)]
    steps: list[FatStep] = []
    for row in rows("order"):
        here = {i.name for laid in fried for i, _ in laid.contents.parts() if i.goes_in == row["goes_in"]}
        if here:
            steps.append({"step": row["step"], "ingredients": sorted(here), "why": row["why"]})
    return steps


def _fried_apart(laid: Laid) -> bool:
    """Whether a jar's aromatics are fried by themselves: a sauce begun in fat, or what was scraped off the fish."""
    if laid.method.after == SCRAPED:
        return laid.kind.clings
    return laid.kind.finishes and any(ingredient.phase == "oil" for ingredient, _ in laid.contents.parts())


def locks_of(stated: Stated, jars: Sequence[Laid]) -> list[str]:
    """Steps that must come in this order, in words, from the table of locks."""
    heated = [laid for laid in jars if laid.kind.finishes or laid.boiled_first]
    facts = {
        "alcohol": any(laid.contents.flares for laid in heated),
        "citrus": any(laid.contents.names(lambda one: "citrus" in one.flags) for laid in heated),
        "liquid": any(laid.boiled_first for laid in jars),
        "hot_oil": stated.kind.fried,
        "steam": stated.method == "steam",
    }
    return [rendered(row["text"]) for row in rows("locks") if facts[row["fact"]]]
