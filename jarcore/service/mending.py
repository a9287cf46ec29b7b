"""What would mend a plan: the smallest change of each kind, each solved anew before it is said."""

import itertools
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

import jsonpatch

from jarcore.data import Pantry, rows, sentence
from jarcore.documents import Patch
from jarcore.documents.patches import put, put_below
from jarcore.documents.plan import Mend, Plan
from jarcore.documents.pointers import pointer
from jarcore.questions.fits import fits
from jarcore.service.deciding import LITTLE_EFFORT
from jarcore.service.giving_up import relaxed_in
from jarcore.service.laid_out import windows_in
from jarcore.service.scheduling import Schedule, schedule_of
from jarcore.service.served import PAN
from jarcore.service.times import minutes_between

# How much later something is served, the least first [min], and how many mends are told.
LATER = (5, 10, 20, 40, 80)
# Times are moved in steps of so many minutes.
ROUND = 5
MOST_MENDS, MOST_TOGETHER, MOST_TRIED = 4, 3, 40
# What leaves so little of all that is given up is enough of its kind [1].
ENOUGH = 0.5
# So many jars of a course are tried shorter.
MOST_JARS = 2
NEW_PERSON, NEW_STATION, BURNER = "second-pair", "second", "burner"


@dataclass(frozen=True)
class Change:
    """A change of a service that may mend its plan: its kind, in words, and the patch."""

    kind: str
    text: str
    patch: Patch


# Portions without a plan, things that are given up, and what those cost.
_Left = tuple[int, int, float]


@dataclass(frozen=True)
class Given:
    """What a service is planned with besides its document: rows, what has happened, the plan of before, the time."""

    pantry: Pantry
    events: Sequence[Mapping[str, Any]] | None = None
    before: Plan | None = None
    now: str | None = None


@dataclass
class _Asking:
    """What mends are looked for with, and how many more may be tried."""

    given: Given
    left: int = MOST_TRIED

    def tried(self, change: Change, document: Mapping[str, Any]) -> "_Tried":
        """A change with what it leaves unmended."""
        self.left -= 1
        after = jsonpatch.apply_patch(document, change.patch)
        then = self.schedule(after)
        return _Tried(change=change, after=after, kept=then.kept, left=_left(then))

    def schedule(self, document: Mapping[str, Any]) -> Schedule:
        """The schedule at once of a service that is changed."""
        given = self.given
        return schedule_of(
            document,
            given.pantry,
            events=given.events,
            search=False,
            effort=LITTLE_EFFORT,
            before=given.before,
            now=given.now,
        )


@dataclass(frozen=True, kw_only=True)
class _Tried:
    """A change with what it leaves unmended."""

    change: Change
    after: dict[str, Any]
    kept: bool
    left: "_Left"


def mends_of(document: Mapping[str, Any], schedule: Schedule, given: Given) -> list[Mend]:
    """The changes after which everything is kept, of each kind the smallest; where none alone does, several together,
    and what each of them alone mends of it.

    Each is planned anew before it is offered: what is offered does mend.
    """
    before, asking = _left(schedule), _Asking(given)
    singles = [one for one in _best_of_each(document, schedule, asking) if one.left < before]
    full = [one for one in singles if one.kept]
    if full:
        return [{"text": one.change.text, "patch": one.change.patch} for one in full[:MOST_MENDS]]
    singles.sort(key=lambda one: one.left)
    found = list(_chain(singles[0], asking)) if singles else []
    many = before[0] + before[1]
    for one in singles[:MOST_MENDS]:
        more, mended = before[0] - one.left[0], many - one.left[0] - one.left[1]
        if more > 0:
            text = sentence("mend/has-plan", what=one.change.text, more=more)
        elif mended > 0:
            text = sentence("mend/part", what=one.change.text, mended=mended, many=many)
        else:
            continue
        found.append({"text": text, "patch": one.change.patch})
    return found[:MOST_MENDS]


def _left(schedule: Schedule) -> _Left:
    given_up = relaxed_in(schedule.decided, schedule.service)
    return len(schedule.unplanned), len(given_up), round(schedule.decided.relaxing, 6)


def _best_of_each(document: Mapping[str, Any], schedule: Schedule, asking: _Asking) -> Iterator[_Tried]:
    """Of each kind of change the smallest that mends everything, else the one that leaves least."""
    for _, alike in itertools.groupby(_changes(document, schedule), key=lambda one: one.kind):
        best: _Tried | None = None
        for change in alike:
            if asking.left <= 0:
                return
            one = asking.tried(change, document)
            if best is None or one.left < best.left:
                best = one
            # A little that mends much is better than much that mends a little more.
            if one.kept or _is_enough(one.left, _left(schedule)):
                break
        if best is not None:
            yield best


def _is_enough(left: _Left, before: _Left) -> bool:
    """Whether a change is enough of its kind: something more has a plan, or less is given up and most of it is had."""
    if left[0] != before[0]:
        return left[0] < before[0]
    return left[1] < before[1] and left[2] <= ENOUGH * before[2]


