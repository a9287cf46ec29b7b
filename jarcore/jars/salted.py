"""The salt of a jar on its way to the plate: put in, gone into the fish, taken off again, eaten; with its range."""

import math
from collections.abc import Sequence
from dataclasses import astuple, dataclass

from jarcore.data import parameter
from jarcore.documents.formula import Method
from jarcore.flesh import rinse_factor
from jarcore.jars import dry_brine, liquid
from jarcore.jars.coating import COATS, coat_of
from jarcore.jars.contents import Coat, Contents
from jarcore.jars.fish import MeasuredFish
from jarcore.jars.kinds import LIQUIDS, sizes_in
from jarcore.jars.place import Standing
from jarcore.jars.quantities import Quantities

EATEN_BY_DEFAULT = ("dry_brine", "rub", "dredge", "wash", "crumb", "batter", "filling", "finish")
# Kinds whose salt lies dry on the face until the flesh has drawn it in.
DRY = ("dry_brine", "rub")


@dataclass(frozen=True, slots=True)
class SaltStep:
    """Salt of one jar [g]: put in, gone onto the fish, taken off again, the range of what stays; other sodium [mg]."""

    added: float
    taken_up: float
    removed: float
    low: float
    high: float
    other_sodium_mg: float = 0.0

    @property
    def stays(self) -> float:
        """What stays on the fish [g]."""
        return self.taken_up - self.removed


@dataclass(frozen=True, slots=True)
class Salted:
    """A jar's salt with its ranges: those of the model and of what was written, added up [g], [mg].

    `most` is what stays at the far end of written ranges, without the model's own doubt.
    """

    step: SaltStep
    low: float
    high: float
    most: float
    sodium_low_mg: float
    sodium_high_mg: float


def gone_in_pct(contents: Contents, fish: MeasuredFish, standing: Standing, minutes: float) -> float:
    """Salt that has gone into the flesh after a time [min], as the ledger counts it [g per 100 g fish], before any rinse."""
    if contents.jar.kind in LIQUIDS:
        return liquid.salt_pct(contents, fish, standing, minutes)
    return dry_brine.taken_up_pct(contents, fish, standing, minutes)


def rinse_of(contents: Contents, read: Quantities) -> float:
    """How long the fish is rinsed after this jar [s]; nothing where it is not."""
    return dry_brine.rinse_seconds(contents, read)


def goes_in_pct(contents: Contents, fish: MeasuredFish, salted_so: Salted) -> float | None:
    """Salt that gets into fish whose skin keeps it out [g per 100 g]; None where nothing keeps it out."""
    on_skin = contents.jar.kind in DRY and fish.piece is not None and fish.piece.open_broad_faces == 0
    return salted_so.step.taken_up / fish.edible_g * 100 if on_skin and fish.edible_g else None


def salted(
    contents: Contents,
    fish: MeasuredFish,
    standing: Standing,
    coat: Coat | None,
    minutes: float | None,
    read: Quantities,
) -> Salted:
    """Salt from one jar to the plate, at the contact time [min] (the start of its best when none is planned).

    Lines that go on just before heat or on the plate are eaten whole, whatever the jar's fate. What was written as a
    range is reckoned at all its ends, each with the model's own range.
    """
    step = _salt_step(contents, fish, standing, coat, minutes, read)
    # What is wrong was said once already.
    quiet = Quantities(read.measures)
    ends = [_salt_step(end, fish, standing, coat_of(end, fish, quiet), minutes, quiet) for end in contents.ends]
    steps = (step, *ends)
    low, high, most = min(one.low for one in steps), max(one.high for one in steps), max(one.stays for one in steps)
    if ends and contents.jar.kind in COATS:
        coated = _coated_between((contents, *contents.ends), fish, quiet)
        low, high, most = min(low, coated[0]), max(high, coated[1]), max(most, coated[2])
    return Salted(
        step,
        low,
        high,
        most,
        min(one.other_sodium_mg for one in steps),
        max(one.other_sodium_mg for one in steps),
    )


