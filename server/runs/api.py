"""Runs over HTTP."""

from dataclasses import asdict
from datetime import datetime
from typing import Annotated, Any
from uuid import UUID
from zoneinfo import ZoneInfo

from django.http import Http404, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from jarcore.documents.plan import Plan
from jarcore.documents.run import FORMAT, FORMAT_VERSION
from jarcore.questions.correct import Corrected, Happened
from jarcore.questions.declarations import Taste
from jarcore.run import Kind, Record, kinds
from jarcore.service import CourseAsItIs
from server.accounts.clock import now_in, pace_of
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.common.answers import BYTES, EVENTS, answered, attachment, body, core_json, file_of, named
from server.common.kinds import (
    CHANGED_MEANWHILE,
    CHANGED_SINCE,
    NO_PHOTO,
    NOT_READY,
    NOT_VALID_YET,
    NOTHING_TO_COOK,
    OF_ANOTHER_RUN,
    PHOTO_TOO_LARGE,
    TOO_MANY,
    TOO_MUCH_WORK,
)
from server.common.refusals import OF_A_FORMULA, refuses
from server.common.text import Text
from server.common.typed import Event, ServiceDraft
from server.day.selectors import service_of
from server.day.services import put_off
from server.runs import photos, selectors, services
from server.runs.models import Photo, Run

router = Router(tags=["runs"])


class ServedItem(Schema):
    """What is served: a course with its covers, and when its first plates leave."""

    course: str
    covers: int
    first: str


class RunItem(Schema):
    """A run in a list; without an end it goes on."""

    id: int
    service: int | None
    title: str
    began_at: str
    ended_at: str | None
    served: list[ServedItem]


class RunList(Schema):
    """A page of runs, the newest first; behind the last of them is the next page, where `more`."""

    items: list[RunItem]
    more: bool


class LiveOut(Schema):
    """A run as it stands: the events behind a number, the service and its plan where that is another than was asked
    with, and the time by the clock that all go by [ms since the epoch]. In a rehearsal simulated readings count, and
    that clock may go at another pace.
    """

    now_ms: int
    pace: int
    last: int
    ended_at: str | None
    rehearsal: bool
    events: list[Event]
    plan_number: int
    plan: Plan | None
    document: ServiceDraft | None
    changed: list[str]


class RunOut(LiveOut):
    """A run opened, with the plan that it began with, what can be entered into the temperature record beside it,
    and at which paces it can be played.
    """

    id: int
    service: int | None
    title: str
    began_at: str
    planned: Plan
    log_kinds: list[Kind]
    paces: list[int]


class TakenOut(Schema):
    """What became of one event: kept, kept already, or refused; and what is told of it."""

    id: str
    became: str
    told: list[str]


class SentOut(LiveOut):
    """What became of the events that were sent, and how it stands since."""

    taken: list[TakenOut]


Above = Annotated[float, Field(gt=0, allow_inf_nan=False)]


class MendsIn(Schema):
    """The step whose jar did not go as planned; besides what was weighed how it tastes, what was spilled of it [g], or
    what it was to be reduced to and weighs [g].
    """

    step: Text
    taste: Taste | None = None
    spilled_g: Above | None = None
    reduced_g: tuple[Above, Above] | None = None


class MendsOut(Schema):
    """The ways to mend a jar; their patches are of its course's formula for so many covers."""

    covers: int
    answer: Corrected


class PutOffIn(Schema):
    """A step, and until when it is put off (each a time with its offset)."""

    step: Text
    until: list[Text] = Field(max_length=6)


class PutOffOut(Schema):
    """What it would cost to put a step off until then, in words; nothing where it costs nothing."""

    until: str
    says: list[str]


def _item(run: Run) -> dict[str, Any]:
    return {
        "id": run.pk,
        "service": run.service_id,
        "title": run.title,
        "began_at": _local(run, run.began_at),
        "ended_at": run.ended_at and _local(run, run.ended_at),
        "served": run.served,
    }


def _local(run: Run, at: datetime) -> str:
    """A time by the clock of where the run was."""
    return at.astimezone(ZoneInfo(run.zone)).isoformat(timespec="seconds")


