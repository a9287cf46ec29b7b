"""The salt of a jar on its way to the plate: put in, gone into the fish, taken off again, eaten; with its range."""

import math
from collections.abc import Callable, Sequence
from dataclasses import astuple, dataclass, replace

from jarcore.data import look_at_the_time, parameter
from jarcore.jars import dry_salt
from jarcore.jars.contents import FEW_RANGES
from jarcore.jars.laid import Coat, Laid, Salted, SaltStep

RINSED = "rinse"
COAT = "coat"
EATEN = ("cooked", "eaten")
# So many ends are all tried on each size: those of a few ranges on a few sizes.
MANY_ENDS = 4 * 2**FEW_RANGES
# What is told of the plate, each so that the least of it is what counts.
TOLD: tuple[Callable[[SaltStep], float], ...] = (
    lambda step: step.low_g,
    lambda step: -step.high_g,
    lambda step: -step.stays_g,
    lambda step: step.other_sodium_mg,
    lambda step: -step.other_sodium_mg,
)


def salted(laid: Laid) -> Salted:
    """Salt from one jar to the plate.

    Lines that go on just before heat or on the plate are eaten whole, whatever the jar's fate. What was written as a
    range is reckoned at all its ends, each with the model's own range.
    """
    at_ends = _telling([_with_coat(replace(laid, contents=end)) for end in laid.contents.ends])
    step = _whole_step(laid)
    steps = (step, *map(_whole_step, at_ends))
    low, high, most = (
        min(one.low_g for one in steps),
        max(one.high_g for one in steps),
        max(one.stays_g for one in steps),
    )
    if at_ends and laid.kind.coats:
        coated = _coated_between((laid, *at_ends))
        low, high, most = min(low, coated.low_g), max(high, coated.high_g), max(most, coated.most_g)
    sodium = [one.other_sodium_mg for one in steps]
    return Salted(step=step, low_g=low, high_g=high, most_g=most, sodium_low_mg=min(sodium), sodium_high_mg=max(sodium))


def _telling(ends: Sequence[Laid]) -> Sequence[Laid]:
    """Of many ends on many sizes of pieces, those that tell the range of what is on the plate.

    They are looked for with all pieces as one: what is last there is so on each size too, or near it.
    """
    # What a coating leaves is reckoned for all pieces together anyhow.
    if not ends or ends[0].kind.coats or len(ends) * len(ends[0].fish.groups) <= MANY_ENDS:
        return ends
    steps = [_with_later(one, one.kind.salt(one)) for one in ends]
    told = {min(range(len(steps)), key=lambda at: by(steps[at])) for by in TOLD}
    return [ends[at] for at in sorted(told)]


def _with_coat(laid: Laid) -> Laid:
    return replace(laid, coat=laid.kind.coat(laid).coat) if laid.kind.coat else laid


@dataclass(frozen=True, slots=True)
class _Between:
    """Least, most and most without the model's doubt [g]."""

    low_g: float
    high_g: float
    most_g: float


def _coated_between(some: Sequence[Laid]) -> _Between:
    """A coating's salt over the ends of its ranges: how salty it is and how much stays on need not be at ends
    together.
    """
    made = [one.contents for one in some if one.contents.contact.mass_g]
    picked = [_picked_up(one, one.coat) for one in some if one.coat and one.contents.contact.mass_g]
    if not picked:
        return _Between(math.inf, 0.0, 0.0)
    shares = [one.contact.salt_g / one.contact.mass_g for one in made]
    later = [one.later_salt_g() for one in made]
    lows, middles, highs = zip(*picked, strict=True)
    return _Between(
        min(shares) * min(lows) + min(later),
        max(shares) * max(highs) + max(later),
        max(shares) * max(middles) + max(later),
    )


def _picked_up(laid: Laid, coat: Coat) -> tuple[float, float, float]:
    """Low, middle and high of what stays on [g]: no more than is made."""
    most = laid.contents.contact.mass_g
    return min(coat.low_g, most), min(coat.pick_up_g, most), min(coat.high_g, most)


