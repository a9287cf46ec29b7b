"""Dry brine: measured salt that stays on, or heavy salt that is timed and rinsed."""

import math

from jarcore.data import in_words, parameter
from jarcore.documents.formula import Method
from jarcore.fish import MeasuredFish
from jarcore.flesh import dry_salt_uptake_pct, firmed_depth_mm, rinse_factor, salt_diffusivity
from jarcore.flesh.diffusion import centre_of_dose
from jarcore.jars.contents import Contents
from jarcore.jars.place import Standing
from jarcore.jars.window import Limit, Span, cap
from jarcore.reading import Quantities

STAGES = ("early", "best_from", "best_to", "late")


def _brine_per_water() -> float:
    """Salt of saturated brine [g/100 g]: grams for each hundred of its water."""
    share = parameter("saturated_share")
    return 100 * share / (1 - share)


def crystal_lag_s(contents: Contents) -> float:
    """Seconds until the coarsest salt of the jar has begun to dissolve."""
    lags = [
        parameter(f"dissolve_lag_{ingredient.particle}")
        for ingredient, _ in contents.parts(contact=True)
        if ingredient.group == "salt" and ingredient.particle in ("fine", "flake", "coarse")
    ]
    return max(lags, default=parameter("dissolve_lag_fine"))


def taken_up_pct(contents: Contents, fish: MeasuredFish, standing: Standing, minutes: float) -> float:
    """Salt in the fish [g per 100 g] after a contact time [min]: what saturated brine brings, capped by the dose."""
    if not fish.timed or fish.piece is None or fish.species is None or not fish.edible_g:
        return 0.0
    method = contents.jar.method or Method()
    piece = fish.piece
    skin = parameter("whole_skin_salt_share" if piece.open_broad_faces == 0 else "skin_salt_share")
    open_plan = piece.plan_cm2 * (piece.open_broad_faces + (2 - piece.open_broad_faces) * skin) / 2
    edges = piece.edge_cm2 * (1.0 if piece.skin != "all_round" else skin)
    dose = contents.contact.salt_g / fish.edible_g * 100
    surface = 2 * open_plan + edges + piece.slash_cm2
    if method.school == "timed_rinse":
        # The heavy school salts the cut side: one plan face, the skin's share of the other, and the edges.
        surface = piece.plan_cm2 * (1 + (1.0 if piece.open_broad_faces == 2 else skin)) + edges
    brought = dry_salt_uptake_pct(
        minutes * 60,
        fish.species.fat_class,
        standing.celsius,
        surface * (fish.pieces or 1),
        fish.edible_g,
        crystal_lag_s(contents),
        parameter(f"coverage_{method.coverage or ('full' if method.school == 'timed_rinse' else 'sprinkled')}"),
    )
    return min(dose, brought)


def stays_pct(contents: Contents, fish: MeasuredFish, standing: Standing, minutes: float, rinse_s: float) -> float:
    """Salt that stays [g per 100 g] after a contact time [min] and a rinse [s]."""
    effective = minutes * 60 - crystal_lag_s(contents)
    return taken_up_pct(contents, fish, standing, minutes) * (rinse_factor(rinse_s, effective) if rinse_s else 1.0)


def rinse_seconds(contents: Contents, read: Quantities) -> float:
    """How long the jar's salt is rinsed [s]: nothing unless the method says rinse."""
    method = contents.jar.method or Method()
    if method.after != "rinse" and method.school != "timed_rinse":
        return 0.0
    minutes = read.minutes(method.rinse_time, f"{contents.path}/method/rinse_time")
    return parameter("default_rinse") if minutes is None else minutes * 60


def span_of(contents: Contents, fish: MeasuredFish, standing: Standing, read: Quantities) -> Span | None:
    """The span of a dry brine on this fish; None with a notice where it cannot be timed."""
    if fish.piece is None or fish.species is None:
        return None
    _check_dose(contents, fish, read)
    if fish.closed and not contents.inside_salt_g():
        _say_closed(contents, fish, standing, read)
        return None
    if (contents.jar.method or Method()).school == "timed_rinse":
        return _timed(contents, fish, standing, read)
    return _measured(contents, fish, standing, read)


def _say_closed(contents: Contents, fish: MeasuredFish, standing: Standing, read: Quantities) -> None:
    minutes = parameter("skin_reckoned") if standing.contact_min is None else standing.contact_min
    through = taken_up_pct(contents, fish, standing, minutes)
    dose = contents.contact.salt_g / (fish.edible_g or math.inf) * 100
    text = (
        f"Skin all round keeps nearly all of the salt out: of {dose:.1f} % about {through:.1f} % is in the flesh after "
        f"{in_words(minutes)}, the rest lies on the skin. Slash the fish, or salt slots and cavity."
    )
    read.say("skin-closed", contents.path, text)


