"""An event before it is kept: whether it can be, and what is told of it."""

import json
from collections.abc import Mapping
from datetime import UTC, datetime
from typing import Any
from uuid import UUID

from pydantic import ValidationError

from jarcore.data import parameter, sentence
from jarcore.documents.run import EVENT_VERSION, RunEvent
from jarcore.run.events import LOGGED, happened_at
from jarcore.run.temperatures import fault_of

# So much of one event is kept [bytes]: a note of a page, or a mend of a jar of many lines.
LONGEST = 8000
# What the server says of an event, whatever the tablet says.
OWN = ("received_at", "signed")


class NotKept(Exception):
    """Why an event is not kept, in words."""


def taken(event: object, received: datetime, *, rehearsal: bool = False) -> tuple[dict[str, Any], list[str]]:
    """An event as it is kept, and what is told of it.

    Parameters: event, as it was sent; received, the time by the clock that all go by; rehearsal, whether simulated
    readings enter the temperature record.
    Raises: NotKept for what is no event, says no time, is too long to keep, or cannot enter the temperature record.
    """
    if not isinstance(event, Mapping) or not isinstance(event.get("do"), str):
        raise NotKept(sentence("run/no-event"))
    name = event.get("id")
    try:
        called = str(UUID(name)) if isinstance(name, str) else ""
    except ValueError:
        called = ""
    if not called:
        raise NotKept(sentence("run/no-name"))
    kept = {key: value for key, value in event.items() if key not in OWN} | {"id": called}
    if len(json.dumps(kept, ensure_ascii=False).encode()) > LONGEST:
        raise NotKept(sentence("run/too-long"))
    try:
        read = RunEvent.model_validate(kept)
    except ValidationError as error:
        fault = error.errors()[0]
        raise NotKept(sentence("run/bad-field", field=".".join(map(str, fault["loc"])))) from None
    unfit = fault_of(kept, rehearsal=rehearsal) if kept["do"] == LOGGED else None
    if unfit is not None:
        raise NotKept(unfit)
    at = happened_at(kept, UTC)
    if at is None:
        raise NotKept(sentence("run/no-time"))
    told = []
    ahead_min = (at / 1000 - received.timestamp()) / 60
    if ahead_min > parameter("clock_slack"):
        told.append(sentence("run/from-the-future", ahead=round(ahead_min)))
    if read.version > EVENT_VERSION:
        told.append(sentence("run/newer-build"))
    return kept | {"received_at": received.isoformat(timespec="milliseconds")}, told
