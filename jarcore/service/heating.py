"""Steps in the heat: tempered, salted, coated, cooked in batches for each go, rested, plated; and what goes beside."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from jarcore.data import all_of, heat_in_words, in_words, parameter, sentence
from jarcore.heat.loads import recovery_of
from jarcore.jars import Laid
from jarcore.service.deeds import StoveRow, deed_rows, stove_rows
from jarcore.service.jarring import OnFish
from jarcore.service.portions import Portion, pieces_said, stated_min, whole
from jarcore.service.reading import PAN
from jarcore.service.work import Link, Part, Station, Task

BEFORE_HEAT = "before_heat"
FIRST_FRY, SECOND_FRY, BETWEEN = "first fry", "second fry", "out, while the oil comes to heat"
# Methods that take a pan, where the kitchen states which it has.
IN_A_PAN = ("pan", "shallow_fry")
# A share of a piece that is none.
NOTHING = 1e-9
HOLD, HOLD_RULE = "hold", "cooked-waits"
CLEAN, OIL = "clean", "fryer"
# Methods whose pieces lie side by side on so much room.
ROOM = {"oven": "tray_cm2", "salt_crust": "tray_cm2", "grill": "grill_cm2", "top_grill": "grill_cm2",
        "steam": "pot_cm2", "poach": "pot_cm2", "braise": "pot_cm2"}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Heat:
    """How a portion is cooked: on which stations, in how many pieces at once, in which spells [min].

    `spells` come one after another; between two fries lies `between`.
    """

    stove: StoveRow | None
    at_once: int
    spells: tuple["Spell", ...]
    between: int
    rest: int
    recovery: int
    good: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Spell:
    """One spell in the heat: its deed, the kinds of station that serve, its sides [min], and in words."""

    do: str
    stations: tuple[str, ...]
    sides: tuple[int, ...]
    text: str


def heat_tasks(state: OnFish, hot: bool = False) -> None:
    """All tasks of a portion from the last jar to the plate; HOT where another has its station heated before."""
    portion = state.portion
    heat = heat_of(portion)
    begin = _tempered(state)
    sauces = [_sauce(state, laid, ready) for laid, ready in state.sauces]
    fried = [_scrapings(state, laid, out) for laid, out in state.scraped]
    clean = _clean_down(state)
    first = not hot
    served = list[tuple[str, int]]()
    for go_at, pieces in enumerate(_shared_out(portion)):
        ends = list[Link]()
        batches = max(1, math.ceil(pieces / heat.at_once)) if heat.at_once else 1
        for batch in range(batches):
            these = min(heat.at_once or pieces, pieces - batch * heat.at_once)
            number = f"{go_at + 1}.{batch + 1}"
            made = _Batch(state, heat, number, (batch + 1, batches), these, list(begin), first)
            ends += made.cooked()
            first = False
        served.append((_plate(state, go_at, [*ends, *sauces, *fried, *clean]), portion.goes[go_at].at))
    _sides(state, served)


def _shared_out(portion: Portion) -> Iterator[int]:
    """How many whole pieces each go gets."""
    so_far, given = 0, 0
    for go in portion.goes:
        so_far += go.covers
        upto = math.ceil(portion.pieces * so_far / portion.covers - NOTHING)
        yield upto - given
        given = upto


def heat_of(portion: Portion) -> Heat:
    """How it is cooked: by the cook's own stages where they are stated, else by the model; in no heat where raw."""
    cook, stated = portion.evaluation["cook"], portion.ready.heat
    if stated.raw or stated.method is None:
        return Heat(stove=None, at_once=0, spells=(), between=0, rest=0, recovery=0, good=0)
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
    own = portion.ready.formula.cook.stages if portion.ready.formula.cook else None
    typed = [stage.minutes for stage in own or [] if stage.minutes is not None and stage.minutes > 0]
    stages = [stage["minutes"] for stage in cook["stages"] if stage["name"] != BETWEEN]
    if typed:
        yield _spell("cook", typed, stove, "step/cook")
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


def _tempered(state: OnFish) -> list[Link]:
    """The fish loses its chill, where the formula asks for it: capped, and counted."""
    spells = [one for one in state.portion.ready.clock.spells if one.path == "/cook/start_temperature"]
    minutes = whole(sum(one.minutes for one in spells))
    if not minutes:
        return state.after
    part = Part(do="temper", text=sentence("step/temper", minutes=in_words(minutes)), minutes=minutes)
    task = Task(id=f"{state.key}.temper", course=state.portion.course, portion=state.key, parts=(part,))
    state.draft.add(task, state.after)
    return [Link(before=task.id, then="", most=int(parameter("after_lift")))]


