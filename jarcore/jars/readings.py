"""What is read of a jar: each line as shown, the readings of the whole, how they stand to their targets."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from typing_extensions import TypedDict

from jarcore.data import AROMATIC, Ingredient, Scale, kept, parameter
from jarcore.data.targets import WINDOW
from jarcore.documents import Finding, found
from jarcore.documents.evaluated_jar import Aside, LineResult, Range, Reading, TargetState, Weigh, Window
from jarcore.documents.formula import Line
from jarcore.documents.parts import Target
from jarcore.fish import MeasuredFish
from jarcore.jars.contents import Contents
from jarcore.jars.laid import Laid
from jarcore.jars.spec import Spec
from jarcore.reading import TOO_LITTLE, dimension, kitchen_measure, on_scales
from jarcore.substances import ALCOHOL_DENSITY, Composition, Solution, mix, solution

# Salt of the whole fish, however it came there.
SALT_OF_FISH = ("salt_pct_of_fish", "added_pct_of_edible", "salt_pct_of_edible")
# Ends of a window that a target may be set to, and the time that its best is to hold.
ENDS: tuple[Literal["earliest_min", "best_from_min", "best_to_min", "latest_min"], ...] = (
    "earliest_min",
    "best_from_min",
    "best_to_min",
    "latest_min",
)
BEST = "best_min"
# Readings that carry a range when an amount was written as one.
RANGED = ("mass_g", "salt_pct", "salt_pct_of_fish", "sugar_pct", "acid_pct_citric", "ph", "sodium_mg")


def spread(middle: float | None, others: Sequence[float | None]) -> Range | None:
    """[low, high] over variants of a number, or None when they do not differ."""
    if not others:
        return None
    known = [value for value in (middle, *others) if value is not None]
    if middle is None or not known or max(known) == min(known):
        return None
    return [min(known), max(known)]


class Brought(TypedDict):
    """What one line brings: volume [ml], salt, sugar [g], titratable acid [meq] and as citric, oil [g]."""

    volume_ml: float | None
    salt_g: float | None
    sugar_g: float | None
    acid_meq: float | None
    acid_g: float | None
    oil_g: float | None


NOTHING: Brought = {"volume_ml": None, "salt_g": None, "sugar_g": None, "acid_meq": None, "acid_g": None, "oil_g": None}


@kept(maxsize=2048)
def meq_per_g(ingredient: Ingredient) -> float:
    """Titratable acid of a gram [meq]: it grows with the mass, so one balance serves for all."""
    sour = solution([(ingredient, 1000.0)]) if ingredient.acid_g > 0 else None
    return sour.titratable_meq() / 1000 if sour else 0.0


def _brings(spec: Spec, mass: float) -> Brought:
    """What a line brings: it is spooned as it is weighed, and goes in as it was made ready."""
    ingredient, spooned, goes_in = spec.as_goes_in, spec.ingredient, mass * spec.goes_in
    assert ingredient is not None and spooned is not None
    share = goes_in / 100
    return {
        "volume_ml": mass / spooned.density_g_ml,
        "salt_g": ingredient.salt * share,
        "sugar_g": ingredient.sugar * share,
        "acid_meq": meq_per_g(ingredient) * goes_in,
        "acid_g": meq_per_g(ingredient) * goes_in * parameter("citric_per_equivalent") / 1000,
        "oil_g": 0.0 if ingredient.group == AROMATIC else ingredient.fat * share,
    }


def line_results(
    contents: Contents, fish: MeasuredFish, measures: str, scales: Sequence[Scale]
) -> tuple[list[LineResult], list[Finding]]:
    """Each line as the evaluation shows it, and what cannot be weighed in one on the kitchen's scales."""
    results, told = list[LineResult](), list[Finding]()
    for place, (spec, mass) in enumerate(zip(contents.specs, contents.masses, strict=True)):
        ingredient, line = spec.ingredient, spec.line
        own = _brings(spec, mass) if ingredient is not None and mass is not None else NOTHING
        words = kitchen_measure(mass, ingredient, measures) if ingredient and mass is not None else None
        counted = _counted(line, ingredient, mass)
        # What is written as a pinch or a sprig is taken so.
        by_spoon = counted is not None or words not in (None, *TOO_LITTLE)
        weighed = on_scales(mass, scales, by_spoon) if mass is not None else None
        if weighed and weighed["how"] in ("tenfold", "lots"):
            told.append(_unweighable(f"{contents.path}/lines/{place}", spec.called, mass or 0.0, weighed))
        result: LineResult = {
            "id": line.id,
            "name": ingredient.name if ingredient else None,
            "written": written(line),
            "mass_g": mass,
            "weigh": weighed,
            "volume_ml": own["volume_ml"],
            "kitchen": words,
            "share_of_fish_pct": mass / fish.edible_g * 100 if mass is not None and fish.edible_g else None,
            "exponent": spec.exponent,
            "as_bought": as_bought(ingredient, mass),
            "counted": counted,
            "salt_g": own["salt_g"],
            "sugar_g": own["sugar_g"],
            "acid_meq": own["acid_meq"],
            "acid_g": own["acid_g"],
            "oil_g": own["oil_g"],
        }
        ends = spread(mass, [end.masses[place] for end in contents.ends]) if contents.ends else None
        if ends:
            result["mass_g_range"] = ends
        if mass is not None and spec.goes_in != 1:
            result["goes_in_g"] = mass * spec.goes_in
        results.append(result)
    return results, told


