"""What a line follows when the fish changes: from the amount as written to grams.

Each mass is affine in the mass of the finished jar, a + b M, because a line may be a share of the jar it is in;
M = sum a / (1 - sum b) closes it.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from jarcore.data import Ingredient, named, parameter
from jarcore.documents.formula import Fish, Jar
from jarcore.fish import MeasuredFish, edible_weight
from jarcore.jars.spec import Scope, Spec
from jarcore.reading import Quantities, dimension, factor

# Bases by which a line hangs on others of its jar.
HANGING = ("line", "flour", "jar")
# Those of them that want other lines known first.
FOLLOWING = ("line", "flour")
# What covers a kilogram of fish, by vessel.
COVER = named(bag="cover_bag", dish="cover_dish", bath="cover_bath", coat="cover_coat")


def grown(times: float, exponent: float) -> float:
    """How many times as much of a line goes with so many times the fish [1]: a strong one grows more slowly.

    It never comes further from a plain multiple than practice has tried: by the row `strong_bound`.
    """
    if times <= 0 or exponent == 1:
        return max(0.0, times)
    bound = parameter("strong_bound")
    return times * min(1 + bound, max(1 - bound, math.pow(times, exponent - 1)))


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
