"""Marinade, wet brine and soak: liquid in contact. Acid turns a rim, salt goes in, or the jar runs out first."""

from collections.abc import Callable
from dataclasses import replace
from functools import cache, lru_cache

import numpy as np
from numpy.typing import NDArray

from jarcore.data import in_words, parameter
from jarcore.documents.evaluation import Move
from jarcore.fish import MeasuredFish, Piece, turned_share
from jarcore.flesh import AcidFront, acid_front, bath_salt_g, film_time, salt_diffusivity
from jarcore.flesh.engine import salt_profile
from jarcore.jars.contents import Contents
from jarcore.jars.place import Standing, contact_share
from jarcore.jars.window import NEVER, Limit, Span, cap
from jarcore.reading import Quantities
from jarcore.substances import Solution

STAGES = ("early", "best_from", "best_to", "late")
PASTE = "paste"
SHELL_POINTS = 40


def wet_cm2(fish: MeasuredFish, standing: Standing) -> float:
    """Bare flesh that the liquid touches [cm2]: skin is closed, and so is the lower face in a dish that is not turned."""
    if fish.piece is None:
        return 0.0
    length, width, broad = fish.piece.open_faces(_lying(standing))
    edges = fish.piece.edge_cm2 if length and width else 0.0
    return (broad * fish.piece.plan_cm2 + edges + fish.piece.slash_cm2) * (fish.pieces or 1)


def _lying(standing: Standing) -> bool:
    return standing.vessel == "dish" and not standing.turned


def front_of(jar: Solution | None, contact_l: float, fish: MeasuredFish, standing: Standing) -> AcidFront | None:
    """The acid front in this fish; None when nothing sour travels or no face is open."""
    piece = fish.piece
    if jar is None or piece is None or fish.flesh_l is None or wet_cm2(fish, standing) <= 0:
        return None
    return _front(jar, contact_l, fish.flesh_l, standing.celsius, piece, piece.open_faces(_lying(standing)))


@lru_cache(maxsize=1024)
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


@cache
def _stage_values(kind: str) -> NDArray[np.float64]:
    """A threshold of every stage, in order."""
    return np.array([parameter(f"{kind}_{stage}" if kind == "salt" else f"{stage}_{kind}") for stage in STAGES])


def _front_minutes(front: AcidFront) -> dict[str, float]:
    """When the front reaches the rim or the share of each stage, whichever is first [min]."""
    rims = front.times_of_depths(_stage_values("rim") / 1000)
    shares = front.times_of_shares(_stage_values("turned"))
    return dict(zip(STAGES, (np.minimum(rims, shares) / 60).tolist(), strict=True))


def salt_pct(contents: Contents, fish: MeasuredFish, standing: Standing, minutes: float) -> float:
    """Salt taken up from the liquid [g per 100 g fish] after a time [min]."""
    if not fish.timed or fish.piece is None or fish.species is None or not fish.edible_g:
        return 0.0
    share = contact_share(contents, standing, fish)
    way = fish.piece.diffusion_mm * (2 if _lying(standing) and fish.piece.skin == "none" else 1) / 1000
    grams = bath_salt_g(
        minutes * 60,
        contents.contact.salt_g * share,
        contents.contact.water_g * share,
        fish.edible_g,
        fish.species.fat_class,
        standing.celsius,
        way,
    )
    # Where no flesh is bare, what goes in goes through the skin.
    share = 1.0 if wet_cm2(fish, standing) > 0 else parameter("whole_skin_salt_share")
    return grams / fish.edible_g * 100 * share


def _salt_minutes(contents: Contents, fish: MeasuredFish, standing: Standing, target: float, cap: float) -> float:
    """When the liquid has brought TARGET [% of fish], or never within CAP [min]."""
    if salt_pct(contents, fish, standing, cap) < target:
        return NEVER
    low, high = 0.0, cap
    for _ in range(24):
        middle = (low + high) / 2
        low, high = (middle, high) if salt_pct(contents, fish, standing, middle) < target else (low, middle)
    return high


