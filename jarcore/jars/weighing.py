"""What a line follows when the fish changes: from the amount as written to grams.

Each mass is affine in the mass of the finished jar, a + b M, because a line may be a share of the jar it is in;
M = sum a / (1 - sum b) closes it.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from jarcore.data import Ingredient, Pantry, parameter
from jarcore.documents.formula import Amount, Fish, Jar, Line
from jarcore.fish import MeasuredFish, edible_weight
from jarcore.reading import Quantities, dimension, factor
from jarcore.reading.quantities import limits

# Which kinds of unit go with which basis.
FITS: Mapping[str, tuple[str, ...]] = {
    "fish": ("%", "mass", "volume", "count"),
    "surface": ("mass", "volume"),
    "piece": ("mass", "volume", "count"),
    "slot": ("mass", "volume", "count"),
    "cavity": ("mass", "volume", "count"),
    "serving": ("mass", "volume", "count"),
    "cover": ("%",),
    "line": ("%", "part"),
    "flour": ("%",),
    "jar": ("%",),
    "fixed": ("mass", "volume", "count"),
}
# Bases by which a line hangs on others of its jar.
HANGING = ("line", "flour", "jar")
SAID = {"%": "a share (%)", "mass": "a mass", "volume": "a volume", "count": "a count", "part": "parts"}


@dataclass(frozen=True, slots=True)
class Scope:
    """What the lines of a jar may follow: the fish, the servings, the volume needed to cover [ml]."""

    fish: MeasuredFish
    servings: float | None
    cover_ml: float | None


@dataclass(frozen=True, slots=True)
class Spec:
    """A line read: its amount as (low, middle, high), and `each`, grams for one of it (or per cent of `base`)."""

    place: int
    line: Line
    ingredient: Ingredient | None
    values: tuple[float, float, float] | None
    exponent: float

    @property
    def called(self) -> str:
        """What the line is called: its ingredient's name, else what was typed for one."""
        return self.ingredient.name if self.ingredient else self.line.ingredient or "an ingredient"

    @property
    def ranged(self) -> bool:
        """Whether the amount was written as a range."""
        return self.values is not None and self.values[0] != self.values[2]


def read_lines(jar: Jar, path: str, pantry: Pantry, scope: Scope, read: Quantities) -> list[Spec]:
    """The lines of a jar, each fault noted at its place. A line that cannot be weighed keeps `values` None."""
    lines = jar.lines or []
    if not lines:
        read.say("empty-jar", f"{path}/lines", "This jar has no lines yet. Add an ingredient and an amount.")
    names = [line.id for line in lines if line.id]
    specs = []
    for place, line in enumerate(lines):
        where = f"{path}/lines/{place}"
        if line.id and names.count(line.id) > 1:
            read.say("duplicate-id", f"{where}/id", f"Two lines of this jar have the id “{line.id}”. Give one another.")
        ingredient = _ingredient(line, where, pantry, read)
        values = _values(line.amount, line.basis, where, read)
        exponent = read.count(line.exponent, f"{where}/exponent")
        if exponent is None:
            exponent = ingredient.exponent if ingredient else 1.0
        if values is not None and not _sound(line, ingredient, where, names, scope, read):
            values = None
        specs.append(Spec(place, line, ingredient, values, exponent))
    return specs


def _ingredient(line: Line, where: str, pantry: Pantry, read: Quantities) -> Ingredient | None:
    if not line.ingredient:
        read.say("unstated", f"{where}/ingredient", "The ingredient is not stated. Choose one.")
        return None
    found = pantry.ingredients.get(line.ingredient)
    if found is None:
        read.say(
            "unknown-ingredient",
            f"{where}/ingredient",
            f"The pantry has no ingredient “{line.ingredient[:40]}”. Choose one from the list or add it to the pantry.",
        )
    return found


def _values(
    amount: Amount | None, basis: str | None, where: str, read: Quantities
) -> tuple[float, float, float] | None:
    """(low, middle, high) of an amount, or None with a notice."""
    path = f"{where}/amount"
    if amount is None or amount.unstated or (amount.value is None and amount.low is None and amount.high is None):
        if not any(entry["path"].startswith(path) for entry in read.notices):
            read.say("unstated", path, "The amount is not stated. It counts as missing until it is.")
        return None
    if amount.unit is None:
        read.say("unstated", f"{path}/unit", "The unit is not stated. Choose one.")
        return None
    kind = dimension(amount.unit)
    limit = limits().get(f"{kind} of {basis}", limits()[kind])
    scale = factor(amount.unit, read.measures) if kind in ("mass", "volume") else 1.0
    named = {"value": amount.value} if amount.value is not None else {"low": amount.low, "high": amount.high}
    for name, value in named.items():
        if value is None:
            read.say("unstated", f"{path}/{name}", "A range needs both its ends.")
            return None
        if read.within(value * scale, f"{path}/{name}", limit) is None:
            return None
    if amount.value is not None:
        return (amount.value,) * 3
    assert amount.low is not None and amount.high is not None
    if amount.low > amount.high:
        read.say("out-of-range", path, f"The range runs from {amount.low:g} down to {amount.high:g}. Swap its ends.")
        return None
    return amount.low, (amount.low + amount.high) / 2, amount.high


