"""Dry salt on fish: measured and left in to even out, or heavy, timed and rinsed."""

import math
from dataclasses import replace

import numpy as np

from jarcore.data import Ingredient, Said, named, parameter, said
from jarcore.documents import Finding, found
from jarcore.flesh import NEVER, AcidFront, Course, Uptake, dry_uptake, firmed_depth_mm, rinse_factor, salt_diffusivity
from jarcore.flesh.diffusion import centre_of_dose
from jarcore.jars.drivers import Driver, Stages, Targets, stages, together
from jarcore.jars.fade import fade
from jarcore.jars.keeping import keeping, on_counter
from jarcore.jars.kind import nothing
from jarcore.jars.laid import Laid
from jarcore.jars.souring import about_acid, held_back, sour_drivers
from jarcore.jars.steeping import at_contact, front_of
from jarcore.jars.window import Limit, Span, Timed, cap

# How long each crystal takes to begin to dissolve, and how much of a face each way of strewing covers.
LAGS = named(fine="dissolve_lag_fine", flake="dissolve_lag_flake", coarse="dissolve_lag_coarse")
COVERAGE = named(full="coverage_full", sprinkled="coverage_sprinkled", light="coverage_light")
HEAVY = "timed_rinse"
# What stays of heavy salt at each stage.
SALTS = named(early="salt_early", best_from="salt_best_from", best_to="salt_best_to", late="salt_late")
COURSE_POINTS = 48


def salty(ingredient: Ingredient) -> bool:
    """Whether an ingredient holds any salt."""
    return ingredient.salt > 0


def sour(ingredient: Ingredient) -> bool:
    """Whether an ingredient holds any acid."""
    return ingredient.acid_g > 0


def is_heavy(laid: Laid) -> bool:
    """Whether it is of the heavy school: plenty of salt, timed and rinsed."""
    return laid.method.school == HEAVY


def _brine_per_water() -> float:
    """Salt of saturated brine [g/100 g]: grams for each hundred of its water."""
    share = parameter("saturated_share")
    return 100 * share / (1 - share)


def crystal_lag_s(laid: Laid) -> float:
    """Seconds until the coarsest salt of the jar has begun to dissolve."""
    lags = [
        parameter(LAGS[ingredient.particle])
        for ingredient, _ in laid.contents.parts(contact=True)
        if ingredient.group == "salt" and ingredient.particle in LAGS
    ]
    return max(lags, default=parameter(LAGS["fine"]))


def uptake(laid: Laid) -> Uptake:
    """Salt in the fish [g per 100 g] over contact time [min]: what saturated brine brings, capped by the dose."""
    fish = laid.fish
    if not fish.timed or fish.piece is None or fish.species is None or not fish.edible_g:
        return nothing
    piece = fish.piece
    skin = parameter("whole_skin_salt_share" if piece.open_broad_faces == 0 else "skin_salt_share")
    open_plan = piece.plan_cm2 * (piece.open_broad_faces + (2 - piece.open_broad_faces) * skin) / 2
    edges = piece.edge_cm2 * (1.0 if piece.skin != "all_round" else skin)
    surface = 2 * open_plan + edges + piece.slash_cm2
    if is_heavy(laid):
        # The heavy school salts the cut side: one plan face, the skin's share of the other, and the edges.
        surface = piece.plan_cm2 * (1 + (1.0 if piece.open_broad_faces == 2 else skin)) + edges
    brought = dry_uptake(
        fish.species.fat_class,
        laid.standing.celsius,
        surface * (fish.pieces or 1),
        fish.edible_g,
        crystal_lag_s(laid),
        parameter(COVERAGE[laid.method.coverage or ("full" if is_heavy(laid) else "sprinkled")]),
    )
    dose = laid.dose_pct
    return lambda minutes: min(dose, brought(minutes * 60))


def stays(laid: Laid) -> Uptake:
    """Salt that stays [g per 100 g] over contact time [min], after the rinse."""
    gone_in, share = uptake(laid), rinsed_share(laid)
    return lambda minutes: gone_in(minutes) * share(minutes)


