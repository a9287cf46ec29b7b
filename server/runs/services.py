"""Verbs on runs: begin one, take what happened, end it."""

import logging
import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from functools import partial
from typing import Any, Literal
from uuid import UUID, uuid4

from django.conf import settings
from django.db import transaction

from jarcore.data import OutOfTime
from jarcore.documents.refusal import NOT_VALID
from jarcore.documents.run import EVENT_VERSION
from jarcore.run import Event, NotKept, events_of, fold, taken
from jarcore.run.events import CORRECTED, ENDED, HAPPENED, VOID
from jarcore.service import first_and_last
from server.accounts.clock import now_in, pace_of, play
from server.accounts.models import Kitchen, User
from server.common.bodies import keepable
from server.common.kinds import TOO_MANY
from server.common.problems import Problem
from server.day.selectors import document_of_service
from server.day.services import follow, open_work, save_now
from server.feed.services import What, note
from server.pantry.selectors import stock_of
from server.runs import effects
from server.runs.models import Run, RunEvent, RunQuery
from server.runs.selectors import DOCUMENTS, LONGEST, counts_simulated, live_of, plan_of
from server.runs.shelf import read_by_itself, warm_on_the_shelf
from server.work.services import queue_once

logger = logging.getLogger(__name__)

# So many events are taken at once, and so many a run has at most.
MOST_AT_ONCE, MOST_OF_RUN = 500, 20_000
# The worker's task by which plans follow the clock each minute.
FOLLOW = "runs.follow_the_clock"
# Where a rehearsal is played faster its plans follow so often by its own clock [s]; and so long after its last plates.
FOLLOW_PLAYED, FOLLOWED_EACH_S, PLAYED_ON = "runs.follow_played", 120, timedelta(hours=3)
ELSEWHERE = "This event belongs to another run."
NOT_MENDED = "The formula is another by now, so this mend was not made. Ask for the mends again."
NEVER_CHANGED = "An event is never changed. Take it back, and say it anew."
# What an event makes of a service: nothing where it changes nothing of it.
Change = Callable[[dict[str, Any]], dict[str, Any] | None]


@dataclass(frozen=True, slots=True)
class Taken:
    """What became of one event that was sent: whether it is kept, and what is told of it."""

    id: str
    became: Literal["kept", "again", "refused"]
    told: list[str] = field(default_factory=list)


def begin(kitchen: Kitchen, user: User, service: int, now: datetime) -> Run:
    """Begin to cook a service: what was no version yet is kept as one, and work is under way from now on. One that is
    cooked already is gone on with.

    Raises: Service.DoesNotExist; Problem 422 where a course cannot be kept as a version, or there is nothing to cook.
    """
    going = live_of(kitchen, service)
    if going is not None:
        return going
    before = document_of_service(kitchen, service).get("began")
    found = open_work(kitchen, user, service, now)
    with transaction.atomic():
        run, _ = Run.objects.get_or_create(
            service_id=service,
            ended_at__isnull=True,
            defaults={
                "kitchen": kitchen,
                "title": found.title,
                "zone": first_and_last(found.document)[0].key,
                "document": found.document,
                "planned": found.plan,
                "served": _served(found.plan),
                "began_at": now,
                "begun_by": user,
                "rehearsal": settings.REHEARSAL,
            },
        )
        note(kitchen, What.RUN, run.pk, run.last)
    behind = list(_behind(found.plan, now)) if before else []
    if behind:
        take(kitchen, user, run.pk, behind, now)
    else:
        catch_up(run, now)
    return run


def _behind(plan: dict[str, Any], now: datetime) -> Iterator[dict[str, Any]]:
    """What a plan has behind it where work was under way before the run: done as planned, as the day has it."""
    for step in plan["steps"]:
        done = step["press"] == "done"
        at = datetime.fromisoformat(step["end"] if done else step["start"])
        if step["press"] != "none" and at <= now:
            by = (step["calls"] or [None])[0]
            does = {"do": "done" if done else "started", "step": step["id"], "at": at.isoformat(), "by": by}
            yield {"id": str(uuid4()), "version": EVENT_VERSION, "source": "planned", **does}


def _served(plan: dict[str, Any]) -> list[dict[str, Any]]:
    """What is served, for lists: each course with its covers and when the first of it leaves."""
    found: dict[str, dict[str, Any]] = {}
    for one in plan["served"]:
        mine = found.setdefault(one["course"], {"course": one["course"], "covers": 0, "first": one["at"]})
        mine["covers"] += one["covers"]
    return list(found.values())