def _dairy(contents: Contents) -> bool:
    """Whether dairy is most of the watery part."""
    watery = [(i, m) for i, m in contents.parts(contact=True) if i.phase == "aqueous"]
    return sum(m for i, m in watery if i.group == "dairy") > parameter("dairy_share") * sum(m for _, m in watery)


def _keeping(contents: Contents, standing: Standing, acidity: float) -> Limit:
    """How long such a jar may be kept, whatever the model says."""
    pasty = any(i.particle == PASTE and i.group == "salty" for i, _ in contents.parts(contact=True))
    salty = contents.contact.salt_g > parameter("dairy_salted_share") / 100 * contents.contact.mass_g
    if contents.jar.kind == "wet_brine":
        return cap("cap_wet_brine", "keeping", "a wet brine is given 2 h at most")
    if _dairy(contents) and salty:
        return cap("cap_dairy_salted", "salt", "salted dairy tightens the flesh (a weak rule)")
    if _dairy(contents):
        return cap("cap_dairy", "keeping", "raw fish in dairy is kept a day at most")
    if acidity > 0 and standing.above_cold:
        return cap("cap_acid_counter", "keeping", "a sour jar stands an hour at most on the counter")
    if acidity > 0:
        return cap("cap_acid_chiller", "keeping", "a sour jar is given 2 h at most in the chiller")
    very_salty = contents.contact.salt_g > parameter("salty_liquid_share") / 100 * contents.contact.mass_g
    watery = contents.contact.water_g > parameter("watery_share") / 100 * contents.contact.mass_g
    if very_salty and watery and not pasty:
        return cap("cap_acid_chiller", "salt", "a salty liquid firms the surface: 2 h is common practice")
    return cap("cap_no_acid", "keeping", "raw marinated fish is kept a day or two at most")


def span_of(contents: Contents, fish: MeasuredFish, standing: Standing, read: Quantities) -> Span | None:
    """The span of a liquid jar on this fish, with what would move it; None where it cannot be timed."""
    if fish.piece is None or fish.species is None or not contents.parts(contact=True):
        return None
    jar = contents.aqueous
    sour = jar is not None and contents.contact.acid_g > 0
    salty = _salt_times(contents, fish, standing, parameter("cap_no_acid"))
    sour_jar = jar if sour else None
    litres = (jar.litres if jar else 0.0) * contact_share(contents, standing, fish)
    front = front_of(sour_jar, litres, fish, standing)
    span = _timed(contents, sour_jar, fish, standing, salty, read, front)
    if contents.jar.kind == "soak":
        # A soak is for the surface, and poured off: its use begins at once.
        early = parameter("surface_early")
        span = replace(span, earliest=min(span.earliest, early), best_from=min(span.best_from, early))
    if front is None or span.binding.binding not in ("acid", "dose"):
        return span
    return replace(span, moves=tuple(_moves(contents, fish, standing, salty, front)))


def _timed(
    contents: Contents,
    jar: Solution | None,
    fish: MeasuredFish,
    standing: Standing,
    salty: tuple[float, ...],
    read: Quantities | None,
    known: AcidFront | None = None,
) -> Span:
    """One timing. READ is None when a move is only tried out: then nothing is noted, and salt is as before.

    KNOWN is the front when only the temperature differs from a timing that was made already.
    """
    litres = (jar.litres if jar else 0.0) * contact_share(contents, standing, fish)
    front = known or front_of(jar, litres, fish, standing)
    keeping = _keeping(contents, standing, front.acidity if front else 0.0)
    if front is None:
        span = _without_acid(contents, jar is not None, fish.closed, keeping, salty, read)
    else:
        span = _with_acid(contents, front, litres, fish, standing, keeping, read)
    if _dairy(contents):
        span = _dairy_shell(contents, fish, standing, span)
    if salty[3] < NEVER:
        reason = f"by then the fish would hold {parameter('salt_late'):g} % salt"
        span = span.capped(Limit(salty[3], "salt", reason))
    if read is None:
        return span
    contact = standing.contact_min if standing.contact_min is not None else min(span.best_from, span.binding.minutes)
    return replace(
        span,
        at_contact={
            "salt_pct_of_fish": salt_pct(contents, fish, standing, contact),
            "evenness": None,
            "acid_turned_fraction": front.turned_at(contact * 60) if front else 0.0,
            "acid_depth_mm": front.depth_at(contact * 60) * 1000 if front else 0.0,
        },
    )