def _chain(first: _Tried, asking: _Asking) -> Iterator[Mend]:
    """Changes that mend everything together: each time the one that leaves least of what is left."""
    done = [first.change]
    now = first
    for _ in range(MOST_TOGETHER - 1):
        schedule = asking.schedule(now.after)
        further = min(_best_of_each(now.after, schedule, asking), key=lambda one: one.left, default=None)
        if further is None or further.left >= now.left:
            return
        done.append(further.change)
        now = further
        if now.kept:
            words = [one.text.rstrip(".") for one in done]
            text = sentence("mend/together", what=[words[0], *(f"{one[:1].lower()}{one[1:]}" for one in words[1:])])
            yield {"text": text, "patch": [operation for one in done for operation in one.patch]}
            return


def _changes(document: Mapping[str, Any], schedule: Schedule) -> Iterator[Change]:
    """Changes to try, those of one kind together and the smallest first."""
    yield from _unpinned(schedule)
    yield from _fitting(schedule)
    yield from _stations(document, schedule)
    yield from _people(document, schedule)
    yield from _sooner(schedule)
    yield from _later(document, schedule)
    yield from _longer(schedule)
    yield from _without_jar(schedule)


def _unpinned(schedule: Schedule) -> Iterator[Change]:
    """What a cook has put somewhere let go: the newest alone, then all."""
    pins = schedule.service.pins
    for pin in pins[-1:]:
        place = int(pin.path.rpartition("/")[2])
        text = sentence("mend/unpin", at=schedule.service.zone.said(pin.at, schedule.service.first))
        yield Change("pins", text, [{"op": "remove", "path": f"/pins/{place}"}])
    if len(pins) > 1:
        yield Change("pins", sentence("mend/unpin-all"), [{"op": "remove", "path": "/pins"}])


def _fitting(schedule: Schedule) -> Iterator[Change]:
    """What would make the jars of a course fit in the time that there is: shorter as they are, or with another
    thickness, dose, acid or place.
    """
    short = _short_min(schedule)
    for course in schedule.service.courses:
        minutes, formula = short.get(course.id, 0), course.formula
        if not minutes or formula is None:
            continue
        place = int(course.path.rpartition("/")[2])
        for jar, contact in _longest_jars(course.id, schedule):
            left = max(ROUND, contact - minutes)
            for fit in fits(formula, jar, left, schedule.pantry):
                if fit["patch"] and fit["deed"]:
                    patch = [*_below(fit["patch"], ["courses", place, "formula"]), *_contact(formula, place, jar, left)]
                    text = sentence("mend/fit", course=course.id, what=fit["what"], how=fit["deed"])
                    yield Change(f"fit {course.id}", text, patch)


def _without_jar(schedule: Schedule) -> Iterator[Change]:
    """At last: a jar that takes longer than there is time is left out."""
    short = _short_min(schedule)
    for course in (one for one in schedule.service.courses if short.get(one.id) and one.formula):
        place = int(course.path.rpartition("/")[2])
        jars = [one for one in course.formula.get("jars", ()) if isinstance(one, Mapping)] if course.formula else []
        for jar, _ in _longest_jars(course.id, schedule):
            called = str(jars[jar].get("name") or jars[jar].get("kind"))
            patch: Patch = [{"op": "remove", "path": f"/courses/{place}/formula/jars/{jar}"}]
            yield Change(f"without {course.id}", sentence("mend/leave-jar", course=course.id, jar=called), patch)


def _short_min(schedule: Schedule) -> dict[str, int]:
    """By how much each course has too little time [min]: how late it is served, or what it lacks."""
    short = {one.course: one.short_min for one in schedule.unplanned if one.short_min}
    for name, late in schedule.decided.late.items():
        course = schedule.decided.work.by_id[name].course
        short[course] = max(short.get(course, 0), late)
    return short


def _longest_jars(course: str, schedule: Schedule) -> list[tuple[int, int]]:
    """The jars of a course that are longest on the fish, by their place, and for how long [min]: as they are planned
    now, else as they were meant to be.
    """
    portion = next((one for one in schedule.work.portions if one.course == course), None)
    on = {one["jar"]: minutes_between(one["on"], one["off"]) for one in windows_in(schedule.decided, schedule.service)
          if one["course"] == course}  # fmt: skip
    timed = [
        (place, on.get(laid.jar.id, round(laid.minutes)))
        for place, laid in enumerate(portion.ready.jars if portion else ())
        if laid.window is not None and laid.minutes
    ]
    return sorted(timed, key=lambda one: -one[1])[:MOST_JARS]


def _below(patch: Patch, way: Sequence[str | int]) -> Patch:
    """A patch on a part as one on the whole."""
    return [{**one, "path": pointer(way) + one["path"]} for one in patch]