def _coated_between(some: Sequence[Contents], fish: MeasuredFish, quiet: Quantities) -> tuple[float, float, float]:
    """Least, most and most without the model's doubt [g] of a coating's salt over the ends of its ranges.

    How salty it is and how much of it stays on need not be at their ends together.
    """
    pairs = [(one, coat_of(one, fish, quiet)) for one in some if one.contact.mass_g]
    picked = [
        [min(grams, one.contact.mass_g) for grams in (coat.low_g, coat.high_g, coat.pick_up_g)]
        for one, coat in pairs
        if coat is not None
    ]
    if not picked:
        return math.inf, 0.0, 0.0
    shares = [one.contact.salt_g / one.contact.mass_g for one, _ in pairs]
    later = [one.later_salt_g() for one, _ in pairs]
    lows, highs, middles = zip(*picked, strict=True)
    return (
        min(shares) * min(lows) + min(later),
        max(shares) * max(highs) + max(later),
        max(shares) * max(middles) + max(later),
    )


def _salt_step(
    contents: Contents,
    fish: MeasuredFish,
    standing: Standing,
    coat: Coat | None,
    minutes: float | None,
    read: Quantities,
) -> SaltStep:
    # A coating's pick-up is that of all pieces; what goes into the flesh is reckoned for each size.
    whole = contents.jar.kind in COATS
    parts = ([] if whole else list(sizes_in(contents, fish))) or [(None, contents, fish)]
    steps = [_step(part, own, standing, coat, minutes, read) for _, part, own in parts]
    step = steps[0] if len(steps) == 1 else _sum(steps)
    later = contents.later_salt_g()
    return SaltStep(
        contents.composition.salt_g,
        step.taken_up + later,
        step.removed,
        step.low + later,
        min(step.high, contents.contact.salt_g) + later,
        step.other_sodium_mg,
    )


def _sum(steps: Sequence[SaltStep]) -> SaltStep:
    return SaltStep(*(sum(values) for values in zip(*map(astuple, steps), strict=True)))


def _step(
    contents: Contents,
    fish: MeasuredFish,
    standing: Standing,
    coat: Coat | None,
    minutes: float | None,
    read: Quantities,
) -> SaltStep:
    kind = contents.jar.kind or ""
    if kind in DRY and fish.piece is not None and fish.piece.open_broad_faces == 0:
        return _on_skin(contents, fish, standing, minutes, read)
    if kind == "dry_brine" and fish.timed and minutes is not None:
        return _dry(contents, fish, standing, minutes, read)
    if kind == "salt_crust":
        return _crusted(contents, fish, standing, coat, minutes or 0.0)
    if kind in LIQUIDS and fish.timed and minutes is not None:
        return _liquid(contents, fish, standing, minutes, read)
    if kind in COATS and coat is not None:
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


def _on_skin(
    contents: Contents, fish: MeasuredFish, standing: Standing, minutes: float | None, read: Quantities
) -> SaltStep:
    """Skin all round: what goes through it and into slashes, and what lies in slots and cavity; the rest is on the skin.

    What lies on the skin is eaten only with it, so it stands in the range and not in the figure.
    """
    dose, inside = contents.contact.salt_g, contents.inside_salt_g()
    reckoned = parameter("skin_reckoned") if minutes is None else minutes
    through = dry_brine.taken_up_pct(contents, fish, standing, reckoned) * (fish.edible_g or 0.0) / 100
    into = inside + min(dose - inside, through)
    rinse = dry_brine.rinse_seconds(contents, read)
    kept = into * (rinse_factor(rinse, reckoned * 60 - dry_brine.crystal_lag_s(contents)) if rinse else 1.0)
    wide = parameter("salt_window_spread")
    off = rinse or (contents.jar.method or Method()).after in ("wipe", "scrape")
    high = min(dose, kept * (1 + wide)) if off else dose
    return SaltStep(dose, into, into - kept, kept * (1 - wide), high, 0.0)


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
