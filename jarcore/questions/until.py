"""From now to the plate: what comes after a jar, and how long that leaves for it."""

from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import MINUTES_A_DAY, MINUTES_AN_HOUR, Pantry, parameter, sentence
from jarcore.formula import evaluate
from jarcore.formula.prepare import Prepared, prepare
from jarcore.jars import Laid
from jarcore.questions.fits import Fit, fits

BEFORE_HEAT = "before_heat"


class After(TypedDict):
    """One thing that comes between a jar and the plate [min]."""

    what: str
    minutes: float


class Until(TypedDict):
    """The time to the plate [min], what of it comes after the jar, what that leaves for the jar, and what would fit."""

    minutes: float
    after: list[After]
    left_min: float
    text: str
    fits: list[Fit]


def until_plate(document: Mapping[str, Any], jar: int, now: str, plate: str, pantry: Pantry | None = None) -> Until:
    """What there is until the plate, for jar JAR that goes on now.

    Parameters: now and plate, times of the day as "16:05"; a plate that is earlier than now is tomorrow's.
    Returns: rests, later jars, salt just before heat, tempering, heat in all its batches and rest are counted after the
    jar; `fits` is asked for what is left.
    """
    minutes = (_clock(plate) - _clock(now)) % MINUTES_A_DAY
    after = list(_after(document, jar, pantry))
    left = minutes - sum(one["minutes"] for one in after)
    words = sentence("until/left" if left > 0 else "until/late", left=max(left, 0.0), late=max(-left, 0.0))
    found = fits(document, jar, left, pantry) if left > 0 else []
    return {"minutes": minutes, "after": after, "left_min": max(left, 0.0), "text": words, "fits": found}


def _clock(time: str) -> float:
    """Minutes since midnight of "16:05"."""
    hours, _, minutes = time.partition(":")
    return float(hours) * MINUTES_AN_HOUR + float(minutes)


def _after(document: Mapping[str, Any], jar: int, pantry: Pantry | None) -> Iterator[After]:
    """What comes between the jar and the plate, in order; what takes no time is not told."""
    ready = prepare(document, pantry)
    for what, minutes in (*_jars(ready.jars, jar), *_kitchen(document, ready, pantry)):
        if minutes > 0:
            yield {"what": what, "minutes": minutes}


def _jars(jars: Sequence[Laid], jar: int) -> Iterator[tuple[str, float]]:
    for place, laid in enumerate(jars):
        if place < jar or laid.kind.finishes:
            continue
        if place > jar:
            yield laid.contents.called, laid.minutes or 0.0
        if not laid.kind.bowl:
            yield sentence("until/rest", jar=laid.contents.called), laid.standing.rest_min
    if any(line.when == BEFORE_HEAT for laid in jars for line in laid.jar.lines or []):
        yield sentence("until/late-salt"), parameter("late_salt")


def _kitchen(document: Mapping[str, Any], ready: Prepared, pantry: Pantry | None) -> Iterator[tuple[str, float]]:
    """Tempering, the heat in all its batches, and the rest after it."""
    tempered = [spell for spell in ready.clock.spells if spell.path == "/cook/start_temperature"]
    yield sentence("until/temper"), sum(spell.minutes for spell in tempered)
    cook = evaluate(document, pantry)["cook"]
    batches = max((load["batches"] for load in (cook["oil"], cook["pan"]) if load), default=1)
    heat = sum(stage["minutes"] for stage in cook["stages"])
    if heat:
        many = sentence("until/batches", batches=batches) if batches > 1 else sentence("until/heat")
        yield many, heat * batches
        yield sentence("until/heat-rest"), cook["rest_minutes"] or 0.0
