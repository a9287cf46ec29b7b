"""Salt crust: packed round the fish and baked, or salt on the face for the pan."""

from jarcore.data import parameter, said
from jarcore.documents import found
from jarcore.jars import coating, dry_salt, salting, surface
from jarcore.jars.kind import Kind, anything
from jarcore.jars.laid import Coated, Laid
from jarcore.jars.window import Limit, Span, Timed, cap

SEARED = "seared"


def _timed(laid: Laid) -> Timed:
    """By its row for the pan; a packed one by its salt."""
    if laid.method.school == SEARED:
        return surface.by_row(laid, SEARED)
    told = (found("unstated/crust", f"{laid.path}/method/school"),) if laid.method.school is None else ()
    return Timed(_packed(laid), told)


def _packed(laid: Laid) -> Span | None:
    """On and into the oven: how long until bare flesh is well salted, and too salty."""
    if laid.fish.piece is None or laid.fish.species is None:
        return None
    longest, gone_in = parameter("cap_packed"), dry_salt.uptake(laid)
    good, late = (dry_salt.reached(gone_in, parameter(target), longest) for target in ("salt_best_from", "salt_late"))
    limits = [cap("cap_packed", "keeping", "reason/packed")]
    if late < longest:
        limits.append(Limit(minutes=late, binding="salt", reason=said("reason/salt-packed"), rows=("salt_late",)))
    return Span(
        earliest_min=0.0,
        best_from_min=0.0,
        best_to_min=good,
        limits=tuple(limits),
        spread=parameter("salt_window_spread"),
        reasons=(said("reason/skin-out" if laid.fish.piece.skin != "none" else "reason/bare-crust"),),
    )


def _coat(laid: Laid) -> Coated:
    return Coated(None) if laid.method.school == SEARED else coating.packed(laid)


KIND = Kind(
    id="salt_crust",
    time=_timed,
    uptake=dry_salt.uptake,
    salt=salting.crusted,
    decides=anything,
    coat=_coat,
    steeps=True,
    salts=True,
)
