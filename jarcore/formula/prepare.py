"""A formula read, measured, weighed and timed: what every answer about it starts from."""

from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, TypeVar

from jarcore.data import Pantry, Part, Same, anew, default_pantry, kept, look_at_the_time
from jarcore.documents import Finding, Findings, Formula, found, read_formula
from jarcore.documents.formula import Cook, Fish, Jar
from jarcore.fish import Clock, MeasuredFish, measure_fish
from jarcore.heat import Stated, read_heat
from jarcore.jars import (
    Coated,
    Contents,
    Laid,
    Limit,
    SideRead,
    clock_of,
    counter_limit,
    kind_of,
    known_spells,
    read_sides,
    salted,
    standing_of,
    stuffs,
    weigh_jar,
    window_for,
)
from jarcore.reading import Quantities

T = TypeVar("T")
REJECTED = "rejected"
# Parts kept for the next keystroke: those of the formulas that are being typed in.
MOST_FISH, MOST_JARS = 64, 256
NO_COAT = Coated(None)


@dataclass(frozen=True, slots=True, kw_only=True)
class Prepared:
    """A formula read and weighed: what evaluation and every question start from.

    `found` is what was found so far.
    """

    formula: Formula
    pantry: Pantry
    measures: str
    servings: float | None
    fish: MeasuredFish
    jars: tuple[Laid, ...]
    heat: Stated
    clock: Clock
    sides: tuple[SideRead, ...]
    found: tuple[Finding, ...]


def prepare(
    document: Mapping[str, Any],
    pantry: Pantry | None = None,
    told: Sequence[Finding] = (),
    only: int | None = None,
) -> Prepared:
    """Read, measure, weigh and time a formula document.

    Parameters: document, a parsed formula object; pantry, the shipped one when absent; told, findings of an earlier
    step (the door), which go first; only, the position of the one jar that is timed, where nobody asks for more than
    its window: no other jar is timed, and none has coat and salt.
    Raises: OutOfTime where whoever asks has set a time that is over; nothing else.
    """
    pantry = pantry or default_pantry()
    formula, wrong = read_formula(document)
    # One thing is said of one place: what the door or the reading took out is not also "unstated".
    read = Quantities(formula.measures or "us", Findings([*told, *wrong]))
    servings = read.count(formula.servings, "/servings")
    if servings is None and not any(one.path == "/servings" for one in read.found):
        read.say("unstated/servings", "/servings")
    written = _written(document.get("jars"), formula.jars or [])
    stated = Part(formula.fish or Fish(), document.get("fish"))
    fish = _told(read, "/fish", _measured, stated, servings, Same(pantry))
    around = (stated, Same(fish), servings, Same(pantry))
    jars = []
    for place, (jar, raw) in enumerate(zip(formula.jars or [], written, strict=True)):
        look_at_the_time()
        path = f"/jars/{place}"
        jars.append(_told(read, path, _laid, Part(jar, raw), path, *around))
    _same_ids(formula.jars or [], read)
    at_risk = any(diner.at_risk for diner in formula.diners or []) or read.told("/diners")
    heat = read_heat(formula.cook or Cook(), any(stuffs(laid) for laid in jars), at_risk, read)
    sides = read_sides(formula, fish, servings, pantry, read)
    timed, clock, later = _timed(formula, jars, fish, heat, only)
    return Prepared(
        formula=formula,
        pantry=pantry,
        measures=read.measures,
        servings=servings,
        fish=fish,
        jars=timed,
        heat=heat,
        clock=clock,
        sides=sides,
        found=(*read.found, *later),
    )


def with_contents(ready: Prepared, place: int, contents: Contents) -> Prepared:
    """The same formula with other contents in the jar at PLACE: what is tried by the dozen is not read again.

    The other jars stay as they were timed; what would move its window and what was found on the way are not told.
    Raises: OutOfTime, as `prepare`.
    """
    jars = list(ready.jars)
    jars[place] = replace(jars[place], contents=contents, window=None, coat=None, salt=None)
    timed, clock, _ = _timed(ready.formula, jars, ready.fish, ready.heat, place)
    made, _ = _coated_and_salted(timed[place])
    return replace(ready, jars=(*timed[:place], made, *timed[place + 1 :]), clock=clock)


