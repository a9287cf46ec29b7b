"""How a portion is cooked: on which stations, how many pieces at once, in which spells, and how long it is good."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from jarcore.data import heat_in_words, parameter, sentence
from jarcore.heat.done import BETWEEN
from jarcore.heat.loads import preheat_min, recovery_of
from jarcore.service.deeds import StoveRow, stove_rows
from jarcore.service.portions import Portion, whole

# Methods whose pieces lie side by side on so much room.
ROOM = {
    "oven": "tray_cm2",
    "salt_crust": "tray_cm2",
    "grill": "grill_cm2",
    "top_grill": "grill_cm2",
    "steam": "pot_cm2",
    "poach": "pot_cm2",
    "braise": "pot_cm2",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Heat:
    """How a portion is cooked: on which stations, in how many pieces at once, in which spells [min].

    `spells` come one after another; between two fries lies `between`; `preheat` is how long its station heats up.
    """

    stove: StoveRow | None
    at_once: int
    spells: tuple["Spell", ...]
    between: int
    rest: int
    recovery: int
    good: int
    preheat: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Spell:
    """One spell in the heat: its deed, the kinds of station that serve, its sides [min], and in words."""

    do: str
    stations: tuple[str, ...]
    sides: tuple[int, ...]
    text: str


def heat_of(portion: Portion) -> Heat:
    """How it is cooked: by the cook's own stages where they are stated, else by the model; in no heat where raw."""
    cook, stated = portion.evaluation["cook"], portion.ready.heat
    if stated.raw or stated.method is None:
        return Heat(stove=None, at_once=0, spells=(), between=0, rest=0, recovery=0, good=0, preheat=0)
    stove = stove_rows()[stated.method]
    load = cook["oil"] or cook["pan"]
    at_once = int(load["pieces_per_batch"]) if load else _by_room(portion)
    spells = tuple(_spells(portion, stove))
    between = sum(stage["minutes"] for stage in cook["stages"] if stage["name"] == BETWEEN)
    recovery = recovery_of(stated, portion.ready.fish) if stated.kind.fried else None
    return Heat(
        stove=stove,
        at_once=max(1, at_once),
        spells=spells,
        between=whole(between),
        rest=whole(cook["rest_minutes"] or 0.0),
        recovery=whole(recovery or 0.0),
        good=_good_min(portion, stove),
        # More oil on a weak burner takes longer than is usual.
        preheat=max(int(stove.preheat_min), whole(preheat_min(stated, portion.ready.fish) or 0.0)),
    )


def _good_min(portion: Portion, stove: StoveRow) -> int:
    finishing = portion.ready.heat.finishing
    return stove_rows()[finishing.method].good_min if finishing else stove.good_min


def _by_room(portion: Portion) -> int:
    """How many pieces lie side by side in the heat, by the room that one takes; all where it is not measured."""
    piece, method = portion.ready.fish.piece, portion.ready.heat.method or ""
    if piece is None or method not in ROOM:
        return math.ceil(portion.pieces)
    return max(1, int(parameter("pan_filled") * parameter(ROOM[method]) / piece.plan_cm2))


def _spells(portion: Portion, stove: StoveRow) -> Iterator[Spell]:
    """The spells in the heat, in order."""
    stated, cook = portion.ready.heat, portion.evaluation["cook"]
    stages = [stage["minutes"] for stage in cook["stages"] if stage["name"] != BETWEEN]
    if stated.own_min:
        yield _spell("cook", stated.own_min, stove, "step/cook")
    elif stated.finishing and len(stages) > 1:
        yield _spell("cook", stages[:-1], stove, "step/cook-first")
        yield _spell("cook", stages[-1:], stove_rows()[stated.finishing.method], "step/cook-last")
    elif stated.second_fry and len(stages) > 1:
        yield _spell("cook", stages[:1], stove, "step/first-fry")
        yield _spell("fry_again", stages[1:], stove, "step/second-fry")
    else:
        yield _spell("cook", stages or [parameter("unknown_cook")], stove, "step/cook")


def _spell(do: str, sides: Sequence[float], stove: StoveRow, key: str) -> Spell:
    text = sentence(key, minutes=heat_in_words(sum(sides)))
    return Spell(do=do, stations=stove.stations, sides=tuple(max(1, round(side)) for side in sides), text=text)
