"""Liquid in contact with the fish: acid turns a rim, salt goes in, or the jar runs out first."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from jarcore.data import Ingredient, kept, named, parameter, said
from jarcore.documents import Finding, found
from jarcore.documents.evaluation import AtContact
from jarcore.fish import MeasuredFish, Piece, turned_share
from jarcore.flesh import AcidFront, Uptake, acid_front, bath_uptake_g, film_time, flesh_water_g, salt_diffusivity
from jarcore.flesh.engine import salt_profile
from jarcore.jars.kind import nothing
from jarcore.jars.laid import Laid
from jarcore.jars.place import Standing, usual_c
from jarcore.jars.window import NEVER, Limit, Moved, Span, Timed, cap
from jarcore.substances import Solution

# What marks each stage of a window, in order: the rim and the share that acid has turned, the share of the liquid drawn
# in, salt in the fish, and the shell that salted dairy firms.
RIMS = named(early="early_rim", best_from="best_from_rim", best_to="best_to_rim", late="late_rim")
TURNED = named(early="early_turned", best_from="best_from_turned", best_to="best_to_turned", late="late_turned")
FILMS = named(early="early_film", best_from="best_from_film", best_to="best_to_film", late="late_film")
SALTS = named(early="salt_early", best_from="salt_best_from", best_to="salt_best_to", late="salt_late")
SHELLS = named(early="shell_early", best_from="shell_best_from", best_to="shell_best_to", late="shell_late")
PASTE = "paste"
SHELL_POINTS = 40


@dataclass(frozen=True, slots=True, kw_only=True)
class Stages:
    """When each stage of a window is reached [min], NEVER where it is not."""

    early: float
    best_from: float
    best_to: float
    late: float


NEVER_REACHED = Stages(early=NEVER, best_from=NEVER, best_to=NEVER, late=NEVER)


def acts(ingredient: Ingredient) -> bool:
    """Whether an ingredient sets how long a liquid may act: water, salt or acid."""
    return ingredient.phase == "aqueous" or ingredient.salt > 0 or ingredient.acid_g > 0


def wet_cm2(fish: MeasuredFish, standing: Standing) -> float:
    """Bare flesh that the liquid touches [cm2]: skin is closed, and so is the lower face in a dish that is not
    turned.
    """
    if fish.piece is None:
        return 0.0
    length, width, broad = fish.piece.open_faces(standing.lying)
    edges = fish.piece.edge_cm2 if length and width else 0.0
    return (broad * fish.piece.plan_cm2 + edges + fish.piece.slash_cm2) * (fish.pieces or 1)


def way_m(laid: Laid) -> float:
    """The way salt has to go in the flesh [m]: all of the thickness where the lower face lies on the vessel."""
    piece = laid.fish.piece
    if piece is None:
        return 0.0
    return piece.diffusion_mm * (2 if laid.standing.lying and piece.skin == "none" else 1) / 1000


def front_of(laid: Laid, weaker: Solution | None = None) -> AcidFront | None:
    """The acid front in this fish; None when nothing sour travels or no face is open. WEAKER is tried for the jar."""
    jar, piece, fish = weaker or laid.contents.aqueous, laid.fish.piece, laid.fish
    if jar is None or not laid.sour or piece is None or fish.flesh_l is None or wet_cm2(fish, laid.standing) <= 0:
        return None
    litres = jar.litres * laid.contact_share
    return _front(jar, litres, fish.flesh_l, laid.standing.celsius, piece, piece.open_faces(laid.standing.lying))


@kept(maxsize=1024)
def _front(
    jar: Solution, contact_l: float, flesh_l: float, celsius: float, piece: Piece, faces: tuple[int, int, int]
) -> AcidFront | None:
    """The front, kept: a keystroke changes one jar, and the others' fronts stand.

    Slashes turn flesh but are not let use up the jar: else a slashed fish might stay in longer than a whole one.
    """
    return acid_front(
        jar,
        contact_l,
        flesh_l,
        celsius,
        piece.thickness_mm / (1 if faces[2] == 1 else 2) / 1000,
        lambda depth: turned_share(piece, depth, faces),
        (lambda depth: turned_share(piece, depth, faces, slashes=False)) if piece.slashes else None,
    )


def _front_minutes(front: AcidFront) -> Stages:
    """When the front reaches the rim or the share of each stage, whichever is first [min]."""
    rims, shares = _levels()
    times = np.minimum(front.times_of_depths(rims), front.times_of_shares(shares)) / 60
    early, best_from, best_to, late = times.tolist()
    return Stages(early=early, best_from=best_from, best_to=best_to, late=late)


@kept()
def _levels() -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Rims [m] and turned shares [1] of the stages, in order."""
    rims = np.array([parameter(row) for row in RIMS.values()]) / 1000
    return rims, np.array([parameter(row) for row in TURNED.values()])


