"""The salt of a jar on its way to the plate: put in, gone into the fish, taken off again, eaten; with its range."""

import math
from collections.abc import Sequence
from dataclasses import astuple, dataclass, replace

from jarcore.data import parameter
from jarcore.documents.formula import Method
from jarcore.fish import MeasuredFish
from jarcore.flesh import rinse_factor
from jarcore.jars import dry_brine, liquid
from jarcore.jars.coating import COATS, coat_of
from jarcore.jars.contents import Coat, Contents
from jarcore.jars.kinds import LIQUIDS, sizes_in
from jarcore.jars.place import Standing
from jarcore.reading import Quantities

EATEN_BY_DEFAULT = ("dry_brine", "rub", "dredge", "wash", "crumb", "batter", "filling", "finish")
# Kinds whose salt lies dry on the face until the flesh has drawn it in.
DRY = ("dry_brine", "rub")
# What is done after a jar that leaves a little of it on the face.
WIPED = ("wipe", "scrape")


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


def goes_in_pct(contents: Contents, fish: MeasuredFish, found: Salted) -> float | None:
    """Salt that gets into fish whose skin keeps it out [g per 100 g]; None where nothing keeps it out."""
    if contents.jar.kind not in DRY or not fish.under_skin or not fish.edible_g:
        return None
    return found.step.taken_up / fish.edible_g * 100


@dataclass(frozen=True, slots=True)
class Laid:
    """A jar laid on its fish, with its coat, for a time [min] (the start of its best when none is planned)."""

    contents: Contents
    fish: MeasuredFish
    standing: Standing
    coat: Coat | None
    minutes: float | None

    @property
    def method(self) -> Method:
        """How the jar is used."""
        return self.contents.jar.method or Method()

    @property
    def dose_g(self) -> float:
        """Salt in the jar itself [g]."""
        return self.contents.contact.salt_g

    def gone_in_g(self, minutes: float) -> float:
        """Salt that has gone into the flesh after a time [min], before any rinse [g]."""
        return gone_in_pct(self.contents, self.fish, self.standing, minutes) * (self.fish.edible_g or 0.0) / 100


def salted(laid: Laid, read: Quantities) -> Salted:
    """Salt from one jar to the plate.

    Lines that go on just before heat or on the plate are eaten whole, whatever the jar's fate. What was written as a
    range is reckoned at all its ends, each with the model's own range.
    """
    step = _whole_step(laid, read)
    # What is wrong was said once already.
    quiet = Quantities(read.measures)
    at_ends = [replace(laid, contents=end, coat=coat_of(end, laid.fish, quiet)) for end in laid.contents.ends]
    steps = (step, *(_whole_step(end, quiet) for end in at_ends))
    low, high, most = min(one.low for one in steps), max(one.high for one in steps), max(one.stays for one in steps)
    if at_ends and laid.contents.jar.kind in COATS:
        coated = _coated_between((laid, *at_ends))
        low, high, most = min(low, coated[0]), max(high, coated[1]), max(most, coated[2])
    sodium = [one.other_sodium_mg for one in steps]
    return Salted(step, low, high, most, min(sodium), max(sodium))


def _coated_between(some: Sequence[Laid]) -> tuple[float, float, float]:
    """Least, most and most without the model's doubt [g] of a coating's salt over the ends of its ranges.

    How salty it is and how much of it stays on need not be at their ends together.
    """
    made = [one.contents for one in some if one.contents.contact.mass_g]
    picked = [_picked_up(one.contents, one.coat) for one in some if one.coat and one.contents.contact.mass_g]
    if not picked:
        return math.inf, 0.0, 0.0
    shares = [one.contact.salt_g / one.contact.mass_g for one in made]
    later = [one.later_salt_g() for one in made]
    lows, middles, highs = zip(*picked, strict=True)
    return (
        min(shares) * min(lows) + min(later),
        max(shares) * max(highs) + max(later),
        max(shares) * max(middles) + max(later),
    )


def _picked_up(contents: Contents, coat: Coat) -> tuple[float, float, float]:
    """Low, middle and high of what stays on [g]: no more than is made."""
    most = contents.contact.mass_g
    return min(coat.low_g, most), min(coat.pick_up_g, most), min(coat.high_g, most)


def _whole_step(laid: Laid, read: Quantities) -> SaltStep:
    # A coating's pick-up is that of all pieces; what goes into the flesh is reckoned for each size.
    contents = laid.contents
    sizes = [] if contents.jar.kind in COATS else list(sizes_in(contents, laid.fish))
    steps = [_step(replace(laid, contents=part, fish=own), read) for _, part, own in sizes] or [_step(laid, read)]
    step = steps[0] if len(steps) == 1 else SaltStep(*(sum(each) for each in zip(*map(astuple, steps), strict=True)))
    later = contents.later_salt_g()
    return SaltStep(
        contents.composition.salt_g,
        step.taken_up + later,
        step.removed,
        step.low + later,
        min(step.high, laid.dose_g) + later,
        step.other_sodium_mg,
    )


