"""What the jars and what is beside them put on the clock. A jar without a planned time counts until its latest."""

from collections.abc import Sequence

from jarcore.data import parameter
from jarcore.documents.evaluation import Window
from jarcore.documents.formula import Cook
from jarcore.fish import Clock, MeasuredFish, Spell, arriving, tempering, threshold_of
from jarcore.jars.contents import Contents
from jarcore.jars.place import PLACES, Standing
from jarcore.reading import Quantities

# Kinds that the fish does not wait in: a finish meets cooked fish; what rests of these is the bowl, not the fish.
BOWLS = ("wash", "batter")


def known_spells(
    jars: Sequence[Contents], standings: Sequence[Standing], fish: MeasuredFish, cook: Cook, read: Quantities
) -> list[Spell | None]:
    """Warm minutes that are known before any window: of each jar that has a plan, in order; then of what is beside them."""
    planned = [
        _in_jar(contents, standing, standing.contact_min) for contents, standing in zip(jars, standings, strict=True)
    ]
    around = standings[0].celsius if standings else PLACES["chiller"]
    room = max((s.celsius for s in standings if s.place == "counter"), default=PLACES["counter"])
    start = read.celsius(cook.start_temperature, "/cook/start_temperature")
    return [*planned, arriving(fish, around), tempering(fish, None if cook.method == "none" else start, room)]


def clock_of(
    known: Sequence[Spell | None],
    jars: Sequence[Contents],
    standings: Sequence[Standing],
    windows: Sequence[Window | None],
    fish: MeasuredFish,
) -> Clock:
    """The whole clock: what is known, and for a warm jar without a plan the minutes until its latest.

    A warm jar that cannot be timed counts as long as the clock runs at all.
    """
    limit = parameter("counter_stop")
    spells = list(known)
    for place, (contents, standing, window) in enumerate(zip(jars, standings, windows, strict=True)):
        if spells[place] is None and standing.contact_min is None:
            latest = window["latest_min"] if window else limit
            spells[place] = _in_jar(contents, standing, min(latest, limit), "no time is planned, so until its latest")
    return Clock(tuple(spell for spell in spells if spell), threshold_of(fish), limit)


def _in_jar(contents: Contents, standing: Standing, minutes: float | None, words: str = "planned") -> Spell | None:
    kind = contents.jar.kind
    if not standing.warm or minutes is None or kind in (None, "finish"):
        return None
    rest = 0.0 if kind in BOWLS else standing.rest_min
    if minutes + rest <= 0:
        return None
    told = f"{contents.called}: {words}" + (", with its rest" if rest else "")
    return Spell(minutes + rest, standing.celsius, contents.path, told)
