"""What is proposed of a coating: as much as is to be set out, and of a batter the flow that is wanted, at once."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from jarcore.data import parameter, rows
from jarcore.documents import Finding, Patch, found
from jarcore.documents.parts import Amount
from jarcore.documents.patches import put, tidy
from jarcore.documents.pointers import steps_of
from jarcore.jars import Laid
from jarcore.jars.coating import batter_set_out_g, consistency
from jarcore.jars.spec import Spec, in_jar

# Bases by which a line follows another of its jar by itself.
FOLLOWING = ("line", "flour", "jar")


@dataclass(frozen=True, slots=True, kw_only=True)
class _Thinning:
    """What brings a batter to a flow: its name, how much more of which liquid (None: of water) for today's flour [g].

    `free_more` is that as water to flour [g per g of flour], and `set_out_g` what is then to be set out [g].
    """

    wanted: str
    liquid: Spec | None
    more_g: float
    free_more: float
    set_out_g: float


def about_coat(laid: Laid) -> Iterator[Finding]:
    """That a coating does not suffice, or is far more than is needed; of a batter that is to flow otherwise one
    proposal for both.
    """
    coat, mass = laid.coat, laid.contents.contact.mass_g
    if coat is None or not mass or not laid.contents.complete:
        return
    thinning = _thinning(laid)
    if thinning is not None:
        yield _about_flow(laid, thinning, mass)
        return
    patch = _times_all(laid, coat.set_out_g / mass)
    figures = {"mass": mass, "set_out": coat.set_out_g, "pick_up": coat.pick_up_g}
    apart = parameter("set_out_apart")
    if mass < coat.pick_up_g:
        yield found("coating-short/fish", laid.path, patch, **figures, short=coat.set_out_g - mass)
    elif mass < coat.set_out_g * (1 - apart):
        yield found("coating-short/tray", laid.path, patch, **figures, short=coat.set_out_g - mass)
    elif mass > coat.set_out_g * (1 + apart):
        yield found("set-out-off", laid.path, patch, **figures)


def _thinning(laid: Laid) -> _Thinning | None:
    """What makes a batter flow as its method wants; None where it does, or where nothing is wanted."""
    known, contents, surface = consistency(laid.contents), laid.contents, laid.fish.surface_cm2
    aim = next((row for row in rows("flows") if row["flow"] == laid.method.flow), None)
    if known is None or aim is None or surface is None or laid.coat is None or laid.coat.flow == aim["flow"]:
        return None
    free = (float(aim["least_free_g_per_g"]) + float(aim["most_free_g_per_g"])) / 2
    flour = sum(mass for one, mass in contents.parts() if one.group == "flour")
    liquid = max(_liquids(laid), key=lambda one: one[1], default=(None, 0.0))[0]
    water = liquid.ingredient.water / 100 if liquid and liquid.ingredient else 1.0
    return _Thinning(
        wanted=aim["name"],
        liquid=liquid,
        more_g=(free - known.free) * flour / water,
        free_more=free - known.free,
        set_out_g=batter_set_out_g(surface, free),
    )


def _liquids(laid: Laid) -> Iterator[tuple[Spec, float]]:
    """Lines of the jar that thin it, with what they weigh [g]."""
    for spec, mass in zip(laid.contents.specs, laid.contents.masses, strict=True):
        if mass and in_jar(spec) and spec.ingredient and spec.ingredient.phase == "aqueous":
            yield spec, mass


def _about_flow(laid: Laid, to: _Thinning, mass: float) -> Finding:
    """One proposal: so much more or less of the liquid, and all lines as much as is then to be set out."""
    path, whole = f"{laid.path}/method/flow", to.set_out_g / (mass + to.more_g)
    figures = {"wanted": to.wanted, "grams": abs(to.more_g), "set_out": to.set_out_g}
    if to.liquid is None:
        line = {"id": "thinned", "ingredient": "water", "amount": {"value": tidy(100 * to.free_more, 3), "unit": "%"}}
        patch = [*_times_all(laid, whole), put([*steps_of(laid.path), "lines", "-"], {**line, "basis": "flour"})]
        return found("flow-off/dry", path, patch if to.more_g > 0 else None, **figures)
    now = laid.contents.masses[to.liquid.place] or 0.0
    if now + to.more_g <= 0:
        return found("flow-off/flour", path, wanted=to.wanted, liquid=to.liquid.called)
    more = (now + to.more_g) / now
    if to.liquid.line.basis == "jar":
        # A share of the jar grows the less the more of the jar it is.
        more *= mass / (mass + to.more_g)
    key = "flow-off/add" if to.more_g > 0 else "flow-off/hold-back"
    return found(key, path, _times_all(laid, whole, {to.liquid.place: more}), liquid=to.liquid.called, **figures)


def _times_all(laid: Laid, whole: float, more: Mapping[int, float] | None = None) -> Patch:
    """All lines so many times as much, and those at some places besides so many times."""
    patch: Patch = []
    for spec in laid.contents.specs:
        times = (1.0 if spec.line.basis in FOLLOWING else whole) * (more or {}).get(spec.place, 1.0)
        if spec.line.amount is not None and times != 1.0:
            patch += _times(laid.path, spec.place, spec.line.amount, times)
    return patch


def _times(path: str, place: int, amount: Amount, times: float) -> Patch:
    written = (("value", amount.value), ("low", amount.low), ("high", amount.high))
    way = [*steps_of(path), "lines", place, "amount"]
    return [put([*way, name], tidy(value * times, 3)) for name, value in written if value is not None]
