"""One small interface for every kind of jar: its window on this fish, and the salt that goes into the fish from it."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from jarcore.data import parameter
from jarcore.jars import dry_brine, liquid
from jarcore.jars.contents import Contents
from jarcore.jars.fish import MeasuredFish
from jarcore.jars.place import Standing
from jarcore.jars.quantities import Quantities
from jarcore.jars.window import Span

SpanOf = Callable[[Contents, MeasuredFish, Standing, Quantities], Span | None]
TIMED: Mapping[str, SpanOf] = {
    "dry_brine": dry_brine.span_of,
    "marinade": liquid.span_of,
    "wet_brine": liquid.span_of,
    "soak": liquid.span_of,
}
# Kinds that stay on the fish as they are, eaten with it.
STAYS_ON = ("rub", "finish")


@dataclass(frozen=True, slots=True)
class SaltStep:
    """Salt of one jar [g]: put in, gone into the fish, taken off again by rinse or wipe, and the range of what stays."""

    added: float
    taken_up: float
    removed: float
    low: float
    high: float


def span_of(contents: Contents, fish: MeasuredFish, standing: Standing, read: Quantities) -> Span | None:
    """The span of a jar; None, with a notice, for kinds that are not timed yet."""
    kind = contents.jar.kind
    if kind is None:
        read.say("unstated", f"{contents.path}/kind", "The kind of jar is not stated. Choose one.")
        return None
    timed = TIMED.get(kind)
    if timed is None:
        if kind not in STAYS_ON:
            read.say("not-modelled", contents.path, f"A {kind.replace('_', ' ')} is not timed yet: its readings stand.")
        return None
    return timed(contents, fish, standing, read) if fish.timed else None


def salt_step(
    contents: Contents, fish: MeasuredFish, standing: Standing, minutes: float | None, read: Quantities
) -> SaltStep:
    """Salt from one jar to the fish at the contact time [min], or at the start of its best when none is planned."""
    added = contents.composition.salt_g
    kind, edible = contents.jar.kind, fish.edible_g or 0.0
    if kind == "dry_brine" and fish.timed and minutes is not None:
        rinse = dry_brine.rinse_seconds(contents, read)
        gone_in = dry_brine.taken_up_pct(contents, fish, standing, minutes) * edible / 100
        kept = dry_brine.stays_pct(contents, fish, standing, minutes, rinse) * edible / 100
        wide = parameter("salt_window_spread") if rinse or gone_in < added else parameter("weigh_spread")
        return SaltStep(added, gone_in, gone_in - kept, kept * (1 - wide), min(added, kept * (1 + wide)))
    if kind in TIMED and fish.timed and minutes is not None:
        gone_in = liquid.salt_pct(contents, fish, standing, minutes) * edible / 100
        wide = parameter("salt_window_spread")
        return SaltStep(added, gone_in, 0.0, gone_in * (1 - wide), min(added, gone_in * (1 + wide)))
    if kind in STAYS_ON:
        wide = parameter("weigh_spread")
        return SaltStep(added, added, 0.0, added * (1 - wide), added)
    return SaltStep(added, 0.0, 0.0, 0.0, added)
