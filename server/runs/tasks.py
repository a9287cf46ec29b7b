"""Long work on runs."""

from django.utils import timezone
from procrastinate.contrib.django import app

from server.runs import services


@app.periodic(cron="* * * * *")
@app.task(name=services.FOLLOW, queueing_lock=services.FOLLOW)
def follow_the_clock(timestamp: int) -> None:  # noqa: ARG001  (the queue says for when it was due)
    """Each minute: what nobody has begun by now is planned from now on."""
    services.follow_the_clock(timezone.now())


@app.task(name=services.FOLLOW_PLAYED)
def follow_played() -> None:
    """The same, again and again, while a rehearsal is played faster."""
    services.follow_the_clock(timezone.now())
    services.follow_again()