def _live(run: Run, after: int, plan_number: int | None) -> dict[str, Any]:
    plan, number, changed = selectors.plan_of(run)
    return {
        "now_ms": round(now_in(run.kitchen).timestamp() * 1000),
        "pace": pace_of(run.kitchen),
        "last": run.last,
        "ended_at": run.ended_at and _local(run, run.ended_at),
        "rehearsal": selectors.counts_simulated(run),
        "events": selectors.events_after(run, after),
        "plan_number": number,
        "plan": None if number == plan_number else plan,
        "document": None if number == plan_number else selectors.document_of(run),
        "changed": changed,
    }


def _find(request: AuthedRequest, kitchen: str, run: int) -> Run:
    mine = kitchen_to_read(request.user, kitchen)
    found = Run.objects.of(mine).select_related("kitchen").filter(pk=run).first()
    if found is None:
        raise Http404
    return found


@router.get("/kitchens/{kitchen}/runs", response={200: RunList}, operation_id="runs")
def list_runs(request: AuthedRequest, kitchen: str, before: int | None = None) -> dict[str, Any]:
    """The kitchen's runs, the newest first; with `before` those behind that one."""
    found = selectors.runs(kitchen_to_read(request.user, kitchen), before)
    return {"items": [_item(one) for one in found], "more": len(found) == selectors.PAGE}


@router.post("/kitchens/{kitchen}/services/{service}/run", response={200: RunItem}, operation_id="begin_run")
@refuses(NOTHING_TO_COOK, CHANGED_SINCE, NOT_VALID_YET, NOT_READY, CHANGED_MEANWHILE, *OF_A_FORMULA)
def begin_run(request: AuthedRequest, kitchen: str, service: int) -> dict[str, Any]:
    """Begin to cook a service, or go on with it; drafts among its courses are kept as versions first."""
    mine = kitchen_to_write(request.user, kitchen)
    return _item(services.begin(mine, request.user, service, now_in(mine)))


@router.get("/kitchens/{kitchen}/runs/{run}", response={200: RunOut}, operation_id="open_run")
@refuses(TOO_MUCH_WORK)
def open_run(request: AuthedRequest, kitchen: str, run: int) -> dict[str, Any]:
    """A run with all that happened."""
    found = _find(request, kitchen, run)
    return {
        **_item(found),
        **_live(found, 0, None),
        "planned": found.planned,
        "log_kinds": kinds(),
        "paces": selectors.paces_of(found),
    }


@router.get("/kitchens/{kitchen}/runs/{run}/live", response={200: LiveOut}, operation_id="live_run")
@refuses(TOO_MUCH_WORK)
def live_run(
    request: AuthedRequest, kitchen: str, run: int, after: int = 0, plan_number: int | None = None
) -> dict[str, Any]:
    """What happened in a run since a number, and its plan where that is another."""
    return _live(_find(request, kitchen, run), after, plan_number)


@router.post(
    "/kitchens/{kitchen}/runs/{run}/events",
    response={200: SentOut},
    operation_id="send_events",
    openapi_extra=body(EVENTS),
)
@refuses(TOO_MANY, TOO_MUCH_WORK)
def send_events(
    request: AuthedRequest, kitchen: str, run: int, after: int = 0, plan_number: int | None = None
) -> dict[str, Any]:
    """Say what happened, as often and as late as it must be: what is kept is answered, and how it stands since."""
    mine = kitchen_to_write(request.user, kitchen)
    _find(request, kitchen, run)
    taken = services.take(mine, request.user, run, services.events_in(request.body), now_in(mine))
    return {**_live(_find(request, kitchen, run), after, plan_number), "taken": [asdict(one) for one in taken]}


@router.post("/kitchens/{kitchen}/runs/{run}/ask/not-yet", response={200: list[PutOffOut]}, operation_id="not_yet")
@refuses(TOO_MUCH_WORK)
def not_yet(request: AuthedRequest, kitchen: str, run: int, asked: PutOffIn) -> list[dict[str, Any]]:
    """What it would cost to put a step off; nothing is changed by asking."""
    found = _find(request, kitchen, run)
    now = now_in(found.kitchen)
    if found.service_id is None:
        raise Http404
    said = {"do": "not_yet", "step": asked.step, "at": now.isoformat()}
    costs = put_off(service_of(found.kitchen, found.service_id), ({**said, "until": one} for one in asked.until), now)
    return [{"until": until, "says": says} for until, says in zip(asked.until, costs, strict=True)]


