"""Coats: what to set out, what the fish picks up, what is thrown away; and the packed crust.

Only the pick-up is eaten. It follows the surface; what is set out has a tray that does not grow with the fish.
"""

from collections.abc import Callable
from dataclasses import dataclass

from jarcore.data import named, parameter, parameters, rows
from jarcore.documents import Finding, found
from jarcore.fish import MeasuredFish
from jarcore.jars.contents import Contents
from jarcore.jars.laid import Coat, Coated, Laid

# What a batter that is thinner or thicker than any that has a name is called.
UNNAMED_FLOW = "none of the named flows"


@dataclass(frozen=True, slots=True)
class Consistency:
    """Of a batter: water to flour, and the water that is left over [g per g of flour]."""

    ratio: float
    free: float


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


def _coat(picked: PickUp, tray: str, hydration: float | None = None, flow: str | None = None) -> Coat:
    out = picked.middle * parameter("set_out_share") + parameter(tray)
    return Coat(
        set_out_g=out,
        pick_up_g=picked.middle,
        discard_g=out - picked.middle,
        low_g=picked.low,
        high_g=picked.high,
        hydration_pct=hydration,
        flow=flow,
    )


def battered(laid: Laid) -> Coated:
    """A batter on this fish, by how it flows."""
    surface = laid.fish.surface_cm2
    if surface is None or not laid.contents.parts():
        return Coated(None)
    known = consistency(laid.contents)
    if known is None:
        return Coated(None, (found("unstated/flour", f"{laid.path}/lines"),))
    told: list[Finding] = []
    # The pick-up was measured on wheat: another flour counts as the wheat batter that flows alike.
    alike = known.free + parameter("flour_takes_water")
    least, most = parameter("least_hydration"), parameter("most_hydration")
    if not least <= alike <= most:
        told.append(found("outside-model/batter", laid.path, ratio=known.ratio, alike=alike))
    clipped = min(max(alike, least), most)
    picked = pick_up("batter_pick_up").times(surface * clipped ** -parameter("batter_exponent"))
    flow, wanted = flow_of(known.free), laid.method.flow
    if wanted and flow != wanted:
        told.append(_off(laid, known.free, flow, wanted))
    return Coated(_coat(picked, "tray_batter", known.ratio * 100, flow), tuple(told))


def _off(laid: Laid, free: float, flow: str | None, wanted: str) -> Finding:
    """How far a batter is from how it is to flow."""
    names = {row["flow"]: row["name"] for row in rows("flows")}
    aim = next(row for row in rows("flows") if row["flow"] == wanted)
    missing = (float(aim["least_free_g_per_g"]) + float(aim["most_free_g_per_g"])) / 2 - free
    flour = sum(m for i, m in laid.contents.parts() if i.group == "flour")
    return found(
        "flow-off/add" if missing > 0 else "flow-off/hold-back",
        f"{laid.path}/method/flow",
        flow=names.get(flow or "", UNNAMED_FLOW),
        wanted=names[wanted],
        grams=abs(missing) * flour,
    )


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