def _contact(formula: Mapping[str, Any], place: int, jar: int, minutes: int) -> Patch:
    """The patch that plans a jar of a course for so long [min]."""
    time = {"value": minutes, "unit": "min"}
    return _below(put_below(formula, ["jars", jar, "method", "contact_time"], time), ["courses", place, "formula"])


def _kitchen(document: Mapping[str, Any], name: str, one: Mapping[str, Any]) -> Patch:
    """The patch that adds something to a list of the kitchen, which is made where it is not there."""
    kitchen = document.get("kitchen")
    if not isinstance(kitchen, Mapping):
        return [put(["kitchen"], {name: [one]})]
    if not isinstance(kitchen.get(name), list):
        return [put(["kitchen", name], [one])]
    return [{"op": "add", "path": f"/kitchen/{name}/-", "value": dict(one)}]


def _people(document: Mapping[str, Any], schedule: Schedule) -> Iterator[Change]:
    taken = {one.id for one in schedule.service.people}
    name = next(name for number in itertools.count(1) if (name := f"{NEW_PERSON}-{number}") not in taken)
    key = "mend/person" if taken else "mend/first-person"
    yield Change("person", sentence(key), _kitchen(document, "people", {"id": name}))


def _stations(document: Mapping[str, Any], schedule: Schedule) -> Iterator[Change]:
    """One more station of a kind that the work needs."""
    needed = dict.fromkeys(
        kind for task in schedule.work.work.tasks for need in task.stations for kind in need.kinds[:1]
    )
    named = {row["kind"]: row["name"] for row in rows("stations")}
    if PAN in needed:
        widest = schedule.service.pans_mm[-1]
        pan = {"id": f"{NEW_STATION}-{PAN}-{len(schedule.service.pans) + 1}", "diameter_mm": widest}
        patch = _kitchen(document, "pans", pan)
        burners = sum(1 for one in schedule.service.stoves if one.kind == BURNER)
        # Where there are fewer burners than pans, a burner is what is lacking.
        if burners > len(schedule.service.pans):
            yield Change(PAN, sentence("mend/pan", mm=widest), patch)
        elif burners == len(schedule.service.pans):
            burner = {"id": f"{NEW_STATION}-{BURNER}-{burners + 1}", "kind": BURNER}
            text = sentence("mend/pan-and-burner", mm=widest)
            yield Change(PAN, text, [*patch, *_kitchen(document, "stations", burner)])
    for kind in (one for one in needed if one in named):
        alike = [one for one in schedule.service.stoves if one.kind == kind]
        station: dict[str, Any] = {"id": f"{NEW_STATION}-{kind}-{len(alike) + 1}", "kind": kind}
        if alike and alike[0].litres:
            station["litres"] = alike[0].litres
        if alike and alike[0].watts:
            station["watts"] = alike[0].watts
        text = sentence("mend/station" if alike else "mend/first-station", what=named[kind])
        yield Change(f"station {kind}", text, _kitchen(document, "stations", station))


def _by(schedule: Schedule) -> list[int]:
    """By how much time is moved, the least first [min]: by round figures, and by what there is too little."""
    short = [-(-one.short_min // ROUND) * ROUND for one in schedule.unplanned if one.short_min]
    return sorted({*LATER, *short, *(minutes + LATER[-1] for minutes in short)})


def _sooner(schedule: Schedule) -> Iterator[Change]:
    """Begun earlier, where something forbids that."""
    zone, floor = schedule.service.zone, schedule.service.not_before
    if floor is None or schedule.past.fixed or schedule.past.floor > floor:
        return
    for minutes in _by(schedule):
        at = floor - minutes
        text = sentence("mend/sooner", at=zone.said(at, schedule.service.first))
        yield Change("sooner", text, [put(["not_before"], zone.local(at))])


def _later(document: Mapping[str, Any], schedule: Schedule) -> Iterator[Change]:
    """Everything served later."""
    zone = schedule.service.zone
    for minutes in _by(schedule):
        patch: Patch = []
        for plate in schedule.service.plates:
            place = int(plate.path.rpartition("/")[2])
            part = document["plates"][place]
            if part.get("at"):
                patch.append(put(["plates", place, "at"], zone.local(plate.begins + minutes)))
            else:
                patch.append(put(["plates", place, "from"], zone.local(plate.begins + minutes)))
                if part.get("to"):
                    patch.append(put(["plates", place, "to"], zone.local(plate.ends + minutes)))
        if patch:
            yield Change("later", sentence("mend/later", minutes=minutes), patch)


def _longer(schedule: Schedule) -> Iterator[Change]:
    """A wave that takes longer: served over more minutes."""
    zone = schedule.service.zone
    for plate in schedule.service.plates:
        if plate.at_most is None:
            continue
        place = int(plate.path.rpartition("/")[2])
        for minutes in LATER:
            to = zone.local(plate.ends + minutes)
            text = sentence("mend/longer-wave", to=zone.clock(plate.ends + minutes))
            yield Change(f"wave {plate.id}", text, [put(["plates", place, "to"], to)])