def _dairy_shell(contents: Contents, fish: MeasuredFish, standing: Standing, span: Span) -> Span:
    """Salted dairy firms a shell of the flesh: an empirical rule, and a weak one.

    The bath is small, so its salt runs down as the flesh takes it: the shell may never grow so deep.
    """
    assert fish.piece is not None and fish.species is not None and fish.edible_g is not None
    share = contact_share(contents, standing, fish)
    salt, water = contents.contact.salt_g * share, contents.contact.water_g * share
    threshold = parameter("shell_salt") / 100
    if water <= 0 or salt <= threshold * water:
        return span
    way = fish.piece.diffusion_mm / 1000
    flesh_water = parameter("salt_capacity_share") * parameter(f"water_{fish.species.fat_class}") * fish.edible_g
    minutes = np.geomspace(1.0, parameter("cap_dairy_salted"), SHELL_POINTS)
    rate = salt_diffusivity(fish.species.fat_class, standing.celsius)
    depth, per_water = salt_profile(way, rate, salt, water, flesh_water, minutes * 60)
    shell = [float(np.interp(threshold, row[::-1], depth[::-1], left=way, right=0.0)) / way for row in per_water]

    def when(name: str) -> float:
        reached = [t for t, s in zip(minutes, shell, strict=True) if s >= parameter(f"shell_{name}")]
        return float(reached[0]) if reached else NEVER

    late = when("late")
    if late < NEVER:
        span = span.capped(
            Limit(late, "salt", "salt has firmed a quarter of the way in (a weak rule for salted dairy)")
        )
    return replace(
        span,
        earliest=min(span.earliest, when("early")),
        best_from=min(max(span.best_from, parameter("dairy_best")), when("best_from")),
        best_to=min(span.best_to, when("best_to")),
    )


def _salt_times(contents: Contents, fish: MeasuredFish, standing: Standing, cap: float) -> tuple[float, ...]:
    if contents.contact.salt_g < parameter("salt_tasted") / 100 * (fish.edible_g or 0):
        return (NEVER,) * 4
    times: list[float] = []
    for target in _stage_values("salt").tolist():
        # Uptake only rises: past a target that is never reached no further one is.
        never = bool(times) and times[-1] == NEVER
        times.append(NEVER if never else _salt_minutes(contents, fish, standing, target, cap))
    return tuple(times)


def _without_acid(
    contents: Contents, sour: bool, closed: bool, keeping: Limit, salty: tuple[float, ...], read: Quantities | None
) -> Span:
    if closed and read is not None:
        text = "Skin all round keeps what is sour out, and nearly all of the salt. Slash the fish, or fill slots and cavity."
        read.say("skin-closed", contents.path, text)
    elif sour and read is not None:
        text = "What is sour in this jar is bound or too weak to turn flesh: no acid limit."
        read.say("no-acid-effect", contents.path, text)
    early = parameter("surface_early")
    best_from = min(salty[1], 3 * early)
    return Span(
        min(salty[0], early),
        best_from,
        min(salty[2], keeping.minutes),
        (keeping,),
        0.0 if salty[1] == NEVER else parameter("salt_window_spread"),
        ("it flavours the skin alone" if closed else "it flavours the surface; nothing sour limits it",),
    )


