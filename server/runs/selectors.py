"""What is read of runs."""

from dataclasses import replace
from datetime import datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.conf import settings

from jarcore.documents.plan import PlannedStep
from jarcore.questions.correct import Happened
from jarcore.run import Event, Line, Record, done_about, events_of, fold, of_run, record
from jarcore.run.fold import OVER
from jarcore.service import CourseAsItIs, Mends, as_it_is, mends
from server.accounts.clock import PACES
from server.accounts.models import Kitchen
from server.day.asked import asked_of
from server.day.selectors import document_of_service, plan_now
from server.pantry.selectors import stock_of
from server.runs.models import Run, RunEvent

PAGE = 50
# Nobody waits longer for a run that was never ended.
LONGEST = timedelta(hours=36)
# What is long of a run: read only where it is asked for.
DOCUMENTS = ("document", "planned", "plan")


def runs(kitchen: Kitchen, before: int | None) -> list[Run]:
    """A page of the kitchen's runs, the newest first; with BEFORE those behind that one."""
    found = Run.objects.of(kitchen).order_by("-id").defer(*DOCUMENTS)
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


def asked_of_run(run: Run) -> dict[str, Any]:
    """The service of a run as it is planned: with what was made ahead."""
    return asked_of(run.kitchen, document_of(run), run.service_id)


def record_of(run: Run) -> Record:
    """A run on record."""
    return record(run.planned, plan_of(run)[0], events_after(run), ZoneInfo(run.zone), rehearsal=counts_simulated(run))


def counts_simulated(run: Run) -> bool:
    """Whether simulated readings count in a run: never where a kitchen is served, whatever was played there before."""
    return run.rehearsal and settings.REHEARSAL


def paces_of(run: Run) -> list[int]:
    """At which paces a run can be played; none where it is no rehearsal."""
    return list(PACES) if counts_simulated(run) else []


def temperatures_of_runs(kitchen: Kitchen, starts: datetime, ends: datetime) -> tuple[list[Line], dict[str, str]]:
    """The lines of the temperature record of all runs that may have some between two times, and what was done since."""
    found = Run.objects.of(kitchen).filter(began_at__gte=starts - LONGEST, began_at__lt=ends)
    lines, done = list[Line](), dict[str, str]()
    for run in found.select_related("kitchen").order_by("began_at"):
        events = _read(run)
        lines += of_run(plan_of(run)[0], events, rehearsal=counts_simulated(run))
        done |= done_about(events)
    return lines, done


def mends_of(run: Run, step: str, happened: Happened, at: datetime, initials: str) -> Mends | None:
    """What can be done about the jar of a step that did not go as planned: by what was weighed, and by what else
    HAPPENED. None where it has none, or where that is made apart for some of the covers only: no formula of its own
    says what is in it.
    """
    plan, events = plan_of(run)[0], _read(run)
    mine = next((one for one in plan["steps"] if one["id"] == step), None)
    if mine is None or mine["course"] is None or mine["jar"] is None or not step.startswith(f"{mine['course']}."):
        return None
    state = fold(plan, events, rehearsal=counts_simulated(run))
    on = (one for one in plan["steps"] if one["do"] == "put_on" and _same_jar(one, mine))
    return mends(
        asked_of_run(run),
        events,
        mine["course"],
        mine["jar"],
        replace(happened, on_fish=any(state.steps[one["id"]].standing == OVER for one in on)),
        at=at.astimezone(ZoneInfo(run.zone)).isoformat(timespec="minutes"),
        initials=initials,
        pantry=stock_of(run.kitchen).pantry,
    )


def as_it_is_of(run: Run, now: datetime) -> list[CourseAsItIs]:
    """Each course of a run as it really is."""
    plan, events = plan_of(run)[0], _read(run)
    state = fold(plan, events, rehearsal=counts_simulated(run))
    at = round((run.ended_at or now).timestamp() * 1000)
    return as_it_is(asked_of_run(run), plan, events, state, at, stock_of(run.kitchen).pantry)


def _read(run: Run) -> list[Event]:
    return events_of(events_after(run), ZoneInfo(run.zone))


def _same_jar(one: PlannedStep, other: PlannedStep) -> bool:
    return (one["course"], one["jar"]) == (other["course"], other["jar"])