def uptake(laid: Laid) -> Uptake:
    """Salt taken up from the liquid [g per 100 g fish] over time [min]."""
    fish, contact = laid.fish, laid.contents.contact
    if not fish.timed or fish.piece is None or fish.species is None or not fish.edible_g:
        return nothing
    share = laid.contact_share
    grams = bath_uptake_g(
        contact.salt_g * share,
        contact.water_g * share,
        fish.edible_g,
        fish.species.fat_class,
        laid.standing.celsius,
        way_m(laid),
    )
    # Where no flesh is bare, what goes in goes through the skin.
    through = 1.0 if wet_cm2(fish, laid.standing) > 0 else parameter("whole_skin_salt_share")
    times = 100 * through / fish.edible_g
    return lambda minutes: grams(minutes * 60) * times


def _salt_minutes(taken_up: Uptake, target: float, longest: float) -> float:
    """When the liquid has brought TARGET [% of fish], or NEVER within a longest time [min]."""
    if taken_up(longest) < target:
        return NEVER
    low, high = 0.0, longest
    for _ in range(24):
        middle = (low + high) / 2
        low, high = (middle, high) if taken_up(middle) < target else (low, middle)
    return high


def _salt_stages(laid: Laid) -> Stages:
    longest = parameter("cap_no_acid")
    if laid.dose_g < parameter("salt_tasted") / 100 * (laid.fish.edible_g or 0):
        return NEVER_REACHED
    times: dict[str, float] = {}
    taken_up = uptake(laid)
    for stage, row in SALTS.items():
        # Uptake only rises: past a target that is never reached no further one is.
        never = NEVER in times.values()
        times[stage] = NEVER if never else _salt_minutes(taken_up, parameter(row), longest)
    return Stages(**times)


@dataclass(frozen=True, slots=True)
class _Given:
    """What stays as it is while something is tried: when salt reaches its stages, a limit of the kind's own, dairy."""

    salty: Stages
    always: Limit | None
    dairy: bool


def _dairy(laid: Laid) -> bool:
    """Whether dairy is most of the watery part."""
    watery = [(i, m) for i, m in laid.contents.parts(contact=True) if i.phase == "aqueous"]
    return sum(m for i, m in watery if i.group == "dairy") > parameter("dairy_share") * sum(m for _, m in watery)


def _keeping(laid: Laid, acidity: float, dairy: bool) -> Limit:
    """How long a marinade or soak may be kept, whatever the model says; ACIDITY is what can travel [eq/l]."""
    contact = laid.contents.contact
    pasty = any(i.particle == PASTE and i.group == "salty" for i, _ in laid.contents.parts(contact=True))
    salty = contact.salt_g > parameter("dairy_salted_share") / 100 * contact.mass_g
    if dairy and salty:
        return cap("cap_dairy_salted", "salt", "reason/dairy-salted")
    if dairy:
        return cap("cap_dairy", "keeping", "reason/dairy")
    if acidity > 0 and laid.standing.above_cold:
        return cap("cap_acid_counter", "keeping", "reason/acid-counter")
    if acidity > 0:
        return cap("cap_acid_chiller", "keeping", "reason/acid-chiller")
    very_salty = contact.salt_g > parameter("salty_liquid_share") / 100 * contact.mass_g
    watery = contact.water_g > parameter("watery_share") / 100 * contact.mass_g
    if very_salty and watery and not pasty:
        return cap("cap_acid_chiller", "salt", "reason/salty-liquid")
    return cap("cap_no_acid", "keeping", "reason/no-acid")


