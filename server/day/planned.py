"""Plans of services: what is filled from them at save, and the better plan that the worker looks for."""

from datetime import datetime
from typing import Any

from django.db import transaction
from django.utils import timezone

from jarcore.documents.plan import Plan
from jarcore.formula import ENGINE
from jarcore.service import compared, plan
from server.day.models import Service
from server.feed.services import What, note
from server.pantry.selectors import stock_of

# What a saved service fills.
FILLED = ("document", "title", "plan", "plan_before", "searched", "changed", "begins_at", "serves_at", "ends_at")
PINS = "pins"


def fill(service: Service, before: dict[str, Any] | None) -> None:
    """Plan a service at once and fill its columns; BEFORE is its document as it was, None for a new one.

    Where steps are only put somewhere the plan that was shown is left no further than it has to be.
    """
    stock = stock_of(service.kitchen)
    shown: Plan | None = plan_of(service) if before is not None and _puts_only(before, service.document) else None
    now = plan(service.document, stock.pantry, stock.told, search=False, mends=False, before=shown)
    service.changed = []
    if before is not None:
        was = shown or plan(before, stock.pantry, stock.told, search=False, mends=False)
        service.changed = compared(was, now)
        if service.searched:
            service.plan_before = service.plan
    service.plan, service.searched = dict(now), False
    title = service.document.get("title")
    service.title = title.strip() if isinstance(title, str) else ""
    _fill_times(service, now)


def _puts_only(before: dict[str, Any], after: dict[str, Any]) -> bool:
    """Whether steps are put somewhere and nothing else is otherwise; what is let go finds its place anew."""
    held = [len(pins) if isinstance(pins := one.get(PINS), list) else 0 for one in (before, after)]
    return held[0] <= held[1] > 0 and _but_pins(before) == _but_pins(after)


def _but_pins(document: dict[str, Any]) -> dict[str, Any]:
    return {key: value for key, value in document.items() if key != PINS}


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
    if service.plan.get("engine") == ENGINE:
        kept: Plan = service.plan
        return kept
    stock = stock_of(service.kitchen)
    return plan(service.document, stock.pantry, stock.told, search=False, mends=False)


def look_for_better(number: int) -> None:
    """Look for a better plan and for what would mend it, and keep both where the service is still the same."""
    service = Service.objects.select_related("kitchen").filter(pk=number, thrown_out_at__isnull=True).first()
    if service is None or service.searched:
        return
    stock = stock_of(service.kitchen)
    pinned = bool(service.document.get(PINS))
    better = plan(service.document, stock.pantry, stock.told, before=plan_of(service) if pinned else None)
    with transaction.atomic():
        held = Service.objects.held(number)
        if held.revision != service.revision:
            return
        if held.plan_before.get("engine") == ENGINE:
            held.changed = compared(held.plan_before, better)
        held.plan, held.searched = dict(better), True
        _fill_times(held, better)
        held.save(update_fields=["plan", "searched", "changed", "begins_at", "serves_at", "ends_at"])
        note(held.kitchen, What.SERVICE, held.pk, held.revision)
