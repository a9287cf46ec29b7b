"""The chiller by its thermometer: how long raw fish stood too warm on its shelf, and what it reads twice a day.

Both are events that say themselves.
"""

from collections.abc import Iterator
from datetime import UTC, datetime
from typing import Any
from uuid import UUID, uuid5
from zoneinfo import ZoneInfo

from jarcore.devices.warm_shelf import warm_spells
from jarcore.documents.plan import Plan
from jarcore.documents.run import EVENT_VERSION
from jarcore.run import Event, State
from jarcore.run.events import HAPPENED, LOGGED, SIMULATED, WARMER
from server.instruments.selectors import CHILLER, milliseconds, readings, shelf_of
from server.runs.models import Run, RunEvent
from server.runs.selectors import counts_simulated
from server.runs.world import world_of_run

NOON = 12
PROBE = "probe"


def warm_on_the_shelf(
    run: Run, plan: Plan, state: State, events: list[Event], now: datetime
) -> Iterator[dict[str, Any]]:
    """An event for each course whose raw fish stood warm on the shelf since that was told last.

    Only in a rehearsal, for the thermometer is simulated. The same is told once, whoever asks: by the same name.
    """
    shelf = shelf_of(run.kitchen, world_of_run(None), now) if run.rehearsal else None
    if shelf is None or not shelf.door:
        return
    told = {str(one.says.get("course")): one.at for one in events if _tells(one)}
    for spell in warm_spells(shelf, plan, state, told, milliseconds(run.began_at), milliseconds(now)):
        yield {
            "id": str(uuid5(UUID(int=run.pk), f"{spell.course} {spell.since}")),
            "version": EVENT_VERSION,
            "do": HAPPENED,
            "what": WARMER,
            "course": spell.course,
            "minutes": round(spell.minutes, 1),
            "at": now.astimezone(UTC).isoformat(timespec="milliseconds"),
            "source": SIMULATED,
            "instrument": CHILLER,
        }


def read_by_itself(run: Run, now: datetime) -> Iterator[dict[str, Any]]:
    """An event for the temperature record in each half of a day, with what the chillers' thermometers say.

    What is simulated counts in a rehearsal only. It is told once in a half, by the same name, whoever asks.
    """
    there = now.astimezone(ZoneInfo(run.zone))
    half = f"{there:%Y-%m-%d} {'before' if there.hour < NOON else 'after'} noon"
    name = uuid5(UUID(int=run.pk), f"{CHILLER} {half}")
    if RunEvent.objects.filter(pk=name).exists():
        return
    for one in readings(run.kitchen, world_of_run(None), now):
        read = one["kind"] == CHILLER and one["fault"] is None and one["value"] is not None
        if read and (counts_simulated(run) or not one["simulated"]):
            yield {
                "id": str(name),
                "version": EVENT_VERSION,
                "do": LOGGED,
                "what": CHILLER,
                "note": one["name"],
                "value": one["value"],
                "unit": one["unit"],
                "at": now.astimezone(UTC).isoformat(timespec="milliseconds"),
                "source": SIMULATED if one["simulated"] else PROBE,
                "instrument": one["instrument"],
            }
            return


def _tells(event: Event) -> bool:
    return (event.says.get("what"), event.says.get("instrument")) == (WARMER, CHILLER)
