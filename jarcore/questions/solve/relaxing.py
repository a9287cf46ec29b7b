"""What would allow the rest, where not all can be met: the smallest change of one thing that was asked for."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Any, NotRequired

from typing_extensions import TypedDict

from jarcore.data import look_at_the_time, said, sentence
from jarcore.data.targets import PLATE
from jarcore.documents import Patch
from jarcore.documents.parts import Target
from jarcore.documents.patches import put, take_out
from jarcore.documents.pointers import Step
from jarcore.questions.solve.aims import Aim
from jarcore.questions.solve.asking import Asking
from jarcore.questions.solve.attempt import KEPT, Attempt, met_by, read_again
from jarcore.questions.solve.moving import as_reached, called, how_far, in_words, is_within, widened
from jarcore.questions.solve.programme import GIVEN_UP, least_change, rows_of
from jarcore.questions.solve.search import measured
from jarcore.questions.solve.values import Values

# How many are tried to the end, and how many are told.
MOST_TRIED, MOST_TOLD = 8, 3
# By how much a new bound gives, where the scale's steps need room [1].
ROOM = (0.0, 0.01, 0.04)


class Bounds(TypedDict):
    """A value, or a least, a most or both."""

    value: NotRequired[float]
    min: NotRequired[float]
    max: NotRequired[float]


class Relaxation(TypedDict):
    """What is given up in words, what one press does, the patch that meets the rest, and what is asked for then."""

    text: str
    deed: str
    patch: Patch
    targets: dict[str, Bounds]
    locked: list[str]
    bounds: dict[str, Bounds]


@dataclass(frozen=True, kw_only=True)
class _Less:
    """One thing less: which, how much of a change it is [1], its words, and what is asked for then."""

    thing: str
    size: float
    key: str
    values: Mapping[str, Any]
    asking: Asking


def relaxations(asking: Asking, missed: Attempt) -> list[Relaxation]:
    """The smallest changes of one thing that was asked for that allow all the rest, the smallest first.

    Each is solved to the end, and is told only if it is met then. What is missed may be given up together.
    """
    found: list[tuple[float, Relaxation]] = []
    met: set[str] = set()
    ways = sorted(_less(asking, missed), key=lambda one: one.size)[:MOST_TRIED]
    for less in [*_together(asking, missed), *ways]:
        if less.thing in met:
            continue
        look_at_the_time()
        as_found = read_again(less.asking, missed) if less.asking.added == asking.added else None
        done = as_found if as_found is not None and not as_found.unmet else met_by(less.asking)
        if done is not None:
            met.add(less.thing)
            found.append((_size(less, done), _told(less, done, asking)))
            if len(found) > MOST_TOLD:
                break
    return [one for _, one in sorted(found, key=lambda pair: pair[0])][:MOST_TOLD]


def _size(less: _Less, done: Attempt) -> float:
    """How much of a change it turned out to be [1]: of a line, by the whole jar."""
    place = less.values.get("line")
    if place is None:
        return less.size
    return float(abs(done.masses[place] - done.amounts.now_g[place]) / max(done.masses.sum(), 1.0))


def _less(asking: Asking, missed: Attempt) -> Iterator[_Less]:
    yield from _targets(asking, missed)
    yield from _locks(asking)
    yield from _bounds(asking)
    yield from _added(asking)


def _together(asking: Asking, missed: Attempt) -> Iterator[_Less]:
    """All that is missed given up as far as it is, where that leaves anything that is asked for."""
    if len(missed.unmet) == len(asking.aims) and all(missed.values.shown(aim) is None for aim in missed.unmet):
        return
    yield _given_up(asking, {aim.key: as_reached(aim, missed.values) for aim in missed.unmet})


def _targets(asking: Asking, missed: Attempt) -> Iterator[_Less]:
    """Each target given up as far as the others need."""
    for aim in asking.aims:
        reached = _reached_without(asking, aim, missed)
        told_already = missed.unmet == [aim] and reached == missed.values.shown(aim)
        if reached is None or told_already or is_within(aim, reached):
            continue
        for room in ROOM:
            yield _given_up(asking, {aim.key: widened(aim, reached, room)})


def _reached_without(asking: Asking, given_up: Aim, missed: Attempt) -> float | None:
    """What a reading comes to at the nearest where all others are met; None where they are not even then."""
    amounts = asking.amounts
    adding, trying = measured(asking.wants, amounts)
    own = {want.row.id for want in given_up.wants}
    hard = [row for want in adding if want.row.id not in own for row in rows_of(want, amounts)]
    soft = [replace(row, price=GIVEN_UP) for want in given_up.wants if want in adding for row in rows_of(want, amounts)]
    found = least_change([*hard, *soft], amounts, left=KEPT)
    if found is None:
        return None
    if any(want.row.id not in own for want in trying):
        # What is found by trying is given up to where trying came.
        return missed.values.shown(given_up) if given_up in missed.unmet else None
    return Values(amounts.trial(found), amounts.place).shown(given_up)


def _given_up(asking: Asking, targets: Mapping[str, Target | None]) -> _Less:
    """Some targets moved, or left open."""
    changed = [one for one in asking.aims if one.key in targets]
    moved = {one.key: targets.get(one.key, one.target) for one in asking.aims}
    return _Less(
        thing=" ".join(targets),
        size=sum(how_far(one.target, moved[one.key]) for one in changed),
        key="solve/relax-targets",
        values={"what": [_instead(one, moved[one.key]) for one in changed]},
        asking=asking.less(aims=[Aim(key, target) for key, target in moved.items() if target is not None]),
    )


def _instead(aim: Aim, target: Target | None) -> str:
    """What is asked for instead, in words."""
    if target is None:
        return sentence("solve/no-target", name=called(aim))
    return sentence("solve/target", name=called(aim), to=in_words(Aim(aim.key, target)), asked=in_words(aim))


def _locks(asking: Asking) -> Iterator[_Less]:
    for line in asking.locked:
        less = asking.less(locked=[one for one in asking.locked if one != line])
        yield from _freed(line, "solve/relax-lock", less)


def _bounds(asking: Asking) -> Iterator[_Less]:
    for line in asking.bounds:
        less = asking.less(bounds={one: target for one, target in asking.bounds.items() if one != line})
        yield from _freed(line, "solve/relax-bound", less)


def _freed(line: str, key: str, less: Asking) -> Iterator[_Less]:
    """A line that may move, where what adds up can then be met."""
    amounts = less.amounts
    place = next((spec.place for spec in amounts.specs if spec.line.id == line), None)
    if place is None:
        return
    adding, _ = measured(less.wants, amounts)
    found = least_change(
        [row for want in adding for row in rows_of(replace(want, exact=None), amounts)], amounts, evenly=False
    )
    if found is None:
        return
    change = abs(float(found[place] - amounts.now_g[place])) / max(float(amounts.now_g[place]), 1.0)
    yield _Less(thing=line, size=change, key=key, values={"line": place}, asking=less)


def _added(asking: Asking) -> Iterator[_Less]:
    """One thing that is added, where what adds up can then be met."""
    for one in asking.helpers:
        if one.id in asking.added:
            continue
        less = asking.less(added=[*asking.added, one.id])
        amounts = less.amounts
        adding, _ = measured(less.wants, amounts)
        found = least_change(
            [row for want in adding for row in rows_of(replace(want, exact=None), amounts)], amounts, evenly=False
        )
        if found is None:
            continue
        size, last = float(found[-1]) / amounts.whole_g, len(amounts.specs) - 1
        yield _Less(thing=one.id, size=size, key="solve/relax-add", values={"line": last}, asking=less)


def _told(less: _Less, done: Attempt, asking: Asking) -> Relaxation:
    values = dict(less.values)
    if "line" in values:
        place = values.pop("line")
        spec = done.amounts.specs[place]
        before = float(done.amounts.now_g[place])
        values = {"line": spec.called, "before": before, "after": float(done.masses[place])}
    words = said(less.key, **values)
    now = {aim.key: aim.target for aim in less.asking.aims}
    stated = [
        put(place, _said(now[old.key])) if old.key in now else take_out(place)
        for old in asking.aims
        if asking.stated and now.get(old.key) != old.target
        for place in [_stands(old.key, asking.jar)]
    ]
    return {
        "text": words.text,
        "deed": words.deed or "",
        "patch": [*done.patch, *stated],
        "targets": {aim.key: _said(aim.target) for aim in less.asking.aims},
        "locked": list(less.asking.locked),
        "bounds": {line: _said(one) for line, one in less.asking.bounds.items()},
    }


def _stands(key: str, jar: int) -> list[Step]:
    """Where a target stands in the document."""
    return ["targets", key.removeprefix(PLATE)] if key.startswith(PLATE) else ["jars", jar, "targets", key]


def _said(target: Target) -> Bounds:
    """A target with what it says alone."""
    ends = {"value": target.value, "min": target.min, "max": target.max}
    return {name: end for name, end in ends.items() if end is not None}  # type: ignore[return-value]
