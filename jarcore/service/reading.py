"""Reading a service: its zone, its plates in time, its people, stations and courses; each fault at its place."""

import itertools
from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace
from datetime import date, datetime
from typing import Any, TypeVar
from zoneinfo import ZoneInfo

from jarcore.data import MINUTES_A_DAY, avoided_by, parameter, rows
from jarcore.documents import Findings, found, read_service
from jarcore.documents.findings import Finding
from jarcore.documents.service import Course, KitchenPan, Person, Plate, Service, ServiceKitchen
from jarcore.documents.service import Station as StationPart
from jarcore.reading.quantities import limits
from jarcore.service.served import MIDNIGHT, PAN, Ahead, Hands, Ordered, Pinned, PlateTimes, ReadService, Stove
from jarcore.service.times import Zone, say_nothing, zone_of

Say = Callable[..., None]
N = TypeVar("N", Hands, Stove)
UTC = "UTC"
SERVINGS = "/servings"
# Whoever has no hours is there for so long before and after it is away [min].
LONG = 30 * MINUTES_A_DAY


def read_for_plan(document: Mapping[str, Any], told: Sequence[Finding] = ()) -> ReadService:
    """A service document as read; TOLD is what the door found."""
    service, wrong = read_service(document)
    findings = Findings([*told, *wrong])

    def say(key: str, path: str, /, **values: Any) -> None:
        findings.add([found(key, path, **values)])

    zone = zone_of(service.timezone) if service.timezone else None
    if zone is None:
        say("no-time-zone" if service.timezone else "unstated/timezone", "/timezone", name=service.timezone or "")
        zone = zone_of(UTC)
        assert zone is not None
    plates = _plates(service, zone, say)
    day = zone.moment(min(one.begins for one in plates)).date() if plates else date(1970, 1, 1)
    kitchen = service.kitchen or ServiceKitchen()
    people = tuple(_person(one, place, day, zone, say) for place, one in enumerate(kitchen.people or []))
    _twice([one.id for one in people], "/kitchen/people", say)
    if not people:
        say("unstated/people", "/kitchen/people")
    not_before = zone.read(service.not_before, "/not_before", say) if service.not_before else None
    pans = [one for one in kitchen.pans or [] if one.diameter_mm and one.diameter_mm > 0]
    return ReadService(
        title=service.title,
        zone=zone,
        plates=plates,
        people=_once(people),
        stoves=_stoves(kitchen.stations or [], say),
        pans=tuple(_pan(one, place) for place, one in enumerate(pans)),
        pans_mm=tuple(sorted(one.diameter_mm or 0.0 for one in pans)),
        courses=_courses(service.courses or [], plates, say),
        not_before=not_before,
        pins=_pins(service, zone, say),
        batches=_batches(service, zone, say),
        began=zone.read(service.began, "/began", say) if service.began else None,
        found=tuple(findings),
    )


def usual_kitchen() -> dict[str, list[dict[str, Any]]]:
    """The stations and pans of a kitchen that has said nothing of itself, as a service document has them."""
    stations, pans = ([row for row in rows("usual_kitchen") if row["part"] == part] for part in ("stations", "pans"))
    return {
        "stations": [{"id": row["id"], "kind": row["kind"]} for row in stations],
        "pans": [{"id": row["id"], "diameter_mm": float(row["diameter_mm"])} for row in pans],
    }


def first_and_last(document: Mapping[str, Any]) -> tuple[ZoneInfo, datetime, datetime]:
    """The zone of a service, and when its first and its last plate is served; the epoch where none is."""
    read = read_for_plan(document)
    last = max((one.ends for one in read.plates), default=read.first)
    return read.zone.info, read.zone.moment(read.first), read.zone.moment(last)


def _pins(service: Service, zone: Zone, say: Say) -> tuple[Pinned, ...]:
    """Where steps were put; of two pins of one step the later written counts."""
    made: dict[str, Pinned] = {}
    for place, pin in enumerate(service.pins or []):
        path = f"/pins/{place}"
        at = zone.read(pin.at, f"{path}/at", say) if pin.at else None
        if pin.step and at is not None:
            made.pop(pin.step, None)
            made[pin.step] = Pinned(step=pin.step, at=at, path=path)
        elif not (pin.step and pin.at):
            say("unstated/pin", path)
    return tuple(made.values())


