"""What is tidied each night: sessions, tokens and links that are over."""

from procrastinate.contrib.django import app

from server.accounts import sessions, tokens
from server.kitchens import links

TIDY = "kitchens.tidy"


@app.periodic(cron="37 3 * * *")
@app.task(name=TIDY)
def tidy(timestamp: int) -> None:  # noqa: ARG001  (the queue says for when it was due)
    """Take their rows away."""
    sessions.end_ended()
    tokens.end_ended()
    links.end_ended()
