"""Steps of the jars: made, cooled to the gate, put on by size of piece, turned, lifted out, taken off the fish."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from jarcore.data import in_words, parameter, sentence
from jarcore.documents.evaluated_jar import Window, WindowGroup
from jarcore.jars import Laid
from jarcore.jars.made import words_of
from jarcore.jars.making import COOL, whole_making
from jarcore.reading import on_scales
from jarcore.service.deeds import deed_rows
from jarcore.service.portions import Portion, pieces_said, whole
from jarcore.service.work import Amount, Draft, Link, Part, Station, Task

# What a step after a jar is called, where there is one.
AFTER = {"rinse": "rinse", "wipe": "wipe", "scrape": "scrape", "squeeze": "wipe"}
DRIED = ("rinse",)
BEST, CONTACT = "window-best", "contact"
RESTED = "rest"
# A jar that was made ahead is weighed out.
DRAW, WEIGH = "draw", "weigh"
# Where it stands, in words.
PLACES = {"chiller": "step/into-chiller", "ice": "step/on-ice", "counter": "step/on-counter"}


@dataclass
class OnFish:
    """The fish of a portion on its way through the jars: links out of what it waits for, what is still to be laid on it
    (with what makes that ready), and what was done with it on a raw surface.
    """

    key: str
    portion: Portion
    draft: Draft
    after: list[Link]
    pieces: float
    handled: float
    coats: list[tuple[Laid, list[Link]]] = field(default_factory=list)
    sauces: list[tuple[Laid, str | None]] = field(default_factory=list)
    scraped: list[tuple[Laid, str]] = field(default_factory=list)
    raw: list[str] = field(default_factory=list)
    made: dict[int, str | None] = field(default_factory=dict)
    # All that its jars may be made for.
    served: Sequence[Portion] = ()
    # The portion that goes through the same jars: what cleans down after them, and their sauces, are its own.
    alike: "OnFish | None" = None

    def add(
        self,
        do: str,
        name: str,
        words: Mapping[str, Any],
        after: Iterable[Link],
        pieces: float = 0.0,
        jar: str | None = None,
        group: str | None = None,
    ) -> str:
        """A task of the table of deeds with the WORDS of its sentence, after what the links come from."""
        row = deed_rows()[do]
        course = self.portion.course
        part = row.part(do, pieces, **words)
        task = Task(id=f"{self.key}.{name}", course=course, portion=self.key, parts=(part,), jar=jar, group=group)
        made = self.draft.add(task, after)
        if row.zone == "raw" and row.hands:
            self.raw.append(made)
        return made


def jar_tasks(
    portion: Portion,
    last: str | None,
    draft: Draft,
    together: Sequence[Portion] = (),
    alike: OnFish | None = None,
    made: OnFish | None = None,
    served: Sequence[Portion] = (),
) -> OnFish:
    """The tasks of all jars of a portion, in the order in which they touch the fish.

    Parameters: last, the last task of the fish before any jar; together, the portions that go through the jars with it;
    alike, the portion that goes through the same jars, whose fish this one shares until its coat; made, the portion
    whose jars are this one's too where they hold the same; served, all portions that its jars may be made for.
    """
    begin = [Link(before=last, then="", most=int(parameter("bench_ahead")))] if last else []
    all_of_it = together or (portion,)
    pieces, handled = sum(one.pieces for one in all_of_it), sum(one.handled for one in all_of_it)
    state = OnFish(
        key=portion.key, portion=portion, draft=draft, after=begin, pieces=pieces, handled=handled, served=served
    )
    if alike:
        state.after, state.scraped, state.alike = list(alike.after), list(alike.scraped), alike
    for place, laid in enumerate(portion.ready.jars):
        if laid.jar.kind is None or not laid.contents.specs or (alike and goes_on(laid)):
            continue
        name = laid.jar.id or f"jar-{place + 1}"
        shared = made is not None and place in made.made and _holds_alike(laid, made.portion.ready.jars[place])
        ready = made.made[place] if made and shared else _make(state, laid, name, place)
        state.made[place] = ready
        if laid.kind.finishes:
            state.sauces.append((laid, ready))
        elif goes_on(laid):
            _lay_on(state, laid, name, ready)
        else:
            state.coats.append((laid, _fresh(laid, ready)))
    return state


def laid_alike(one: Portion, other: Portion) -> bool:
    """Whether two portions go through the same jars until their coat."""
    pairs = zip(one.ready.jars, other.ready.jars, strict=True)
    return all(_holds_alike(mine, theirs) for mine, theirs in pairs if goes_on(mine))


def goes_on(laid: Laid) -> bool:
    """Whether a jar is laid on the fish before it is coated."""
    kind = laid.kind
    return not kind.finishes and not kind.coats and (kind.coat is None or kind.touches_raw)


def _holds_alike(one: Laid, other: Laid) -> bool:
    """Whether two jars hold the same things."""
    return [line.ingredient for line in one.jar.lines or []] == [line.ingredient for line in other.jar.lines or []]


def amounts_of(portion: Portion, place: int, lines: Iterable[int], times: float = 1.0) -> tuple[Amount, ...]:
    """What is weighed of some lines of a jar, for so many TIMES a portion's pieces."""
    found = []
    for at in lines:
        line = portion.lines[place][at]
        if line["mass_g"] is not None:
            mass_g = line["mass_g"] * times ** line["exponent"]
            step_g = line["weigh"]["step_g"] if line["weigh"] else None
            found.append(
                Amount(portion.ready.jars[place].jar.id, line["id"], line["name"] or line["written"], mass_g, step_g)
            )
    return tuple(found)