@router.post("/kitchens/{kitchen}/runs/{run}/ask/mends", response={200: MendsOut}, operation_id="mends")
@refuses(TOO_MUCH_WORK)
def ask_mends(request: AuthedRequest, kitchen: str, run: int, asked: MendsIn) -> HttpResponse:
    """What can be done about a jar that did not go as planned; nothing is changed by asking."""
    happened = Happened(taste=asked.taste, spilled_g=asked.spilled_g, reduced_g=asked.reduced_g)
    mine = _find(request, kitchen, run)
    found = selectors.mends_of(mine, asked.step, happened, now_in(mine.kitchen), request.user.initials)
    if found is None:
        raise Http404
    return core_json({"covers": found.covers, "answer": found.answer})


@router.get("/kitchens/{kitchen}/runs/{run}/as-it-is", response={200: list[CourseAsItIs]}, operation_id="as_it_is")
@refuses(TOO_MUCH_WORK)
def run_as_it_is(request: AuthedRequest, kitchen: str, run: int) -> HttpResponse:
    """Each course of a run as it really is: with what went in, how warm it was and how long it lay."""
    found = _find(request, kitchen, run)
    return core_json(selectors.as_it_is_of(found, now_in(found.kitchen)))


@router.get("/kitchens/{kitchen}/runs/{run}/record", response={200: Record}, operation_id="run_record")
@refuses(TOO_MUCH_WORK)
def run_on_record(request: AuthedRequest, kitchen: str, run: int) -> HttpResponse:
    """A run on record: planned against actual."""
    return core_json(selectors.record_of(_find(request, kitchen, run)))


class PhotoOut(Schema):
    """A photo that is kept."""

    id: str


@router.put(
    "/kitchens/{kitchen}/runs/{run}/photos/{photo}",
    response={200: PhotoOut},
    operation_id="keep_photo",
    openapi_extra={"requestBody": {"required": True, "content": {photos.KIND: {"schema": BYTES}}}},
)
@refuses(OF_ANOTHER_RUN, TOO_MANY, NO_PHOTO, PHOTO_TOO_LARGE)
def keep_photo(request: AuthedRequest, kitchen: str, run: int, photo: UUID) -> dict[str, str]:
    """Keep a photo of a run under a name of its own, as often as it must be; an event says of what it is."""
    mine = kitchen_to_write(request.user, kitchen)
    return {"id": str(photos.keep(mine, request.user, run, photo, request.body).pk)}


@router.get("/kitchens/{kitchen}/runs/{run}/photos/{photo}", operation_id="photo", openapi_extra=file_of(photos.KIND))
def read_photo(request: AuthedRequest, kitchen: str, run: int, photo: UUID) -> HttpResponse:
    """A photo of a run."""
    found = Photo.objects.filter(run=_find(request, kitchen, run), pk=photo).first()
    if found is None:
        raise Http404
    return HttpResponse(bytes(found.content), content_type=photos.KIND)


@router.get(
    "/kitchens/{kitchen}/runs/{run}/photos", operation_id="run_with_photos", openapi_extra=file_of("application/zip")
)
@refuses(TOO_MUCH_WORK)
def export_with_photos(request: AuthedRequest, kitchen: str, run: int) -> HttpResponse:
    """A run as an open document, with its photos beside it, as a ZIP."""
    found = _find(request, kitchen, run)
    written = photos.packed(core_json(_document(found)).content, found)
    return attachment(HttpResponse(written, content_type="application/zip"), f"run-{found.pk}.zip")


@router.get(
    "/kitchens/{kitchen}/runs/{run}/document",
    operation_id="run_document",
    openapi_extra=answered(named("Run")),
)
@refuses(TOO_MUCH_WORK)
def export_run(request: AuthedRequest, kitchen: str, run: int) -> HttpResponse:
    """A run as an open document."""
    found = _find(request, kitchen, run)
    return attachment(core_json(_document(found)), f"run-{found.pk}.json")


def _document(found: Run) -> dict[str, Any]:
    return {
        "format": FORMAT,
        "format_version": FORMAT_VERSION,
        "title": found.title,
        "began_at": _local(found, found.began_at),
        "ended_at": found.ended_at and _local(found, found.ended_at),
        "rehearsal": found.rehearsal,
        "service": found.document,
        "planned": found.planned,
        "plan": selectors.plan_of(found)[0],
        "events": selectors.events_after(found),
    }