def _check_dose(contents: Contents, fish: MeasuredFish, read: Quantities) -> None:
    dose = contents.contact.salt_g / (fish.edible_g or math.inf) * 100
    cure = parameter("salt_cure")
    timed = (contents.jar.method or Method()).school == "timed_rinse"
    if contents.complete and contents.contact.salt_g <= 0:
        read.say("unstated", f"{contents.path}/lines", "This dry brine holds no salt. Add a salt.")
    elif dose >= cure and not timed:
        text = f"{dose:.1f} % salt, all left in, is a cure, which this tool does not time; the fish stays raw. Stay below {cure:g} %."
        read.say("outside-model", contents.path, text)
    elif dose > parameter("salt_high") and not timed:
        read.say(
            "salt-high",
            contents.path,
            f"{dose:.1f} % salt of the fish, all left in, is very salty; usual is 0.6 to 1.3 %.",
        )


def _measured(contents: Contents, fish: MeasuredFish, standing: Standing, read: Quantities) -> Span:
    """How harsh the surface still is sets earliest and best; evenness ends the gain; keeping ends the time."""
    assert fish.piece and fish.species
    way = fish.piece.diffusion_mm / 1000
    rate = salt_diffusivity(fish.species.fat_class, standing.celsius)

    def minutes(fourier: float) -> float:
        return fourier * way * way / rate / 60

    longest = parameter("cap_dry_brine")
    half_even = minutes(parameter("brine_half_even_fourier"))
    if half_even > longest:
        reach = 1000 * math.sqrt(math.pi * rate * longest * 60) / 2
        text = (
            f"The middle of this piece would have half the mean only after {in_words(half_even)}; "
            f"by {in_words(longest)} the salt is about {reach:.0f} mm deep."
        )
        read.say("will-not-even-out", contents.path, text)
    contact = standing.contact_min
    if contact is None:
        contact = minutes(parameter("brine_best_fourier"))
    fourier = rate * contact * 60 / way**2
    even = minutes(parameter("brine_even_fourier"))
    return Span(
        max(parameter("brine_dissolved"), minutes(parameter("brine_early_fourier"))),
        max(parameter("brine_dissolved"), minutes(parameter("brine_best_fourier"))),
        even,
        (cap("cap_dry_brine", "keeping", f"salted raw fish is kept {in_words(longest)} at most"),),
        parameter("salt_window_spread"),
        (
            f"salt has {fish.piece.diffusion_mm:.0f} mm to go; the middle comes even after {in_words(even)}",
            "all of the measured salt stays in, so it cannot over-salt: time only evens it out",
        ),
        {
            "salt_pct_of_fish": stays_pct(contents, fish, standing, contact, rinse_seconds(contents, read)),
            "evenness": centre_of_dose(fourier),
            "acid_turned_fraction": 0.0,
            "acid_depth_mm": 0.0,
            "firmed_share": min(
                1.0,
                firmed_depth_mm(
                    contact * 60, parameter("salt_firms"), _brine_per_water(), fish.species.fat_class, standing.celsius
                )
                / fish.piece.diffusion_mm,
            ),
        },
    )


def _timed(contents: Contents, fish: MeasuredFish, standing: Standing, read: Quantities) -> Span:
    """Heavy salt, timed and rinsed: the times at which the fish holds each target after the rinse."""
    assert fish.piece and fish.species
    rinse = rinse_seconds(contents, read)
    longest = parameter("cap_heavy_salt")
    times = [
        _time_to(target, contents, fish, standing, rinse, longest)
        for target in (parameter(f"salt_{stage}") for stage in STAGES)
    ]
    contact = standing.contact_min if standing.contact_min is not None else times[1]
    return Span(
        times[0],
        times[1],
        times[2],
        (
            Limit(
                times[3],
                "salt",
                f"after that more than {parameter('salt_late'):g} % of the fish would be salt, even rinsed",
            ),
            cap(
                "cap_heavy_salt", "keeping", "beyond 2 h of heavy salt the fish is cured, which this tool does not time"
            ),
        ),
        parameter("salt_window_spread"),
        (f"rinsed for {rinse:.0f} s, which takes the salt nearest the surface off again",),
        {
            "salt_pct_of_fish": stays_pct(contents, fish, standing, contact, rinse),
            "evenness": centre_of_dose(
                salt_diffusivity(fish.species.fat_class, standing.celsius)
                * contact
                * 60
                / (fish.piece.diffusion_mm / 1000) ** 2
            ),
            "acid_turned_fraction": 0.0,
            "acid_depth_mm": 0.0,
        },
    )


def _time_to(
    target: float, contents: Contents, fish: MeasuredFish, standing: Standing, rinse: float, longest: float
) -> float:
    """Minutes until the fish holds TARGET [%] after the rinse, up to a longest time [min]; uptake only rises, so halving finds it."""
    low, high = 0.0, longest
    for _ in range(30):
        middle = (low + high) / 2
        low, high = (middle, high) if stays_pct(contents, fish, standing, middle, rinse) < target else (low, middle)
    return high
