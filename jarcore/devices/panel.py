"""The panel of simulated instruments: what a hand does with one, as what that makes of it."""

import math
from collections.abc import Callable, Iterable, Mapping
from typing import Any, Literal, cast, get_args

from jarcore.data import sentence
from jarcore.devices.readings import SCALE, Described
from jarcore.devices.shelf import opened, shut
from jarcore.devices.simulated import AT_REST, Simulated
from jarcore.devices.state import AIR, Buffer, Put
from jarcore.devices.world import BOILING, HIGH_BUFFER, ICE, LOW_BUFFER

# What is made wrong on purpose.
Wrong = Literal["unplugged", "flat", "drifting", "nonsense"]
WRONG: tuple[str, ...] = get_args(Wrong)
Deed = Literal["put", "take", "tare", "into", "wipe", "buffer", "open", "shut", "fault", "mend"]
WHERE = ("centre", "shallow", "bone")
# What each probe is put into, by how the ids of things begin.
INTO = {
    "core_probe": ("jar:", "fish:", ICE, BOILING, AIR),
    "fryer_probe": ("oil:", ICE, BOILING, AIR),
    "ph_meter": ("jar:", LOW_BUFFER, HIGH_BUFFER),
}
# No pan and no pot weighs more [g].
HEAVIEST_G = 100_000.0


class NotDone(Exception):
    """Why something cannot be done with an instrument, in words."""


def press(one: Simulated, deed: str, says: Mapping[str, Any], at: int) -> Put:
    """The instrument after a deed of a hand at a time [ms since the epoch]; SAYS is what the deed asks for.

    Raises: NotDone where it is none of its deeds, or asks for something that there is not.
    """
    does = DEEDS.get(cast(Deed, deed))
    if does is None or not _can(one.described, deed):
        raise NotDone(sentence("instrument/no-deed"))
    return does(one, says, at)


def deeds_of(described: Described) -> list[str]:
    """The deeds of an instrument, by what they are called."""
    return [deed for deed in DEEDS if _can(described, deed)]


def places_of(described: Described) -> list[str]:
    """Where in a thing an instrument can stand; nothing where that makes no difference."""
    return list(WHERE) if described.kind.kind == "core_probe" else []


def goes_into(described: Described, things: Iterable[str]) -> list[str]:
    """What of some THINGS, by their ids, an instrument is put into."""
    kinds = INTO.get(described.kind.kind, ())
    return [name for name in things if name.startswith(kinds)]


def _can(described: Described, deed: str) -> bool:
    kind = described.kind.kind
    only = {
        "put": (SCALE,),
        "take": (SCALE,),
        "tare": (SCALE,),
        "into": ("core_probe", "fryer_probe", "ph_meter"),
        "wipe": ("core_probe", "fryer_probe", "ph_meter"),
        "buffer": ("ph_meter",),
        "open": ("chiller",),
        "shut": ("chiller",),
    }
    return deed not in only or kind in only[deed]


def _put(one: Simulated, says: Mapping[str, Any], at: int) -> Put:
    grams = says.get("grams")
    if isinstance(grams, bool) or not isinstance(grams, int | float) or not math.isfinite(grams):
        raise NotDone(sentence("instrument/no-weight"))
    load = one.put.load_g + grams
    if abs(load) > HEAVIEST_G:
        raise NotDone(sentence("instrument/no-weight"))
    return _changed(one, at, load_g=max(0.0, load))


def _take(one: Simulated, _: Mapping[str, Any], at: int) -> Put:
    # Empty it shows nothing again, whatever it was tared to.
    return _changed(one, at, load_g=0.0, tare_g=0.0)


def _tare(one: Simulated, _: Mapping[str, Any], at: int) -> Put:
    return one.put.model_copy(update={"tare_g": one.gross_g(at)})


def _into(one: Simulated, says: Mapping[str, Any], at: int) -> Put:
    what, where = says.get("what"), says.get("where", WHERE[0])
    if what not in goes_into(one.described, one.world.things) or where not in WHERE:
        raise NotDone(sentence("instrument/no-deed"))
    raw = one.put.raw or one.world.thing(str(what)).raw
    return _changed(one, at, what=what, where=where, raw=raw)


def _wipe(one: Simulated, _: Mapping[str, Any], at: int) -> Put:
    return _changed(one, at, what=AIR, where=WHERE[0], raw=False)


def _buffer(one: Simulated, _: Mapping[str, Any], at: int) -> Put:
    mv, name = one.mv(at), {LOW_BUFFER: "low_buffer", HIGH_BUFFER: "high_buffer"}.get(one.put.what)
    if mv is None or name is None:
        raise NotDone(sentence("instrument/no-deed"))
    shown, rests_at = one.shown(at)
    if shown is None or rests_at is None or abs(shown - rests_at) > AT_REST * one.described.step:
        raise NotDone(sentence("instrument/not-at-rest"))
    return one.put.model_copy(update={name: Buffer(mv=mv, at=at)})


def _open(one: Simulated, _: Mapping[str, Any], at: int) -> Put:
    return one.put.model_copy(update={"door": [*opened(one.put.door, at)]})


def _shut(one: Simulated, _: Mapping[str, Any], at: int) -> Put:
    return one.put.model_copy(update={"door": [*shut(one.put.door, at)]})


def _wrong(one: Simulated, says: Mapping[str, Any], at: int) -> Put:
    if says.get("fault") not in WRONG:
        raise NotDone(sentence("instrument/no-deed"))
    return one.put.model_copy(update={"faults": {**one.put.faults, str(says["fault"]): at}})


def _mend(one: Simulated, _: Mapping[str, Any], at: int) -> Put:
    """Plugged in, with a new battery, adjusted."""
    return one.put.model_copy(update={"faults": {}, "full_at": at})


def _changed(one: Simulated, at: int, **changes: Any) -> Put:
    """It shows on from what it shows now."""
    kind = one.described.kind.kind
    before = one.gross_g(at) if kind == SCALE else one.mv(at) if kind == "ph_meter" else one.shown(at)[0]
    return one.put.model_copy(update={**changes, "since": at, "before": before})


DEEDS: Mapping[Deed, Callable[[Simulated, Mapping[str, Any], int], Put]] = {
    "put": _put,
    "take": _take,
    "tare": _tare,
    "into": _into,
    "wipe": _wipe,
    "buffer": _buffer,
    "open": _open,
    "shut": _shut,
    "fault": _wrong,
    "mend": _mend,
}
