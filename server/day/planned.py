"""Plans of services: what is filled from them at save, and the better plan that the worker looks for."""

from collections.abc import Collection, Iterable, Iterator
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from jarcore.data import is_by_this_core
from jarcore.documents.plan import Plan, as_now
from jarcore.service import compared, costs, first_and_last, moved, plan
from server.accounts.clock import now_in
from server.day.asked import asked_of
from server.day.models import Service
from server.feed.services import What, note
from server.pantry.selectors import stock_of

# What a saved service fills.
FILLED = (
    "document",
    "title",
    "plan",
    "plan_before",
    "plan_number",
    "searched",
    "changed",
    "begins_at",
    "serves_at",
    "ends_at",
    "planned_at",
    "trail",
)
PINS, BEGAN = "pins", "began"
# What of a service no plan hangs on.
CALLED = ("title", "notes")
# Nobody looks for a better plan of what has been over for so long.
LONG_OVER = timedelta(hours=6)
# So many changes of the day are told.
MOST_TOLD = 100


def _at_once(service: Service, document: dict[str, Any], before: Plan | None) -> Plan:
    """The plan at once of a document of a service, as of when it is planned."""
    asked, stock = asked_of(service.kitchen, document, service.pk), stock_of(service.kitchen)
    now, happened = _now(service, document), service.happened
    return plan(asked, stock.pantry, stock.told, happened, search=False, mends=False, before=before, now=now)


def _now(service: Service, document: dict[str, Any]) -> str | None:
    """The time before which nothing is planned, local to the service; None where that does not count."""
    if service.planned_at is None:
        return None
    zone, _, _ = first_and_last(document)
    # With its offset: in the night of the clock change an hour comes twice.
    return service.planned_at.astimezone(zone).isoformat(timespec="minutes")


def fill(service: Service, before: dict[str, Any] | None, by: str, planned_at: datetime | None) -> None:
    """Plan a service at once and fill its columns.

    BEFORE is its document as it was, None for a new one; BY who changed it. Nothing is planned before PLANNED_AT. Where
    steps are only put somewhere, and where work is under way, the plan that was shown is left no further than it has to
    be.
    """
    title = service.document.get("title")
    service.title = title.strip() if isinstance(title, str) else ""
    if before is not None and _without(before, CALLED) == _without(service.document, CALLED):
        service.plan = {**service.plan, "title": title if isinstance(title, str) else None}
        return
    service.planned_at = planned_at
    under_way = bool(service.document.get(BEGAN)) and planned_at is not None
    kept = before is not None and (under_way or service.happened is not None or _puts_only(before, service.document))
    shown: Plan | None = _shown(service) if kept else None
    now = _at_once(service, service.document, shown)
    service.changed = []
    if before is not None:
        # A plan that was searched for is better than any at once: like is compared with like.
        was = plan_of(service) if shown is None and not service.searched else shown
        service.changed = compared(was or _at_once(service, before, None), now)
        if service.searched:
            service.plan_before = service.plan
        if under_way and planned_at is not None and before.get(BEGAN):
            entry = {"at": planned_at.isoformat(timespec="minutes"), "by": by, "says": service.changed}
            service.trail = [entry, *service.trail][:MOST_TOLD]
    service.plan, service.searched = dict(now), False
    service.plan_number += 1
    _fill_times(service, now)


def _shown(service: Service) -> Plan:
    """The plan that people have gone by, whichever core has made it: what it has behind them does not move."""
    if Plan.__required_keys__ <= service.plan.keys():
        return as_now(service.plan)
    return plan_of(service)


def _puts_only(before: dict[str, Any], after: dict[str, Any]) -> bool:
    """Whether steps are put somewhere and nothing else is otherwise; what is let go finds its place anew."""
    held = [len(pins) if isinstance(pins := one.get(PINS), list) else 0 for one in (before, after)]
    return held[0] <= held[1] > 0 and _without(before, (PINS,)) == _without(after, (PINS,))


