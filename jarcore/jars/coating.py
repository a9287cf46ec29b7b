"""Coats: what to set out, what the fish picks up, what is thrown away; and the packed crust.

Only the pick-up is eaten. It follows the surface; what is set out has a tray that does not grow with the fish.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace

from jarcore.data import named, parameter, parameters, rows
from jarcore.documents import found
from jarcore.fish import MeasuredFish
from jarcore.jars.contents import Contents
from jarcore.jars.laid import Coat, Coated, Laid

GARNISH = "garnish"


@dataclass(frozen=True, slots=True)
class Consistency:
    """Of a batter: water to flour, and the water that is left over [g per g of flour]."""

    ratio: float
    free: float

    @property
    def alike(self) -> float:
        """Water to flour of the wheat batter that flows alike: the pick-up was measured on wheat."""
        return self.free + parameter("flour_takes_water")


@dataclass(frozen=True, slots=True)
class PickUp:
    """What a face picks up: middle, low and high [g/cm2], or of a whole surface [g]."""

    middle: float
    low: float
    high: float

    def times(self, factor: float) -> "PickUp":
        """So many times as much."""
        return PickUp(self.middle * factor, self.low * factor, self.high * factor)


def consistency(contents: Contents) -> Consistency | None:
    """How thick a batter is; None without flour."""
    usual = parameter("flour_takes_water")
    flours = [(i, m) for i, m in contents.parts() if i.group == "flour"]
    flour = sum(m for _, m in flours)
    if flour <= 0:
        return None
    wet = sum(i.water * m / 100 for i, m in contents.parts() if i.group != "flour")
    bound = sum((usual if i.takes_water is None else i.takes_water) * m for i, m in flours)
    return Consistency(wet / flour, (wet - bound) / flour)


def flow_of(free: float) -> str | None:
    """The named flow of a batter by the water left over [g per g of flour]; None outside the named ones."""
    for row in rows("flows"):
        if float(row["least_free_g_per_g"]) <= free < float(row["most_free_g_per_g"]):
            return row["flow"]
    return None


def pick_up(row: str) -> PickUp:
    """A pick-up out of the tables [g/cm2]."""
    found = parameters()[row]
    return PickUp(parameter(row), found.low or found.value, found.high or found.value)


def laid_on(picks: str, tray: str) -> Callable[[Laid], Coated]:
    """How a layer coats by the surface: it picks up by the row PICKS, and is set out with a tray by the row TRAY.

    Raises: KeyError, when the kind is loaded, for a row that is not there.
    """
    named(picks=picks, tray=tray)

    def coat(laid: Laid) -> Coated:
        surface = laid.fish.surface_cm2
        if surface is None or not laid.contents.parts():
            return Coated(None)
        return Coated(_coat(pick_up(picks).times(surface), tray))

    return coat


def _coat(picked: PickUp, tray: str) -> Coat:
    out = picked.middle * parameter("set_out_share") + parameter(tray)
    return Coat(
        set_out_g=out,
        pick_up_g=picked.middle,
        discard_g=out - picked.middle,
        low_g=picked.low,
        high_g=picked.high,
    )


def battered(laid: Laid) -> Coated:
    """A batter on this fish, by how it flows."""
    if laid.fish.surface_cm2 is None or not laid.contents.parts():
        return Coated(None)
    known = consistency(laid.contents)
    if known is None:
        return Coated(None, (found("unstated/flour", f"{laid.path}/lines"),))
    alike, least, most = known.alike, parameter("least_hydration"), parameter("most_hydration")
    outside = not least <= alike <= most
    told = (found("outside-model/batter", laid.path, ratio=known.ratio, alike=alike),) if outside else ()
    coat = replace(_batter(laid.fish.surface_cm2, alike), hydration_pct=known.ratio * 100, flow=flow_of(known.free))
    return Coated(coat, told)


def batter_set_out_g(surface_cm2: float, free: float) -> float:
    """What to set out of a batter with so much water left over [g per g of flour] for a surface [cm2], in grams [g]."""
    return _batter(surface_cm2, free + parameter("flour_takes_water")).set_out_g


def _batter(surface_cm2: float, alike: float) -> Coat:
    """The coat of a wheat batter of this water to flour; beyond what is known that of the nearer end."""
    clipped = min(max(alike, parameter("least_hydration")), parameter("most_hydration"))
    picked = pick_up("batter_pick_up").times(surface_cm2 * clipped ** -parameter("batter_exponent"))
    return _coat(picked, "tray_batter")


def packed(laid: Laid) -> Coated:
    """A packed salt crust: surface times thickness, and more for the bed and the edges. None of it is eaten."""
    surface = laid.fish.surface_cm2
    if surface is None or not laid.contents.parts():
        return Coated(None)
    wet = surface * parameter("crust_thickness") / 10 * parameter("crust_density")
    middle = wet * parameter("crust_bed")
    coat = Coat(
        set_out_g=middle,
        pick_up_g=0.0,
        discard_g=middle,
        low_g=wet * parameter("crust_bed_low"),
        high_g=wet * parameter("crust_bed_high"),
    )
    return Coated(coat)


def cavity_ml(fish: MeasuredFish) -> float:
    """What the cavities of whole fish hold, all together [ml]."""
    if not fish.cavities or fish.piece is None:
        return 0.0
    return fish.cavities * fish.piece.mass_g * parameter("cavity_share")


def stuffs(laid: Laid) -> bool:
    """Whether what goes inside is a stuffing, whose centre has to be hot: much of the cavity, or of the fish in slots.

    Bay leaf, peel and what is thrown away afterwards are none. What is not weighed may be much.
    """
    if not laid.kind.fills or laid.discarded or laid.standing.eaten_share == 0:
        return False
    fish, contents = laid.fish, laid.contents
    if not contents.complete or not fish.edible_g:
        return True
    eaten = [(spec.line.basis, one, mass) for spec, one, mass in contents.gone_in() if GARNISH not in one.flags]
    slots_g = sum(mass for basis, _, mass in eaten if basis == "slot")
    cavity = sum(mass / one.density_g_ml for basis, one, mass in eaten if basis != "slot")
    room = cavity_ml(fish)
    return bool(
        slots_g > parameter("stuffing_slots") / 100 * fish.edible_g
        or (cavity and cavity >= parameter("stuffing_cavity") * room)
    )