def _batches(service: Service, zone: Zone, say: Say) -> tuple[Ahead, ...]:
    """Jars made ahead that say what and how much they are, the oldest first."""
    made = []
    for place, one in enumerate(service.batches or []):
        path = f"/batches/{place}"
        at = zone.read(one.made_at, f"{path}/made_at", say) if one.made_at else None
        until = zone.read(one.use_by, f"{path}/use_by", say) if one.use_by else None
        if at is None or not one.jar or not one.mass_g or one.mass_g <= 0:
            say("unstated/batch", path)
            continue
        latest = at + int(parameter("jar_keeps"))
        made.append(
            Ahead(
                id=one.id or f"batch-{place + 1}",
                path=path,
                course=one.course,
                jar=one.jar,
                mass_g=one.mass_g,
                made_at=at,
                use_by=latest if until is None else min(until, latest),
            )
        )
    return tuple(sorted(made, key=lambda one: (one.made_at, one.path)))


def _plates(service: Service, zone: Zone, say: Say) -> tuple[PlateTimes, ...]:
    if not service.plates:
        say("unstated/plates", "/plates")
    made = [_plate(one, place, zone, say) for place, one in enumerate(service.plates or [])]
    known = tuple(one for one in made if one is not None)
    _twice([one.id for one in known], "/plates", say)
    return known


def _plate(plate: Plate, place: int, zone: Zone, say: Say) -> PlateTimes | None:
    path = f"/plates/{place}"
    begins_text, begins_path = (plate.at, f"{path}/at") if plate.at else (plate.from_, f"{path}/from")
    if not begins_text:
        say("unstated/plate-time", f"{path}/at")
        return None
    begins = zone.read(begins_text, begins_path, say)
    ends = zone.read(plate.to, f"{path}/to", say) if plate.to and not plate.at else begins
    if begins is None:
        return None
    if ends is None or ends < begins:
        if ends is not None:
            say("wave-backwards", f"{path}/to")
        ends = begins
    most = int(plate.at_most) if plate.at_most and plate.at_most >= 1 else None
    if plate.at_most is not None and most is None:
        say("not-a-count", f"{path}/at_most", value=plate.at_most)
    return PlateTimes(
        id=plate.id or f"plate-{place + 1}", path=path, begins=begins, ends=ends, at_most=most, par=bool(plate.par)
    )


def _person(person: Person, place: int, day: date, zone: Zone, say: Say) -> Hands:
    """A person with the hours of the day of service; on the days before it is there at the same hours."""
    path = f"/kitchen/people/{place}"
    spells: list[tuple[int, int]] | None = None
    if person.from_ or person.to:
        spells = [
            one
            for back in range(int(parameter("days_ahead")), -1, -1)
            if (one := _hours(person, path, day, back, zone, say))
        ]
    if person.away:
        spells = _present(spells, _away(person, path, day, zone, say))
    can = frozenset(person.can) if person.can else None
    return Hands(
        id=person.id or f"person-{place + 1}", path=path, spells=None if spells is None else tuple(spells), can=can
    )


def _away(person: Person, path: str, day: date, zone: Zone, say: Say) -> list[tuple[int, int]]:
    """The times at which somebody is away [min since the epoch]: of the day of service, or whole ones. Who is at work
    elsewhere is told once for each service.
    """
    found, elsewhere = list[tuple[int, int]](), dict[str, list[int]]()
    for place, one in enumerate(person.away or []):
        where = f"{path}/away/{place}"
        begins = zone.of_day(one.from_, day, f"{where}/from", say) if one.from_ else None
        ends = zone.of_day(one.to, day, f"{where}/to", say) if one.to else None
        if begins is not None and ends is not None and begins < ends:
            found.append((begins, ends))
            if one.service is not None:
                elsewhere.setdefault(one.service, []).extend((begins, ends))
        elif not (one.from_ and one.to) or (begins is not None and ends is not None):
            say("unstated/away", where)
    for title, times in elsewhere.items():
        since, until = zone.clock(min(times)), zone.clock(max(times))
        say("person-elsewhere", path, who=person.id or path, title=title, begins=since, ends=until)
    return found


def _present(spells: list[tuple[int, int]] | None, away: Sequence[tuple[int, int]]) -> list[tuple[int, int]] | None:
    """When somebody is there, without the times at which it is away."""
    if not away:
        return spells
    left = (
        [(min(begins for begins, _ in away) - LONG, max(ends for _, ends in away) + LONG)] if spells is None else spells
    )
    for begins, ends in away:
        left = [
            part
            for here in left
            for part in ((here[0], min(here[1], begins)), (max(here[0], ends), here[1]))
            if part[1] > part[0]
        ]
    return left


