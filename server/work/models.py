"""Work that takes longer than a request, as a kitchen sees it; its job is the queue's own row."""

from django.conf import settings
from django.db import models

from server.accounts.models import Kitchen


class State(models.TextChoices):
    """How far a piece of work is."""

    WAITING = "waiting"
    DOING = "doing"
    DONE = "done"
    CALLED_OFF = "called_off"
    FAILED = "failed"


OVER = (State.DONE, State.CALLED_OFF, State.FAILED)


class Work(models.Model):
    """A piece of work: what, for which kitchen, how much of it is done.

    `reached` is where it has got to in its own order: after a restart it goes on from there.
    """

    kitchen = models.ForeignKey(Kitchen, on_delete=models.CASCADE, related_name="work")
    what = models.CharField(max_length=32)
    state = models.CharField(max_length=16, choices=State, default=State.WAITING)
    done = models.PositiveIntegerField(default=0)
    of = models.PositiveIntegerField(default=0)
    reached = models.BigIntegerField(default=0)
    asked_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True)
    asked_at = models.DateTimeField(auto_now_add=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        indexes = [
            models.Index(fields=["kitchen", "-id"], name="work_by_kitchen"),
            models.Index(fields=["asked_at"], name="work_waiting", condition=models.Q(state="waiting")),
        ]

    def __str__(self) -> str:
        return f"{self.kitchen} · {self.what} · {self.done} of {self.of}"