def timed(laid: Laid, always: Limit | None = None, early: float = NEVER) -> Timed:
    """The span of a liquid on one size of piece, with what would move it.

    ALWAYS is the limit of a kind that has its own, whatever is in it; EARLY when its use begins at the latest [min].
    """
    if laid.fish.piece is None or laid.fish.species is None or not laid.contents.parts(contact=True):
        return Timed(None)
    given, front = _Given(_salt_stages(laid), always, _dairy(laid)), front_of(laid)
    span, told = _span(laid, front, given)
    span = replace(
        span,
        at_contact=_at_contact(laid, front, span),
        earliest_min=min(span.earliest_min, early),
        best_from_min=min(span.best_from_min, early),
    )
    if front is not None and span.binding.binding in ("acid", "dose"):
        span = replace(span, moves=_moves(laid, front, given))
    return Timed(span, told)


def _at_contact(laid: Laid, front: AcidFront | None, span: Span) -> AtContact:
    planned = laid.standing.contact_min
    contact = planned if planned is not None else min(span.best_from_min, span.binding.minutes)
    return {
        "salt_pct_of_fish": uptake(laid)(contact),
        "evenness": None,
        "acid_turned_fraction": front.turned_at(contact * 60) if front else 0.0,
        "acid_depth_mm": front.depth_at(contact * 60) * 1000 if front else 0.0,
    }


def _span(laid: Laid, front: AcidFront | None, given: _Given) -> tuple[Span, tuple[Finding, ...]]:
    """One timing, and what it finds; a trial of something else leaves the second where it is."""
    keeping = given.always or _keeping(laid, front.acidity if front else 0.0, given.dairy)
    span, told = _without_acid(laid, keeping, given.salty) if front is None else _with_acid(laid, front, keeping)
    if given.dairy:
        span = _dairy_shell(laid, span)
    late = given.salty.late
    if late < NEVER:
        limit = Limit(minutes=late, binding="salt", reason=said("reason/salt-in-liquid"), rows=("salt_late",))
        span = span.capped(limit)
    return span, told


def _dairy_shell(laid: Laid, span: Span) -> Span:
    """Salted dairy firms a shell of the flesh: an empirical rule, and a weak one.

    The bath is small, so its salt runs down as the flesh takes it: the shell may never grow so deep.
    """
    fish, contact = laid.fish, laid.contents.contact
    assert fish.piece is not None and fish.species is not None and fish.edible_g is not None
    share = laid.contact_share
    salt, water = contact.salt_g * share, contact.water_g * share
    threshold = parameter("shell_salt") / 100
    if water <= 0 or salt <= threshold * water:
        return span
    way = fish.piece.diffusion_mm / 1000
    minutes = np.geomspace(1.0, parameter("cap_dairy_salted"), SHELL_POINTS)
    rate = salt_diffusivity(fish.species.fat_class, laid.standing.celsius)
    flesh_water = flesh_water_g(fish.species.fat_class, fish.edible_g)
    depth, per_water = salt_profile(way, rate, salt, water, flesh_water, minutes * 60)
    shell = [float(np.interp(threshold, row[::-1], depth[::-1], left=way, right=0.0)) / way for row in per_water]

    def when(row: str) -> float:
        reached = [t for t, s in zip(minutes, shell, strict=True) if s >= parameter(row)]
        return float(reached[0]) if reached else NEVER

    late = when(SHELLS["late"])
    if late < NEVER:
        limit = Limit(minutes=late, binding="salt", reason=said("reason/shell"), rows=("shell_salt", "shell_late"))
        span = span.capped(limit)
    return replace(
        span,
        earliest_min=min(span.earliest_min, when(SHELLS["early"])),
        best_from_min=min(max(span.best_from_min, parameter("dairy_best")), when(SHELLS["best_from"])),
        best_to_min=min(span.best_to_min, when(SHELLS["best_to"])),
    )


def _without_acid(laid: Laid, keeping: Limit, salty: Stages) -> tuple[Span, tuple[Finding, ...]]:
    closed = laid.fish.closed
    told: tuple[Finding, ...] = ()
    if closed:
        told = (found("skin-closed/liquid", laid.path),)
    elif laid.sour:
        told = (found("no-acid-effect", laid.path),)
    early = parameter("surface_early")
    span = Span(
        earliest_min=min(salty.early, early),
        best_from_min=min(salty.best_from, 3 * early),
        best_to_min=min(salty.best_to, keeping.minutes),
        limits=(keeping,),
        spread=0.0 if salty.best_from == NEVER else parameter("salt_window_spread"),
        reasons=(said("reason/skin-alone") if closed else said("reason/surface"),),
    )
    return span, told


