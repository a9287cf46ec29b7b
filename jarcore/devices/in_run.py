"""The things of a run that instruments are put into: jars that were made, fish on its way through the heat, the oil.

How warm each is follows from what has happened to it, by the models that the plan was made with.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

import numpy as np

from jarcore.data import Pantry, parameter, sentence
from jarcore.devices.oil import STEP_S, Fryer, Load
from jarcore.devices.world import Thing, World, surroundings
from jarcore.documents.plan import Plan, PlannedStep
from jarcore.flesh.cooling import Cooling, cooling_of
from jarcore.flesh.engine import Vector
from jarcore.heat.core import CELLS, Slab, core_of
from jarcore.heat.course import Course, Spell
from jarcore.heat.done import Done, done_of
from jarcore.jars import Laid
from jarcore.run import State
from jarcore.run.fold import OPEN, OVER
from jarcore.service.laid_out import PREHEAT, step_ids
from jarcore.service.portions import Portion
from jarcore.service.reading import read_for_plan
from jarcore.service.served import Stove
from jarcore.service.work import Task
from jarcore.service.working import work_of

HEATED, LIFTED = ("cook", "fry_again"), "lift_out"
CENTRE, SHALLOW, BONE = "centre", "shallow", "bone"
FRYER = "fryer"


@dataclass(frozen=True, slots=True, kw_only=True)
class Jar:
    """A jar: how warm it was when it was made [degC], when that was [ms since the epoch], and how it cools."""

    called: str
    made_at: int | None
    made_c: float
    cooling: Cooling
    raw: bool
    ph: float | None
    oil_pct: float

    def celsius(self, where: str, at: int) -> float:  # noqa: ARG002  (a jar is stirred)
        """How warm it is [degC]: as it was made, and cooling since."""
        if self.made_at is None or at <= self.made_at:
            return self.made_c
        return self.cooling.at(self.made_c, (at - self.made_at) / 60_000)

    def sour(self) -> tuple[float, float] | None:
        """Its pH and how much of it is oil [%]."""
        return None if self.ph is None else (self.ph, self.oil_pct)


@dataclass(frozen=True, kw_only=True)
class Piece:
    """The thickest piece of a batch: the heats that it met, from when to when [ms since the epoch], None while it is in
    the last of them.
    """

    called: str
    done: Done
    met: tuple[tuple[int, int | None], ...]

    @property
    def raw(self) -> bool:
        """What is not done counts as raw."""
        return not self.met or self.met[-1][1] is None or len(self.met) < len(self.done.course.spells)

    def celsius(self, where: str, at: int) -> float:
        """How warm it is [degC]: at its centre; nearer the face where the probe is badly placed; near bone."""
        state = self._state(at)
        core = float(core_of(state, self.done.course.turned))
        if where == SHALLOW:
            depth = int(CELLS * parameter("probe_depth_badly"))
            return max(core, float(state[depth]), float(state[CELLS - 1 - depth]))
        if where == BONE:
            share = parameter("probe_bone_share")
            return core + share * (max(float(state[0]), float(state[-1]), core) - core)
        if self.done.round:
            return self._rod(at)
        return core

    def sour(self) -> None:
        """Nobody reads the pH of a piece in the heat."""
        return

    def _state(self, at: int, thicker: float = 1.0) -> Vector:
        """Temperatures through the piece [degC]."""
        thick, start = self.done.heated_m * thicker, self.done.start_c
        begun = [(since, until) for since, until in self.met if since < at]
        if not begun:
            return np.full(CELLS, start)
        spells = list(self._spells(begun, at))
        state = Course(tuple(spells)).pulled(thick, start)
        out = begun[-1][1]
        if out is None or out >= at:
            return state
        return Slab(thick, spells[-1].heat).rest.at(state, (at - out) / 1000)

    def _spells(self, begun: Sequence[tuple[int, int | None]], at: int) -> Iterator[Spell]:
        """The heats as they really were so far: as long as it was in each, turned when that was planned."""
        for place, (since, until) in enumerate(begun):
            planned = self.done.course.spells[min(place, len(self.done.course.spells) - 1)]
            seconds = (min(at, at if until is None else until) - since) / 1000
            turned = planned.heat.first_share * planned.seconds
            share = min(1.0, turned / seconds) if seconds > 0 else 1.0
            after = begun[place + 1][0] if place + 1 < len(begun) else None
            out = 0.0 if until is None or after is None else max(0.0, (after - until) / 1000)
            yield Spell(heat=replace(planned.heat, first_share=share), seconds=seconds, out_s=out)

    def _rod(self, at: int) -> float:
        """The core of a round fish [degC]: the product of a slab and one twice as thick."""
        medium, start = self.done.course.last.medium_c, self.done.start_c
        thin, thick = (float(core_of(self._state(at, times), False)) for times in (1.0, 2.0))
        return medium - (medium - thin) * (medium - thick) / (medium - start)


@dataclass(frozen=True)
class Oil:
    """The oil of a fryer: lit at a time [ms since the epoch], None while it is cold, and the fish that went in."""

    called: str
    fryer: Fryer
    lit_at: int | None
    loads: tuple[tuple[int, float], ...]
    raw: bool = False

    def celsius(self, where: str, at: int) -> float:  # noqa: ARG002  (oil is stirred by what fries in it)
        """How warm it is [degC]."""
        if self.lit_at is None or at <= self.lit_at:
            return self.fryer.room_c
        return float(self._until(at)[int((at - self.lit_at) / 1000 / STEP_S)])

    def sour(self) -> None:
        """Oil has no pH."""
        return

    @cached_property
    def _kept(self) -> dict[int, Vector]:
        return {}

    def _until(self, at: int) -> Vector:
        """Its course until a time: reckoned once for each ten minutes."""
        lit = self.lit_at or 0
        spell = -(-(at - lit) // 600_000)
        if spell not in self._kept:
            loads = [Load((since - lit) / 1000, kg) for since, kg in self.loads]
            self._kept[spell] = self.fryer.course(spell * 600.0 + STEP_S, loads)
        return self._kept[spell]


def world_of(document: Mapping[str, Any], plan: Plan, state: State, pantry: Pantry) -> World:
    """Everything of a run that an instrument can be put into.

    Parameters: document, the service; plan, the one that stands; state, what has happened to its steps.
    """
    service = read_for_plan(document)
    cooked = work_of(service, pantry)
    steps = {step["id"]: step for step in plan["steps"]}
    things: dict[str, Thing] = {}
    for portion in cooked.portions:
        for place, laid in enumerate(portion.ready.jars):
            made = [step for step in steps.values() if _makes(step, portion, laid)]
            if made:
                things[f"jar:{portion.key}:{laid.jar.id}"] = _jar(portion, place, laid, made, state)
        things |= dict(_pieces(portion, cooked.work.tasks, state))
    for stove in service.stoves:
        if stove.kind == FRYER and stove.litres and stove.watts:
            things[f"oil:{stove.id}"] = _oil(stove, cooked.portions, cooked.work.tasks, steps, state)
    return surroundings(things)


def _makes(step: PlannedStep, portion: Portion, laid: Laid) -> bool:
    return step["jar"] == laid.jar.id and step["id"].startswith(f"{portion.key}.") and ".make-" in step["id"]


def _jar(portion: Portion, place: int, laid: Laid, made: Sequence[PlannedStep], state: State) -> Jar:
    """A jar as far as it is made: as warm as its last step left it."""
    stages, reading = laid.contents.stages, portion.evaluation["jars"][place]["reading"]
    celsius, since = parameter("making_room_c"), None
    # A liquid that raw fish goes into stands in ice once it is made.
    where = "ice_bath" if laid.kind.liquid and laid.kind.touches_raw else "chiller"
    if laid.jar.id in portion.drawn:
        # It was made on another day, and comes out of the chiller.
        celsius, where, stages = parameter("chiller_c"), "chiller", ()
    for step, stage in zip(made, stages, strict=False):
        stands = state.steps[step["id"]]
        if stage.cooled:
            # Nobody has read how cold it is by then: it cools where it stands, for as long as it stands there.
            where = stage.cooled.place
        elif stands.standing == OVER:
            celsius, since = stage.celsius, stands.ended
    litres = max(reading["volume_ml"], 1.0) / 1000
    return Jar(
        called=sentence("instrument/jar", course=_called(portion), jar=laid.contents.called),
        made_at=since,
        made_c=celsius,
        cooling=cooling_of(litres, where),
        raw=False,
        ph=reading["ph"],
        oil_pct=reading["oil_pct"] or 0.0,
    )


def _pieces(portion: Portion, tasks: Sequence[Task], state: State) -> Iterator[tuple[str, Thing]]:
    """The thickest piece of each batch of a portion."""
    done = _slowest(portion)
    mine: dict[str, list[Task]] = {}
    for task in tasks:
        if task.batch and task.portion == portion.key and any(part.do in HEATED for part in task.parts):
            mine.setdefault(task.id.rpartition(".")[0], []).append(task)
    for number, (batch, heats) in enumerate(mine.items(), start=1):
        if done is None:
            continue
        met = tuple(one for task in heats if (one := _met(task, state)) is not None)
        key = "instrument/pieces-of" if len(mine) > 1 else "instrument/pieces"
        called = sentence("instrument/fish", course=_called(portion), batch=sentence(key, number=number))
        yield f"fish:{batch}", Piece(called=called, done=done, met=met)


def _called(portion: Portion) -> str:
    """What covers are called: by their course, and what they are cooked apart for."""
    return portion.key.replace("~", ", ")


def _slowest(portion: Portion) -> Done | None:
    """What is done last of a portion's sizes of pieces; None where that is not modelled."""
    stated = portion.ready.heat
    found = [done_of(one, group, stated) for group, one in portion.ready.fish.sizes]
    known = [one for one in found if one is not None]
    return max(known, key=lambda one: one.seconds) if known and len(known) == len(found) else None