def made_alike(portion: Portion, place: int, served: Sequence[Portion]) -> list[Portion]:
    """The portions that a jar is made for: it is made once for all who get the same."""
    laid = portion.ready.jars[place]
    return [portion, *(one for one in served if one is not portion and _holds_alike(laid, one.ready.jars[place]))]


def _times(state: OnFish, place: int) -> float:
    """How many times its own portion's pieces a jar is made for."""
    mine = state.portion
    return sum(one.pieces for one in made_alike(mine, place, state.served)) / mine.pieces


def _make(state: OnFish, laid: Laid, name: str, place: int) -> str | None:
    """The making of a jar: each step as written, or as is usual, cooled to the gate where raw fish goes in."""
    contents = laid.contents
    drawn = state.portion.drawn.get(laid.jar.id or "")
    if drawn is not None:
        # It was made on another day: it is weighed out, the oldest first.
        part = deed_rows()[DRAW].part(WEIGH, jar=contents.called, mass=drawn.mass_g, made=drawn.made)
        step_g = on_scales(drawn.mass_g, state.portion.ready.pantry.scales, spoonable=False)["step_g"]
        part = replace(part, amounts=(Amount(laid.jar.id, None, contents.called, drawn.mass_g, step_g),))
        course = state.portion.course
        return state.draft.add(
            Task(id=f"{state.key}.{name}.make-1", course=course, portion=state.key, parts=(part,), jar=laid.jar.id)
        )
    cold = laid.kind.touches_raw and laid.kind.liquid
    stages = whole_making(contents.deeds, contents.specs, contents.masses, laid.path, _heated(laid), cold)
    last: str | None = None
    before_heats, times = False, _times(state, place)
    for number, stage in enumerate(stages, start=1):
        row = stage.deed.row
        # What was hot is put to cool at once: its two hours run.
        most = int(parameter("after_lift")) if row.do == COOL and before_heats else None
        part = Part(
            do=row.planned_as,
            text=sentence("step/making", jar=contents.called, what=words_of(stage, contents)),
            minutes=max(1, whole(stage.minutes)),
            hands=1 if row.hands else 0,
            zone="clean",
            amounts=amounts_of(state.portion, place, stage.lines, times),
        )
        task = Task(
            id=f"{state.key}.{name}.make-{number}",
            course=state.portion.course,
            portion=state.key,
            parts=(part,),
            jar=laid.jar.id,
            stations=(Station(kinds=(row.station,)),) if row.station else (),
        )
        last = state.draft.add(task, [Link(before=last, then="", most=most)] if last else [])
        before_heats = row.heats
    if last and laid.standing.clean_share > 0:
        words = {"jar": contents.called, "share": laid.standing.clean_share}
        last = state.add("set_aside", f"{name}.set-aside", words, [Link(before=last, then="")], jar=laid.jar.id)
    return last


def _heated(laid: Laid) -> str | None:
    """What heats a jar of which no making is written: boiled where its alcohol is to go, else heated, or neither."""
    if not laid.is_heated:
        return None
    return "boil_off" if laid.contents.flares else "heat"


def _fresh(laid: Laid, ready: str | None) -> list[Link]:
    """The link out of what makes a coat ready: a wetted batter has its hours, and rests as its method says."""
    if ready is None:
        return []
    most = parameter("batter_warm_limit") if laid.kind.flows else parameter("jar_keeps")
    rest = whole(laid.standing.rest_min)
    why = sentence("hold/batter") if laid.kind.flows else ""
    return [Link(before=ready, then="", least=rest, most=max(rest, int(most)), rule="batter", why=why)]