def _step(laid: Laid, read: Quantities) -> SaltStep:
    kind, timed = laid.contents.jar.kind or "", laid.fish.timed and laid.minutes is not None
    if kind in DRY and laid.fish.under_skin:
        return _on_skin(laid, read)
    if kind == "dry_brine" and timed:
        return _dry(laid, read)
    if kind == "salt_crust":
        return _crusted(laid)
    if kind in LIQUIDS and timed:
        return _liquid(laid, read)
    if kind in COATS and laid.coat is not None:
        return _coated(laid.contents, laid.coat)
    return _eaten(laid, read)


def _dry(laid: Laid, read: Quantities) -> SaltStep:
    contents, dose, minutes = laid.contents, laid.dose_g, laid.minutes or 0.0
    rinse = dry_brine.rinse_seconds(contents, read)
    gone_in = laid.gone_in_g(minutes)
    if rinse:
        kept = (
            dry_brine.stays_pct(contents, laid.fish, laid.standing, minutes, rinse) * (laid.fish.edible_g or 0.0) / 100
        )
    else:
        # What has not gone in yet stays on the face and is eaten, unless it is wiped off.
        kept = gone_in + (dose - gone_in) * (parameter("wiped_share") if laid.method.after in WIPED else 1.0)
        gone_in = max(gone_in, kept)
    wide = parameter("salt_window_spread") if rinse else parameter("weigh_spread")
    return SaltStep(dose, gone_in, gone_in - kept, kept * (1 - wide), min(dose, kept * (1 + wide)))


def _on_skin(laid: Laid, read: Quantities) -> SaltStep:
    """Skin all round: what goes through it and into slashes, and what lies in slots and cavity; the rest is on the skin.

    What lies on the skin is eaten only with it, so it stands in the range and not in the figure.
    """
    contents, dose, inside = laid.contents, laid.dose_g, laid.contents.inside_salt_g()
    reckoned = parameter("skin_reckoned") if laid.minutes is None else laid.minutes
    into = inside + min(dose - inside, laid.gone_in_g(reckoned))
    rinse = dry_brine.rinse_seconds(contents, read)
    kept = into * (rinse_factor(rinse, reckoned * 60 - dry_brine.crystal_lag_s(contents)) if rinse else 1.0)
    wide = parameter("salt_window_spread")
    off = rinse or laid.method.after in WIPED
    high = min(dose, kept * (1 + wide)) if off else dose
    return SaltStep(dose, into, into - kept, kept * (1 - wide), high, contents.contact.other_sodium_mg)


def _crusted(laid: Laid) -> SaltStep:
    """Packed: what goes into the flesh while it bakes; seared: what is on the face is eaten."""
    dose = laid.dose_g
    if laid.coat is None:
        return SaltStep(dose, dose, 0.0, dose * (1 - parameter("weigh_spread")), dose)
    wide = parameter("crust_spread")
    into = min(dose, laid.gone_in_g((laid.minutes or 0.0) + parameter("baked_under_crust")))
    return SaltStep(dose, into, 0.0, into * (1 - wide), min(dose, into * (1 + wide)))


def _liquid(laid: Laid, read: Quantities) -> SaltStep:
    """Uptake, and what clings to the drained fish; of a sauce that is eaten, its share."""
    contents, method, dose = laid.contents, laid.method, laid.dose_g
    mass = contents.contact.mass_g
    gone_in = laid.gone_in_g(laid.minutes or 0.0)
    on_face = min(mass, parameter("cling") * (laid.fish.surface_cm2 or 0.0))
    clings = (dose - gone_in) * on_face / mass if mass else 0.0
    off = 1 - parameter("wiped_share") if method.after in WIPED else 0.0
    if contents.jar.kind == "soak" or method.after == "rinse":
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
    low, middle, high = _picked_up(contents, coat)
    sodium = whole.other_sodium_mg / whole.mass_g * middle
    return SaltStep(share * coat.set_out_g, share * middle, 0.0, share * low, share * high, sodium)


def _eaten(laid: Laid, read: Quantities) -> SaltStep:
    """Rub, filling and finish: eaten, but for what the method says is left or wiped."""
    contents, method, dose = laid.contents, laid.method, laid.dose_g
    share = read.share(method.eaten_share, f"{contents.path}/method/eaten_share")
    on = dose * (1.0 if share is None else share)
    if method.fate == "discard" and contents.jar.kind not in EATEN_BY_DEFAULT:
        on = 0.0
    stays = on * (parameter("wiped_share") if method.after in WIPED else 1.0)
    low = stays * (1 - parameter("weigh_spread"))
    return SaltStep(dose, on, on - stays, low, stays, contents.contact.other_sodium_mg)
