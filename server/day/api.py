"""Services over HTTP."""

from typing import Any, Literal

from django.http import Http404, HttpResponse
from ninja import Router, Schema

from jarcore.documents.plan import Plan
from jarcore.exchange import calendar, run_sheet
from server.accounts.clock import now_in
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.common.answers import StaleService, attachment, body, file_of, named
from server.common.kinds import CHANGED_MEANWHILE, TOO_MUCH_WORK
from server.common.refusals import OF_A_SERVICE, refuses
from server.common.typed import ServiceDraft
from server.day import planned, selectors, services
from server.day.models import Service
from server.day.planned import plan_of

router = Router(tags=["services"])
Paper = Literal["a4", "letter"]
SERVICE = {"type": "object", "properties": {"document": named("Service")}}


class CourseItem(Schema):
    """What is served: a course with its covers, and when its first and its last plates leave."""

    course: str
    covers: int
    first: str
    last: str


class ServiceItem(Schema):
    """A service in a list, its times with the offset of its own zone. `kept` is false where something gives way."""

    id: int
    title: str
    begins_at: str
    serves_at: str
    ends_at: str
    kept: bool
    courses: list[CourseItem]


class ServiceList(Schema):
    """A page of services, those furthest ahead first; behind the last of them is the next page, where `more`."""

    items: list[ServiceItem]
    more: bool


class NextStep(Schema):
    """Something to be done soon: when, by whom."""

    text: str
    start: str
    end: str
    people: list[str]


class TodayItem(ServiceItem):
    """A service that is at work, or soon will be, with what comes next."""

    next: list[NextStep]


class TrailEntry(Schema):
    """A change of the day: when, by whom, and what followed."""

    at: str
    by: str
    says: list[str]


class ServiceOut(Schema):
    """A service opened: its document, the plan of it, and what is otherwise by that than before the last change.

    `searched` is false while a better plan, and what would mend this one, are still looked for.
    """

    id: int
    revision: int
    thrown_out: bool
    document: ServiceDraft
    plan: Plan
    searched: bool
    changed: list[str]
    trail: list[TrailEntry]


class MovedIn(Schema):
    """A step, and when it is to begin (local time of the service)."""

    step: str
    at: str


class MovedOut(Schema):
    """What it would cost to have a step there, in words; where it cannot be there, why."""

    possible: bool
    says: list[str]


class ThrownIn(Schema):
    thrown_out: bool


def _item(service: Service) -> dict[str, Any]:
    courses = selectors.courses_of(service.plan)
    return {
        "id": service.pk,
        "title": service.title,
        "begins_at": service.plan.get("starts_at") or service.begins_at.isoformat(),
        "serves_at": min((one["first"] for one in courses), default=service.serves_at.isoformat()),
        "ends_at": max((one["last"] for one in courses), default=service.ends_at.isoformat()),
        "kept": service.plan.get("kept") is True,
        "courses": courses,
    }


def _opened(service: Service) -> dict[str, Any]:
    return {
        "id": service.pk,
        "revision": service.revision,
        "thrown_out": service.thrown_out_at is not None,
        "document": service.document,
        "plan": plan_of(service),
        "searched": service.searched,
        "changed": service.changed,
        "trail": service.trail,
    }


def _find(request: AuthedRequest, kitchen: str, service: int) -> Service:
    mine = kitchen_to_read(request.user, kitchen)
    found = Service.objects.of(mine).select_related("kitchen").filter(pk=service).first()
    if found is None:
        raise Http404
    return found


@router.get("/kitchens/{kitchen}/services", response={200: ServiceList}, operation_id="services")
def list_services(request: AuthedRequest, kitchen: str, before: int | None = None) -> dict[str, Any]:
    """The kitchen's services, those furthest ahead first; with `before` those behind that one."""
    found = selectors.services(kitchen_to_read(request.user, kitchen), before)
    return {"items": [_item(one) for one in found], "more": len(found) == selectors.PAGE}


@router.get("/kitchens/{kitchen}/services/today", response={200: list[TodayItem]}, operation_id="today")
@refuses(TOO_MUCH_WORK)
def list_today(request: AuthedRequest, kitchen: str) -> list[dict[str, Any]]:
    """The services that are at work, or soon will be, each with what comes next."""
    mine = kitchen_to_read(request.user, kitchen)
    now = now_in(mine)
    found = selectors.today(mine, now)
    return [{**_item(one), "next": selectors.next_steps(one, now)} for one in found]


