"""Dredge, wash, crumb, batter, packed crust: what to set out, what the fish picks up, what is thrown away.

Only the pick-up is eaten. It follows the surface; what is set out has a tray that does not grow with the fish.
"""

from jarcore.data import parameter, parameters, rows
from jarcore.fish import MeasuredFish
from jarcore.jars.contents import Coat, Contents
from jarcore.reading import Quantities

COATS = ("dredge", "wash", "crumb", "batter")
WHEAT = "wheat-flour"


def water_taken() -> dict[str, float]:
    """Water that a gram of each flour takes up [g]."""
    return {row["ingredient"]: float(row["water_taken_g_per_g"]) for row in rows("flours")}


def consistency(contents: Contents) -> tuple[float, float] | None:
    """(water to flour, water left over) of a batter [g per g of flour]; None without flour."""
    taken = water_taken()
    flours = [(i, m) for i, m in contents.parts() if i.group == "flour"]
    flour = sum(m for _, m in flours)
    if flour <= 0:
        return None
    wet = sum(i.water * m / 100 for i, m in contents.parts() if i.group != "flour")
    bound = sum(taken.get(i.id, taken[WHEAT]) * m for i, m in flours)
    return wet / flour, (wet - bound) / flour


def flow_of(free: float) -> str | None:
    """The named flow of a batter by the water left over [g per g of flour]; None outside the named ones."""
    for row in rows("flows"):
        if float(row["least_free_g_per_g"]) <= free < float(row["most_free_g_per_g"]):
            return row["flow"]
    return None


def coat_of(contents: Contents, fish: MeasuredFish, read: Quantities) -> Coat | None:
    """What a coating takes on this fish; None for other kinds and for fish without a surface yet."""
    kind, surface = contents.jar.kind, fish.surface_cm2
    if surface is None or not contents.parts():
        return None
    if kind == "salt_crust" and contents.jar.method and contents.jar.method.school == "seared":
        return None
    if kind == "salt_crust":
        return _crust(surface)
    if kind not in COATS:
        return None
    if kind == "batter":
        return _batter(contents, surface, read)
    each, low, high = (surface * grams for grams in _pick_up(f"{kind}_pick_up"))
    return _coat(kind, each, low, high)


def _pick_up(name: str) -> tuple[float, float, float]:
    """Middle, low and high of a pick-up [g/cm2]."""
    row = parameters()[name]
    return row.value, row.low or row.value, row.high or row.value


def _coat(
    kind: str, each: float, low: float, high: float, hydration: float | None = None, flow: str | None = None
) -> Coat:
    out = each * parameter("set_out_share") + parameter(f"tray_{kind}")
    return Coat(out, each, out - each, low, high, hydration, flow)


def _batter(contents: Contents, surface: float, read: Quantities) -> Coat | None:
    found = consistency(contents)
    if found is None:
        read.say("unstated", f"{contents.path}/lines", "This batter holds no flour or starch. Add one.")
        return None
    ratio, free = found
    # The pick-up was measured on wheat: another flour counts as the wheat batter that flows alike.
    alike = free + water_taken()[WHEAT]
    least, most = parameter("least_hydration"), parameter("most_hydration")
    if not least <= alike <= most:
        text = (
            f"Water to flour is {ratio:.2f}, which flows like a wheat batter of {alike:.2f}; pick-up is known from "
            f"{least:g} to {most:g}. It is reckoned at the nearer end: test on one piece."
        )
        read.say("outside-model", contents.path, text)
    clipped = min(max(alike, least), most)
    factor = surface * clipped ** -parameter("batter_exponent")
    middle, low, high = (grams * factor for grams in _pick_up("batter_pick_up"))
    flow = flow_of(free)
    wanted = contents.jar.method.flow if contents.jar.method else None
    if wanted and flow != wanted:
        names = {row["flow"]: row["name"] for row in rows("flows")}
        aim = next(row for row in rows("flows") if row["flow"] == wanted)
        missing = (float(aim["least_free_g_per_g"]) + float(aim["most_free_g_per_g"])) / 2 - free
        flour = sum(m for i, m in contents.parts() if i.group == "flour")
        do = "Add about" if missing > 0 else "Hold back about"
        text = f"It flows like {names.get(flow or '', 'none of the named flows')}, not {names[wanted]}. {do} {abs(missing) * flour:.0f} g of liquid, in small steps."
        read.say("flow-off", f"{contents.path}/method/flow", text)
    return _coat("batter", middle, low, high, ratio * 100, flow)


def _crust(surface: float) -> Coat:
    """A packed salt crust: surface times thickness, and more for the bed and the edges. None of it is eaten."""
    wet = surface * parameter("crust_thickness") / 10 * parameter("crust_density")
    low, middle, high = (wet * parameter(name) for name in ("crust_bed_low", "crust_bed", "crust_bed_high"))
    return Coat(middle, 0.0, middle, low, high)


def cavity_ml(fish: MeasuredFish) -> float:
    """What the cavities of whole fish hold, all together [ml]."""
    if not fish.cavities or fish.piece is None:
        return 0.0
    return fish.cavities * fish.piece.mass_g * parameter("cavity_share")
