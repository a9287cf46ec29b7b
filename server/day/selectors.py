"""Questions about services, always within one kitchen."""

from collections.abc import Iterator
from datetime import datetime, timedelta
from typing import Any

from django.db.models import Q
from django.utils import timezone

from jarcore.data import by_this_core
from jarcore.documents.plan import Plan, PlannedStep
from jarcore.service import AheadLists, ahead
from server.accounts.models import Kitchen
from server.day.asked import asked_of, drawn_by_others
from server.day.models import Batch, Service, ServiceQuery
from server.day.planned import plan_of
from server.formulas.selectors import document_of
from server.pantry.selectors import stock_of

PAGE = 60
# A service stands on the table from so long before its work begins until so long after its last plate.
AHEAD, AFTER = timedelta(hours=18), timedelta(hours=1)
MOST_TODAY, MOST_NEXT = 6, 8
# Lists are made of so many services, and so many batches are told.
MOST_AHEAD, MOST_BATCHES = 12, 100


def services(kitchen: Kitchen, before: int | None = None) -> list[Service]:
    """A page of the kitchen's services without their documents, those furthest ahead first; BEFORE, behind that one."""
    found: ServiceQuery = Service.objects.of(kitchen).filter(thrown_out_at__isnull=True)
    mark = Service.objects.of(kitchen).filter(pk=before).values_list("serves_at", flat=True).first() if before else None
    if mark is not None:
        found = found.filter(Q(serves_at__lt=mark) | Q(serves_at=mark, pk__lt=before), serves_at__lte=mark)
    return list(found.order_by("-serves_at", "-id").defer("document", "plan_before")[:PAGE])


def today(kitchen: Kitchen, now: datetime) -> list[Service]:
    """The services that are at work or soon will be, the earliest first."""
    found = Service.objects.of(kitchen).filter(thrown_out_at__isnull=True, ends_at__gte=now - AFTER)
    soon = found.filter(begins_at__lte=now + AHEAD).select_related("kitchen")
    return list(soon.order_by("serves_at", "id").defer("plan_before")[:MOST_TODAY])


def upcoming(kitchen: Kitchen, now: datetime) -> list[int]:
    """Numbers of the services that are still to come, or at work."""
    found = Service.objects.of(kitchen).filter(thrown_out_at__isnull=True, ends_at__gte=now)
    return list(found.values_list("pk", flat=True))


def planned_before() -> list[Kitchen]:
    """Kitchens with services still to come that another core has planned."""
    found = Service.objects.filter(thrown_out_at__isnull=True, ends_at__gte=timezone.now())
    return list(Kitchen.objects.filter(pk__in=found.exclude(plan__engine__startswith=by_this_core()).values("kitchen")))


def document_of_service(kitchen: Kitchen, number: int) -> dict[str, Any]:
    """A service's document as it is. Raises: Service.DoesNotExist."""
    document: dict[str, Any] = Service.objects.of(kitchen).values_list("document", flat=True).get(pk=number)
    return document


def plan_now(kitchen: Kitchen, number: int) -> tuple[Plan, int, list[str]]:
    """The plan of a service as it is, its number, and what is otherwise by that. Raises: Service.DoesNotExist."""
    service = Service.objects.of(kitchen).select_related("kitchen").defer("plan_before").get(pk=number)
    return plan_of(service), service.plan_number, service.changed


def plan_number_now(number: int) -> int:
    """The number of the plan of a service, without the plan: asked four times a second. 0 where there is none."""
    return Service.objects.filter(pk=number).values_list("plan_number", flat=True).first() or 0


def service_of(kitchen: Kitchen, number: int) -> Service:
    """A service of a kitchen. Raises: Service.DoesNotExist."""
    return Service.objects.of(kitchen).select_related("kitchen").get(pk=number)


def next_steps(service: Service, now: datetime) -> list[PlannedStep]:
    """What is to be done from now on, the next first; what is being done at this minute among it."""
    return list(_from(service, now))[:MOST_NEXT]


def _from(service: Service, now: datetime) -> Iterator[PlannedStep]:
    for step in plan_of(service)["steps"]:
        if step["active"] and datetime.fromisoformat(step["end"]) > now:
            yield step


def courses_of(plan: dict[str, Any]) -> list[dict[str, Any]]:
    """What is served by a plan: each course with its covers and the times of its first and its last plates."""
    found: dict[str, dict[str, Any]] = {}
    for one in plan.get("served", ()):
        mine = found.setdefault(
            one["course"], {"course": one["course"], "covers": 0, "first": one["at"], "last": one["at"]}
        )
        mine["covers"] += one["covers"]
        mine["first"], mine["last"] = min(mine["first"], one["at"]), max(mine["last"], one["at"])
    return list(found.values())


def batches(kitchen: Kitchen) -> list[tuple[Batch, float]]:
    """The kitchen's batches that are not thrown out, what is used first first, and what is left of each once all
    services have drawn [g].
    """
    drawn = drawn_by_others(kitchen, None)
    found = Batch.objects.of(kitchen).filter(thrown_out_at__isnull=True).select_related("made_by")
    return [(one, one.mass_g - drawn[one.name_in_plans]) for one in found.order_by("use_by", "id")[:MOST_BATCHES]]


def jar_of(kitchen: Kitchen, formula: int, version: int | None, jar: str) -> tuple[dict[str, Any], str] | None:
    """A jar of a formula as it is written, and what it is called with its formula; None where there is none."""
    document = document_of(kitchen, formula, version) or {}
    jars = document.get("jars")
    for one in jars if isinstance(jars, list) else []:
        if isinstance(one, dict) and one.get("id") == jar:
            called = (one.get("name") or one.get("kind"), document.get("title"))
            return one, ", ".join(str(part) for part in called if part)
    return None


def ahead_of(kitchen: Kitchen, now: datetime, span: timedelta) -> AheadLists:
    """The lists of the services that are served from now on within a span."""
    found = Service.objects.of(kitchen).filter(thrown_out_at__isnull=True, ends_at__gte=now, serves_at__lte=now + span)
    soon = found.select_related("kitchen").order_by("serves_at", "id").defer("plan_before")[:MOST_AHEAD]
    stock = stock_of(kitchen)
    return ahead([(asked_of(kitchen, one.document, one.pk), plan_of(one)) for one in soon], stock.pantry, now)