def _whole_step(laid: Laid) -> SaltStep:
    look_at_the_time()
    # A coating's pick-up is that of all pieces; what goes into the flesh is reckoned for each size.
    steps = [one.kind.salt(one) for one in ([laid] if laid.kind.coats else laid.by_size())]
    return _with_later(laid, steps[0] if len(steps) == 1 else _sum_of(steps))


def _with_later(laid: Laid, step: SaltStep) -> SaltStep:
    """What the jar brings to the plate, with what goes on later, just before heat or there."""
    later = laid.contents.later_salt_g()
    return SaltStep(
        added_g=laid.contents.composition.salt_g,
        taken_up_g=step.taken_up_g + later,
        removed_g=step.removed_g,
        low_g=step.low_g + later,
        high_g=min(step.high_g, laid.dose_g) + later,
        other_sodium_mg=step.other_sodium_mg,
    )


def _sum_of(steps: Sequence[SaltStep]) -> SaltStep:
    names = SaltStep.__dataclass_fields__
    return SaltStep(**dict(zip(names, (sum(each) for each in zip(*map(astuple, steps), strict=True)), strict=True)))


def dry(laid: Laid) -> SaltStep:
    """Dry salt: what has not gone in yet stays on the face and is eaten, unless it is rinsed or wiped off."""
    if laid.fish.under_skin:
        return on_skin(laid)
    rinsed = bool(laid.standing.rinse_s)
    minutes = parameter("skin_reckoned") if laid.minutes is None and rinsed else laid.minutes
    if not laid.fish.timed or minutes is None:
        return eaten(laid)
    dose = laid.dose_g
    gone_in = laid.gone_in_g(minutes)
    if rinsed:
        kept = dry_salt.stays(laid)(minutes) * (laid.fish.edible_g or 0.0) / 100
    else:
        kept = gone_in + (dose - gone_in) * _eaten_of_face(laid)
        gone_in = max(gone_in, kept)
    wide = parameter("salt_window_spread") if rinsed else parameter("weigh_spread")
    return SaltStep(
        added_g=dose,
        taken_up_g=gone_in,
        removed_g=gone_in - kept,
        low_g=kept * (1 - wide),
        high_g=min(dose, kept * (1 + wide)),
    )


def _left_on(laid: Laid) -> float:
    """Share of what lies on the face that stays there [1]."""
    return parameter("wiped_share") if laid.wiped else 1.0


def _eaten_of_face(laid: Laid) -> float:
    """Share of what lies on the face that is eaten [1]: what stays there, and of what is scraped off and fried apart
    what is said to be eaten.
    """
    left = _left_on(laid)
    apart = laid.scraped and laid.method.fate in EATEN
    return left + (1 - left) * laid.standing.eaten_share if apart else left


def on_skin(laid: Laid) -> SaltStep:
    """Skin all round: what goes through it and into slashes, and what lies in slots and cavity; the rest is on the
    skin.

    What lies on the skin is eaten only with it, so it stands in the range and not in the figure.
    """
    dose, inside, rinse = laid.dose_g, laid.contents.inside_salt_g(), laid.standing.rinse_s
    reckoned = parameter("skin_reckoned") if laid.minutes is None else laid.minutes
    into = inside + min(dose - inside, laid.gone_in_g(reckoned))
    kept = into * dry_salt.rinsed_share(laid)(reckoned)
    wide = parameter("salt_window_spread")
    off = rinse or laid.wiped
    return SaltStep(
        added_g=dose,
        taken_up_g=into,
        removed_g=into - kept,
        low_g=kept * (1 - wide),
        high_g=min(dose, kept * (1 + wide)) if off else dose,
        other_sodium_mg=laid.contents.contact.other_sodium_mg,
    )