def _sound(
    line: Line, ingredient: Ingredient | None, where: str, names: Sequence[str], scope: Scope, read: Quantities
) -> bool:
    """Whether unit, basis and base of a line fit together; says why not."""
    unit = line.amount.unit if line.amount else None
    if line.basis is None:
        read.say("base-unknown", f"{where}/basis", "It is not stated what this amount follows. Choose a basis.")
        return False
    kind = dimension(unit) if unit else ""
    if kind not in FITS[line.basis]:
        fitting = " or ".join(SAID[one] for one in FITS[line.basis])
        code = "base-unknown" if kind == "part" else "unit-basis-mismatch"
        read.say(
            code, where, f"{SAID[kind].capitalize()} does not go with the basis “{line.basis}”: that takes {fitting}."
        )
        return False
    if ingredient and kind == "count" and unit and ingredient.unit_g(unit) is None:
        read.say(
            "no-unit-weight",
            f"{where}/amount",
            f"The pantry has no weight for one {unit} of {ingredient.name.lower()}. Give grams.",
        )
        return False
    need = {
        "fish": scope.fish.edible_g,
        "surface": scope.fish.surface_cm2,
        "piece": scope.fish.pieces,
        "serving": scope.servings,
        "cover": scope.cover_ml,
    }
    if line.basis in need and need[line.basis] is None:
        read.say("base-unknown", where, f"This line follows the {line.basis}, which is not known yet.")
        return False
    if line.basis == "fish" and kind != "%" and (line.per is None or read.mass_g(line.per, f"{where}/per") is None):
        read.say("base-unknown", f"{where}/per", "For how much fish is this amount? State the weight it goes with.")
        return False
    if line.basis == "line" and line.of not in names:
        read.say("base-unknown", f"{where}/of", "This amount hangs on another line; say which one of this jar.")
        return False
    if kind == "part" and line.by is None:
        read.say("base-unknown", f"{where}/by", "Are these parts by mass or by volume? Say which.")
        return False
    return ingredient is not None


@dataclass
class Weighing:
    """Weighs the lines of one jar for one choice of values."""

    specs: Sequence[Spec]
    scope: Scope
    measures: str
    pick: Sequence[int]

    def masses(
        self, fish_of: Mapping[int, float], before: "Weighing | None" = None
    ) -> tuple[list[float | None], list[int]]:
        """Grams of each line in their order, None where it cannot be known; and places of lines in a circle.

        FISH_OF gives for each place the edible weight that its `per` states [g]; BEFORE is a weighing of the same
        lines with other ends of ranges, from which the lines that no range touches are taken over.
        """
        self.per = fish_of
        self.known: dict[int, tuple[float, float] | None] = {}
        if before is not None:
            self.known = {
                s.place: before.known[s.place] for s in self.specs if not s.ranged and s.line.basis not in HANGING
            }
        self.open: set[int] = set()
        self.circles: set[int] = set()
        self.by_id = {spec.line.id: spec for spec in self.specs if spec.line.id}
        pairs = [self._affine(spec) for spec in self.specs]
        share = sum(pair[1] for pair in pairs if pair)
        if share >= 1:
            late = [spec.place for spec, pair in zip(self.specs, pairs, strict=True) if pair and pair[1]]
            self.circles.update(late)
            return [pair[0] if pair and not pair[1] else None for pair in pairs], sorted(self.circles)
        if share and None in pairs:
            # A share of the jar is not known while a part of the jar is not.
            return [pair[0] if pair and not pair[1] else None for pair in pairs], sorted(self.circles)
        whole = sum(pair[0] for pair in pairs if pair) / (1 - share)
        return [pair[0] + pair[1] * whole if pair else None for pair in pairs], sorted(self.circles)

    def _affine(self, spec: Spec) -> tuple[float, float] | None:
        if spec.place in self.known:
            return self.known[spec.place]
        if spec.place in self.open:
            self.circles.update(self.open)
            return None
        self.open.add(spec.place)
        result = self._reckon(spec)
        self.open.discard(spec.place)
        if spec.place in self.circles:
            result = None
        self.known[spec.place] = result
        return result

    def _reckon(self, spec: Spec) -> tuple[float, float] | None:
        line, ingredient = spec.line, spec.ingredient
        if spec.values is None or ingredient is None or line.amount is None or line.amount.unit is None:
            return None
        value, unit = spec.values[self.pick[spec.place]], line.amount.unit
        fish = self.scope.fish
        match line.basis:
            case "jar":
                return 0.0, value / 100
            case "line":
                return self._of_line(spec, value, unit)
            case "flour":
                return self._of_flour(value)
            case "fish" if unit == "%":
                return (fish.edible_g or 0) * value / 100, 0.0
            case "cover":
                return (self.scope.cover_ml or 0) * value / 100 * ingredient.density_g_ml, 0.0
        if line.basis == "fish" and spec.place not in self.per:
            return None
        return self._grams(value, unit, ingredient) * self._times(spec), 0.0

    def _times(self, spec: Spec) -> float:
        """How many of the written amount the basis asks for."""
        fish = self.scope.fish
        match spec.line.basis:
            case "fish":
                return math.pow((fish.edible_g or 0) / self.per[spec.place], spec.exponent)
            case "surface":
                return (fish.surface_cm2 or 0) / 100
            case "piece":
                return fish.pieces or 0
            case "slot":
                return fish.slots
            case "cavity":
                return fish.cavities
            case "serving":
                return self.scope.servings or 0
        return 1.0

    def _grams(self, value: float, unit: str, ingredient: Ingredient) -> float:
        match dimension(unit):
            case "mass":
                return value * factor(unit, self.measures)
            case "volume":
                return value * factor(unit, self.measures) * ingredient.density_g_ml
        return value * (ingredient.unit_g(unit) or 0.0)

    def _of_line(self, spec: Spec, value: float, unit: str) -> tuple[float, float] | None:
        base = self.by_id[spec.line.of or ""]
        pair = self._affine(base)
        if pair is None or base.ingredient is None or spec.ingredient is None:
            return None
        ratio = value / 100 if unit == "%" else value
        if unit == "part" and spec.line.by == "volume":
            ratio *= spec.ingredient.density_g_ml / base.ingredient.density_g_ml
        return pair[0] * ratio, pair[1] * ratio

    def _of_flour(self, value: float) -> tuple[float, float] | None:
        flours = [one for one in self.specs if one.ingredient and one.ingredient.group == "flour"]
        pairs = [self._affine(one) for one in flours]
        known = [pair for pair in pairs if pair]
        if not known or len(known) < len(pairs):
            return None
        return sum(pair[0] for pair in known) * value / 100, sum(pair[1] for pair in known) * value / 100