def _written(raw: object, jars: Sequence[Jar]) -> Sequence[object]:
    """The jars as they were written, in the places of those that were read; equal to nothing where they differ."""
    return raw if isinstance(raw, list) and len(raw) == len(jars) else [object() for _ in jars]


def _told(read: Quantities, path: str, work: Callable[..., tuple[T, tuple[Finding, ...]]], *asked: Any) -> T:
    """What WORK makes of a part of the document at PATH; what it finds is said.

    It is kept for the next keystroke, which leaves most parts as they are. A part of which something was said
    already is read anew, for what was said before keeps some things from being said.
    """
    if read.told(path):
        return anew(work)(*asked, read)[0]
    made, found = work(*asked, read.measures)
    read.found.add(found)
    return made


def _reading(how: str | Quantities) -> Quantities:
    """Reads by itself with these kitchen measures, or goes on reading."""
    return how if isinstance(how, Quantities) else Quantities(how)


@kept(maxsize=MOST_FISH)
def _measured(
    stated: Part[Fish], servings: float | None, pantry: Same[Pantry], how: str | Quantities
) -> tuple[MeasuredFish, tuple[Finding, ...]]:
    """The fish measured, and what was found."""
    read = _reading(how)
    return measure_fish(stated.read, servings, pantry.thing, read), tuple(read.found)


@kept(maxsize=MOST_JARS)
def _laid(
    jar: Part[Jar],
    path: str,
    stated: Part[Fish],
    fish: Same[MeasuredFish],
    servings: float | None,
    pantry: Same[Pantry],
    how: str | Quantities,
) -> tuple[Laid, tuple[Finding, ...]]:
    """A jar weighed and laid on the fish, and what was found."""
    read, kind = _reading(how), kind_of(jar.read.kind)
    laid = Laid(
        contents=weigh_jar(jar.read, path, stated.read, fish.thing, servings, pantry.thing, read),
        kind=kind,
        fish=fish.thing,
        standing=standing_of(jar.read, kind, path, fish.thing, read),
    )
    return laid, tuple(read.found)


def _timed(
    formula: Formula, jars: Sequence[Laid], fish: MeasuredFish, heat: Stated, only: int | None
) -> tuple[tuple[Laid, ...], Clock, list[Finding]]:
    """The jars with their windows, coats and salt, the clock over all of them, and what was found."""
    told: list[Finding] = []
    known = known_spells(jars, fish, None if heat.raw else heat.start_c)
    refused = fish.has("toxic") or (formula.fish is not None and formula.fish.receiving == REJECTED)
    if refused:
        told.append(found("window-stopped/refused", "/fish"))
    timed = []
    for place, laid in enumerate(jars):
        look_at_the_time()
        if only not in (None, place):
            timed.append(laid)
            continue
        limit = counter_limit(place, jars, known)
        made, more = _in_time(Same(laid), None if refused else Part(limit, repr(limit)), only is None)
        timed.append(made)
        told += more
    return tuple(timed), clock_of(known, timed, fish), told


@kept(maxsize=MOST_JARS)
def _in_time(jar: Same[Laid], left: Part[Limit | None] | None, whole: bool) -> tuple[Laid, tuple[Finding, ...]]:
    """A jar with its window, coat and salt, and what was found.

    LEFT holds what the clock leaves for it (None where it stands cold), and is None where no time is given at all.
    Without WHOLE it is timed and nothing else: what would move that, coat and salt are left out.
    """
    laid = jar.thing
    window, found = window_for(laid, left.read, whole) if left else (None, ())
    if not whole:
        return replace(laid, window=window), found
    made, more = _coated_and_salted(replace(laid, window=window))
    return made, (*found, *more)


def _coated_and_salted(laid: Laid) -> tuple[Laid, tuple[Finding, ...]]:
    """A jar that is timed with its coat and its salt, and what was found."""
    coated = laid.kind.coat(laid) if laid.kind.coat else NO_COAT
    timed = replace(laid, coat=coated.coat)
    return replace(timed, salt=salted(timed)), coated.found


def _same_ids(jars: Sequence[Jar], read: Quantities) -> None:
    names = Counter(jar.id for jar in jars)
    for place, name in enumerate(jar.id for jar in jars):
        if name and names[name] > 1:
            read.say("duplicate-id/jars", f"/jars/{place}/id", id=name)