@router.post(
    "/kitchens/{kitchen}/services",
    response={201: ServiceOut},
    operation_id="begin_service",
    openapi_extra=body(SERVICE),
)
@refuses(*OF_A_SERVICE)
def begin_service(request: AuthedRequest, kitchen: str) -> tuple[int, dict[str, Any]]:
    """A new service; without a document it is one as the kitchen last had it."""
    mine = kitchen_to_write(request.user, kitchen)
    document = services.begun_of(request.body) or services.usual(mine, request.user, now_in(mine))
    return 201, _opened(services.begin(mine, request.user, document, now_in(mine)))


@router.get("/kitchens/{kitchen}/services/{service}", response={200: ServiceOut}, operation_id="open_service")
@refuses(TOO_MUCH_WORK)
def open_service(request: AuthedRequest, kitchen: str, service: int) -> dict[str, Any]:
    """A service with its plan."""
    return _opened(_find(request, kitchen, service))


@router.put(
    "/kitchens/{kitchen}/services/{service}",
    response={200: ServiceOut, 409: StaleService},
    operation_id="save_service",
    openapi_extra=body(
        {
            "type": "object",
            "required": ["revision", "document"],
            "properties": {"revision": {"type": "integer"}, "document": named("Service")},
        }
    ),
)
@refuses(CHANGED_MEANWHILE, *OF_A_SERVICE)
def save_service(request: AuthedRequest, kitchen: str, service: int) -> dict[str, Any]:
    """Save a service as it was typed, and plan it at once."""
    mine = kitchen_to_write(request.user, kitchen)
    _find(request, kitchen, service)
    revision, document = services.changed_of(request.body)
    return _opened(services.save(mine, request.user, service, revision, document, now_in(mine)))


@router.put("/kitchens/{kitchen}/services/{service}/thrown-out", response={204: None}, operation_id="throw_service_out")
@refuses(TOO_MUCH_WORK)
def throw_service_out(request: AuthedRequest, kitchen: str, service: int, thrown: ThrownIn) -> tuple[int, None]:
    """Throw a service out, or bring it back."""
    mine = kitchen_to_write(request.user, kitchen)
    _find(request, kitchen, service)
    services.throw_out(mine, request.user, service, out=thrown.thrown_out)
    return 204, None


@router.post("/kitchens/{kitchen}/services/{service}/ask/moved", response={200: MovedOut}, operation_id="step_moved")
@refuses(TOO_MUCH_WORK)
def step_moved(request: AuthedRequest, kitchen: str, service: int, step: MovedIn) -> dict[str, Any]:
    """What it would cost to have a step somewhere else; nothing is changed by asking."""
    found = _find(request, kitchen, service)
    possible, says = planned.step_moved(found, step.step, step.at, now_in(found.kitchen))
    return {"possible": possible, "says": says}


@router.get(
    "/kitchens/{kitchen}/services/{service}/run-sheet",
    operation_id="run_sheet",
    openapi_extra=file_of("application/pdf"),
)
@refuses(TOO_MUCH_WORK)
def print_run_sheet(
    request: AuthedRequest, kitchen: str, service: int, paper: Paper = "a4", person: str = ""
) -> HttpResponse:
    """The plan as a PDF, of one person or of all."""
    found = _find(request, kitchen, service)
    written = run_sheet(found.document, plan_of(found), paper, person or None)
    return _file(written, "application/pdf", f"run-sheet-{found.pk}.pdf")


@router.get(
    "/kitchens/{kitchen}/services/{service}/calendar", operation_id="calendar", openapi_extra=file_of("text/calendar")
)
@refuses(TOO_MUCH_WORK)
def export_calendar(request: AuthedRequest, kitchen: str, service: int, person: str = "") -> HttpResponse:
    """The plan as a calendar with alarms, of one person or of all."""
    found = _find(request, kitchen, service)
    written = calendar(found.document, plan_of(found), f"{kitchen}.{found.pk}", found.updated_at, person or None)
    return _file(written, "text/calendar; charset=utf-8", f"service-{found.pk}.ics")


def _file(content: bytes, kind: str, name: str) -> HttpResponse:
    return attachment(HttpResponse(content, content_type=kind), name)