def _without(document: dict[str, Any], fields: Collection[str]) -> dict[str, Any]:
    return {key: value for key, value in document.items() if key not in fields}


def _fill_times(service: Service, made: Plan) -> None:
    """From when to when it goes by its plan; what has no plate yet stands at the time it was begun."""
    begun = service.created_at or timezone.now()
    served = sorted(datetime.fromisoformat(one["at"]) for one in made["served"])
    starts = made["starts_at"]
    service.serves_at = served[0] if served else begun
    service.ends_at = served[-1] if served else begun
    service.begins_at = datetime.fromisoformat(starts) if starts else service.serves_at


def plan_of(service: Service) -> Plan:
    """The plan of a service as it is kept; one of another core is made anew, at once."""
    if is_by_this_core(service.plan.get("engine")):
        kept: Plan = service.plan
        return kept
    return _at_once(service, service.document, None)


def follow(number: int, happened: list[dict[str, Any]] | None, now: datetime) -> None:
    """Plan a service anew from now, by what has happened to its steps (as before, where it is not said)."""
    with transaction.atomic():
        service = Service.objects.select_related("kitchen").held(number)
        anew = happened is not None and happened != service.happened
        if happened is not None:
            service.happened = happened
        service.planned_at = now
        shown = _shown(service)
        made = _at_once(service, service.document, shown)
        if not anew and made == shown:
            return
        service.plan_before, service.changed = dict(shown), costs(shown, made)
        service.plan = dict(made)
        service.plan_number += 1
        _fill_times(service, made)
        service.save(update_fields=[*(name for name in FILLED if name != "document"), "happened"])
        note(service.kitchen, What.SERVICE, service.pk, service.revision)


def put_off(service: Service, events: Iterable[dict[str, Any]], now: datetime) -> Iterator[list[str]]:
    """What it would cost if each of some events came on top, one without the other; nothing is changed by asking."""
    happened, shown = service.happened or [], plan_of(service)
    service.planned_at = now
    for event in events:
        service.happened = [*happened, event]
        yield costs(shown, _at_once(service, service.document, shown))


def look_for_better(number: int) -> None:
    """Look for a better plan and for what would mend it, and keep both where the service is still the same."""
    service = Service.objects.select_related("kitchen").filter(pk=number, thrown_out_at__isnull=True).first()
    if service is None or service.searched:
        return
    if service.ends_at < now_in(service.kitchen) - LONG_OVER:
        Service.objects.filter(pk=number, revision=service.revision).update(searched=True)
        return
    asked, stock = asked_of(service.kitchen, service.document, service.pk), stock_of(service.kitchen)
    stays = bool(service.document.get(PINS) or service.document.get(BEGAN))
    now = _now(service, service.document)
    shown = plan_of(service) if stays else None
    happened = service.happened
    better = plan(asked, stock.pantry, stock.told, happened, search=happened is None, before=shown, now=now)
    with transaction.atomic():
        held = Service.objects.held(number)
        if held.revision != service.revision or held.plan_number != service.plan_number:
            # What is otherwise meanwhile is looked for anew.
            return
        if is_by_this_core(held.plan_before.get("engine")):
            held.changed = compared(held.plan_before, better)
        held.plan, held.searched = dict(better), True
        held.plan_number += 1
        _fill_times(held, better)
        held.save(update_fields=["plan", "plan_number", "searched", "changed", "begins_at", "serves_at", "ends_at"])
        note(held.kitchen, What.SERVICE, held.pk, held.revision)


def step_moved(service: Service, step: str, at: str, now: datetime) -> tuple[bool, list[str]]:
    """What it would cost to have a step of a service begin at a local time, as it is asked now."""
    service.planned_at = now if service.planned_at or service.document.get(BEGAN) else None
    asked = asked_of(service.kitchen, service.document, service.pk)
    local = _now(service, service.document)
    return moved(asked, plan_of(service), step, at, stock_of(service.kitchen).pantry, local)
