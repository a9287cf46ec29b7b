"""The lines of a jar as unknown masses: what they weigh now, what they follow, what each of them brings."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
import numpy.typing as npt

from jarcore.data import Ingredient, kept, parameter
from jarcore.formula import Prepared, for_a_gram, with_contents
from jarcore.jars import Laid
from jarcore.jars.spec import Spec, in_jar
from jarcore.jars.weighing import HANGING
from jarcore.reading.quantities import limits
from jarcore.substances import ALCOHOL_DENSITY, charge_brought, mix

# What a gram costs as it is weighed in, whatever of it goes in.
COST = "all_cost"
Vector = npt.NDArray[np.float64]


@dataclass(frozen=True, kw_only=True)
class Amounts:
    """The lines of one jar of a prepared formula.

    All vectors are in the order of the lines. `now_g` is what they weigh [g], nothing for what is not stated;
    `low_g` and `high_g` what they may weigh; `new` says which were not in the jar before.
    """

    ready: Prepared
    place: int
    now_g: Vector
    low_g: Vector
    high_g: Vector
    new: frozenset[int]

    @property
    def laid(self) -> Laid:
        """The jar on its fish."""
        return self.ready.jars[self.place]

    @property
    def specs(self) -> Sequence[Spec]:
        """The lines as they were read."""
        return self.laid.contents.specs

    @property
    def whole_g(self) -> float:
        """What they weigh together now [g]; never nothing."""
        return max(float(self.now_g.sum()), 1.0)

    @cached_property
    def unstated(self) -> frozenset[int]:
        """Lines that have an ingredient and no amount yet: they are given one."""
        return frozenset(
            spec.place
            for spec, mass in zip(self.specs, self.laid.contents.masses, strict=True)
            if mass is None and open_to_be_given(spec)
        )

    @cached_property
    def follows(self) -> Vector:
        """What each line weighs as it is written, by what the others weigh [g/g]: rows of nothing follow none."""
        weights = np.zeros((len(self.specs), len(self.specs)))
        for spec in self.specs:
            if self.now_g[spec.place] > 0 and spec.line.basis in HANGING:
                bases = self._bases(spec)
                held = float(sum(share * self.now_g[place] for place, share in bases.items()))
                for place, share in bases.items():
                    weights[spec.place, place] = share * self.now_g[spec.place] / held if held else 0.0
        return weights

    def _bases(self, spec: Spec) -> Mapping[int, float]:
        """The lines that a line is a share of, and what counts of each [1]."""
        if spec.line.basis == "line":
            return {one.place: 1.0 for one in self.specs if one.line.id == spec.line.of}
        if spec.line.basis == "flour":
            return {one.place: 1.0 for one in self.specs if one.ingredient and one.ingredient.group == "flour"}
        return {one.place: one.goes_in for one in self.specs if self.laid.contents.masses[one.place] is not None}

    @cached_property
    def ends(self) -> tuple[Vector, Vector]:
        """How many times what it weighs each line weighs at the low and at the high end of what was written [1]."""
        at_ends = [[mass or 0.0 for mass in end.masses] for end in self.laid.contents.ends]
        if not at_ends:
            one = np.ones(len(self.specs))
            return one, one
        weighed = np.where(self.now_g > 0, self.now_g, 1.0)
        times = np.where(self.now_g > 0, np.asarray(at_ends) / weighed, 1.0)
        return times.min(axis=0), times.max(axis=0)

    def brings(self, what: str) -> Vector:
        """What a gram of each line, as it is weighed, brings of a thing that adds up: a column of `targets`."""
        if what == COST:
            return np.array([for_a_gram(spec, self.ready.pantry) or 0.0 for spec in self.specs])
        return np.array([self._one(spec, what) for spec in self.specs])

    def charge(self, ph: float) -> Vector:
        """What a gram of each line brings to the charge balance at a pH [meq/g]."""
        return np.array(
            [
                charge_brought(spec.as_made, ph) * spec.made_share if spec.as_made and self._counts(spec) else 0.0
                for spec in self.specs
            ]
        )

    def base(self, what: str) -> float | None:
        """What is the same whatever goes in: the fish [g], its surface [cm2]; None where it is not known."""
        fish = self.laid.fish
        return {"fish_g": fish.edible_g, "surface_cm2": fish.surface_cm2}.get(what)

    def _counts(self, spec: Spec) -> bool:
        """Whether a line is of the jar as made."""
        return self.laid.kind.finishes or in_jar(spec)

    def _one(self, spec: Spec, what: str) -> float:
        ingredient = spec.as_made
        if ingredient is None:
            return 0.0
        if what.startswith("all_"):
            return _brought(ingredient).get(what.removeprefix("all_"), 0.0) * spec.made_share
        return _brought(ingredient).get(what, 0.0) * spec.made_share if self._counts(spec) else 0.0

    def trial(self, masses: Vector) -> Prepared:
        """The formula with these masses [g] in the jar."""
        contents = self.laid.contents
        least, most = self.ends
        middle = self._masses(masses)
        ends = [self._masses(masses * times) for times in (least, most)] if contents.ends else []
        return with_contents(self.ready, self.place, contents.weighing(middle, lambda: iter(ends)))

    def _masses(self, masses: Vector) -> tuple[float | None, ...]:
        known = self.laid.contents.masses
        return tuple(
            None if known[place] is None and place not in self.unstated else float(mass)
            for place, mass in enumerate(masses)
        )


@kept(maxsize=4096)
def _brought(ingredient: Ingredient) -> Mapping[str, float]:
    """What a gram that goes in brings of all that adds up."""
    one = mix([(ingredient, 1.0)])
    acid_meq = -charge_brought(ingredient, parameter("titration_end_ph"))
    flour = ingredient.group == "flour"
    return {
        **{name: getattr(one, name) for name in one.__dataclass_fields__},
        "sodium_mg": one.sodium_mg,
        "alcohol_ml": one.alcohol_g / ALCOHOL_DENSITY,
        "acid_meq": acid_meq,
        "citric_g": acid_meq * parameter("citric_per_equivalent") / 1000,
        "acetic_g": acid_meq * parameter("acetic_per_equivalent") / 1000,
        "oil_ml": one.volume_ml if ingredient.phase == "oil" else 0.0,
        "sour_ml": one.volume_ml if ingredient.sour else 0.0,
        "flour_g": 1.0 if flour else 0.0,
        "wet_g": 0.0 if flour else ingredient.water / 100,
    }


def open_to_be_given(spec: Spec) -> bool:
    """Whether a line names an ingredient and has no amount."""
    amount = spec.line.amount
    return spec.ingredient is not None and (
        amount is None or bool(amount.unstated) or (amount.value is None and amount.low is None and amount.high is None)
    )


def _grown_g(laid: Laid, new: Sequence[int]) -> float:
    """What a line of a jar may come to when only shares are asked for [g]; nothing where no size is known of it."""
    masses = laid.contents.masses
    whole = 0.0 if new or None in masses else sum(mass or 0.0 for mass in masses)
    return max(parameter("jar_grows") * whole, parameter("jar_grows_by_fish") * (laid.fish.edible_g or 0.0))


def amounts_of(
    ready: Prepared,
    place: int,
    locked: Sequence[str],
    bounds: Mapping[str, tuple[float | None, float | None]],
    new: Sequence[int],
    any_size: bool = True,
) -> Amounts:
    """The lines of the jar at PLACE: what is LOCKED stays, what is bounded [g] stays within; NEW are places of lines
    that the jar did not have; ANY_SIZE lets it grow to whatever may be weighed.
    """
    contents = ready.jars[place].contents
    now, low, high = [], [], []
    most = limits()["weighed"].high
    if not any_size:
        most = min(most, _grown_g(ready.jars[place], new) or most)
    for spec, mass in zip(contents.specs, contents.masses, strict=True):
        held = mass if mass is not None else 0.0
        fixed = spec.line.id in locked or (mass is None and not open_to_be_given(spec))
        least, at_most = bounds.get(spec.line.id or "", (None, None))
        now.append(held)
        low.append(held if fixed else max(least or 0.0, 0.0))
        high.append(held if fixed else max(held, most) if at_most is None else min(at_most, limits()["weighed"].high))
    return Amounts(
        ready=ready,
        place=place,
        now_g=np.array(now),
        low_g=np.array(low),
        high_g=np.array(high),
        new=frozenset(new),
    )
