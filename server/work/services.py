"""Verbs on work: ask for it, do it step by step, call it off."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass

from django.db import transaction
from django.utils import timezone
from procrastinate.contrib.django import app
from procrastinate.exceptions import AlreadyEnqueued

from server.accounts.models import Kitchen, User
from server.work.models import OVER, State, Work


@transaction.atomic
def ask_for(kitchen: Kitchen, task: str, user: User | None = None) -> None:
    """Queue a task for a kitchen, to be done once the transaction is kept. One that waits already does for both.

    TASK is its name in the queue; it is given the number of the work.
    """
    work = Work.objects.create(kitchen=kitchen, what=task, asked_by=user)
    if not queue_once(task, f"{task} {kitchen.pk}", work=work.pk):
        work.delete()


def queue_once(task: str, lock: str, *, after_s: int = 0, **arguments: int) -> bool:
    """Queue a task, one of a LOCK at a time, after so many seconds [s]; False where one of that lock waits already."""
    when = {"seconds": after_s} if after_s else None
    try:
        # Within a savepoint: the queue says no by an error of the database.
        with transaction.atomic():
            app.configure_task(task, lock=lock, queueing_lock=lock, schedule_in=when).defer(**arguments)
    except AlreadyEnqueued:
        return False
    return True


@dataclass(frozen=True, slots=True)
class Item:
    """One of many things to be done: its number in the order they are done in, and the deed."""

    number: int
    do: Callable[[], None]


def do(number: int, of: int, items: Callable[[int], Iterable[Item]]) -> bool:
    """Do the items of a piece of work one after another; whether all are done, and nobody called it off.

    ITEMS gives those after a number: what was done before a restart is not done again. Each is kept as it is done.
    """
    work = Work.objects.filter(pk=number).exclude(state__in=OVER).first()
    if work is None:
        return False
    Work.objects.filter(pk=number).update(state=State.DOING, of=of)
    try:
        for item in items(work.reached):
            if not Work.objects.filter(pk=number).exclude(state__in=OVER).exists():
                return False
            item.do()
            work.done += 1
            Work.objects.filter(pk=number).update(done=work.done, reached=item.number)
    except Exception:
        _end(number, State.FAILED)
        raise
    _end(number, State.DONE)
    return True


def call_off(kitchen: Kitchen, number: int) -> bool:
    """Call a piece of work off: it ends after the item that is being done. False where there is none to call off."""
    return bool(
        Work.objects.filter(kitchen=kitchen, pk=number)
        .exclude(state__in=OVER)
        .update(state=State.CALLED_OFF, ended_at=timezone.now())
    )


def _end(number: int, state: State) -> None:
    Work.objects.filter(pk=number).exclude(state__in=OVER).update(state=state, ended_at=timezone.now())
