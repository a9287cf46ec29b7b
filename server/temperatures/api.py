"""The temperature record over HTTP."""

from dataclasses import asdict
from datetime import date, timedelta
from typing import Any, Literal

from django.conf import settings
from django.http import HttpResponse
from ninja import Router, Schema

from jarcore.documents.refusal import NOT_VALID
from jarcore.exchange import temperature_sheet, temperature_table
from jarcore.run import Entry, Kind, kinds
from server.accounts.clock import now_in
from server.accounts.models import Kitchen
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.common.answers import EVENTS, attachment, body, file_of
from server.common.problems import Problem
from server.runs.api import TakenOut
from server.runs.services import events_in
from server.temperatures import services
from server.temperatures.selectors import Days, days_of, record_of_days, to_be_done

router = Router(tags=["temperatures"])
Paper = Literal["a4", "letter"]
# So many days are shown, or exported, at once.
MOST_DAYS = 92


class TemperaturesOut(Schema):
    """The record of some days; what is due by now, what was missed of late and waits for a corrective action, and the
    kinds of lines that can be entered. In a rehearsal simulated readings are in it.
    """

    first: str
    last: str
    rehearsal: bool
    entries: list[Entry]
    due: list[str]
    missing: list[Entry]
    kinds: list[Kind]


class LogOut(Schema):
    """What became of the lines that were sent."""

    taken: list[TakenOut]


def _days(kitchen: Kitchen, first: date | None, last: date | None) -> Days:
    days = days_of(kitchen, now_in(kitchen), first, last)
    if not timedelta(0) <= days.last - days.first < timedelta(days=MOST_DAYS):
        text = f"From the first day to the last, at most {MOST_DAYS} days."
        raise Problem(NOT_VALID, text, errors=[{"path": "/last", "text": text}])
    return days


@router.get("/kitchens/{kitchen}/temperatures", response={200: TemperaturesOut}, operation_id="temperatures")
def read_temperatures(
    request: AuthedRequest, kitchen: str, first: date | None = None, last: date | None = None
) -> dict[str, Any]:
    """The temperature record of some days; without any of today."""
    mine = kitchen_to_read(request.user, kitchen)
    days = _days(mine, first, last)
    now = now_in(mine)
    due, missing = to_be_done(mine, now)
    return {
        "first": days.first.isoformat(),
        "last": days.last.isoformat(),
        "rehearsal": settings.REHEARSAL,
        "entries": record_of_days(mine, days),
        "due": due,
        "missing": missing,
        "kinds": kinds(),
    }


@router.post(
    "/kitchens/{kitchen}/temperatures",
    response={200: LogOut},
    operation_id="log_temperatures",
    openapi_extra=body(EVENTS),
)
def log_temperatures(request: AuthedRequest, kitchen: str) -> dict[str, Any]:
    """Enter lines that belong to no run, as often as it must be: each has a name of its own and counts once."""
    mine = kitchen_to_write(request.user, kitchen)
    taken = services.log(mine, request.user, events_in(request.body), now_in(mine))
    return {"taken": [asdict(one) for one in taken]}


@router.get(
    "/kitchens/{kitchen}/temperatures/table",
    operation_id="temperature_table",
    openapi_extra=file_of("text/csv"),
)
def export_table(
    request: AuthedRequest, kitchen: str, first: date | None = None, last: date | None = None
) -> HttpResponse:
    """The temperature record as a table (CSV)."""
    mine = kitchen_to_read(request.user, kitchen)
    days = _days(mine, first, last)
    written = temperature_table(record_of_days(mine, days))
    return attachment(HttpResponse(written, content_type="text/csv; charset=utf-8"), _named(mine, days, "csv"))


@router.get(
    "/kitchens/{kitchen}/temperatures/sheet",
    operation_id="temperature_sheet",
    openapi_extra=file_of("application/pdf"),
)
def print_sheet(
    request: AuthedRequest, kitchen: str, first: date | None = None, last: date | None = None, paper: Paper = "a4"
) -> HttpResponse:
    """The temperature record as a PDF."""
    mine = kitchen_to_read(request.user, kitchen)
    days = _days(mine, first, last)
    about = (days.first.isoformat(), days.last.isoformat())
    written = temperature_sheet(record_of_days(mine, days), mine.name, about, paper, rehearsal=settings.REHEARSAL)
    return attachment(HttpResponse(written, content_type="application/pdf"), _named(mine, days, "pdf"))


def _named(kitchen: Kitchen, days: Days, kind: str) -> str:
    return f"{kitchen.slug}-temperatures-{days.first}-{days.last}.{kind}"