@dataclass
class _Batch:
    """One batch on its way into the heat: its number in the portion and among those of its go, its pieces."""

    state: OnFish
    heat: Heat
    number: str
    of: tuple[int, int]
    pieces: int
    after: list[Link]
    first: bool

    @property
    def key(self) -> str:
        """What its tasks are called by."""
        return f"{self.state.key}.batch-{self.number}"

    def cooked(self) -> list[Link]:
        """All its tasks; the links that lead to its plate."""
        ready = [*self._salt(), *self._coat()]
        for place, spell in enumerate(self.heat.spells):
            self._spell(place, spell, ready if place == 0 else [])
        if not self.heat.spells:
            if ready:
                self._add("coat", ready)
            return [replace(link, best_to=None, most=None) for link in self.after]
        good = self.heat.rest + self.heat.good
        return [
            replace(
                self.after[0],
                least=self.heat.rest,
                best_to=good,
                most=self.heat.rest + int(parameter("hold_most")),
                price=parameter("price_hold"),
                rule=HOLD_RULE,
                why=sentence("hold/good", minutes=in_words(self.heat.good)),
                shown=HOLD,
                shown_text=sentence("step/hold"),
                rests=sentence("step/rest"),
            )
        ]

    def _salt(self) -> list[Part]:
        """Salt that was held back goes on just before the heat: it cannot be left out."""
        names = [name for laid in self.state.portion.ready.jars for name in _held_back(laid)]
        return [self._deed("salt", jar=all_of(list(dict.fromkeys(names))))] if names else []

    def _coat(self) -> list[Part]:
        """Its coat, in which it stands for a little; a batter goes into the oil at once."""
        coats = self.state.coats
        if not coats:
            return []
        self.after += [link for _, links in coats for link in links]
        coat = self._deed("coat", jar=[laid.contents.called for laid, _ in coats], pieces=self.pieces)
        minutes = max(_stands(laid) for laid, _ in coats)
        if not minutes or any(laid.kind.flows for laid, _ in coats):
            return [coat]
        return [coat, Part(do="stand", text=deed_rows()["stand"].text, minutes=minutes, on=False)]

    def _deed(self, do: str, **words: object) -> Part:
        handled = self.state.portion.handled * self.pieces / self.state.portion.pieces
        return replace(deed_rows()[do].part(do, handled, **words), on=False)

    def _spell(self, place: int, spell: Spell, ready: list[Part]) -> None:
        """One spell in the heat, on a station that is hot by then and clean for whom it has to be.

        Each side but the last ends with a turn; the piece is probed and lifted out at the end.
        """
        portion = self.state.portion
        hot = self.heat.stove.preheat_min if self.first and place == 0 and self.heat.stove else 0
        text = _batch_words(portion, spell, self.of, self.pieces)
        parts = list(ready)
        for at, side in enumerate(spell.sides):
            parts.append(Part(do=spell.do, text=text, minutes=side, key=f"{at + 1}" if at else ""))
            last = at == len(spell.sides) - 1
            row = deed_rows()["lift" if last else "flip"]
            probe = portion.ready.heat.target_c
            parts.append(replace(row.part("lift_out" if last else "turn", core=probe), key=f"{at + 1}" if at else ""))
        station = Station(
            kinds=spell.stations,
            skip=sum(part.minutes for part in ready),
            before=hot,
            after=self.heat.recovery if OIL in spell.stations else 0,
            clean_of=portion.without,
            holds=portion.holds,
        )
        counted = portion.pans_counted and place == 0 and portion.ready.heat.method in IN_A_PAN
        pan = (replace(station, kinds=(PAN,), before=0),) if counted else ()
        preheats = sentence("step/preheat", minutes=in_words(hot)) if hot else ""
        name = f"{spell.do}-{place + 1}" if place else spell.do
        after = [_on_the_rack(self.after[0].before, self.heat.between)] if place else self.after
        self._add(name, parts, after, (station, *pan), preheats)

    def _add(
        self,
        name: str,
        parts: Sequence[Part],
        after: Sequence[Link] | None = None,
        stations: tuple[Station, ...] = (),
        preheats: str = "",
    ) -> None:
        task = Task(
            id=f"{self.key}.{name}",
            course=self.state.portion.course,
            portion=self.state.key,
            parts=tuple(parts),
            stations=stations,
            batch=True,
            preheats=preheats,
        )
        self.state.draft.add(task, self.after if after is None else after)
        self.after = [Link(before=task.id, then="")]


def _on_the_rack(before: str, between: int) -> Link:
    """Between two spells in the heat: part-cooked fish is finished at once."""
    most = int(parameter("part_cooked"))
    return Link(
        before=before,
        then="",
        least=min(between, most),
        most=most,
        rule="part-cooked",
        why=sentence("hold/part-cooked"),
        shown="rest",
        shown_text=sentence("step/rack"),
    )


