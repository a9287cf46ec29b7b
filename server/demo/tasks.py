"""What the demo does by itself."""

from django.conf import settings
from django.utils import timezone
from procrastinate.contrib.django import app

from server.demo.day import shift

SHIFT = "demo.shift"


@app.periodic(cron="7 * * * *")
@app.task(name=SHIFT)
def shift_tonight(timestamp: int) -> None:  # noqa: ARG001  (the queue says for when it was due)
    """Each hour: a demo whose service is over has one ahead again. A kitchen that is served has no demo."""
    if settings.DEMO:
        shift(timezone.now())