def _lay_on(state: OnFish, laid: Laid, name: str, ready: str | None) -> None:
    """Put on, timed, turned, lifted out, and taken off."""
    called = laid.contents.called
    made = [Link(before=ready, then="", most=int(parameter("jar_keeps")))] if ready else []
    window = laid.window
    sizes: list[WindowGroup | None] = [*window["groups"]] if window and len(window["groups"]) > 1 else [None]
    outs = list[Link]()
    for size in sizes:
        group = size["id"] if size else None
        suffix = f".{group}" if group else ""
        words = {"jar": called, "fish": _sort(state, group), "place": sentence(PLACES[laid.standing.place])}
        after, pieces = [*state.after, *made], _handled(state, group)
        put = state.add("put_on", f"{name}.put-on{suffix}", words, after, pieces, laid.jar.id, group)
        contact = _contact(laid, window, size, put, called)
        outs += [contact, *_turns(state, laid, name, put, contact, suffix)]
    out = state.add("lift_out", f"{name}.lift-out", {"jar": called}, outs, state.handled, laid.jar.id)
    out = _taken_off(state, laid, name, out)
    rest = whole(laid.standing.rest_min)
    link = Link(before=out, then="", least=rest, most=max(int(parameter("bench_ahead")), rest))
    if rest:
        link = replace(link, shown=RESTED, shown_text=sentence("step/rests", jar=called))
    state.after = [link]


def _taken_off(state: OnFish, laid: Laid, name: str, out: str) -> str:
    """What takes the jar off the fish once it is lifted out, at once; the last of it."""
    does = "rinse" if laid.rinsed else AFTER.get(laid.method.after or "")
    if does is None:
        return out
    for do in (does, "dry") if does in DRIED else (does,):
        pieces = state.handled
        words = {"jar": laid.contents.called, "seconds": laid.standing.rinse_s, "pieces": round(state.pieces)}
        soon = [Link(before=out, then="", most=int(parameter("after_lift")))]
        out = state.add(do, f"{name}.{do}", words, soon, pieces, laid.jar.id)
    if laid.scraped:
        state.scraped.append((laid, out))
    return out


def _contact(laid: Laid, window: Window | None, size: WindowGroup | None, put: str, called: str) -> Link:
    """The wait in a jar: never past its latest, at best within its best, and as long as was planned where that is."""
    after = whole(size["start_after_min"]) if size else 0
    planned = laid.standing.contact_min
    wanted = None if planned is None else max(0, round(planned) - after)
    ends = size or window
    link = Link(
        before=put,
        then="",
        rule=BEST,
        shown=CONTACT,
        shown_text=sentence("step/contact", jar=called),
        name=called,
        warm=laid.standing.warm,
        price=parameter("price_best"),
    )
    if ends is None:
        # Without a window the clock is what ends it where it stands warm, and the day where it stands cold.
        keeps = int(parameter("counter_stop" if laid.standing.warm else "bench_ahead"))
        at = min(wanted or 0, keeps) if laid.standing.warm else wanted or 0
        return replace(link, best_from=at, best_to=max(at, keeps) if wanted is None else at, most=max(keeps, at))
    latest = max(0, int(ends["latest_min"]))
    best_to = min(latest, max(0, int(ends["best_to_min"])))
    best_from = min(best_to, whole(ends["best_from_min"]))
    return replace(
        link,
        most=latest,
        best_from=best_from,
        best_to=best_to,
        wanted=None if wanted is None else min(max(wanted, best_from), best_to),
        why=sentence("hold/best", jar=called, begins=in_words(best_from), ends=in_words(best_to)),
    )


def _turns(state: OnFish, laid: Laid, name: str, put: str, contact: Link, suffix: str) -> list[Link]:
    """Turning as often as the method says, while it lies there."""
    every = laid.standing.turn_min
    if not every or laid.standing.vessel == "bath":
        return []
    minutes = max(1, round(every))
    lies = contact.wanted if contact.wanted is not None else contact.best_from or 0
    slack = min(int(parameter("turn_slack")), minutes // 2)
    many = min(int(parameter("turns_most")), max(0, (lies - 1) // minutes))
    links = []
    for turn in range(1, many + 1):
        words = {"jar": laid.contents.called, "turn": turn, "every": in_words(minutes)}
        link = Link(before=put, then="", least=turn * minutes - slack, most=turn * minutes + slack)
        made = state.add("turn", f"{name}.turn-{turn}{suffix}", words, [link], state.handled, laid.jar.id)
        left = lies - turn * minutes - state.draft.tasks[-1].minutes
        links.append(Link(before=made, then="", wanted=max(0, left)))
    return links


def _pieces(portion: Portion, group: str | None) -> float:
    """How many pieces of one size there are; all of them for no size."""
    sizes = {one["id"]: one["pieces"] for one in portion.evaluation["fish"]["groups"]}
    return sizes.get(group) or portion.pieces


def _handled(state: OnFish, group: str | None) -> float:
    """How many pieces of one size go in, to whoever handles them."""
    return state.handled * _pieces(state.portion, group) / state.portion.pieces


def _sort(state: OnFish, group: str | None) -> str:
    """What goes in, in words: how many pieces of which size."""
    pieces = round(state.pieces * _pieces(state.portion, group) / state.portion.pieces)
    return sentence("step/pieces-of", pieces=pieces, size=group) if group else pieces_said(pieces)
