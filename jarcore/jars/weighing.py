"""What a line follows when the fish changes: from the amount as written to grams.

Each mass is affine in the mass of the finished jar, a + b M, because a line may be a share of the jar it is in;
M = sum a / (1 - sum b) closes it.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

from jarcore.data import Ingredient, Pantry, kept, named, named_in, parameter
from jarcore.documents.formula import Amount, Fish, Jar, Line
from jarcore.fish import MeasuredFish, edible_weight
from jarcore.reading import Quantities, dimension, factor
from jarcore.reading.quantities import limits
from jarcore.substances import soaked

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
# Those of them that want other lines known first.
FOLLOWING = ("line", "flour")
# What covers a kilogram of fish, by vessel.
COVER = named(bag="cover_bag", dish="cover_dish", bath="cover_bath", coat="cover_coat")
SOAKED = "soaked"
# What is usual to go into a jar of what is made ready so.
USUALLY = {"soaked": "estimated/soaked", "squeezed": "estimated/squeezed"}
GOES_IN = named(soaked="soaked_share", squeezed="squeezed_share")
SAID = {"%": "a share (%)", "mass": "a mass", "volume": "a volume", "count": "a count", "part": "parts"}


def grown(times: float, exponent: float) -> float:
    """How many times as much of a line goes with so many times the fish [1]: a strong one grows more slowly.

    It never comes further from a plain multiple than practice has tried: by the row `strong_bound`.
    """
    if times <= 0 or exponent == 1:
        return max(0.0, times)
    bound = parameter("strong_bound")
    return times * min(1 + bound, max(1 - bound, math.pow(times, exponent - 1)))


@dataclass(frozen=True)
class Scope:
    """What the lines of a jar may follow: the fish, the servings, the volume needed to cover [ml]."""

    fish: MeasuredFish
    servings: float | None
    cover_ml: float | None

    @cached_property
    def unknown(self) -> frozenset[str]:
        """Bases that nothing is known of."""
        known = {
            "fish": self.fish.edible_g,
            "surface": self.fish.surface_cm2,
            "piece": self.fish.pieces,
            "serving": self.servings,
            "cover": self.cover_ml,
        }
        return frozenset(basis for basis, value in known.items() if value is None)


@dataclass(frozen=True, slots=True, kw_only=True)
class Spec:
    """A line read: its place among the lines, its amount as (low, middle, high), how it grows with the fish.

    `age_min` is how long before its use it was made [min], None where it is not said; `held` is what it brings that
    somebody may avoid; an ingredient that the pantry has not is taken at its word. `goes_in` is what goes into the jar
    of what is weighed [1]: less of what is squeezed, more of what is soaked.
    """

    place: int
    line: Line
    ingredient: Ingredient | None
    values: tuple[float, float, float] | None
    exponent: float
    age_min: float | None
    held: frozenset[str]
    goes_in: float = 1.0

    @property
    def as_goes_in(self) -> Ingredient | None:
        """The ingredient as it goes into the jar: what is soaked has taken up water, what is squeezed left its rest."""
        if self.ingredient is None or self.line.prepared != SOAKED:
            return self.ingredient
        return soaked(self.ingredient, self.goes_in)

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
        read.say("empty-jar", f"{path}/lines")
    names = [line.id for line in lines if line.id]
    specs = []
    for place, line in enumerate(lines):
        where = f"{path}/lines/{place}"
        if line.id and names.count(line.id) > 1:
            read.say("duplicate-id/lines", f"{where}/id", id=line.id)
        ingredient = _ingredient(line, where, pantry, read)
        values = _values(line.amount, line.basis, where, read)
        exponent = read.count(line.exponent, f"{where}/exponent")
        if exponent is None:
            exponent = ingredient.exponent if ingredient else 1.0
        if values is not None and not _sound(line, ingredient, where, names, scope, read):
            values = None
        specs.append(
            Spec(
                place=place,
                line=line,
                ingredient=ingredient,
                values=values,
                exponent=exponent,
                age_min=read.minutes(line.age, f"{where}/age"),
                held=_brought(ingredient) if ingredient else named_in(line.ingredient or ""),
                goes_in=_goes_in(line, where, read),
            )
        )
    return specs


def _goes_in(line: Line, where: str, read: Quantities) -> float:
    """What goes in of what is weighed [1]; for what is soaked or squeezed what is usual where it is not stated."""
    if line.prepared is None:
        return 1.0
    stated = read.share(line.prepared_share, f"{where}/prepared_share")
    if stated is not None:
        return stated
    if not read.told(f"{where}/prepared_share"):
        read.say(USUALLY[line.prepared], f"{where}/prepared_share")
    return parameter(GOES_IN[line.prepared]) / 100


@kept(maxsize=2048)
def _brought(ingredient: Ingredient) -> frozenset[str]:
    strong = ("alcohol",) if ingredient.alcohol > parameter("alcohol_told") else ()
    return frozenset((*ingredient.allergens, *ingredient.flags, *strong))


def _ingredient(line: Line, where: str, pantry: Pantry, read: Quantities) -> Ingredient | None:
    if not line.ingredient:
        read.say("unstated/ingredient", f"{where}/ingredient")
        return None
    found = pantry.ingredients.get(line.ingredient)
    if found is None:
        read.say("unknown-ingredient", f"{where}/ingredient", name=line.ingredient)
    return found


def _values(
    amount: Amount | None, basis: str | None, where: str, read: Quantities
) -> tuple[float, float, float] | None:
    """(low, middle, high) of an amount, or None with a notice."""
    path = f"{where}/amount"
    if amount is None or amount.unstated or (amount.value is None and amount.low is None and amount.high is None):
        if not read.told(path):
            read.say("unstated/amount", path)
        return None
    if amount.unit is None:
        read.say("unstated/unit", f"{path}/unit")
        return None
    kind = dimension(amount.unit)
    limit = limits().get(f"{kind} of {basis}", limits()[kind])
    scale = factor(amount.unit, read.measures) if kind in ("mass", "volume") else 1.0
    named = {"value": amount.value} if amount.value is not None else {"low": amount.low, "high": amount.high}
    for name, value in named.items():
        if value is None:
            read.say("unstated/range-end", f"{path}/{name}")
            return None
        if read.within(value * scale, f"{path}/{name}", limit) is None:
            return None
    if amount.value is not None:
        return (amount.value,) * 3
    assert amount.low is not None and amount.high is not None
    if amount.low > amount.high:
        read.say("out-of-range/backwards", path, low=amount.low, high=amount.high)
        return None
    return amount.low, (amount.low + amount.high) / 2, amount.high


def _sound(
    line: Line, ingredient: Ingredient | None, where: str, names: Sequence[str], scope: Scope, read: Quantities
) -> bool:
    """Whether unit, basis and base of a line fit together; says why not."""
    unit = line.amount.unit if line.amount else None
    if line.basis is None:
        read.say("base-unknown/basis", f"{where}/basis")
        return False
    kind = dimension(unit) if unit else ""
    if kind not in FITS[line.basis]:
        fitting = " or ".join(SAID[one] for one in FITS[line.basis])
        key = "base-unknown/misfit" if kind == "part" else "unit-basis-mismatch"
        read.say(key, where, what=SAID[kind], basis=line.basis, fitting=fitting)
        return False
    if ingredient and kind == "count" and unit and ingredient.unit_g(unit) is None:
        read.say("no-unit-weight", f"{where}/amount", unit=unit, ingredient=ingredient.name.lower())
        return False
    if line.basis in scope.unknown:
        read.say("base-unknown/not-known", where, basis=line.basis)
        return False
    if line.basis == "fish" and kind != "%" and (line.per is None or read.mass_g(line.per, f"{where}/per") is None):
        read.say("base-unknown/per", f"{where}/per")
        return False
    if line.basis == "line" and line.of not in names:
        read.say("base-unknown/of", f"{where}/of")
        return False
    if kind == "part" and line.by is None:
        read.say("base-unknown/by", f"{where}/by")
        return False
    return ingredient is not None


# A mass [g] as a + b M, M the mass of the finished jar.
Affine = tuple[float, float]


@dataclass(kw_only=True)
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
        self.known: dict[int, Affine | None] = {}
        if before is not None:
            self.known = {
                s.place: before.known[s.place] for s in self.specs if not s.ranged and s.line.basis not in HANGING
            }
        self.circles: set[int] = set()
        self.by_id = {spec.line.id: spec for spec in self.specs if spec.line.id}
        pairs = self._reckon_all()
        gone_in = [(pair, spec.goes_in) for spec, pair in zip(self.specs, pairs, strict=True) if pair]
        share = sum(pair[1] * part for pair, part in gone_in)
        if share >= 1:
            late = [spec.place for spec, pair in zip(self.specs, pairs, strict=True) if pair and pair[1]]
            self.circles.update(late)
            return [pair[0] if pair and not pair[1] else None for pair in pairs], sorted(self.circles)
        if share and None in pairs:
            # A share of the jar is not known while a part of the jar is not.
            return [pair[0] if pair and not pair[1] else None for pair in pairs], sorted(self.circles)
        whole = sum(pair[0] * part for pair, part in gone_in) / (1 - share)
        return [pair[0] + pair[1] * whole if pair else None for pair in pairs], sorted(self.circles)

    def _reckon_all(self) -> list[Affine | None]:
        """Each line after those that it hangs on. Depth first, on a list of our own: a chain may be as long as
        the jar.
        """
        later = []
        for spec in self.specs:
            if spec.line.basis in FOLLOWING:
                later.append(spec)
            elif spec.place not in self.known:
                self.known[spec.place] = self._reckon(spec)
        for spec in later:
            way = {spec.place: None}
            while way:
                place = next(reversed(way))
                if place in self.known:
                    del way[place]
                    continue
                waiting = [one for one in self._hangs_on(self.specs[place]) if one not in self.known]
                back = next((one for one in waiting if one in way), None)
                if back is not None:
                    self.circles.update(way)
                    self.known.update(dict.fromkeys(way))
                elif waiting:
                    way[waiting[0]] = None
                else:
                    self.known[place] = self._reckon(self.specs[place])
        return [self.known[spec.place] for spec in self.specs]

    def _hangs_on(self, spec: Spec) -> list[int]:
        """Places of the lines that have to be known before this one."""
        if spec.values is None or spec.ingredient is None:
            return []
        if spec.line.basis == "line":
            return [self.by_id[spec.line.of or ""].place]
        return [one.place for one in self._flours()] if spec.line.basis == "flour" else []

    def _flours(self) -> list[Spec]:
        return [one for one in self.specs if one.ingredient and one.ingredient.group == "flour"]

    def _reckon(self, spec: Spec) -> Affine | None:
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
                return grown((fish.edible_g or 0) / self.per[spec.place], spec.exponent)
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

    def _of_line(self, spec: Spec, value: float, unit: str) -> Affine | None:
        base = self.by_id[spec.line.of or ""]
        pair = self.known[base.place]
        if pair is None or base.ingredient is None or spec.ingredient is None:
            return None
        ratio = value / 100 if unit == "%" else value
        if unit == "part" and spec.line.by == "volume":
            ratio *= spec.ingredient.density_g_ml / base.ingredient.density_g_ml
        return pair[0] * ratio, pair[1] * ratio

    def _of_flour(self, value: float) -> Affine | None:
        pairs = [self.known[one.place] for one in self._flours()]
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
                read.say("base-unknown/per-edible", f"{path}/lines/{place}/per")
    return found


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
    cover = parameter(COVER[vessel]) * fish.edible_g / 1000
    read.say("estimated/vessel", f"{path}/method/vessel_size", vessel=vessel, taken=(cover + flesh_ml) / 1000)
    return cover
