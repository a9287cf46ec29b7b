"""What the demo has in its temperature record beside its runs: chillers, a probe that was checked, a door left open."""

import uuid
from collections.abc import Iterator
from datetime import datetime, timedelta
from typing import Any

from server.accounts.models import Kitchen, User
from server.temperatures.services import log

DAYS = 4
MORNING, EVENING = 8, 17
# What the two chillers read, by day and half of it; the last one with its door left open.
CHILLERS = (("Fish chiller", (2.8, 3.1, 2.9, 3.4, 3.0)), ("Jar chiller", (3.6, 3.9, 3.8, 7.2, 3.7)))
OPEN = "The door stood open. Jars to the fish chiller; read again at 3.9 °C."


def logged(kitchen: Kitchen, owner: User, now: datetime) -> None:
    """Enter them, with times that end now."""
    log(kitchen, owner, list(_lines(now)), now)


def _lines(now: datetime) -> Iterator[dict[str, Any]]:
    for back in range(DAYS):
        day = now - timedelta(days=back)
        for half, hour in enumerate((MORNING, EVENING)):
            at = day.replace(hour=hour, minute=4 + back, second=0, microsecond=0)
            if at > now:
                continue
            for which, reads in CHILLERS:
                value = reads[(2 * back + half) % len(reads)]
                done = {"accepted": OPEN} if value > max(reads[:3]) + 1 else {}
                yield _line("chiller", at, note=which, value=value, unit="degC", **done)
    checked = (now - timedelta(days=DAYS - 1)).replace(hour=MORNING, minute=0, second=0, microsecond=0)
    yield _line("probe_ice", checked, note="Core probe", value=0.3, unit="degC")
    yield _line("probe_boiling", checked, note="Core probe", value=99.6, unit="degC")


def _line(what: str, at: datetime, **says: Any) -> dict[str, Any]:
    name = uuid.uuid5(uuid.NAMESPACE_OID, f"{what} {at.isoformat()} {says['note']}")
    event = {"id": str(name), "version": 1, "do": "logged", "what": what, "at": at.isoformat()}
    return {**event, "by": "OT", "source": "typed", **says}