def events_in(raw: bytes) -> list[Any]:
    """The events in a request's body. Raises: NotAFormula, Problem 422."""
    value = keepable(raw)
    listed = value.get("events") if isinstance(value, dict) else None
    if not isinstance(listed, list) or len(listed) > MOST_AT_ONCE:
        text = f"Events are a list of at most {MOST_AT_ONCE}."
        raise Problem(NOT_VALID, text, errors=[{"path": "/events", "text": text}])
    return listed


def take(kitchen: Kitchen, user: User, number: int, sent: Sequence[Any], now: datetime) -> list[Taken]:
    """Take what happened, late, twice and in any order; what became of each. Then the plan follows.

    Once this returns every event that is said to be kept is there, whatever happens to the plan.
    Raises: Run.DoesNotExist; Problem 422 where a run has more events than any evening.
    """
    run, answers, fresh = _keep(kitchen, number, user, sent, now)
    if fresh:
        try:
            catch_up(run, now)
        except OutOfTime:
            # Kept is kept, and nobody waits for more than that: the worker, which has no such bound, goes on with it.
            queue_once(FOLLOW, FOLLOW, timestamp=int(now.timestamp()))
    return answers


def _keep(
    kitchen: Kitchen, number: int, user: User | None, sent: Sequence[Any], now: datetime
) -> tuple[Run, list[Taken], list[RunEvent]]:
    """Keep events of a run and tell everybody: the run, what became of each, and those that were not there yet. Without
    a USER the server itself says them.
    """
    with transaction.atomic():
        run = Run.objects.of(kitchen).held(number)
        answers, fresh = _kept(run, user, sent, now)
        if fresh:
            run.last += len(fresh)
            run.save(update_fields=["last"])
            note(kitchen, What.RUN, run.pk, run.last)
    return run, answers, fresh


def _kept(run: Run, user: User | None, sent: Sequence[Any], now: datetime) -> tuple[list[Taken], list[RunEvent]]:
    """Keep those events that can be kept and are not there yet."""
    names = [name for one in sent if (name := _name(one)) is not None]
    there = {one.pk: one for one in RunEvent.objects.filter(pk__in=names)}
    answers, fresh = list[Taken](), dict[UUID, RunEvent]()
    # As it is after each event, for what the next one finds there.
    service = None if run.service_id is None else document_of_service(run.kitchen, run.service_id)
    pantry = stock_of(run.kitchen).pantry
    for event in sent:
        try:
            document, told = taken(event, now, rehearsal=counts_simulated(run))
        except NotKept as refused:
            answers.append(Taken(str(_name(event) or ""), "refused", [str(refused)]))
            continue
        name = UUID(document["id"])
        known = there.get(name) or fresh.get(name)
        if known is None:
            if user is not None:
                document["signed"] = user.initials
            row = RunEvent(pk=name, run=run, number=run.last + len(fresh) + 1, document=document, signed_by=user)
            if service is not None:
                then = effects.changed(service, document, pantry)
                row.was = None if then is None else effects.found(service, document)
                service = then or service
                if document["do"] == CORRECTED and then is None:
                    told = [*told, NOT_MENDED]
            fresh[name] = row
            answers.append(Taken(str(name), "kept", told))
        elif known.run_id != run.pk:
            answers.append(Taken(str(name), "refused", [ELSEWHERE]))
        else:
            same = all(known.document.get(key) == value for key, value in document.items() if key != "received_at")
            answers.append(Taken(str(name), "again", [] if same else [NEVER_CHANGED]))
    if run.last + len(fresh) > MOST_OF_RUN:
        text = f"A run has at most {MOST_OF_RUN} events. End it, and begin another."
        raise Problem(TOO_MANY, text, errors=[{"path": "/events", "text": text}])
    RunEvent.objects.bulk_create(fresh.values())
    return answers, list(fresh.values())


def _name(event: Any) -> UUID | None:
    return _uuid(event.get("id")) if isinstance(event, dict) else None


def _uuid(text: Any) -> UUID | None:
    try:
        return UUID(text) if isinstance(text, str) else None
    except ValueError:
        return None


def _has_effect(run: Run, now: datetime) -> None:
    """Change the service as events say, or change it back: each once, and also where it was broken off before."""
    mine = Run.objects.filter(pk=run.pk)
    made = mine.values_list("effected", flat=True).get()
    for row in RunEvent.objects.filter(run=run, number__gt=made).select_related("signed_by").order_by("number"):
        before, upto = mine.filter(effected__lt=row.number), row.number
        change = _change(run, row)
        if change is None or run.service_id is None:
            continue

        def once(service: dict[str, Any], before: RunQuery = before, change: Change = change) -> dict[str, Any] | None:
            """Nothing where somebody else has made it meanwhile."""
            return change(service) if before.exists() else None

        save_now(run.kitchen, row.signed_by, run.service_id, once, now, partial(before.update, effected=upto))
    mine.filter(effected__lt=run.last).update(effected=run.last)


