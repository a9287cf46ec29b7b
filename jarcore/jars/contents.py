"""What is in a jar: its lines weighed, and the readings of the whole."""

import itertools
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

from jarcore.data import ALLERGENS, Ingredient, Pantry, parameter
from jarcore.documents.evaluated_jar import Range
from jarcore.documents.formula import Fish, Jar
from jarcore.fish import MeasuredFish
from jarcore.jars.fade import fade
from jarcore.jars.making import Deed, Stage, made, read_making
from jarcore.jars.spec import Scope, Spec, in_jar, read_lines
from jarcore.jars.weighing import Weighing, cover_ml, per_weights
from jarcore.reading import Quantities
from jarcore.reading.quantities import limits
from jarcore.reading.scales import NOTHING_G
from jarcore.substances import Composition, Solution, mix, solution

LOW, MIDDLE, HIGH = 0, 1, 2
# Up to this many ranges in a jar all their ends are tried together; more than many are moved by what they are of.
FEW_RANGES, MANY_RANGES = 4, 12
# Bases by which a line goes into the fish instead of onto it.
INSIDE = ("slot", "cavity")
PASTE = "paste"
Parts = list[tuple[Ingredient, float]]
Masses = tuple[float | None, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Filled:
    """What masses make: the whole, what is in contact, its watery part, and (ingredient, mass [g]) of both."""

    composition: Composition
    contact: Composition
    aqueous: Solution | None
    all_parts: Parts
    contact_parts: Parts

    def times(self, share: float) -> "Filled":
        """A share of it [1]: as much less of everything, and nothing stronger or weaker."""
        return Filled(
            composition=self.composition.times(share),
            contact=self.contact.times(share),
            aqueous=self.aqueous and replace(self.aqueous, litres=self.aqueous.litres * share),
            all_parts=[(ingredient, mass * share) for ingredient, mass in self.all_parts],
            contact_parts=[(ingredient, mass * share) for ingredient, mass in self.contact_parts],
        )


@dataclass(frozen=True, kw_only=True)
class Contents:
    """A jar with its lines weighed [g]; None for a line that cannot be.

    `named` is every ingredient that a line names, whatever its amount, `held` what those bring that somebody may
    avoid (allergens, flags, alcohol), and `masses_at_ends` weighs the lines at the ends of what was written as ranges.
    `deeds` are the steps of its making, `stages` the pot after each.
    """

    jar: Jar
    path: str
    specs: tuple[Spec, ...]
    masses: tuple[float | None, ...]
    filled: Filled
    named: tuple[Ingredient, ...]
    held: frozenset[str]
    masses_at_ends: Callable[[], Iterator[Masses]] = lambda: iter(())
    deeds: tuple[Deed, ...] = ()
    stages: tuple[Stage, ...] = ()

    @cached_property
    def ends(self) -> tuple["Contents", ...]:
        """The jar at the ends of what was written as ranges; empty without one. Weighed when somebody asks for it."""
        return tuple(self.weighing(masses) for masses in self.masses_at_ends())

    def weighing(self, masses: Masses, at_ends: Callable[[], Iterator[Masses]] = lambda: iter(())) -> "Contents":
        """The same lines with these masses [g], and with these at the ends of ranges; made as the jar is made."""
        specs, stages = made(self.deeds, self.specs, masses)
        filled = fill(specs, masses)
        return replace(self, specs=specs, masses=masses, filled=filled, masses_at_ends=at_ends, stages=stages)

    def part_of(self, share: float) -> "Contents":
        """The jar as if only a share of it were made [1]: for one group of the pieces."""
        masses = tuple(None if mass is None else mass * share for mass in self.masses)
        return replace(self, masses=masses, filled=self.filled.times(share), masses_at_ends=lambda: iter(()))

    @property
    def composition(self) -> Composition:
        """What all lines make."""
        return self.filled.composition

    @property
    def contact(self) -> Composition:
        """What the lines of the jar itself make."""
        return self.filled.contact

    @property
    def aqueous(self) -> Solution | None:
        """The watery part of the jar itself."""
        return self.filled.aqueous

    def inside_salt_g(self) -> float:
        """Salt [g] that goes into slots and cavity, where the flesh is bare whatever the skin."""
        return sum(
            ingredient.salt / 100 * mass
            for spec, ingredient, mass in self.gone_in()
            if in_jar(spec) and spec.line.basis in INSIDE
        )

    def gone_in(self) -> Iterator[tuple[Spec, Ingredient, float]]:
        """Each line that could be weighed with what goes into the jar of it: as which ingredient, and how much [g]."""
        return _gone_in(self.specs, self.masses)

    @property
    def salt_pct(self) -> float:
        """Salt of the jar itself [g per 100 g]."""
        return 100 * self.contact.salt_g / self.contact.mass_g if self.contact.mass_g else 0.0

    @property
    def watery_share(self) -> float:
        """How far it is a liquid in which salt dissolves, and no oil or dry paste [1]."""
        water_pct = 100 * self.contact.water_g / self.contact.mass_g if self.contact.mass_g else 0.0
        return fade(water_pct, "watery_from", "watery_full")

    @property
    def undissolved_share(self) -> float:
        """How far its salt finds no water to dissolve in, as in oil, where it lies dry on the face [1].

        What is in herbs is no free water.
        """
        free_g = sum(i.water / 100 * m for i, m in self.filled.contact_parts if i.phase == "aqueous")
        salt_g = self.contact.salt_g
        if not salt_g:
            return 0.0
        return fade(salt_g / free_g, "dissolved_to", "undissolved_from") if free_g else 1.0

    @property
    def paste_share(self) -> float:
        """How far its wet part is a paste, which clings as a layer, and not a liquid that flows [1]."""
        wet = [(i, m) for i, m in self.filled.contact_parts if i.phase == "aqueous" or i.particle == PASTE]
        pasty = sum(m for i, m in wet if i.particle == PASTE)
        return fade(pasty / sum(m for _, m in wet), "paste_from", "paste_full") if pasty else 0.0

    @property
    def coarse_share(self) -> float:
        """How far it is a coarse paste of garlic, roots and herbs, which gives its flavour at once [1]."""
        coarse = sum(m for i, m in self.filled.contact_parts if i.group == "aromatic")
        return fade(coarse / self.contact.mass_g, "coarse_from", "coarse_full") if coarse else 0.0

    @property
    def dairy_share(self) -> float:
        """Share of dairy in its watery part [1]."""
        watery = [(i, m) for i, m in self.filled.contact_parts if i.phase == "aqueous"]
        dairy = sum(m for i, m in watery if i.group == "dairy")
        return dairy / sum(m for _, m in watery) if dairy else 0.0

    @property
    def flares(self) -> bool:
        """Whether there is enough alcohol in the whole that it would flare, or be boiled off first."""
        strong = parameter("strong_from")
        whole = self.composition
        return 100 * whole.alcohol_g > strong * whole.mass_g or self.lacks(lambda one: one.alcohol > strong)

    def later_salt_g(self) -> float:
        """Salt [g] of the lines that go on just before heat or on the plate."""
        return self.composition.salt_g - self.contact.salt_g

    @property
    def complete(self) -> bool:
        """Whether every line could be weighed."""
        return all(mass is not None for mass in self.masses)

    def parts(self, contact: bool = False) -> Parts:
        """(ingredient, mass [g]) of the lines that could be weighed; with CONTACT only those in the jar itself."""
        return self.filled.contact_parts if contact else self.filled.all_parts

    @property
    def called(self) -> str:
        """What the jar is called: its name, else its number among the jars."""
        return self.jar.name or f"Jar {int(self.path.rpartition('/')[2]) + 1}"

    def names(self, test: Callable[[Ingredient], bool]) -> bool:
        """Whether a line names an ingredient that passes TEST, whatever its amount."""
        return any(test(one) for one in self.named)

    def unweighed(self) -> list[Spec]:
        """Lines that say something and could not be weighed."""
        return [
            spec
            for spec, mass in zip(self.specs, self.masses, strict=True)
            if mass is None and (spec.line.ingredient or spec.line.amount is not None)
        ]

    def lacks(self, test: Callable[[Ingredient], bool]) -> bool:
        """Whether what could not be weighed may be something that passes TEST: what is not known may be anything."""
        return any(spec.ingredient is None or test(spec.ingredient) for spec in self.unweighed())

    def allergens(self) -> list[str]:
        """Allergens of the jar, in the format's order: every line that is named counts, whatever its amount."""
        return [one for one in ALLERGENS if one in self.held]


def weigh_jar(
    jar: Jar, path: str, document: Fish, fish: MeasuredFish, servings: float | None, pantry: Pantry, read: Quantities
) -> Contents:
    """The jar with every line in grams, for the middle of what was written and for the ends of its ranges."""
    lines = jar.lines or []
    cover = cover_ml(jar, path, fish, read) if any(line.basis == "cover" for line in lines) else None
    scope = Scope(fish, servings, cover)
    specs = tuple(read_lines(jar, path, pantry, scope, read))
    per = per_weights(jar, path, fish, document, read)

    first = Weighing(specs=specs, scope=scope, measures=read.measures, pick=[MIDDLE] * len(specs))

    found_g, circles = first.masses(per, None)
    for place in circles:
        read.say("circular-line", f"{path}/lines/{place}")
    # Through what it follows a line may come to more than anybody weighs.
    most = limits()["weighed"]
    middle = [
        read.within(mass, f"{path}/lines/{place}", most) if mass is not None else None
        for place, mass in enumerate(map(_weighed, found_g))
    ]
    measures = read.measures

    def masses_at_ends() -> Iterator[Masses]:
        for pick in _picks(specs):
            at_end = Weighing(specs=specs, scope=scope, measures=measures, pick=pick)
            masses = map(_weighed, at_end.masses(per, first)[0])
            yield tuple(mass if mass is None or mass <= most.high else None for mass in masses)

    weighed = tuple(middle)
    deeds = read_making(jar, path, read)
    as_made, stages = made(deeds, specs, weighed)
    return Contents(
        jar=jar,
        path=path,
        specs=as_made,
        masses=weighed,
        filled=fill(as_made, weighed),
        named=tuple(dict.fromkeys(s.ingredient for s in specs if s.ingredient)),
        held=frozenset[str]().union(*(spec.held for spec in specs)),
        masses_at_ends=masses_at_ends,
        deeds=deeds,
        stages=stages,
    )


def _weighed(mass_g: float | None) -> float | None:
    """A mass [g]; what is nothing on any scale is nothing."""
    return 0.0 if mass_g is not None and mass_g <= NOTHING_G else mass_g


def fill(specs: Sequence[Spec], masses: Sequence[float | None]) -> Filled:
    """What masses of the lines make."""
    gone_in = list(_gone_in(specs, masses))
    parts = [(ingredient, mass) for _, ingredient, mass in gone_in]
    contact = [(ingredient, mass) for spec, ingredient, mass in gone_in if in_jar(spec)]
    whole = mix(parts)
    return Filled(
        composition=whole,
        contact=whole if len(parts) == len(contact) else mix(contact),
        aqueous=solution(contact),
        all_parts=parts,
        contact_parts=contact,
    )


def _gone_in(specs: Sequence[Spec], masses: Sequence[float | None]) -> Iterator[tuple[Spec, Ingredient, float]]:
    """Each line that could be weighed with what goes into the jar of it: as which ingredient, and how much [g]."""
    for spec, mass in zip(specs, masses, strict=True):
        if mass and spec.as_made and spec.made_share:
            yield spec, spec.as_made, mass * spec.made_share


def _picks(specs: Sequence[Spec]) -> list[list[int]]:
    """Choices of range ends: every corner of a few ranges; of many, the corners where what sums go by is extreme."""
    ranged = [spec.place for spec in specs if spec.ranged]
    if not ranged:
        return []
    if len(ranged) <= FEW_RANGES:
        corners = [dict(zip(ranged, ends, strict=True)) for ends in itertools.product((LOW, HIGH), repeat=len(ranged))]
    else:
        salty = {spec.place for spec in specs if spec.ingredient and spec.ingredient.salt > 0}
        sour = {spec.place for spec in specs if spec.ingredient and spec.ingredient.acid_g > 0}
        raised = [set(ranged), salty, sour, *_apart(specs, ranged)]
        corners = [
            {place: end if place in some else HIGH + LOW - end for place in ranged}
            for some in raised
            for end in (LOW, HIGH)
        ]
    return [[corner.get(place, MIDDLE) for place in range(len(specs))] for corner in corners]


def _apart(specs: Sequence[Spec], ranged: Sequence[int]) -> list[set[int]]:
    """Ranges that are moved against all others: each by itself; of many, those of one group of ingredients together,
    so that the work grows with the lines and not with their square.
    """
    if len(ranged) <= MANY_RANGES:
        return [{place} for place in ranged]
    groups: dict[str, set[int]] = {}
    for place in ranged:
        ingredient = specs[place].ingredient
        groups.setdefault(ingredient.group if ingredient else "", set()).add(place)
    return list(groups.values())


def spread(middle: float | None, others: Sequence[float | None]) -> Range | None:
    """[low, high] over variants of a number, or None when they do not differ."""