def _unweighable(path: str, line: str, mass: float, weighed: Weigh) -> Finding:
    """What is too little or too much for the kitchen's scales, and what is weighed instead [g]."""
    on_scale = weighed["grams"]
    if weighed["how"] == "lots":
        return found("scale-too-small", path, line=line, grams=mass, lots=weighed["lots"], each=on_scale)
    return found("scale-too-coarse", path, line=line, grams=mass, more=on_scale, times=weighed["times"])


def as_bought(ingredient: Ingredient | None, mass: float | None) -> str | None:
    """What to buy for a mass [g] of what is usable, in whole ones: '3 lemons'; None for what is bought by weight."""
    row = ingredient.bought if ingredient else None
    if row is None or not mass:
        return None
    number = -int(-mass / row.usable_g // 1)
    return f"{number} {row.one if number == 1 else row.many}"


def _counted(line: Line, ingredient: Ingredient | None, mass: float | None) -> str | None:
    unit = line.amount.unit if line.amount else None
    if ingredient is None or mass is None or unit not in ("piece", "slice", "clove", "sprig", "pinch"):
        return None
    each = ingredient.unit_g(unit)
    return f"{mass / each:.3g} {unit}" if each else None


def written(line: Line) -> str:
    """The amount as it was written.

    >>> from jarcore.documents.formula import Amount
    >>> written(Line(amount=Amount(low=40, high=70, unit="ml")))
    '40–70 ml'
    """
    amount = line.amount
    if amount is None or amount.unstated or amount.unit is None:
        return "not stated"
    unit: str = "fl oz" if amount.unit == "fl_oz" else amount.unit
    if dimension(amount.unit) in ("count", "part") and amount.value != 1:
        unit += "es" if unit == "pinch" else "s"
    if amount.value is not None:
        text = f"{amount.value:g} {unit}"
    elif amount.low is not None and amount.high is not None:
        text = f"{amount.low:g}–{amount.high:g} {unit}"
    else:
        return "not stated"
    if line.per is not None and line.per.value is not None and line.basis == "fish" and amount.unit != "%":
        text += f" per {line.per.value:g} {line.per.unit or ''}".rstrip()
    return text


def _shares(whole: Composition, aqueous: Solution | None, fish: MeasuredFish) -> dict[str, float | None]:
    """Readings that are shares of the jar or of the fish."""
    per_cent = 100 / whole.mass_g if whole.mass_g else None
    of_fish = 100 / fish.edible_g if fish.edible_g else None
    sour = aqueous is not None and whole.acid_g > 0
    meq = aqueous.titratable_meq() if aqueous and sour else 0.0

    def share(grams: float) -> float | None:
        return None if per_cent is None else grams * per_cent

    return {
        "mass_g": whole.mass_g,
        "sodium_mg": whole.sodium_mg,
        "salt_pct": share(whole.salt_g),
        "salt_pct_of_fish": None if of_fish is None else whole.salt_g * of_fish,
        "sugar_pct": share(whole.sugar_g),
        "acid_pct_citric": share(meq / 1000 * parameter("citric_per_equivalent")) if sour else None,
        "acid_pct_acetic": share(meq / 1000 * parameter("acetic_per_equivalent")) if sour else None,
        "acid_meq_per_kg_fish": None if of_fish is None else meq * of_fish * 10,
        "ph": aqueous.ph() if aqueous and sour else None,
        "alcohol_pct_volume": whole.alcohol_g / ALCOHOL_DENSITY / whole.volume_ml * 100 if whole.volume_ml else None,
        "water_pct": share(whole.water_g),
        "oil_pct": share(whole.oil_g),
        "starch_pct": share(whole.starch_g),
        "aromatics_pct": share(whole.aromatics_g),
    }


def reading_of(laid: Laid, in_already_g: float = 0.0, cost: float | None = None) -> tuple[Reading, list[Finding]]:
    """The readings of a whole jar as made, with ranges where amounts were written as ranges; and what was found.

    Lines that go on just before heat or on the plate stand beside it. A target of salt is of the fish: it is held
    against what the jar brings to it (what gets in where skin keeps it out, what stays where it is rinsed) and what
    is in the fish from jars before [g]. COST is what its lines cost, None where nothing of it has a price.
    """
    contents, fish, coat = laid.contents, laid.fish, laid.coat
    own = _Own(laid.kind.finishes)
    whole, parts = own.whole(contents), own.parts(contents)
    shares = _shares(whole, contents.aqueous, fish)
    sour_ml = sum(m / i.density_g_ml for i, m in parts if i.sour)
    oil_ml = sum(m / i.density_g_ml for i, m in parts if i.phase == "oil")
    reading: Reading = {
        **shares,  # type: ignore[typeddict-item]
        "complete": contents.complete and bool(contents.specs),
        "volume_ml": whole.volume_ml,
        "oil_to_acid_volume": oil_ml / sour_ml if sour_ml else None,
        "set_out_g": coat.set_out_g if coat else whole.mass_g,
        "pick_up_g": coat.pick_up_g if coat else whole.mass_g,
        "discard_g": coat.discard_g if coat else 0.0,
        "coverage_g_per_100cm2": whole.mass_g / fish.surface_cm2 * 100 if fish.surface_cm2 else None,
        "hydration_pct": coat.hydration_pct if coat else None,
        "flow": coat.flow if coat else None,
        "cost": cost,
        "allergens": contents.allergens(),
        "strata": [{"component": name, "mass_g": mass, "volume_ml": volume} for name, mass, volume in whole.strata()],
        "targets": {},
        "held_back": None if laid.kind.finishes else _aside(laid, "before_heat"),
        "on_plate": None if laid.kind.finishes else _aside(laid, "plate"),
        "in_already_g": in_already_g,
        "left_to_add_g": None,
    }
    if coat and coat.low_g < coat.high_g and coat.pick_up_g:
        reading["pick_up_g_range"] = [coat.low_g, coat.high_g]
    others = [_shares(own.whole(end), end.aqueous, fish) for end in contents.ends]
    for name in RANGED:
        ends = spread(shares[name], [other[name] for other in others])
        if ends:
            reading[f"{name}_range"] = ends  # type: ignore[literal-required]
    targets = contents.jar.targets or {}
    held = brought_pct(laid, in_already_g)
    values = {**reading, "salt_pct_of_fish": held, **_of_window(laid.window, targets)}
    reading["targets"], told = target_states(targets, values, f"{contents.path}/targets")
    reading["left_to_add_g"] = _left_to_add(laid, targets.get("salt_pct_of_fish"), held)
    if in_already_g and laid.kind.salts and fish.edible_g:
        already = in_already_g / fish.edible_g * 100
        told.append(found("salted-already", laid.path, already=already, left=reading["left_to_add_g"] or 0.0))
    return reading, told


def _of_window(window: Window | None, targets: Mapping[str, Target]) -> dict[str, float]:
    """What targets of the window are held against [min], by their keys; nothing for a jar that is not timed."""
    if window is None:
        return {}
    known = {name: window[name] for name in ENDS}
    best = targets.get(f"{WINDOW}{BEST}")
    return {f"{WINDOW}{name}": float(minutes) for name, minutes in known.items()} | (
        {f"{WINDOW}{BEST}": best_at(window, best)} if best is not None else {}
    )


def best_at(window: Window, target: Target) -> float:
    """The time [min] within a window's best that is nearest to the time that it is to hold."""
    begins, ends = window["best_from_min"], window["best_to_min"]
    wished = target.value if target.value is not None else target.min if target.min is not None else target.max
    return begins if wished is None else min(max(wished, begins), ends)


@dataclass(frozen=True, slots=True)
class _Own:
    """Which lines are the jar itself: those in it, and of a finish all."""

    finishes: bool

    def whole(self, contents: Contents) -> Composition:
        """What they make."""
        return contents.composition if self.finishes else contents.contact

    def parts(self, contents: Contents) -> Sequence[tuple[Ingredient, float]]:
        """(ingredient, mass [g]) of each."""
        return contents.parts(contact=not self.finishes)


def _aside(laid: Laid, when: str) -> Aside | None:
    """What goes on at another time than the jar itself, by itself; None without such lines."""
    parts = [(one, mass) for spec, one, mass in laid.contents.gone_in() if spec.line.when == when]
    return _shares(mix(parts), solution(parts), laid.fish) if parts else None  # type: ignore[return-value]


def brought_pct(laid: Laid, in_already_g: float) -> float | None:
    """Salt in the fish by this jar and those before it [g per 100 g fish]; None where the fish is not weighed."""
    if not laid.fish.edible_g:
        return None
    brings = laid.contents.composition.salt_g
    if laid.salt is not None and laid.goes_in_pct is not None:
        brings = laid.salt.step.taken_up_g
    elif laid.salt is not None and laid.standing.rinse_s and laid.kind.lies_dry:
        brings = laid.salt.step.stays_g
    return (in_already_g + brings) / laid.fish.edible_g * 100


def _left_to_add(laid: Laid, target: Target | None, held: float | None) -> float | None:
    """Salt [g] that the jar may still bring to meet its target, or what is usual where a jar that salts has none."""
    aim = None if target is None else target.value if target.value is not None else target.min
    if aim is None and target is None and laid.kind.salts:
        aim = parameter("target_normal")
    if aim is None or held is None or not laid.fish.edible_g:
        return None
    # More than all of it is no share.
    return max(0.0, min(aim, 100.0) - held) * laid.fish.edible_g / 100


def bounds_of(target: Target) -> tuple[float | None, float | None]:
    """The least and the most that meet a target; a single value is met within a fiftieth of itself."""
    slack = abs(target.value) / 50 if target.value is not None else 0.0
    low = target.min if target.min is not None else (None if target.value is None else target.value - slack)
    high = target.max if target.max is not None else (None if target.value is None else target.value + slack)
    return low, high


def _crossed(target: Target, path: str) -> list[Finding]:
    """What of a target no reading can meet."""
    low, value, high = target.min, target.value, target.max
    if low is not None and high is not None and low > high:
        return [found("target-crossed/bounds", f"{path}/max", low=low, high=high)]
    if value is not None and ((low is not None and value < low) or (high is not None and value > high)):
        return [found("target-crossed/value", f"{path}/value", value=value)]
    return []


def target_states(
    targets: Mapping[str, Target], values: Mapping[str, object], path: str
) -> tuple[dict[str, TargetState], list[Finding]]:
    """How each reading stands to its target, which are none, and which cannot be met by any."""
    states: dict[str, TargetState] = {}
    told: list[Finding] = []
    for name, target in targets.items():
        told += _crossed(target, f"{path}/{name}")
        value = values.get(name)
        if not isinstance(value, float | int) or isinstance(value, bool):
            told.append(found("not-modelled/target", f"{path}/{name}", name=name))
            continue
        low, high = bounds_of(target)
        if low is not None and value < low:
            aim = low if target.value is None else max(low, target.value)
            states[name] = {"state": "under", "by": aim - value, "held": value}
        elif high is not None and value > high:
            aim = high if target.value is None else min(high, target.value)
            states[name] = {"state": "over", "by": value - aim, "held": value}
        else:
            states[name] = {"state": "in", "by": 0.0, "held": value}
            most = parameter("salt_high")
            if name in SALT_OF_FISH and value > most:
                # Whatever was asked for, fish as salty as this is not on target.
                states[name] = {"state": "over", "by": value - most, "held": value}
    return states, told