def rinsed_share(laid: Laid) -> Uptake:
    """Share [1] of what has gone in by a contact time [min] that the rinse leaves; all of it without a rinse.

    A rinse takes what is still dissolving: once all of the dose has gone in, waiting brings nothing back.
    """
    rinse_s, lag_s = laid.standing.rinse_s, crystal_lag_s(laid)
    if not rinse_s:
        return lambda _minutes: 1.0
    all_in = reached(uptake(laid), laid.dose_pct, parameter("longest_salting"))
    return lambda minutes: rinse_factor(rinse_s, min(minutes, all_in) * 60 - lag_s)


def timed(laid: Laid) -> Timed:
    """The span of dry salt on one size of piece; None with a finding where it cannot be timed."""
    if laid.fish.piece is None or laid.fish.species is None:
        return Timed(None)
    told = _about_dose(laid)
    if laid.fish.closed and not laid.contents.inside_salt_g():
        return Timed(None, (*told, _closed(laid)))
    if is_heavy(laid):
        return _heavy(laid, told)
    if laid.dose_pct >= parameter("salt_cure"):
        return Timed(None, told)
    front = front_of(laid)
    # On the counter the one clock ends it: salt takes hold at once, and no practice gives it a time of its own there.
    caps = (cap("cap_dry_brine", "keeping", "reason/dry-brine"),)
    span = together([*sour_drivers(laid, front), evening(laid)], None, caps, _about_evening(laid))
    return Timed(_at_contact(laid, front, held_back(laid, front, span)), (*told, *_uneven(laid)))


def rubbed(laid: Laid) -> Timed:
    """The span of a rub on one size of piece: flavour at the surface, and as a dry brine the saltier it is."""
    salted = fade(laid.dose_pct, "salty_rub_from", "salty_rub_full")
    told = _about_dose(laid) if salted else ()
    if laid.dose_pct >= parameter("salt_cure"):
        return Timed(None, told)
    front = front_of(laid)
    keeps = (keeping(laid, front.acidity if front else 0.0), *_rub_on_counter(laid), *on_counter(laid))
    longest, at_once = min(one.minutes for one in keeps), parameter("surface_early")
    flavour = Stages(early=at_once, best_from=at_once, best_to=parameter("flavour_best_to") * longest, late=longest)
    if laid.fish.piece is None or laid.fish.species is None:
        return Timed(together([], flavour, keeps, ()), told)
    shut = laid.fish.closed and not laid.contents.inside_salt_g()
    drivers, reasons = list(sour_drivers(laid, front)), list(about_acid(laid, front))
    if shut and salted:
        told = (*told, _closed(laid))
    elif not shut and laid.dose_g > 0:
        drivers.append(replace(evening(laid), weight=salted, lack=parameter("salty_rub_full") / laid.dose_pct))
    if salted and not shut:
        reasons += _about_evening(laid)
        told = (*told, *_uneven(laid))
    else:
        reasons.append(said("reason/rub-surface"))
    span = held_back(laid, front, together(drivers, flavour, keeps, reasons))
    return Timed(_at_contact(laid, front, span), told)


def _rub_on_counter(laid: Laid) -> tuple[Limit, ...]:
    return (cap("cap_rub_counter", "keeping", "reason/rub-counter"),) if laid.standing.place == "counter" else ()


def evening(laid: Laid) -> Driver:
    """Measured salt that stays in: how harsh the surface still is sets its beginning, evenness ends what is gained.

    It cannot over-salt, so it has no end of its own.
    """
    early, best_from, even = (
        _minutes(laid, row) for row in ("brine_early_fourier", "brine_best_fourier", "brine_even_fourier")
    )
    dissolved = parameter("brine_dissolved")
    return Driver(
        stages=Stages(
            early=min(max(dissolved, early), parameter("brine_used_by")),
            best_from=min(max(dissolved, best_from), parameter("brine_best_by")),
            best_to=even,
            late=NEVER,
        ),
        weight=1.0,
        lack=1.0,
        binding="salt",
        reason=said("reason/cannot-over-salt"),
        rows=(),
        spread=parameter("salt_window_spread"),
    )


def _minutes(laid: Laid, fourier: str) -> float:
    """When salt has gone so far, by a row of Fo [min]."""
    way, rate = _way(laid)
    return parameter(fourier) * way * way / rate / 60


def _way(laid: Laid) -> tuple[float, float]:
    """The way of the salt [m] and its diffusivity [m2/s]."""
    assert laid.fish.piece and laid.fish.species
    return laid.fish.piece.diffusion_mm / 1000, salt_diffusivity(laid.fish.species.fat_class, laid.standing.celsius)


