"""Liquid or paste in contact with the fish: acid turns a rim, salt goes in, and the surface takes flavour."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, replace

from jarcore.data import Ingredient, named, parameter, said
from jarcore.documents import Finding, found
from jarcore.flesh import NEVER, AcidFront, Uptake
from jarcore.jars.drivers import Driver, Stages, Targets, between, stages, together
from jarcore.jars.dry_salt import evening
from jarcore.jars.fade import blend, fade
from jarcore.jars.keeping import keeping, on_counter
from jarcore.jars.laid import Laid
from jarcore.jars.place import usual_c
from jarcore.jars.souring import about_acid, held_back, sour_drivers
from jarcore.jars.steeping import at_contact, front_of, salt_course, shell_minutes
from jarcore.jars.window import Limit, Moved, Span, Timed, cap

FLAVOUR_SHARES = named(early="flavour_early_share", best_from="flavour_best_from_share")
SHELLS = named(early="shell_early", best_from="shell_best_from", best_to="shell_best_to", late="shell_late")
NEVER_REACHED = Stages(early=NEVER, best_from=NEVER, best_to=NEVER, late=NEVER)


@dataclass(frozen=True, slots=True, kw_only=True)
class _Use:
    """What a kind of liquid is for: its salt targets, when its flavour is of use (None where it is none), its cap.

    `flavour` names the rows from which it is of use and at its best. What is of use `at_once` waits for nothing that
    goes in; that ends it all the same.
    """

    salts: Mapping[str, str]
    flavour: tuple[str, str] | None
    cap: Callable[[Laid, float], Limit]
    at_once: bool = False


def acts(ingredient: Ingredient) -> bool:
    """Whether an ingredient sets how long a liquid may act: water, salt or acid."""
    return ingredient.phase == "aqueous" or ingredient.salt > 0 or ingredient.acid_g > 0


def uptake(laid: Laid) -> Uptake:
    """Salt taken up from the liquid [g per 100 g fish] over time [min]."""
    course = salt_course(laid)
    return lambda minutes: float(course.at(minutes * 60))


MARINADE = _Use(
    salts=named(early="salt_early", best_from="salt_best_from", best_to="salt_best_to", late="salt_late"),
    flavour=("flavour_early", "flavour_best_from"),
    cap=keeping,
)
# A soak is for the surface, and of use at once.
SOAK = replace(MARINADE, flavour=("surface_early", "surface_early"), at_once=True)
# A wet brine seasons, and does nothing else.
BRINE = _Use(
    salts=named(early="brine_early", best_from="brine_best_from", best_to="brine_best_to", late="brine_late"),
    flavour=None,
    cap=lambda _laid, _acidity: cap("cap_wet_brine", "keeping", "reason/wet-brine"),
)


def marinated(laid: Laid) -> Timed:
    """The span of a marinade on one size of piece."""
    return _timed(laid, MARINADE)


def soaked(laid: Laid) -> Timed:
    """The span of a soak on one size of piece."""
    return _timed(laid, SOAK)


def brined(laid: Laid) -> Timed:
    """The span of a wet brine on one size of piece."""
    return _timed(laid, BRINE)


def _timed(laid: Laid, use: _Use) -> Timed:
    """The span of a liquid on one size of piece, with what would move it, and what was found."""
    if laid.fish.piece is None or laid.fish.species is None or not laid.contents.parts(contact=True):
        return Timed(None)
    front = front_of(laid)
    plain = _span(laid, use, front)
    strong = held_back(laid, front, plain)
    span = replace(
        strong, at_contact=at_contact(laid, front, strong, uptake(laid)), moves=lambda: _moves(laid, use, front, strong)
    )
    return Timed(span, tuple(_told(laid, front, plain, strong)))


def _told(laid: Laid, front: AcidFront | None, plain: Span, strong: Span) -> Iterator[Finding]:
    if laid.fish.closed:
        yield found("skin-closed/liquid", laid.path)
    elif laid.sour and front is None:
        yield found("no-acid-effect", laid.path)
    if strong.binding.minutes < (1 - parameter("move_told") / 100) * plain.binding.minutes:
        yield found("colder-is-slower", laid.path, model=plain.binding.minutes, held=strong.binding.minutes)


def _span(laid: Laid, use: _Use, front: AcidFront | None) -> Span:
    """The window of all that drives a liquid, before practice holds strong citrus back."""
    acidity = front.acidity if front else 0.0
    caps = (use.cap(laid, acidity), *on_counter(laid))
    drivers = [*sour_drivers(laid, front), _salt(laid, use), *_shell(laid)]
    if use.at_once:
        drivers = [replace(driver, weight=0.0) for driver in drivers]
    span = together(drivers, _flavour(laid, use, min(one.minutes for one in caps)), caps, about_acid(laid, front))
    if laid.fish.closed:
        return replace(span, reasons=(*span.reasons, said("reason/skin-alone")))
    if span.binding.hard and all(driver.weight < 1 for driver in drivers):
        return replace(span, reasons=(*span.reasons, said("reason/surface")))
    return span


def _salt(laid: Laid, use: _Use) -> Driver:
    """Salt as it goes in from a liquid; what finds no water to dissolve in does as measured dry salt."""
    dissolved, undissolved = _dissolved(laid, use), laid.contents.undissolved_share
    if not undissolved:
        return dissolved
    dry = evening(laid).stages
    dry = replace(dry, late=parameter("salt_in_oil_late") * dry.best_to)
    weight = fade(laid.dose_pct, "salty_rub_from", "salty_rub_full")
    return replace(
        dissolved,
        stages=between(dissolved.stages, dry, undissolved),
        weight=dissolved.weight * (1 - undissolved) + weight * undissolved,
    )


def _dissolved(laid: Laid, use: _Use) -> Driver:
    course, late = salt_course(laid), use.salts["late"]
    targets = Targets(**{stage: parameter(row) for stage, row in use.salts.items()})
    return Driver(
        stages=stages(course, parameter("salt_spent") * course.end, targets) if course.end else NEVER_REACHED,
        weight=fade(course.end, "salt_acts_from", "salt_acts_full"),
        lack=parameter("salt_acts_full") / course.end if course.end else NEVER,
        binding="salt",
        reason=said("reason/salt-in-liquid", late=parameter(late)),
        rows=(late,),
        spread=parameter("salt_window_spread"),
    )


def _shell(laid: Laid) -> Iterator[Driver]:
    """Salted dairy firms a shell of the flesh; it fades in with the share of dairy and with the salt."""
    dairy, salt = laid.contents.dairy_share, laid.contents.salt_pct
    if not dairy * salt:
        return
    yield Driver(
        stages=Stages(**{stage: shell_minutes(laid, parameter(row)) for stage, row in SHELLS.items()}),
        weight=fade(dairy, "dairy_from", "dairy_full") * fade(salt, "dairy_salted_from", "dairy_salted_full"),
        lack=max(1.0, parameter("dairy_full") / dairy) * max(1.0, parameter("dairy_salted_full") / salt),
        binding="salt",
        reason=said("reason/shell"),
        rows=("shell_salt", "shell_late"),
        spread=parameter("salt_window_spread"),
    )


def _flavour(laid: Laid, use: _Use, longest: float) -> Stages | None:
    """How a liquid flavours the surface, or a coarse paste, and all between; up to its share of the cap [min]."""
    if use.flavour is None:
        return None
    coarse, at_once = laid.contents.coarse_share, parameter("surface_early")
    # Where it may not stand for long, a liquid has to do with less: the surface tastes of it all the same.
    early, best_from = (
        min(blend(parameter(row), at_once, coarse), parameter(share) * longest)
        for row, share in zip(use.flavour, FLAVOUR_SHARES.values(), strict=True)
    )
    best_to = parameter("flavour_best_to") * longest
    return Stages(early=early, best_from=best_from, best_to=best_to, late=longest)


def _moves(laid: Laid, use: _Use, front: AcidFront | None, span: Span) -> tuple[Moved, ...]:
    """What would move the latest time: a thicker piece, another temperature, a weaker jar; none that moves nothing."""
    if span.binding.binding not in ("acid", "salt") or laid.fish.piece is None:
        return ()
    now, moved = span.binding.minutes, []
    for key, tried, driven in _trials(laid, front):
        there = _span(tried, use, driven)
        latest = held_back(tried, driven, there).binding.minutes
        if abs(latest - now) > parameter("move_told") / 100 * now:
            moved.append(Moved(change=said(key), latest_min=latest))
    return tuple(moved)


def _trials(laid: Laid, front: AcidFront | None) -> Iterator[tuple[str, Laid, AcidFront | None]]:
    """Each thing that is tried: its words, the jar so, its front."""
    piece, standing, jar = laid.fish.piece, laid.standing, laid.contents.aqueous
    assert piece is not None
    thick_mm = piece.thickness_mm + parameter("trial_thicker")
    thicker = replace(laid, fish=replace(laid.fish, piece=replace(piece, thickness_mm=thick_mm)))
    yield "move/thicker", thicker, front_of(thicker)
    warm = standing.place == "counter"
    other_c = usual_c("chiller") if warm else standing.celsius + parameter("trial_warmer")
    place = "chiller" if warm else standing.place
    other = replace(laid, standing=replace(standing, celsius=other_c, place=place))
    yield "move/chiller" if warm else "move/warmer", other, front and front.slowed(standing.celsius, other_c)
    if front is not None and jar is not None:
        left = parameter("trial_weaker")
        weaker = replace(jar, acids=tuple(c * left for c in jar.acids), strong_ions=jar.strong_ions * left)
        yield "move/weaker", laid, front_of(laid, weaker)