def per_weights(jar: Jar, path: str, fish: MeasuredFish, document: Fish, read: Quantities) -> dict[int, float]:
    """Edible weight [g] that each line's `per` states, by the line's place."""
    found = {}
    for place, line in enumerate(jar.lines or []):
        if line.per is not None:
            mass = edible_weight(
                line.per, f"{path}/lines/{place}/per", document, fish.species, fish.cut, read, "edible"
            )
            if mass:
                found[place] = mass
            elif line.basis == "fish":
                text = "How much fish this amount goes with cannot be reckoned. State a weight of edible flesh."
                read.say("base-unknown", f"{path}/lines/{place}/per", text)
    return found


def vessels_of(jar: Jar, path: str, fish: MeasuredFish, read: Quantities) -> int | None:
    """How many vessels of the stated size take all pieces in one layer; None without a size."""
    size = jar.method.vessel_size if jar.method else None
    if size is None or fish.piece is None or not fish.pieces:
        return None
    length, width = (
        read.length_mm(getattr(size, name), f"{path}/method/vessel_size/{name}") for name in ("length", "width")
    )
    if not length or not width:
        return None
    return max(1, math.ceil(fish.piece.plan_cm2 * fish.pieces / (length * width / 100)))


def cover_ml(jar: Jar, path: str, fish: MeasuredFish, read: Quantities) -> float | None:
    """Volume [ml] that covers the fish in the jar's vessel up to 10 mm above it, less the fish.

    Without a vessel's size it is taken from a row in ml per kg of fish, and said to be an estimate.
    """
    if fish.edible_g is None or fish.flesh_l is None:
        return None
    method = jar.method
    size = method.vessel_size if method else None
    flesh_ml = fish.flesh_l * 1000
    if size is not None and size.volume is not None:
        inside = read.volume_ml(size.volume, f"{path}/method/vessel_size/volume")
        return None if inside is None else max(0.0, inside - flesh_ml)
    if size is not None and size.length and size.width and fish.piece and fish.pieces:
        length, width, depth = (
            read.length_mm(getattr(size, name), f"{path}/method/vessel_size/{name}")
            for name in ("length", "width", "depth")
        )
        if length and width:
            floor = length * width / 100
            layers = max(1, -int(-fish.piece.plan_cm2 * fish.pieces // floor))
            height = layers * fish.piece.thickness_mm + parameter("fluid_depth_above_fish")
            return max(0.0, floor * min(height, depth or height) / 10 - flesh_ml)
    vessel = (method and method.vessel) or "dish"
    read.say(
        "estimated",
        f"{path}/method/vessel_size",
        f"The size of the {vessel} is not stated: what covers the fish is estimated.",
    )
    return parameter(f"cover_{vessel}") * fish.edible_g / 1000