def _met(task: Task, state: State) -> tuple[int, int | None] | None:
    """From when to when a batch was in a heat [ms since the epoch]; None where it has not gone in."""
    ids = dict(zip(step_ids(task), task.parts, strict=True))
    heat = next((name for name, part in ids.items() if part.do in HEATED), None)
    out = next((name for name, part in reversed(ids.items()) if part.do == LIFTED), None)
    if heat is None or heat not in state.steps:
        return None
    stands = state.steps[heat]
    began = stands.began if stands.began is not None else stands.ended
    if stands.standing == OPEN or began is None:
        return None
    return began, None if out is None or out not in state.steps else state.steps[out].ended


def _oil(
    stove: Stove, portions: Sequence[Portion], tasks: Sequence[Task], steps: Mapping[str, PlannedStep], state: State
) -> Oil:
    """The oil of a fryer, by when it was lit and what was fried in it."""
    by_key = {one.key: one for one in portions}
    lit, loads, wanted = list[int](), list[tuple[int, float]](), list[float]()
    for task in tasks:
        ids = [name for name in step_ids(task) if name in steps and stove.id in steps[name]["stations"]]
        if not ids or task.portion not in by_key:
            continue
        portion = by_key[task.portion]
        stated = portion.ready.heat
        wanted += [one for one in (stated.medium_c, stated.second_c) if one is not None]
        heats = state.steps.get(f"{task.id}.{PREHEAT}")
        if heats is not None and heats.began is not None:
            lit.append(heats.began)
        met = _met(task, state)
        if met is not None:
            loads.append((met[0], _kg(portion, task, tasks)))
    return Oil(
        called=sentence("instrument/oil", station=stove.id),
        fryer=Fryer(
            litres=stove.litres or 0.0,
            watts=stove.watts or 0.0,
            set_c=max(wanted, default=parameter("fry_nominal")) + parameter("fryer_thermostat"),
            room_c=parameter("making_room_c"),
        ),
        lit_at=min(lit, default=min((at for at, _ in loads), default=None)),
        loads=tuple(sorted(loads)),
    )


def _kg(portion: Portion, task: Task, tasks: Sequence[Task]) -> float:
    """How much fish is in one batch [kg]: an even share of all of it."""
    name = task.id.rpartition(".")[2]
    batches = sum(one.portion == portion.key and one.id.rpartition(".")[2] == name and one.batch != "" for one in tasks)
    return (portion.ready.fish.edible_g or 0.0) / 1000 / max(batches, 1)
