"""Questions about work: what a kitchen's is, and how the queue as a whole does."""

from dataclasses import dataclass

from django.db.models import Count, Min
from django.utils import timezone

from server.accounts.models import Kitchen
from server.work.models import State, Work

MOST_TOLD = 20


@dataclass(frozen=True, slots=True)
class Queue:
    """How many jobs wait, and how long the oldest of them has [s]."""

    waiting: int
    oldest_s: float


def work_of(kitchen: Kitchen) -> list[Work]:
    """The kitchen's newest work, newest first."""
    return list(Work.objects.filter(kitchen=kitchen).order_by("-pk")[:MOST_TOLD])


def queue() -> Queue:
    """How the queue does; one whose oldest job grows old has no worker."""
    waiting = Work.objects.filter(state=State.WAITING).aggregate(number=Count("id"), first=Min("asked_at"))
    oldest = (timezone.now() - waiting["first"]).total_seconds() if waiting["first"] else 0.0
    return Queue(waiting["number"], round(oldest, 1))
