"""Steps in the heat: tempered, salted, coated, cooked in batches for each go of the plate."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace

from jarcore.data import all_of, in_words, parameter, sentence
from jarcore.heat.loads import IN_A_PAN
from jarcore.jars import Laid
from jarcore.service.cooking import Heat, Spell, heat_of
from jarcore.service.deeds import deed_rows
from jarcore.service.jarring import OnFish, amounts_of
from jarcore.service.plating import clean_down, plate, sauce, scrapings, side_tasks
from jarcore.service.portions import Portion, pieces_said, whole
from jarcore.service.served import PAN
from jarcore.service.timeline import OIL
from jarcore.service.work import Link, Part, Station, Task

BEFORE_HEAT = "before_heat"
# A share of a piece that is none.
NOTHING = 1e-9
HOLD, HOLD_RULE = "hold", "cooked-waits"


def heat_tasks(state: OnFish, hot: bool = False) -> None:
    """All tasks of a portion from the last jar to the plate; HOT where another has its station heated before."""
    portion = state.portion
    heat = heat_of(portion)
    # From raw to cooked: boards and hands are clean before anything comes out of the heat.
    begin = [*_tempered(state), *clean_down(state)]
    sauces = [sauce(state, laid, ready) for laid, ready in state.sauces]
    fried = [] if state.alike else [scrapings(state, laid, out) for laid, out in state.scraped]
    first = not hot
    served = list[str]()
    for go_at, pieces in enumerate(_shared_out(portion)):
        ends = list[Link]()
        batches = max(1, math.ceil(pieces / heat.at_once)) if heat.at_once else 1
        for batch in range(batches):
            these = min(heat.at_once or pieces, pieces - batch * heat.at_once)
            number = f"{go_at + 1}.{batch + 1}"
            made = _Batch(state, heat, number, (batch + 1, batches), these, list(begin), first)
            ends += made.cooked()
            first = False
        served.append(plate(state, go_at, [*ends, *sauces, *fried]))
    if served:
        side_tasks(state, served[0])


def _shared_out(portion: Portion) -> Iterator[int]:
    """How many whole pieces each go gets."""
    so_far, given = 0, 0
    for go in portion.goes:
        so_far += go.covers
        upto = math.ceil(portion.pieces * so_far / portion.covers - NOTHING)
        yield upto - given
        given = upto


def _tempered(state: OnFish) -> list[Link]:
    """The fish loses its chill, where the formula asks for it: capped, and counted."""
    spells = [one for one in state.portion.ready.clock.spells if one.path == "/cook/start_temperature"]
    minutes = whole(sum(one.minutes for one in spells))
    if not minutes:
        return state.after
    part = Part(do="temper", text=sentence("step/temper", minutes=in_words(minutes)), minutes=minutes)
    task = Task(id=f"{state.key}.temper", course=state.portion.course, portion=state.key, parts=(part,))
    made = state.draft.add(task, state.after)
    return [Link(before=made, then="", most=int(parameter("after_lift")))]


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
    many: dict[str, int] = field(default_factory=dict)

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
        portion = self.state.portion
        share = self.pieces / portion.pieces
        held = [(place, list(_held_back(laid))) for place, laid in enumerate(portion.ready.jars)]
        amounts = [one for place, lines in held for one in amounts_of(portion, place, lines, share)]
        names = [one.name.lower() for one in amounts]
        if not names:
            return []
        return [replace(self._deed("salt", jar=all_of(list(dict.fromkeys(names)))), amounts=tuple(amounts))]

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
        hot = self.heat.preheat if self.first and place == 0 else 0
        text = _batch_words(portion, spell, self.of, self.pieces)
        parts = list(ready)
        done = place == len(self.heat.spells) - 1
        for at, side in enumerate(spell.sides):
            parts.append(self._keyed(Part(do=spell.do, text=text, minutes=side)))
            if at < len(spell.sides) - 1:
                parts.append(self._keyed(deed_rows()["flip"].part("turn")))
            else:
                row = deed_rows()["lift" if done else "lift_half"]
                parts.append(self._keyed(row.part("lift_out", core=portion.ready.heat.target_c)))
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

    def _keyed(self, part: Part) -> Part:
        """A part with what tells it from others of its deed in the batch."""
        self.many[part.do] = self.many.get(part.do, 0) + 1
        return replace(part, key=str(self.many[part.do]) if self.many[part.do] > 1 else "")

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
            batch=self.number,
            preheats=preheats,
        )
        made = self.state.draft.add(task, self.after if after is None else after)
        self.after = [Link(before=made, then="")]


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


def _held_back(laid: Laid) -> Iterator[int]:
    """The lines of a jar that go on just before the heat, by their places."""
    for place, spec in enumerate(laid.contents.specs):
        if spec.line.when == BEFORE_HEAT:
            yield place


def _stands(laid: Laid) -> int:
    """How long the fish stands in a coat [min]: as stated, else for what a dredge takes."""
    if laid.standing.stand_min is not None:
        return whole(laid.standing.stand_min)
    return int(deed_rows()["stand"].minutes) if laid.jar.kind == "dredge" else 0


def _batch_words(portion: Portion, spell: Spell, of: tuple[int, int], pieces: int) -> str:
    number, batches = of
    what = pieces_said(pieces) if portion.ready.fish.pieces else portion.title
    if batches > 1:
        return sentence("step/batch", number=number, batches=batches, what=what, how=spell.text)
    return sentence("step/all", what=what, how=spell.text)
