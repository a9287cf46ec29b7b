"""Acid as a driver: when it has turned what each stage wants, where it runs out, where practice holds it back."""

from collections.abc import Sequence

from jarcore.data import Said, parameter, said
from jarcore.flesh import AcidFront
from jarcore.jars.drivers import Driver, stages
from jarcore.jars.fade import blend, fade
from jarcore.jars.keeping import sour_share
from jarcore.jars.laid import Laid
from jarcore.jars.steeping import acid_targets, wet_cm2
from jarcore.jars.window import Limit, Span


def sour_drivers(laid: Laid, front: AcidFront | None) -> Sequence[Driver]:
    """Acid as it drives a jar by its front; none without one."""
    if front is None:
        return ()
    driver = Driver(
        stages=stages(front.course, front.reach_m, acid_targets(laid)),
        weight=_weight(laid, front),
        lack=acid_targets(laid).late / front.reach_m,
        binding="acid",
        reason=said("reason/acid"),
        rows=("late_rim", "late_turned"),
        spread=parameter("acid_window_spread"),
    )
    return (driver,)


def acts_sour(laid: Laid) -> bool:
    """Whether what is sour in a jar can turn flesh at all: bound acid, or a trace of it, cannot."""
    if laid.contents.aqueous is None or not laid.sour:
        return False
    acidity, _ = laid.contents.aqueous.mobile(parameter("turned_ph"))
    return sour_share(laid, acidity) > parameter("acts_sour")


def about_acid(laid: Laid, front: AcidFront | None) -> tuple[Said, ...]:
    """That the jar runs out of acid before it can turn too much; nothing where it does not."""
    if front is None or front.reach_m >= acid_targets(laid).late:
        return ()
    return (said("reason/dose", reach_mm=front.reach_m * 1000),)


def held_back(laid: Laid, front: AcidFront | None, span: Span) -> Span:
    """Practice ends strong citrus on thin pieces at half an hour, even where the model allows more in the cold."""
    held, model = parameter("strong_citrus_latest"), span.binding.minutes
    strength = _strength(laid, front) if front is not None and model > held else 0.0
    if not strength:
        return span
    limit = Limit(
        minutes=blend(model, held, strength),
        binding="acid",
        reason=said("reason/strong-citrus"),
        hard=True,
        rows=("strong_citrus_latest",),
    )
    return span.scaled((held / model) ** strength).capped(limit)


def _weight(laid: Laid, front: AcidFront) -> float:
    """How much of what is wanted the acid can do [1]: nothing while it reaches only half as deep."""
    return min(1.0, max(0.0, 2 * front.reach_m / acid_targets(laid).late - 1))


def _strength(laid: Laid, front: AcidFront) -> float:
    """How far a jar is strong citrus on thin flesh, or on slashes [1]; only as far as there is plenty of it."""
    assert laid.fish.piece is not None and laid.contents.aqueous is not None
    acids, wet = laid.contents.aqueous.acids, wet_cm2(laid.fish, laid.standing)
    thin = 1 - fade(laid.fish.piece.thickness_mm, "strong_citrus_thick_from", "strong_citrus_thick_full")
    slashed = laid.fish.piece.slash_cm2 * (laid.fish.pieces or 1) / wet
    sour = fade(front.acidity, "strong_citrus_acidity_from", "strong_citrus_acidity_full")
    citric = fade(acids[0] / sum(acids), "strong_citrus_citric_from", "strong_citrus_citric_full")
    reach = front.reach_m / acid_targets(laid).late
    plenty = fade(reach, "strong_citrus_reach_from", "strong_citrus_reach_full")
    return max(thin, slashed) * sour * citric * plenty
