"""Dry salt on fish: measured and left in to even out, or heavy, timed and rinsed."""

import math

from jarcore.data import Ingredient, named, parameter, said
from jarcore.documents import Finding, found
from jarcore.documents.evaluation import AtContact
from jarcore.flesh import Uptake, dry_uptake, firmed_depth_mm, rinse_factor, salt_diffusivity
from jarcore.flesh.diffusion import centre_of_dose
from jarcore.jars.kind import nothing
from jarcore.jars.laid import Laid
from jarcore.jars.window import Limit, Span, Timed, cap

# How long each crystal takes to begin to dissolve, and how much of a face each way of strewing covers.
LAGS = named(fine="dissolve_lag_fine", flake="dissolve_lag_flake", coarse="dissolve_lag_coarse")
COVERAGE = named(full="coverage_full", sprinkled="coverage_sprinkled", light="coverage_light")
HEAVY = "timed_rinse"


def salty(ingredient: Ingredient) -> bool:
    """Whether an ingredient holds any salt."""
    return ingredient.salt > 0


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
    rinse_s, lag_s, gone_in = laid.standing.rinse_s, crystal_lag_s(laid), uptake(laid)
    if not rinse_s:
        return gone_in
    return lambda minutes: gone_in(minutes) * rinse_factor(rinse_s, minutes * 60 - lag_s)


def timed(laid: Laid) -> Timed:
    """The span of dry salt on one size of piece; None with a finding where it cannot be timed."""
    if laid.fish.piece is None or laid.fish.species is None:
        return Timed(None)
    told = _about_dose(laid)
    if laid.fish.closed and not laid.contents.inside_salt_g():
        return Timed(None, (*told, _closed(laid)))
    if is_heavy(laid):
        return Timed(_heavy(laid), told)
    span, more = _measured(laid)
    return Timed(span, (*told, *more))


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


def _measured(laid: Laid) -> tuple[Span, tuple[Finding, ...]]:
    """How harsh the surface still is sets earliest and best; evenness ends the gain; keeping ends the time."""
    assert laid.fish.piece and laid.fish.species
    fat_class, celsius = laid.fish.species.fat_class, laid.standing.celsius
    way = laid.fish.piece.diffusion_mm / 1000
    rate = salt_diffusivity(fat_class, celsius)

    def minutes(fourier: float) -> float:
        return fourier * way * way / rate / 60

    longest = parameter("cap_dry_brine")
    half_even = minutes(parameter("brine_half_even_fourier"))
    told: tuple[Finding, ...] = ()
    if half_even > longest:
        reach = 1000 * math.sqrt(math.pi * rate * longest * 60) / 2
        told = (found("will-not-even-out", laid.path, half_even=half_even, reach_mm=reach),)
    best_from = minutes(parameter("brine_best_fourier"))
    contact = best_from if laid.standing.contact_min is None else laid.standing.contact_min
    even = minutes(parameter("brine_even_fourier"))
    firmed = firmed_depth_mm(contact * 60, parameter("salt_firms"), _brine_per_water(), fat_class, celsius)
    span = Span(
        earliest_min=max(parameter("brine_dissolved"), minutes(parameter("brine_early_fourier"))),
        best_from_min=max(parameter("brine_dissolved"), best_from),
        best_to_min=even,
        limits=(cap("cap_dry_brine", "keeping", "reason/dry-brine"),),
        spread=parameter("salt_window_spread"),
        reasons=(
            said("reason/even", way_mm=laid.fish.piece.diffusion_mm, even=even),
            said("reason/cannot-over-salt"),
        ),
        at_contact={
            **_at_contact(laid, contact),
            "firmed_share": min(1.0, firmed / laid.fish.piece.diffusion_mm),
        },
    )
    return span, told


def _at_contact(laid: Laid, minutes: float) -> AtContact:
    assert laid.fish.piece and laid.fish.species
    rate = salt_diffusivity(laid.fish.species.fat_class, laid.standing.celsius)
    return {
        "salt_pct_of_fish": stays(laid)(minutes),
        "evenness": centre_of_dose(rate * minutes * 60 / (laid.fish.piece.diffusion_mm / 1000) ** 2),
        "acid_turned_fraction": 0.0,
        "acid_depth_mm": 0.0,
    }


def _heavy(laid: Laid) -> Span:
    """Heavy salt, timed and rinsed: the times at which the fish holds each target after the rinse."""
    kept = stays(laid)
    early, best_from, best_to, late = (
        reached(kept, parameter(target), parameter("cap_heavy_salt"))
        for target in ("salt_early", "salt_best_from", "salt_best_to", "salt_late")
    )
    contact = laid.standing.contact_min if laid.standing.contact_min is not None else best_from
    return Span(
        earliest_min=early,
        best_from_min=best_from,
        best_to_min=best_to,
        limits=(
            Limit(minutes=late, binding="salt", reason=said("reason/salt-rinsed"), rows=("salt_late",)),
            cap("cap_heavy_salt", "keeping", "reason/heavy-salt"),
        ),
        spread=parameter("salt_window_spread"),
        reasons=(said("reason/rinsed", rinse=laid.standing.rinse_s),),
        at_contact=_at_contact(laid, contact),
    )


def reached(taken_up: Uptake, target: float, longest: float) -> float:
    """Minutes until TARGET [%] is taken up, up to a longest time [min]. Uptake only rises, so halving finds it."""
    low, high = 0.0, longest
    for _ in range(30):
        middle = (low + high) / 2
        low, high = (middle, high) if taken_up(middle) < target else (low, middle)
    return high
