"""What a service is planned with besides its own document: jars made ahead, and who is at work elsewhere meanwhile."""

from collections import defaultdict
from collections.abc import Iterator
from datetime import datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from jarcore.service import first_and_last
from server.accounts.models import Kitchen
from server.day.models import Batch, Service, ServiceQuery

# So long before its first plate a service may be at work.
WORK_AHEAD = timedelta(days=2)
LOCAL = "%Y-%m-%dT%H:%M"


def asked_of(kitchen: Kitchen, document: dict[str, Any], number: int | None) -> dict[str, Any]:
    """A service of a kitchen as it is planned; NUMBER is its own, None for one that is not stored yet."""
    zone, first, last = first_and_last(document)
    others = _others(kitchen, number)
    beside = list(others.filter(ends_at__gte=first - WORK_AHEAD, begins_at__lte=last).defer("document", "plan_before"))
    asked = {**document, "batches": [*_written(document), *_batches(kitchen, document, zone, number)]}
    people = document.get("kitchen", {}).get("people") if isinstance(document.get("kitchen"), dict) else None
    if isinstance(people, list) and beside:
        busy = []
        for one in people:
            away = []
            for service in beside:
                spells = list(_spells(one.get("id"), service)) if isinstance(one, dict) else []
                away += [
                    {"from": _local(begins, zone), "to": _local(ends, zone), "service": _called(service)}
                    for begins, ends in spells
                ]
            busy.append({**one, "away": [*_list(one.get("away")), *away]} if away else one)
        asked["kitchen"] = {**document["kitchen"], "people": busy}
    return asked


def _list(value: Any) -> list[Any]:
    return value if isinstance(value, list) else []


def _written(document: dict[str, Any]) -> list[Any]:
    return _list(document.get("batches"))


def _called(service: Service) -> str:
    """A service by its title, else by its day."""
    return service.title or service.serves_at.date().isoformat()


def _spells(person: Any, service: Service) -> Iterator[tuple[datetime, datetime]]:
    """When somebody's hands are taken by a service, one spell after another."""
    begins = ends = None
    taken = [step for step in service.plan.get("steps", ()) if person in step["people"]]
    for start, end in sorted(
        (datetime.fromisoformat(one["start"]), datetime.fromisoformat(one["end"])) for one in taken
    ):
        if begins is None or ends is None or start > ends:
            if begins is not None and ends is not None:
                yield begins, ends
            begins, ends = start, end
        ends = max(ends, end)
    if begins is not None and ends is not None:
        yield begins, ends


def _others(kitchen: Kitchen, number: int | None) -> ServiceQuery:
    """The kitchen's services but one, where it is one of them."""
    there = Service.objects.of(kitchen).filter(thrown_out_at__isnull=True)
    return there if number is None else there.exclude(pk=number)


def _batches(
    kitchen: Kitchen, document: dict[str, Any], zone: ZoneInfo, number: int | None
) -> Iterator[dict[str, Any]]:
    """What is left of the kitchen's batches, for each course of their formula whose jar is written as theirs was.

    What a version makes otherwise is in no batch of another: it may bring what somebody avoids.
    """
    rows = list(Batch.objects.of(kitchen).filter(thrown_out_at__isnull=True))
    if not rows:
        return
    drawn = drawn_by_others(kitchen, number)
    for course in _list(document.get("courses")):
        version = course.get("version") if isinstance(course, dict) else None
        formula = version.get("formula") if isinstance(version, dict) else None
        for row in rows:
            left = row.mass_g - drawn[row.name_in_plans]
            if row.formula == formula and left > 0 and _written_alike(course, row):
                yield {
                    "id": row.name_in_plans,
                    "course": course.get("id"),
                    "jar": row.jar,
                    "name": row.name,
                    "mass_g": left,
                    "made_at": _local(row.made_at, zone),
                    "use_by": _local(row.use_by, zone),
                }


def _written_alike(course: dict[str, Any], batch: Batch) -> bool:
    """Whether a course's jar has the lines, and the making, that a batch was made with."""
    formula = course.get("formula")
    jars = _list(formula.get("jars")) if isinstance(formula, dict) else []
    jar = next((one for one in jars if isinstance(one, dict) and one.get("id") == batch.jar), None)
    return jar is not None and all(jar.get(part) == batch.document.get(part) for part in ("lines", "making"))


def drawn_by_others(kitchen: Kitchen, number: int | None) -> dict[str, float]:
    """How much of each batch the plans of all services but one draw [g]."""
    found: dict[str, float] = defaultdict(float)
    plans = _others(kitchen, number).filter(plan__drawn__0__isnull=False)
    for drawn in plans.values_list("plan__drawn", flat=True):
        for one in drawn:
            found[one["batch"]] += one["mass_g"]
    return found


def _local(at: datetime, zone: ZoneInfo) -> str:
    return at.astimezone(zone).strftime(LOCAL)
