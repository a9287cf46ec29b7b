"""Instruments over HTTP, and the panel on which the simulated ones are put on things, into things, and made wrong.

Here and not in server.instruments, for what they are put into is of a run.
"""

from typing import Any

from django.conf import settings
from django.http import Http404
from ninja import Router, Schema
from pydantic import Field

from jarcore.devices import Deed, InstrumentReading, World, deeds_of, described, goes_into, places_of
from jarcore.documents.refusal import NOT_VALID
from server.accounts.clock import PACES, now_in, play
from server.accounts.models import Kitchen
from server.accounts.requests import AuthedRequest
from server.accounts.selectors import kitchen_to_read, kitchen_to_write
from server.common.kinds import NOT_DONE, TOO_MUCH_WORK
from server.common.problems import Problem
from server.common.refusals import refuses
from server.common.text import Text
from server.instruments.selectors import milliseconds, readings
from server.instruments.services import press
from server.pantry.selectors import stock_of
from server.runs.models import Run
from server.runs.selectors import DOCUMENTS, counts_simulated
from server.runs.services import follow_played
from server.runs.world import world_of_run

router = Router(tags=["instruments"])


class ThingOut(Schema):
    """Something that a probe can be put into, by its id, and what it is called."""

    id: str
    called: str


class InstrumentOut(Schema):
    """An instrument: its id, what it is called, what can be done with it where it is simulated, what it goes into
    and where in that it can stand.
    """

    id: str
    kind: str
    name: str
    deeds: list[str]
    into: list[str]
    places: list[str]


class PanelOut(Schema):
    """The kitchen's instruments, and what they can be put into."""

    instruments: list[InstrumentOut]
    things: list[ThingOut]


class ReadingsOut(Schema):
    """What the instruments say at a time by the server's clock [ms since the epoch]. Only in a rehearsal does what is
    simulated count.
    """

    now_ms: int
    rehearsal: bool
    readings: list[InstrumentReading]


class PaceIn(Schema):
    """How many times as fast as any other clock a rehearsal goes on."""

    pace: int


class PressIn(Schema):
    """What a hand does with an instrument: put so much on, take all off, tare; into a thing, at a place of it; wipe;
    set by a buffer; a door; a fault, or mended. `run` is whose things there are.
    """

    deed: Deed
    grams: float | None = Field(None, allow_inf_nan=False)
    what: Text | None = None
    where: Text | None = None
    fault: Text | None = None
    run: int | None = None


def _world(kitchen: Kitchen, run: int | None) -> tuple[World, bool]:
    """What instruments are put into, and whether what is simulated counts."""
    if run is None:
        return world_of_run(None), settings.REHEARSAL
    # Its documents are read only where it has come further.
    found = Run.objects.of(kitchen).select_related("kitchen").defer(*DOCUMENTS).filter(pk=run).first()
    if found is None:
        raise Http404
    return world_of_run(found), counts_simulated(found)


def _read(kitchen: Kitchen, run: int | None) -> dict[str, Any]:
    now, (world, rehearsal) = now_in(kitchen), _world(kitchen, run)
    return {"now_ms": milliseconds(now), "rehearsal": rehearsal, "readings": readings(kitchen, world, now)}


@router.get("/kitchens/{kitchen}/instruments", response={200: PanelOut}, operation_id="instruments")
def panel(request: AuthedRequest, kitchen: str, run: int | None = None) -> dict[str, Any]:
    """The kitchen's instruments, and what they can be put into."""
    mine = kitchen_to_read(request.user, kitchen)
    world, _ = _world(mine, run)
    return {
        "instruments": [
            {
                "id": one.id,
                "kind": one.kind.kind,
                "name": one.name,
                "deeds": [] if one.id in settings.INSTRUMENT_LINES else deeds_of(one),
                "into": goes_into(one, world.things),
                "places": places_of(one),
            }
            for one in described(stock_of(mine).pantry.scales)
        ],
        "things": [{"id": name, "called": thing.called} for name, thing in world.things.items()],
    }


@router.get("/kitchens/{kitchen}/instruments/readings", response={200: ReadingsOut}, operation_id="readings")
def read(request: AuthedRequest, kitchen: str, run: int | None = None) -> dict[str, Any]:
    """What the instruments say now."""
    return _read(kitchen_to_read(request.user, kitchen), run)


@router.post(
    "/kitchens/{kitchen}/instruments/{instrument}/press", response={200: ReadingsOut}, operation_id="press_instrument"
)
@refuses(NOT_DONE)
def press_instrument(request: AuthedRequest, kitchen: str, instrument: str, pressed: PressIn) -> dict[str, Any]:
    """Do something with a simulated instrument; what they all say since."""
    mine = kitchen_to_write(request.user, kitchen)
    world, _ = _world(mine, pressed.run)
    press(mine, instrument, pressed.deed, pressed.dict(exclude_none=True), world, now_in(mine))
    return _read(mine, pressed.run)


@router.put("/kitchens/{kitchen}/clock", response={204: None}, operation_id="play")
@refuses(TOO_MUCH_WORK)
def play_rehearsal(request: AuthedRequest, kitchen: str, asked: PaceIn) -> tuple[int, None]:
    """Play a rehearsal at another pace, for all in the kitchen. Nobody touches the clock of one that is served."""
    mine = kitchen_to_write(request.user, kitchen)
    if not settings.REHEARSAL:
        raise Http404
    if asked.pace not in PACES:
        text = f"A rehearsal is played at {', '.join(map(str, PACES))} times."
        raise Problem(NOT_VALID, text, errors=[{"path": "/pace", "text": text}])
    play(mine, asked.pace)
    follow_played(mine)
    return 204, None
