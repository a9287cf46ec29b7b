"""What would allow the rest, where not all can be met: the smallest change of one thing that was asked for."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from typing import Any, NotRequired

from typing_extensions import TypedDict

from jarcore.data import look_at_the_time, said, sentence
from jarcore.data.targets import PLATE
from jarcore.documents import Patch
from jarcore.documents.formula import Target
from jarcore.documents.patches import put, tidy
from jarcore.documents.pointers import Step
from jarcore.questions.solve.aims import Aim
from jarcore.questions.solve.asking import Asking
from jarcore.questions.solve.attempt import KEPT, Attempt, attempt, read_again
from jarcore.questions.solve.programme import GIVEN_UP, least_change, rows_of
from jarcore.questions.solve.search import measured
from jarcore.questions.solve.values import Values

# How many are tried to the end, and how many are told.
MOST_TRIED, MOST_TOLD = 8, 3
# A new bound is written with so many digits, away from what was asked for; and by how much it gives, where the scale's
# steps need room [1].
DIGITS, ROOM = 3, (0.0, 0.01, 0.04)


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

    Each is solved to the end, and is told only if it is met then.
    """
    found: list[tuple[float, Relaxation]] = []
    met: set[str] = set()
    for less in sorted(_less(asking, missed), key=lambda one: one.size)[:MOST_TRIED]:
        if less.thing in met:
            continue
        look_at_the_time()
        done = read_again(less.asking, missed) if less.asking.added == asking.added else None
        if done is None or done.unmet:
            done = attempt(less.asking, thorough=False)
        if not done.unmet:
            met.add(less.thing)
            found.append((_size(less, done), _told(less, done, asking)))
            if len(found) == MOST_TOLD:
                break
    return [one for _, one in sorted(found, key=lambda pair: pair[0])]


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


def _targets(asking: Asking, missed: Attempt) -> Iterator[_Less]:
    """Each target given up as far as the others need, and where that is not enough all that are missed, together."""
    for aim in asking.aims:
        reached = _reached_without(asking, aim, missed)
        if reached is None or _within(aim, reached):
            continue
        for room in ROOM:
            yield _one_target(asking, {aim.key: _widened(aim, reached, room)})
    together = {
        aim.key: _widened(aim, now, ROOM[-1]) for aim in missed.unmet if (now := missed.values.shown(aim)) is not None
    }
    if len(together) > 1 and len(together) == len(missed.unmet):
        yield _one_target(asking, together)


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
    if trying or not soft:
        # What is found by trying is given up to where trying came.
        return missed.values.shown(given_up) if given_up in missed.unmet else None
    return Values(amounts.trial(found), amounts.place).shown(given_up)


def _within(aim: Aim, value: float) -> bool:
    return all(
        (want.low is None or value >= want.low) and (want.high is None or value <= want.high)
        for want in aim.wants
        if aim.key == want.row.id
    ) and all(want.row.id == aim.key for want in aim.wants)


def _widened(aim: Aim, value: float, room: float) -> Target:
    """The target, moved as far as a value in its unit; a bound gives a little more, so that rounding finds room."""
    target = aim.target
    if aim.exact is not None:
        return Target(value=tidy(value, DIGITS))
    low, high = target.min, target.max
    if low is not None and value < low:
        return target.model_copy(update={"min": _outward(value - room * abs(value), -1)})
    if high is not None and value > high:
        return target.model_copy(update={"max": _outward(value + room * abs(value), 1)})
    return target


def _outward(value: float, sign: int) -> float:
    """A figure of a few digits, not nearer than a value."""
    near = tidy(value, DIGITS)
    if (near - value) * sign >= 0 or value == 0:
        return near
    return tidy(value + sign * abs(value) * 10.0 ** (1 - DIGITS), DIGITS)


def _one_target(asking: Asking, targets: Mapping[str, Target]) -> _Less:
    changed = [one for one in asking.aims if one.key in targets]
    aims = [Aim(one.key, targets.get(one.key, one.target)) for one in asking.aims]
    what = [
        sentence("solve/target", name=called(one), to=in_words(Aim(one.key, targets[one.key])), asked=in_words(one))
        for one in changed
    ]
    return _Less(
        thing=" ".join(targets),
        size=sum(_off(one.target, targets[one.key]) for one in changed),
        key="solve/relax-targets",
        values={"what": what},
        asking=asking.less(aims=aims),
    )


def _off(old: Target, new: Target) -> float:
    """How far a target was moved, by its size [1]."""
    pairs = ((old.value, new.value), (old.min, new.min), (old.max, new.max))
    return sum(abs(b - a) / max(abs(a), 1e-9) for a, b in pairs if a is not None and b is not None)


def called(aim: Aim) -> str:
    """What a reading is called within a sentence."""
    name = aim.reading.name.replace(",", "")
    return name if name[1:2].isupper() else name[:1].lower() + name[1:]


def in_words(aim: Aim) -> str:
    """A target as a cook would say it, with its unit."""
    unit = aim.reading.unit
    after = "" if not unit else unit if unit.startswith(":") else f" {unit}"
    target = aim.target
    if target.min is not None and target.max is not None:
        return f"{target.min:g} to {target.max:g}{after}"
    if target.min is not None:
        return f"at least {target.min:g}{after}"
    if target.max is not None:
        return f"at most {target.max:g}{after}"
    return f"{target.value:g}{after}"


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
    found = least_change([row for want in adding for row in rows_of(replace(want, exact=None), amounts)], amounts)
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
        found = least_change([row for want in adding for row in rows_of(replace(want, exact=None), amounts)], amounts)
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
    stated = [
        put(_stands(aim.key, asking.jar), _said(aim.target))
        for aim, old in zip(less.asking.aims, asking.aims, strict=True)
        if asking.stated and aim.target != old.target
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
