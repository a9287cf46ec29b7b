"""What is read of runs."""

from typing import Any
from zoneinfo import ZoneInfo

from jarcore.run import Record, record
from server.accounts.models import Kitchen
from server.day.selectors import document_of_service, plan_now
from server.runs.models import Run, RunEvent

PAGE = 50


def runs(kitchen: Kitchen, before: int | None) -> list[Run]:
    """A page of the kitchen's runs, the newest first; with BEFORE those behind that one."""
    found = Run.objects.of(kitchen).order_by("-id").defer("document", "planned", "plan")
    return list((found if before is None else found.filter(pk__lt=before))[:PAGE])


def events_after(run: Run, after: int = 0) -> list[dict[str, Any]]:
    """The events of a run behind a number, in the order in which they were kept."""
    found = RunEvent.objects.filter(run=run, number__gt=after).order_by("number").values_list("number", "document")
    return [{"number": number, **document} for number, document in found]


def live_of(kitchen: Kitchen, service: int) -> Run | None:
    """The run of a service that goes on, if one does."""
    return Run.objects.of(kitchen).filter(service=service, ended_at__isnull=True).first()


def plan_of(run: Run) -> tuple[Any, int, list[str]]:
    """The plan of a run, the number of it, and what is otherwise by that: the service's while it goes on."""
    if run.plan is None and run.service_id is not None:
        return plan_now(run.kitchen, run.service_id)
    return run.plan or run.planned, run.plan_number, []


def document_of(run: Run) -> dict[str, Any]:
    """The service of a run: as it is now while it goes on, else as it was begun."""
    if run.plan is None and run.service_id is not None:
        return document_of_service(run.kitchen, run.service_id)
    document: dict[str, Any] = run.document
    return document


def record_of(run: Run) -> Record:
    """A run on record."""
    return record(run.planned, plan_of(run)[0], events_after(run), ZoneInfo(run.zone))