def _hours(person: Person, path: str, day: date, back: int, zone: Zone, say: Say) -> tuple[int, int] | None:
    """From when to when somebody is there so many days before the day of service [min since the epoch]."""
    here = date.fromordinal(day.toordinal() - back)
    after = date.fromordinal(here.toordinal() + 1)
    quiet = say if back == 0 else say_nothing
    begins = zone.of_day(person.from_ or MIDNIGHT, here, f"{path}/from", quiet)
    ends = zone.of_day(person.to or MIDNIGHT, here if person.to else after, f"{path}/to", quiet)
    if begins is None or ends is None:
        return None
    if ends <= begins:
        # From the evening into the night.
        ends = zone.of_day(person.to or MIDNIGHT, after, f"{path}/to", quiet) or begins
    return (begins, ends) if ends > begins else None


def _stoves(stations: Sequence[StationPart], say: Say) -> tuple[Stove, ...]:
    takes = {row["kind"]: float(row["takes"]) for row in rows("stations")}
    made = []
    for place, one in enumerate(stations):
        path = f"/kitchen/stations/{place}"
        if one.kind not in takes:
            key = "not-a-choice/station" if one.kind else "unstated/station"
            say(key, f"{path}/kind", value=one.kind or "", known=list(takes))
            continue
        made.append(
            Stove(
                id=one.id or f"{one.kind}-{place + 1}",
                path=path,
                kind=one.kind,
                takes=takes[one.kind],
                watts=one.watts if one.watts and one.watts > 0 else None,
                litres=one.litres if one.litres and one.litres > 0 else None,
                held=frozenset(meant for word in one.held or () for meant in avoided_by(word) or (word,)),
            )
        )
    _twice([one.id for one in made], "/kitchen/stations", say)
    return _once(made)


def _pan(pan: KitchenPan, place: int) -> Stove:
    name = pan.id or f"pan-{place + 1}"
    return Stove(id=name, path=f"/kitchen/pans/{place}", kind=PAN, takes=1.0, watts=None, litres=None, held=frozenset())


def _courses(courses: Sequence[Course], plates: Sequence[PlateTimes], say: Say) -> tuple[Ordered, ...]:
    if not courses:
        say("unstated/courses", "/courses")
    made = [_course(one, place, plates, say) for place, one in enumerate(courses)]
    _twice([one.id for one in made], "/courses", say)
    # Steps are called by their course, so the second of two that are called alike gets a number.
    taken = set[str]()
    for place, one in enumerate(made):
        name = next(name for number in itertools.count(1) if (name := _numbered(one.id, number)) not in taken)
        taken.add(name)
        made[place] = replace(one, id=name)
    return tuple(made)


def _numbered(name: str, number: int) -> str:
    return name if number == 1 else f"{name}-{number}"


def _course(course: Course, place: int, plates: Sequence[PlateTimes], say: Say) -> Ordered:
    path = f"/courses/{place}"
    plate = next((one for one in plates if one.id == course.plate), None)
    if course.plate and plate is None:
        say("unknown-plate", f"{path}/plate", name=course.plate)
    elif plate is None and len(plates) == 1:
        plate = plates[0]
    elif plate is None and plates:
        say("unstated/course-plate", f"{path}/plate")
    covers = _count(course.covers, f"{path}/covers", say)
    if course.covers is None:
        say("unstated/covers", f"{path}/covers")
    if course.formula is None:
        say("unstated/formula", f"{path}/formula")
    variants, left = list[tuple[str, int, tuple[str, ...]]](), covers
    for at, variant in enumerate(course.variants or []):
        where = f"{path}/variants/{at}"
        count = _count(variant.covers, f"{where}/covers", say)
        without = tuple(word for word in variant.without or [] if word)
        if count > left:
            say("variant-too-many", f"{where}/covers", covers=count, left=left)
            count = left
        if count and without:
            variants.append((variant.id or f"without-{'-'.join(without)}", count, without))
            left -= count
    return Ordered(
        id=course.id or f"course-{place + 1}",
        path=path,
        plate=plate,
        covers=covers,
        variants=tuple(variants),
        formula=course.formula,
    )


def _count(value: float | None, path: str, say: Say) -> int:
    """A number of covers; none where it is no whole number of them."""
    if value is None:
        return 0
    if value < 0 or value > limits()[SERVINGS].high or value != int(value):
        say("not-a-count", path, value=value)
        return 0
    return int(value)


def _once(some: Sequence[N]) -> tuple[N, ...]:
    """Of people or stations that are called alike the first: nobody can be told from the other."""
    found: dict[str, N] = {}
    for one in some:
        found.setdefault(one.id, one)
    return tuple(found.values())


def _twice(ids: Sequence[str], path: str, say: Say) -> None:
    for name, many in Counter(ids).items():
        if many > 1:
            say("duplicate-id/service", path, id=name)
