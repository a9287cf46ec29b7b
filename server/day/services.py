"""Verbs on services: begin one, save it, throw it out and bring it back."""

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.db import transaction
from django.utils import timezone

from jarcore.data import parameter
from jarcore.documents import service_object
from jarcore.documents.service import FORMAT, FORMAT_VERSION
from jarcore.service import first_and_last, usual_kitchen
from server.accounts import trail
from server.accounts.clock import now_in
from server.accounts.models import Kitchen, User
from server.common.bodies import keepable
from server.common.drafts import based_on, too_late
from server.common.kinds import CHANGED_MEANWHILE, NOTHING_TO_COOK
from server.common.problems import Problem
from server.day.models import Batch, Service, ServiceRevision
from server.day.planned import FILLED, fill, follow, plan_of, put_off
from server.day.selectors import upcoming
from server.feed.services import What, note
from server.formulas.services import keep_as_version
from server.work.services import queue_once

__all__ = ["follow", "put_off"]

PLAN = "day.plan"
# So many revisions of a service are kept to merge from.
MOST_REVISIONS = 100
# What was thrown out is there so long to be brought back.
BIN = timedelta(days=30)
# A service that nobody has said a time for is this evening's until so long before it, and then tomorrow's.
USUAL_HOUR, SOON = 19, timedelta(hours=3)


def begun_of(raw: bytes) -> dict[str, Any] | None:
    """The service in a request's body; None where it is left to the kitchen. Raises: NotAFormula, Problem 422."""
    value = keepable(raw, prefix="/document")
    document = value.get("document") if isinstance(value, dict) else None
    return None if document is None else service_object(document)


def changed_of(raw: bytes) -> tuple[int, dict[str, Any]]:
    """The revision and the service in a request's body. Raises: NotAFormula, Problem 422."""
    value = keepable(raw, prefix="/document")
    return based_on(value, "service"), service_object(value.get("document"))


def usual(kitchen: Kitchen, user: User, now: datetime) -> dict[str, Any]:
    """A service that nobody has said anything of: this evening, with the hands and stations of the last one."""
    there = now.astimezone(ZoneInfo(kitchen.settings.time_zone))
    at = there.replace(hour=USUAL_HOUR, minute=0)
    if at - there < SOON:
        at += timedelta(days=1)
    last = Service.objects.of(kitchen).order_by("-pk").first()
    had = _of_any_day(last.document.get("kitchen")) if last else None
    return {
        "format": FORMAT,
        "format_version": FORMAT_VERSION,
        "title": "",
        "timezone": kitchen.settings.time_zone,
        "plates": [{"id": "first", "at": at.strftime("%Y-%m-%dT%H:%M")}],
        "kitchen": had or {"people": [{"id": user.initials or user.username}], **usual_kitchen()},
        "courses": [],
    }


def _of_any_day(kitchen: Any) -> dict[str, Any] | None:
    """What a kitchen has on any day: without who was away on one, and what its oil had fried by then."""
    if not isinstance(kitchen, dict):
        return None
    passing = {"people": "away", "stations": "held"}
    return {
        name: [{k: v for k, v in one.items() if k != passing[name]} if isinstance(one, dict) else one for one in part]
        if name in passing and isinstance(part, list)
        else part
        for name, part in kitchen.items()
    }


def begin(kitchen: Kitchen, user: User, document: dict[str, Any], planned_at: datetime | None = None) -> Service:
    """A new service with its plan at once; nothing of it is planned before PLANNED_AT, where that is said."""
    service = Service(kitchen=kitchen, document=document)
    fill(service, None, user.initials, planned_at)
    with transaction.atomic():
        service.save()
        _kept(service, user)
    return service


def save(
    kitchen: Kitchen,
    user: User | None,
    number: int,
    since: int,
    document: dict[str, Any],
    planned_at: datetime | None = None,
    also: Callable[[], object] = lambda: None,
) -> Service:
    """Save the service that was based on the revision SINCE, and plan it at once; a better plan is looked for later.
    Nothing is planned before PLANNED_AT, where that is said. ALSO is kept with it or not at all.

    Raises: Service.DoesNotExist; Problem 409 when somebody saved since, with base, theirs, yours, the three-way merge
    and the places where both changed the same thing.
    """
    while True:
        service = Service.objects.of(kitchen).select_related("kitchen").get(pk=number)
        if since != service.revision:
            raise _stale(service, since, document)
        if service.document == document:
            return service
        before, service.document = service.document, document
        fill(service, before, user.initials if user else "", planned_at)
        with transaction.atomic():
            held = Service.objects.of(kitchen).held(number)
            if held.revision != service.revision:
                continue
            for name in FILLED:
                setattr(held, name, getattr(service, name))
            held.revision += 1
            held.save(update_fields=[*FILLED, "revision", "updated_at"])
            _kept(held, user)
            also()
        return held


def save_now(
    kitchen: Kitchen,
    user: User | None,
    number: int,
    change: Callable[[dict[str, Any]], dict[str, Any] | None],
    now: datetime,
    also: Callable[[], object] = lambda: None,
) -> Service:
    """Change a service as it is now, whoever saves meanwhile; nothing where CHANGE gives nothing. ALSO is kept with it.

    Raises: Service.DoesNotExist.
    """
    while True:
        service = Service.objects.of(kitchen).get(pk=number)
        after = change(service.document)
        if after is None or after == service.document:
            return service
        try:
            return save(kitchen, user, number, service.revision, after, now, also)
        except Problem as problem:
            if problem.kind is not CHANGED_MEANWHILE:
                raise


