"""One small interface for every kind of jar: its window on this fish, and the salt that reaches the plate from it."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass

from jarcore.data import parameter
from jarcore.documents.evaluation import Window
from jarcore.documents.formula import Method
from jarcore.jars import dry_brine, liquid, surface
from jarcore.jars.contents import Coat, Contents
from jarcore.jars.fish import MeasuredFish
from jarcore.jars.place import Standing
from jarcore.jars.quantities import Quantities
from jarcore.jars.window import Limit, Span, tightest, window_of

SpanOf = Callable[[Contents, MeasuredFish, Standing, Quantities], Span | None]
LIQUIDS = ("marinade", "wet_brine", "soak")
TIMED: Mapping[str, SpanOf] = {
    "dry_brine": dry_brine.span_of,
    "marinade": liquid.span_of,
    "wet_brine": liquid.span_of,
    "soak": liquid.span_of,
    "rub": surface.span_of,
    "salt_crust": surface.span_of,
    "dredge": surface.span_of,
    "wash": surface.span_of,
    "crumb": surface.span_of,
    "batter": surface.span_of,
    "filling": surface.span_of,
}
EATEN_BY_DEFAULT = ("dry_brine", "rub", "dredge", "wash", "crumb", "batter", "filling", "finish")


@dataclass(frozen=True, slots=True)
class SaltStep:
    """Salt of one jar [g]: put in, gone onto the fish, taken off again, the range of what stays, other sodium [mg]."""

    added: float
    taken_up: float
    removed: float
    low: float
    high: float
    other_sodium_mg: float = 0.0


def gone_in_pct(contents: Contents, fish: MeasuredFish, standing: Standing, minutes: float) -> float:
    """Salt that has gone into the flesh after a time [min], as the ledger counts it [g per 100 g fish], before any rinse."""
    if contents.jar.kind in LIQUIDS:
        return liquid.salt_pct(contents, fish, standing, minutes)
    return dry_brine.taken_up_pct(contents, fish, standing, minutes)


def rinse_of(contents: Contents, read: Quantities) -> float:
    """How long the fish is rinsed after this jar [s]; nothing where it is not."""
    return dry_brine.rinse_seconds(contents, read)


def _groups(contents: Contents, fish: MeasuredFish) -> Iterator[tuple[str | None, Contents, MeasuredFish]]:
    """Each group of pieces that the jar is for, with its share of the jar."""
    wanted = contents.jar.fish_groups
    chosen = [g for g in fish.groups if g.fish.timed and (not wanted or g.id in wanted)]
    whole = sum(g.fish.edible_g or 0.0 for g in chosen)
    for group in chosen:
        yield group.id, contents.part_of((group.fish.edible_g or 0.0) / whole), group.fish


def window_for(
    contents: Contents, fish: MeasuredFish, standing: Standing, counter: Limit | None, read: Quantities
) -> Window | None:
    """The window of a jar; None, with a notice where one is due, when it cannot be timed or touches no raw fish."""
    kind = contents.jar.kind
    if kind is None:
        read.say("unstated", f"{contents.path}/kind", "The kind of jar is not stated. Choose one.")
        return None
    timed = TIMED.get(kind)
    if timed is None or not fish.timed:
        return None
    groups = list(_groups(contents, fish)) or [(None, contents, fish)]
    spans = []
    for name, part, own in groups:
        span = timed(part, own, standing, read)
        if span is not None:
            spans.append((name, span.capped(counter) if counter else span))
    if not spans:
        return None
    return tightest(spans) if fish.groups else window_of(spans[0][1])


def salt_step(
    contents: Contents,
    fish: MeasuredFish,
    standing: Standing,
    coat: Coat | None,
    minutes: float | None,
    read: Quantities,
) -> SaltStep:
    """Salt from one jar to the plate, at the contact time [min] (the start of its best when none is planned).

    Lines that go on just before heat or on the plate are eaten whole, whatever the jar's fate.
    """
    parts = list(_groups(contents, fish)) or [(None, contents, fish)]
    steps = [_step(part, own, standing, coat, minutes, read) for _, part, own in parts]
    step = SaltStep(*(sum(values) for values in zip(*(_values(one) for one in steps), strict=True)))
    later = contents.later_salt_g()
    return SaltStep(
        contents.composition.salt_g,
        step.taken_up + later,
        step.removed,
        step.low + later,
        min(step.high, contents.contact.salt_g) + later,
        step.other_sodium_mg,
    )


def _values(step: SaltStep) -> tuple[float, ...]:
    return step.added, step.taken_up, step.removed, step.low, step.high, step.other_sodium_mg


def _step(
    contents: Contents,
    fish: MeasuredFish,
    standing: Standing,
    coat: Coat | None,
    minutes: float | None,
    read: Quantities,
) -> SaltStep:
    kind = contents.jar.kind or ""
    if kind == "dry_brine" and fish.timed and minutes is not None:
        return _dry(contents, fish, standing, minutes, read)
    if kind == "salt_crust":
        return _crusted(contents, fish, standing, coat, minutes or 0.0)
    if kind in LIQUIDS and fish.timed and minutes is not None:
        return _liquid(contents, fish, standing, minutes, read)
    if kind in ("dredge", "wash", "crumb", "batter") and coat is not None:
        return _coated(contents, coat)
    return _eaten(contents, read)


def _dry(contents: Contents, fish: MeasuredFish, standing: Standing, minutes: float, read: Quantities) -> SaltStep:
    edible = fish.edible_g or 0.0
    dose = contents.contact.salt_g
    rinse = dry_brine.rinse_seconds(contents, read)
    gone_in = dry_brine.taken_up_pct(contents, fish, standing, minutes) * edible / 100
    if rinse:
        kept = dry_brine.stays_pct(contents, fish, standing, minutes, rinse) * edible / 100
    else:
        # What has not gone in yet stays on the face and is eaten, unless it is wiped off.
        after = (contents.jar.method or Method()).after
        kept = gone_in + (dose - gone_in) * (parameter("wiped_share") if after in ("wipe", "scrape") else 1.0)
        gone_in = max(gone_in, kept)
    wide = parameter("salt_window_spread") if rinse else parameter("weigh_spread")
    return SaltStep(dose, gone_in, gone_in - kept, kept * (1 - wide), min(dose, kept * (1 + wide)))


def _crusted(contents: Contents, fish: MeasuredFish, standing: Standing, coat: Coat | None, minutes: float) -> SaltStep:
    """Packed: what goes into the flesh while it bakes; seared: what is on the face is eaten."""
    dose, edible = contents.contact.salt_g, fish.edible_g or 0.0
    if coat is None:
        return SaltStep(dose, dose, 0.0, dose * (1 - parameter("weigh_spread")), dose)
    wide = parameter("crust_spread")
    into = min(
        dose, dry_brine.taken_up_pct(contents, fish, standing, minutes + parameter("baked_under_crust")) * edible / 100
    )
    return SaltStep(dose, into, 0.0, into * (1 - wide), min(dose, into * (1 + wide)))


def _liquid(contents: Contents, fish: MeasuredFish, standing: Standing, minutes: float, read: Quantities) -> SaltStep:
    """Uptake, and what clings to the drained fish; of a sauce that is eaten, its share."""
    method = contents.jar.method or Method()
    dose, mass = contents.contact.salt_g, contents.contact.mass_g
    gone_in = liquid.salt_pct(contents, fish, standing, minutes) * (fish.edible_g or 0.0) / 100
    on_face = min(mass, parameter("cling") * (fish.surface_cm2 or 0.0))
    clings = (dose - gone_in) * on_face / mass if mass else 0.0
    off = {"wipe": 1 - parameter("wiped_share"), "scrape": 1 - parameter("wiped_share"), "rinse": 1.0}.get(
        method.after or "", 0.0
    )
    if contents.jar.kind == "soak":
        off = 1.0
    eaten = 0.0
    if method.fate in ("cooked", "eaten"):
        share = read.share(method.eaten_share, f"{contents.path}/method/eaten_share")
        eaten = (dose - gone_in - clings) * (1.0 if share is None else share)
    wide = parameter("salt_window_spread")
    stays = gone_in + clings * (1 - off) + eaten
    return SaltStep(dose, gone_in + clings + eaten, clings * off, stays * (1 - wide), min(dose, stays * (1 + wide)))


def _coated(contents: Contents, coat: Coat) -> SaltStep:
    """Only the pick-up's salt is eaten, and no more can be picked up than is made."""
    whole = contents.contact
    if not whole.mass_g:
        return SaltStep(0.0, 0.0, 0.0, 0.0, 0.0)
    share = whole.salt_g / whole.mass_g
    low, middle, high = (min(grams, whole.mass_g) for grams in (coat.low_g, coat.pick_up_g, coat.high_g))
    sodium = whole.other_sodium_mg / whole.mass_g * middle
    return SaltStep(share * coat.set_out_g, share * middle, 0.0, share * low, share * high, sodium)


def _eaten(contents: Contents, read: Quantities) -> SaltStep:
    """Rub, filling and finish: eaten, but for what the method says is left or wiped."""
    method = contents.jar.method or Method()
    dose = contents.contact.salt_g
    share = read.share(method.eaten_share, f"{contents.path}/method/eaten_share")
    on = dose * (1.0 if share is None else share)
    if method.fate == "discard" and contents.jar.kind not in EATEN_BY_DEFAULT:
        on = 0.0
    stays = on * (parameter("wiped_share") if method.after in ("wipe", "scrape") else 1.0)
    low = stays * (1 - parameter("weigh_spread"))
    return SaltStep(dose, on, on - stays, low, stays, contents.contact.other_sodium_mg)
