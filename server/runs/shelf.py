"""The chiller's shelf by its thermometer: what raw fish stood too warm there is said by itself, as an event."""

from collections.abc import Iterator
from datetime import UTC, datetime
from typing import Any
from uuid import UUID, uuid5

from jarcore.devices.warm_shelf import warm_spells
from jarcore.documents.plan import Plan
from jarcore.documents.run import EVENT_VERSION
from jarcore.run import Event, State
from jarcore.run.events import HAPPENED, SIMULATED, WARMER
from server.instruments.selectors import CHILLER, milliseconds, shelf_of
from server.runs.models import Run
from server.runs.world import world_of_run


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


def _tells(event: Event) -> bool:
    return (event.says.get("what"), event.says.get("instrument")) == (WARMER, CHILLER)