def _with_acid(
    contents: Contents,
    front: AcidFront,
    litres: float,
    fish: MeasuredFish,
    standing: Standing,
    keeping: Limit,
    read: Quantities | None,
) -> Span:
    wet = wet_cm2(fish, standing)
    film = {stage: film_time(parameter(f"{stage}_film"), litres, wet, front.diffusivity) / 60 for stage in STAGES}
    rim = _front_minutes(front)
    reach = front.depths[-1] * 1000
    frozen = front.frozen and rim["best_from"] == NEVER

    def settled(stage: str) -> float:
        """A plentiful but weak jar (dairy) has done what it can when its front is nearly as deep as it will ever be."""
        share = parameter(f"{stage}_film")
        return (
            float(front.times_of_depths(front.depths[-1:] * share)[0]) / 60
            if frozen and film["early"] > keeping.minutes
            else NEVER
        )

    limits = [
        Limit(
            rim["late"],
            "acid",
            f"acid would turn more than {parameter('late_rim'):g} mm of rim or a fifth of the flesh",
        ),
        Limit(
            film["late"], "dose", f"the jar runs out of acid: the flesh has drawn it in, {reach:.1f} mm deep at most"
        ),
        keeping,
    ]
    span = Span(
        min(rim["early"], film["early"], settled("early")),
        min(rim["best_from"], film["best_from"], settled("best_from")),
        min(rim["best_to"], film["best_to"]),
        tuple(limit for limit in limits if limit.minutes < NEVER),
        parameter("acid_window_spread"),
        (f"the acid stops by itself at about {reach:.1f} mm: it cannot turn more",) if frozen else (),
    )
    return _strong_citrus(contents, front, fish, span, read)


def _strong_citrus(
    contents: Contents, front: AcidFront, fish: MeasuredFish, span: Span, read: Quantities | None
) -> Span:
    """Practice ends strong citrus on thin pieces at half an hour, even where the model allows more in the cold."""
    assert fish.piece is not None
    assert contents.aqueous is not None
    citric, *others = contents.aqueous.acids
    strong = front.acidity >= parameter("strong_citrus_acidity") and citric > sum(others)
    if not strong or fish.piece.thickness_mm > parameter("strong_citrus_thickness"):
        return span
    model, latest = span.binding.minutes, parameter("strong_citrus_latest")
    if model > latest and read is not None:
        text = f"Colder is slower: the model would allow {in_words(model)}, which practice has not shown. It is held to {in_words(latest)}."
        read.say("colder-is-slower", contents.path, text)
    return span.capped(
        cap("strong_citrus_latest", "acid", f"practice ends strong citrus on thin pieces at {in_words(latest)}")
    )


def _moves(
    contents: Contents, fish: MeasuredFish, standing: Standing, salty: tuple[float, ...], front: AcidFront
) -> list[Move]:
    """What would move the latest time: a thicker piece, another temperature, a weaker jar."""
    assert fish.piece is not None and contents.aqueous is not None
    jar = contents.aqueous
    weaker = replace(jar, acids=tuple(c * 0.7 for c in jar.acids), strong_ions=jar.strong_ions * 0.7)
    thicker = replace(fish, piece=replace(fish.piece, thickness_mm=fish.piece.thickness_mm + 5))
    warm = standing.above_cold
    other = replace(standing, celsius=4.0 if warm else standing.celsius + 4)
    trials: list[tuple[str, Callable[[], Span]]] = [
        ("pieces 5 mm thicker", lambda: _timed(contents, jar, thicker, standing, salty, None)),
        (
            "in the chiller" if warm else "4 °C warmer",
            lambda: _timed(contents, jar, fish, other, salty, None, front.slowed(standing.celsius, other.celsius)),
        ),
        ("a third of the sour part swapped for water", lambda: _timed(contents, weaker, fish, standing, salty, None)),
    ]
    return [{"change": change, "latest_min": trial().binding.minutes} for change, trial in trials]