def _with_acid(laid: Laid, front: AcidFront, keeping: Limit) -> tuple[Span, tuple[Finding, ...]]:
    wet, litres = wet_cm2(laid.fish, laid.standing), _litres(laid)
    film = Stages(
        **{stage: film_time(parameter(row), litres, wet, front.diffusivity) / 60 for stage, row in FILMS.items()}
    )
    rim = _front_minutes(front)
    reach = front.depths[-1] * 1000
    frozen = front.frozen and rim.best_from == NEVER

    def settled(stage: str) -> float:
        """A plentiful but weak jar (dairy) has done what it can when its front is nearly as deep as it will ever be."""
        if not frozen or film.early <= keeping.minutes:
            return NEVER
        return float(front.times_of_depths(front.depths[-1:] * parameter(FILMS[stage]))[0]) / 60

    limits = (
        Limit(minutes=rim.late, binding="acid", reason=said("reason/acid"), rows=("late_rim", "late_turned")),
        Limit(minutes=film.late, binding="dose", reason=said("reason/dose", reach_mm=reach), rows=("late_film",)),
        keeping,
    )
    span = Span(
        earliest_min=min(rim.early, film.early, settled("early")),
        best_from_min=min(rim.best_from, film.best_from, settled("best_from")),
        best_to_min=min(rim.best_to, film.best_to),
        limits=tuple(limit for limit in limits if limit.minutes < NEVER),
        spread=parameter("acid_window_spread"),
        reasons=(said("reason/frozen", reach_mm=reach),) if frozen else (),
    )
    return _strong_citrus(laid, front, span)


def _litres(laid: Laid) -> float:
    return (laid.contents.aqueous.litres if laid.contents.aqueous else 0.0) * laid.contact_share


def _strong_citrus(laid: Laid, front: AcidFront, span: Span) -> tuple[Span, tuple[Finding, ...]]:
    """Practice ends strong citrus on thin pieces at half an hour, even where the model allows more in the cold."""
    assert laid.fish.piece is not None and laid.contents.aqueous is not None
    citric, *others = laid.contents.aqueous.acids
    strong = front.acidity >= parameter("strong_citrus_acidity") and citric > sum(others)
    if not strong or laid.fish.piece.thickness_mm > parameter("strong_citrus_thickness"):
        return span, ()
    model = span.binding.minutes
    told = (found("colder-is-slower", laid.path, model=model),) if model > parameter("strong_citrus_latest") else ()
    return span.capped(cap("strong_citrus_latest", "acid", "reason/strong-citrus")), told


def _moves(laid: Laid, front: AcidFront, given: _Given) -> tuple[Moved, ...]:
    """What would move the latest time: a thicker piece, another temperature, a weaker jar. Salt is taken as before."""
    jar, standing, piece = laid.contents.aqueous, laid.standing, laid.fish.piece
    assert piece is not None and jar is not None
    left = parameter("trial_weaker")
    weaker = replace(jar, acids=tuple(c * left for c in jar.acids), strong_ions=jar.strong_ions * left)
    thick_mm = piece.thickness_mm + parameter("trial_thicker")
    thicker = replace(laid, fish=replace(laid.fish, piece=replace(piece, thickness_mm=thick_mm)))
    warm = standing.above_cold
    other_c = usual_c("chiller") if warm else standing.celsius + parameter("trial_warmer")
    other = replace(laid, standing=replace(standing, celsius=other_c))
    trials: Sequence[tuple[str, Laid, AcidFront | None]] = (
        ("move/thicker", thicker, front_of(thicker)),
        ("move/chiller" if warm else "move/warmer", other, front.slowed(standing.celsius, other_c)),
        ("move/weaker", laid, front_of(laid, weaker)),
    )
    return tuple(
        {"change": said(key), "latest_min": _span(tried, driven, given)[0].binding.minutes}
        for key, tried, driven in trials
    )
