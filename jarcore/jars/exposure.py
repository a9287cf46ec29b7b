"""What the jars and what is beside them put on the one clock. A jar without a plan counts until its latest."""

from collections.abc import Sequence

from jarcore.data import parameter, said
from jarcore.fish import Clock, MeasuredFish, Spell, arriving, tempering, threshold_of
from jarcore.jars.laid import Laid
from jarcore.jars.place import usual_c
from jarcore.jars.window import Limit


def known_spells(jars: Sequence[Laid], fish: MeasuredFish, start_c: float | None) -> list[Spell | None]:
    """Warm minutes that are known before any window: of each jar that has a plan, in order; then of what is beside
    them.

    START_C is what the fish is tempered to before it is cooked; None where it is not [degC].
    """
    around = jars[0].standing.celsius if jars else usual_c("chiller")
    rooms = [one.standing.celsius for one in jars if one.standing.place == "counter"]
    return [
        *(_in_jar(one, one.standing.contact_min, "spell/planned") for one in jars),
        arriving(fish, around),
        tempering(fish, start_c, max(rooms, default=usual_c("counter"))),
    ]


def clock_of(known: Sequence[Spell | None], jars: Sequence[Laid], fish: MeasuredFish) -> Clock:
    """The whole clock: what is known, and for a warm jar without a plan the minutes until its latest.

    A warm jar that cannot be timed counts as long as the clock runs at all.
    """
    limit = parameter("counter_stop")
    spells = list(known)
    for place, one in enumerate(jars):
        if spells[place] is None and one.standing.contact_min is None:
            latest = one.window["latest_min"] if one.window else limit
            spells[place] = _in_jar(one, min(latest, limit), "spell/latest")
    return Clock(tuple(spell for spell in spells if spell), threshold_of(fish), limit)


def counter_limit(place: int, jars: Sequence[Laid], known: Sequence[Spell | None]) -> Limit | None:
    """What the clock leaves for a jar that stands warm: what is known to be used of it elsewhere is gone."""
    if not jars[place].standing.warm:
        return None
    others = sum(spell.minutes for at, spell in enumerate(known) if spell is not None and at != place)
    left = max(0.0, parameter("counter_stop") - others)
    return Limit(minutes=left, binding="counter", reason=said("reason/counter"), hard=True, rows=("counter_stop",))


def _in_jar(laid: Laid, minutes: float | None, how: str) -> Spell | None:
    if not laid.standing.warm or minutes is None or laid.jar.kind is None or laid.kind.finishes:
        return None
    # What rests of a wash or a batter is the bowl, not the fish.
    rest = 0.0 if laid.kind.bowl else laid.standing.rest_min
    if minutes + rest <= 0:
        return None
    words = said("spell/jar-rested" if rest else "spell/jar", jar=laid.contents.called, how=said(how).text)
    return Spell(minutes=minutes + rest, celsius=laid.standing.celsius, path=laid.path, words=words)