def open_work(kitchen: Kitchen, user: User, number: int, now: datetime) -> Service:
    """A service that is cooked from now on: each course is one of a version, and work is under way.

    Raises: Service.DoesNotExist; Problem 422 where a course cannot be kept as a version, or nothing is served.
    """
    service = Service.objects.of(kitchen).get(pk=number)
    if not plan_of(service)["served"]:
        text = "Nothing of this service can be cooked yet: see its plan on the Day."
        raise Problem(NOTHING_TO_COOK, text, errors=[{"path": "/courses", "text": text}])
    versions = [_version_of(kitchen, user, place, one) for place, one in enumerate(service.document["courses"])]
    if not service.document.get("began"):
        # Nobody has begun: all of it is still to be done, from now on.
        follow(number, None, now)

    def begun(document: dict[str, Any]) -> dict[str, Any]:
        courses = [
            {**one, "version": version} if version else one
            for one, version in zip(document["courses"], versions, strict=True)
        ]
        zone = ZoneInfo(first_and_last(document)[0].key)
        began = document.get("began") or now.astimezone(zone).strftime("%Y-%m-%dT%H:%M")
        return {**document, "courses": courses, "began": began}

    return save_now(kitchen, user, number, begun, now)


def _version_of(kitchen: Kitchen, user: User, place: int, course: Any) -> dict[str, int] | None:
    """Of which version a course is; kept as one where it was a draft. None for what is no course."""
    formula = course.get("formula") if isinstance(course, dict) else None
    if not isinstance(formula, dict):
        return None
    of = course.get("version") if isinstance(course.get("version"), dict) else {}
    if isinstance(of.get("formula"), int) and isinstance(of.get("number"), int):
        return {"formula": of["formula"], "number": of["number"]}
    known = of.get("formula") if isinstance(of.get("formula"), int) else None
    try:
        kept = keep_as_version(kitchen, user, known, formula)
    except Problem as problem:
        errors = [{**one, "path": f"/courses/{place}/formula{one['path']}"} for one in problem.errors]
        raise Problem(problem.kind, problem.detail, errors=errors) from None
    return {"formula": kept.formula_id, "number": kept.number}


def _kept(service: Service, user: User | None) -> None:
    """Keep it as it is to merge from, tell everybody, and have a better plan looked for."""
    service.revisions.filter(revision__lte=service.revision - MOST_REVISIONS).delete()
    ServiceRevision.objects.create(service=service, revision=service.revision, document=service.document, saved_by=user)
    queue_once(PLAN, f"{PLAN} {service.pk}", service=service.pk)
    note(service.kitchen, What.SERVICE, service.pk, service.revision)


def _stale(service: Service, since: int, yours: dict[str, Any]) -> Problem:
    base = service.revisions.filter(revision=since).values_list("document", flat=True).first()
    return too_late("service", service.revision, base, service.document, yours)


def of_title(kitchen: Kitchen, title: str) -> Service | None:
    """The newest service of a title that is not thrown out."""
    return Service.objects.of(kitchen).filter(title=title, thrown_out_at__isnull=True).order_by("-pk").first()


@transaction.atomic
def plan_anew(kitchen: Kitchen) -> None:
    """Have all services that are still to come planned anew: what they are reckoned with is otherwise."""
    numbers = upcoming(kitchen, now_in(kitchen))
    Service.objects.filter(pk__in=numbers).update(searched=False)
    for number in numbers:
        queue_once(PLAN, f"{PLAN} {number}", service=number)


@transaction.atomic
def throw_out(kitchen: Kitchen, user: User, number: int, *, out: bool) -> None:
    """Throw a service out, or bring it back. Raises: Service.DoesNotExist."""
    service = Service.objects.of(kitchen).held(number)
    Service.objects.filter(pk=service.pk).update(thrown_out_at=timezone.now() if out else None)
    trail.note(trail.Deed.SERVICE_OUT if out else trail.Deed.SERVICE_BACK, kitchen, user, service.title)
    note(kitchen, What.SERVICE, service.pk, service.revision)


def empty_the_bin() -> int:
    """Delete what was thrown out too long ago to be brought back; how many services that were."""
    gone, _ = Service.objects.filter(thrown_out_at__lt=timezone.now() - BIN).delete()
    return gone


@dataclass(frozen=True, slots=True, kw_only=True)
class Made:
    """A jar that was made ahead: of which formula and version, which jar of it as it was written, how much [g], when;
    until when it is used, where that is said.
    """

    formula: int
    version: int | None
    jar: str
    document: dict[str, Any]
    name: str
    mass_g: float
    made_at: datetime
    use_by: datetime | None = None


@transaction.atomic
def keep_batch(kitchen: Kitchen, user: User, made: Made) -> Batch:
    """Keep a jar that was made ahead; services that are still to come draw from it. It is used within what a jar keeps
    at most, whatever is said.
    """
    latest = made.made_at + timedelta(minutes=parameter("jar_keeps"))
    batch = Batch.objects.create(
        kitchen=kitchen,
        formula=made.formula,
        version=made.version,
        jar=made.jar,
        document=made.document,
        name=made.name,
        mass_g=made.mass_g,
        made_at=made.made_at,
        use_by=min(latest, made.use_by or latest),
        made_by=user,
    )
    plan_anew(kitchen)
    note(kitchen, What.SERVICE)
    return batch


@transaction.atomic
def throw_batch_out(kitchen: Kitchen, number: int, *, out: bool) -> None:
    """Throw a batch out, or bring it back. Raises: Batch.DoesNotExist."""
    batch = Batch.objects.of(kitchen).select_for_update().get(pk=number)
    Batch.objects.filter(pk=batch.pk).update(thrown_out_at=timezone.now() if out else None)
    plan_anew(kitchen)
    note(kitchen, What.SERVICE)