def _held_back(laid: Laid) -> Iterator[str]:
    """What of a jar goes on just before the heat, by name."""
    for spec in laid.contents.specs:
        if spec.line.when == BEFORE_HEAT:
            yield spec.called.lower()


def _stands(laid: Laid) -> int:
    """How long the fish stands in a coat [min]: as stated, else for what a dredge takes."""
    stated = stated_min(laid.jar.stand_time)
    if stated is not None:
        return whole(stated)
    return int(deed_rows()["stand"].minutes) if laid.jar.kind == "dredge" else 0


def _batch_words(portion: Portion, spell: Spell, of: tuple[int, int], pieces: int) -> str:
    number, batches = of
    what = pieces_said(pieces) if portion.ready.fish.pieces else portion.title
    if batches > 1:
        return sentence("step/batch", number=number, batches=batches, what=what, how=spell.text)
    return sentence("step/all", what=what, how=spell.text)


def _plate(state: OnFish, place: int, after: Sequence[Link]) -> str:
    portion, go = state.portion, state.portion.goes[place]
    part = deed_rows()["plate"].part("plate", go.covers, covers=go.covers, course=portion.title)
    if portion.without:
        apart = sentence("step/apart", without=sorted(portion.without))
        left = [sentence("step/left-out", what=list(portion.left_out))] if portion.left_out else []
        part = replace(part, text=" ".join([part.text, apart, *left]))
    task = Task(
        id=f"{state.key}.plate-{place + 1}",
        course=portion.course,
        portion=state.key,
        parts=(part,),
        at=go.at,
        covers=go.covers,
    )
    return state.draft.add(task, [one for one in after if one.before])


def _sauce(state: OnFish, laid: Laid, ready: str | None) -> Link:
    """A finish made ready: a hot one just before, a cold one within its hours."""
    hot = laid.is_heated
    name = f"{laid.jar.id or laid.path.rpartition('/')[2]}.sauce"
    if state.alike and ready in state.alike.made.values():
        made = f"{state.alike.key}.{name}"
    else:
        after = [Link(before=ready, then="", most=int(parameter("jar_keeps")))] if ready else []
        made = state.add("sauce", name, {"jar": laid.contents.called}, after, jar=laid.jar.id)
    most = parameter("sauce_hot" if hot else "sauce_cold") + _wave_min(state.portion)
    return Link(before=made, then="", most=int(most), rule="sauce", why=sentence("hold/sauce"))


def _wave_min(portion: Portion) -> int:
    return max(go.at for go in portion.goes) - min(go.at for go in portion.goes)


def _scrapings(state: OnFish, laid: Laid, out: str) -> Link:
    """What was scraped off is fried apart, where it is eaten."""
    words = {"jar": laid.contents.called}
    made = state.add("fry_scrapings", f"{laid.jar.id or 'jar'}.scrapings", words, [Link(before=out, then="")])
    task = state.draft.tasks[-1]
    state.draft.tasks[-1] = replace(task, stations=(Station(kinds=("burner",)),))
    most = parameter("sauce_hot") + _wave_min(state.portion)
    return Link(before=made, then="", most=int(most), rule="sauce", why=sentence("hold/sauce"))


def _clean_down(state: OnFish) -> list[Link]:
    """Boards, tongs and hands from raw to cooked, once the fish is through its jars."""
    if state.alike:
        return [Link(before=f"{state.alike.key}.{CLEAN}", then="")] if state.alike.raw else []
    if not state.raw:
        return []
    made = state.add(CLEAN, CLEAN, {}, [Link(before=one, then="") for one in state.raw])
    return [Link(before=made, then="")]


def _sides(state: OnFish, served: Sequence[tuple[str, int]]) -> None:
    """Tasks beside the fish: done in time before the first plate, and no longer before it than they may stand."""
    portion = state.portion
    if not served or portion.without:
        return
    first = served[0][0]
    for place, side in enumerate(portion.ready.sides):
        if not side.minutes:
            continue
        part = Part(
            do="side",
            text=side.side.name or sentence("step/side"),
            minutes=max(1, whole(side.minutes)),
            hands=side.hands,
            zone="clean",
        )
        task = Task(
            id=f"{state.key}.{side.side.id or f'side-{place + 1}'}",
            course=portion.course,
            portion=state.key,
            parts=(part,),
            stations=tuple(Station(kinds=(use,)) for use in side.uses),
        )
        before = whole(side.before_min)
        most = before + int(parameter("side_stands"))
        link = Link(before=task.id, then=first, least=before, most=most, rule="side", why=sentence("hold/side"))
        state.draft.add(task)
        state.draft.links.append(link)