def crusted(laid: Laid) -> SaltStep:
    """Packed: what goes into the flesh while it bakes; seared: what is on the face is eaten."""
    dose = laid.dose_g
    if laid.coat is None:
        low = dose * (1 - parameter("weigh_spread"))
        return SaltStep(added_g=dose, taken_up_g=dose, removed_g=0.0, low_g=low, high_g=dose)
    wide = parameter("crust_spread")
    into = min(dose, laid.gone_in_g((laid.minutes or 0.0) + parameter("baked_under_crust")))
    return SaltStep(
        added_g=dose, taken_up_g=into, removed_g=0.0, low_g=into * (1 - wide), high_g=min(dose, into * (1 + wide))
    )


def wetted(laid: Laid) -> SaltStep:
    """Liquid: uptake, and what clings to the drained fish; of a sauce that is eaten, its share."""
    if not laid.fish.timed or laid.minutes is None:
        return eaten(laid)
    dose, gone_in = laid.dose_g, laid.gone_in_g(laid.minutes)
    clings = max(0.0, dose * _on_fish(laid) - gone_in) * _clinging(laid)
    stays_on = 0.0 if laid.kind.poured_off or laid.method.after == RINSED else _eaten_of_face(laid)
    served = laid.method.fate in EATEN
    sauce = (dose - gone_in - clings) * laid.standing.eaten_share if served else 0.0
    wide = parameter("salt_window_spread")
    stays = gone_in + clings * stays_on + sauce
    return SaltStep(
        added_g=dose,
        taken_up_g=gone_in + clings + sauce,
        removed_g=clings * (1 - stays_on),
        low_g=stays * (1 - wide),
        high_g=min(dose, stays * (1 + wide)),
    )


def _on_fish(laid: Laid) -> float:
    """Share of the jar that is at the fish [1]: a coat that nobody takes off stays on it whole."""
    if laid.standing.vessel == COAT and not laid.taken_off and not laid.discarded:
        return 1 - laid.standing.clean_share
    return laid.contact_share


def _clinging(laid: Laid) -> float:
    """Share of what is at the fish that comes out of the jar with it [1]: a film, a coat and a paste whole."""
    if laid.standing.vessel == COAT:
        return 1.0
    mass = laid.contents.contact.mass_g * laid.contact_share
    film = parameter("cling") * (laid.fish.surface_cm2 or 0.0) / mass if mass else 0.0
    return min(1.0, max(film, laid.contents.paste_share))


def coated(laid: Laid) -> SaltStep:
    """Only the pick-up's salt is eaten, and no more can be picked up than is made."""
    if laid.coat is None:
        return eaten(laid)
    whole = laid.contents.contact
    if not whole.mass_g:
        return SaltStep(added_g=0.0, taken_up_g=0.0, removed_g=0.0, low_g=0.0, high_g=0.0)
    share = whole.salt_g / whole.mass_g
    low, middle, high = _picked_up(laid, laid.coat)
    return SaltStep(
        added_g=share * laid.coat.set_out_g,
        taken_up_g=share * middle,
        removed_g=0.0,
        low_g=share * low,
        high_g=share * high,
        other_sodium_mg=whole.other_sodium_mg / whole.mass_g * middle,
    )


def eaten(laid: Laid) -> SaltStep:
    """Filling, finish and what is not timed: eaten, but for what the method says is left or wiped."""
    dose, scraped = laid.dose_g, laid.scraped and laid.kind.clings
    # Of what is scraped off the share is of the scrapings; of all else it is of the whole.
    on = dose if scraped else dose * laid.standing.eaten_share
    if laid.discarded and not laid.kind.eaten:
        on = 0.0
    stays = on * _eaten_of_face(laid)
    return SaltStep(
        added_g=dose,
        taken_up_g=on,
        removed_g=on - stays,
        low_g=stays * (1 - parameter("weigh_spread")),
        high_g=stays,
        other_sodium_mg=laid.contents.contact.other_sodium_mg,
    )


def rubbed(laid: Laid) -> SaltStep:
    """A rub: eaten as it lies; under skin all round what goes through and into slashes."""
    return on_skin(laid) if laid.fish.under_skin else eaten(laid)
