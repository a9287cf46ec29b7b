"""Long work on services."""

from procrastinate.contrib.django import app

from server.day import planned, services

PLAN = services.PLAN
EMPTY_THE_BIN = "day.empty_the_bin"


@app.task(name=PLAN)
def look_for_better(service: int) -> None:
    """Look for a better plan of a service than the one at once, and for what would mend it."""
    planned.look_for_better(service)


@app.periodic(cron="27 3 * * *")
@app.task(name=EMPTY_THE_BIN)
def empty_the_bin(timestamp: int) -> None:  # noqa: ARG001  (the queue says for when it was due)
    """Each night: what was thrown out too long ago is gone."""
    services.empty_the_bin()