def _change(run: Run, row: RunEvent) -> Change | None:
    """What an event changes of the service, or what it takes back; None for neither."""
    pantry = stock_of(run.kitchen).pantry
    if row.document["do"] in (HAPPENED, CORRECTED) and row.was is not None:
        return lambda service: effects.changed(service, row.document, pantry)
    if row.document["do"] != VOID:
        return None
    name = _uuid(row.document.get("event"))
    gone = None if name is None else RunEvent.objects.filter(run=run, pk=name).first()
    if gone is None or gone.was is None:
        return None
    return lambda service: effects.taken_back(service, gone.document, gone.was, pantry)


def catch_up(run: Run, now: datetime) -> None:
    """Have the service and its plan follow what happened by now; a run that somebody ended keeps its last plan."""
    _has_effect(run, now)
    read = _read(run)
    warm = list(_warm(run, read, now))
    if warm:
        _keep(run.kitchen, run.pk, None, warm, now)
        read = _read(run)
    if run.service_id is not None and run.plan is None:
        happened = [{**one.says, "at": _at(one.at), "offset_ms": 0} for one in read]
        follow(run.service_id, happened, now)
    ended = next((one.at for one in read if one.do == ENDED), None)
    at = None if ended is None else datetime.fromtimestamp(ended / 1000, UTC)
    if at == run.ended_at:
        return
    with transaction.atomic():
        held = Run.objects.select_related("kitchen").held(run.pk)
        plan, number, _ = plan_of(held)
        # It counts on, so that whoever knows an older one learns of it.
        held.plan, held.plan_number, held.ended_at = plan if at else None, number + 1, at
        held.save(update_fields=["plan", "plan_number", "ended_at"])
        note(held.kitchen, What.RUN, held.pk, held.last)


def _read(run: Run) -> list[Event]:
    written = list(RunEvent.objects.filter(run=run).order_by("number").values_list("document", flat=True))
    return events_of(written, UTC)


def _warm(run: Run, read: list[Event], now: datetime) -> Iterator[dict[str, Any]]:
    """What the chiller's thermometer says of raw fish on its shelf; nothing once the run is over."""
    if not run.rehearsal or run.last >= MOST_OF_RUN:
        return
    if run.ended_at is None and not any(one.do == ENDED for one in read):
        plan = plan_of(run)[0]
        yield from warm_on_the_shelf(run, plan, fold(plan, read, rehearsal=True), read, now)


def _at(ms: int) -> str:
    return datetime.fromtimestamp(ms / 1000, UTC).isoformat(timespec="milliseconds")


def follow_the_clock(real: datetime) -> int:
    """Have the plans of all runs that go on follow the clock of their kitchen, and enter what is read by itself; how
    many those are. REAL is the time that it is.
    """
    going = Run.objects.filter(ended_at__isnull=True, service__isnull=False).select_related("kitchen")
    found = [run for run in going if run.began_at >= now_in(run.kitchen, real) - LONGEST]
    for run in found:
        try:
            _follow(run, now_in(run.kitchen, real))
        except Exception:
            # Whatever one run trips over, those of everybody else go on.
            logger.exception("Run %s is not followed", run.pk)
    return len(found)


def _follow(run: Run, now: datetime) -> None:
    by_itself = list(read_by_itself(run, now)) if run.last < MOST_OF_RUN else []
    if by_itself:
        run, _, _ = _keep(run.kitchen, run.pk, None, by_itself, now)
    # With its events, for whoever kept the last of them may not have come to the plan.
    catch_up(run, now)


def follow_played(kitchen: Kitchen) -> None:
    """Tell everybody at which pace a kitchen is played; where that is a fast one its plans follow more often."""
    with transaction.atomic():
        note(kitchen, What.PEOPLE)
        for run in Run.objects.of(kitchen).filter(ended_at__isnull=True).only("pk", "last"):
            note(kitchen, What.RUN, run.pk, run.last)
        follow_again()


def follow_again() -> None:
    """Have the plans of what is played faster follow again in a while; what is over by its clock is played no more."""
    going = Run.objects.filter(ended_at__isnull=True).select_related("kitchen").defer(*DOCUMENTS)
    played = [run for run in going if pace_of(run.kitchen) > 1]
    for run in played:
        last = max((datetime.fromisoformat(one["first"]) for one in run.served), default=run.began_at)
        if now_in(run.kitchen) > last + PLAYED_ON:
            play(run.kitchen, 1)
    fastest = max((pace_of(run.kitchen) for run in played), default=1)
    if fastest > 1:
        queue_once(FOLLOW_PLAYED, FOLLOW_PLAYED, after_s=math.ceil(FOLLOWED_EACH_S / fastest))