def _about_evening(laid: Laid) -> tuple[Said, ...]:
    way, _ = _way(laid)
    even = said("reason/even", way_mm=way * 1000, even=_minutes(laid, "brine_even_fourier"))
    return even, said("reason/cannot-over-salt")


def _closed(laid: Laid) -> Finding:
    planned = laid.standing.contact_min
    minutes = parameter("skin_reckoned") if planned is None else planned
    through = uptake(laid)(minutes)
    return found("skin-closed/dry", laid.path, dose=laid.dose_pct, through=through, minutes=minutes)


def _about_dose(laid: Laid) -> tuple[Finding, ...]:
    dose = laid.dose_pct
    if laid.contents.complete and laid.dose_g <= 0:
        return (found("unstated/salt", f"{laid.path}/lines"),)
    if is_heavy(laid):
        return ()
    if dose >= parameter("salt_cure"):
        return (found("outside-model/cure", laid.path, dose=dose),)
    return (found("salt-high", laid.path, dose=dose),) if dose > parameter("salt_high") else ()


def _uneven(laid: Laid) -> tuple[Finding, ...]:
    """That a piece will not be even before it has to be cooked, and how deep its salt is then."""
    _, rate = _way(laid)
    longest, half_even = parameter("cap_dry_brine"), _minutes(laid, "brine_half_even_fourier")
    if half_even <= longest:
        return ()
    reach = 1000 * math.sqrt(math.pi * rate * longest * 60) / 2
    return (found("will-not-even-out", laid.path, half_even=half_even, reach_mm=reach),)


def _at_contact(laid: Laid, front: AcidFront | None, span: Span) -> Span:
    """The span with the fish as it is when it is lifted out."""
    assert laid.fish.species
    way, rate = _way(laid)
    state = at_contact(laid, front, span, stays(laid))
    seconds, firms, brine = 60 * state["minutes"], parameter("salt_firms"), _brine_per_water()
    firmed = firmed_depth_mm(seconds, firms, brine, laid.fish.species.fat_class, laid.standing.celsius)
    state["evenness"] = centre_of_dose(rate * seconds / way**2)
    state["firmed_share"] = min(1.0, firmed / (way * 1000))
    return replace(span, at_contact=state)


def _heavy(laid: Laid, told: tuple[Finding, ...]) -> Timed:
    """Heavy salt, timed and rinsed: the times at which the fish holds each target after the rinse."""
    course = _course(laid)
    wanted = parameter("salt_best_from")
    if course.end < wanted:
        return Timed(None, (*told, found("dose-too-small/dry", laid.path, most=course.end, dose=laid.dose_pct)))
    driver = Driver(
        stages=stages(course, course.end, Targets(**{stage: parameter(row) for stage, row in SALTS.items()})),
        weight=1.0,
        lack=1.0,
        binding="salt",
        reason=said("reason/salt-rinsed"),
        rows=("salt_late",),
        spread=parameter("salt_window_spread"),
    )
    caps = (cap("cap_heavy_salt", "keeping", "reason/heavy-salt"),)
    span = together([driver], None, caps, (said("reason/rinsed", rinse=laid.standing.rinse_s),))
    return Timed(_at_contact(laid, None, span), told)


def _course(laid: Laid) -> Course:
    """What stays of heavy salt over time, until all of the dose is in."""
    kept, longest = stays(laid), parameter("longest_salting")
    all_in = reached(uptake(laid), laid.dose_pct, longest)
    lag = crystal_lag_s(laid) / 60
    # Salt goes in with the root of the time since it began to dissolve.
    minutes = lag + (max(all_in, lag + 1) - lag) * np.linspace(0.0, 1.0, COURSE_POINTS) ** 2
    return Course(minutes * 60, np.maximum.accumulate([kept(float(one)) for one in minutes]))


def reached(taken_up: Uptake, target: float, longest: float) -> float:
    """Minutes until TARGET [%] is taken up, up to a longest time [min]. Uptake only rises, so halving finds it."""
    low, high = 0.0, longest
    for _ in range(30):
        middle = (low + high) / 2
        low, high = (middle, high) if taken_up(middle) < target else (low, middle)
    return high
