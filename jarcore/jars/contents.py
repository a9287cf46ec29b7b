"""What is in a jar: its lines weighed, and the readings of the whole."""

import itertools
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cache, lru_cache

from jarcore.data import ALLERGENS, AROMATIC, Ingredient, Pantry, named_in, parameter, rows
from jarcore.documents.evaluation import LineResult, Range, Reading, TargetState
from jarcore.documents.formula import Fish, Jar, Line, Target
from jarcore.jars.basis import Scope, Spec, Weighing, cover_ml, per_weights, read_lines
from jarcore.jars.fish import MeasuredFish
from jarcore.jars.quantities import Quantities
from jarcore.substances import ALCOHOL_DENSITY, Composition, Solution, dimension, kitchen_measure, mix, solution

LOW, MIDDLE, HIGH = 0, 1, 2
# Up to this many ranges in a jar all their ends are tried together.
FEW_RANGES = 4
# Bases by which a line goes into the fish instead of onto it.
INSIDE = ("slot", "cavity")
Parts = list[tuple[Ingredient, float]]
# Readings that carry a range when an amount was written as one.
RANGED = ("mass_g", "salt_pct", "salt_pct_of_fish", "sugar_pct", "acid_pct_citric", "ph", "sodium_mg")


@dataclass(frozen=True, slots=True)
class Coat:
    """Masses [g] to set out, picked up and thrown away, the pick-up's range, and the batter's consistency."""

    set_out_g: float
    pick_up_g: float
    discard_g: float
    low_g: float
    high_g: float
    hydration_pct: float | None = None
    flow: str | None = None


@dataclass(frozen=True, slots=True)
class Contents:
    """A jar with its lines weighed [g]; None for a line that cannot be.

    `ends` is the jar at the ends of what was written as ranges (empty without one), `named` every ingredient that a
    line names, whatever its amount, and `held` what those bring that somebody may avoid: allergens, flags, alcohol.
    """

    jar: Jar
    path: str
    specs: tuple[Spec, ...]
    masses: tuple[float | None, ...]
    ends: tuple["Contents", ...]
    composition: Composition
    contact: Composition
    aqueous: Solution | None
    all_parts: Parts
    contact_parts: Parts
    named: tuple[Ingredient, ...]
    held: frozenset[str]

    def part_of(self, share: float) -> "Contents":
        """The jar as if only a share of it were made [1]: for one group of the pieces."""
        return self.at(tuple(None if mass is None else mass * share for mass in self.masses))

    def at(self, masses: tuple[float | None, ...]) -> "Contents":
        """The same lines at other masses [g]."""
        whole, contact, aqueous, parts, contact_parts = _filled(self.specs, masses)
        return Contents(
            self.jar,
            self.path,
            self.specs,
            masses,
            (),
            whole,
            contact,
            aqueous,
            parts,
            contact_parts,
            self.named,
            self.held,
        )

    def inside_salt_g(self) -> float:
        """Salt [g] that goes into slots and cavity, where the flesh is bare whatever the skin."""
        return sum(
            spec.ingredient.salt / 100 * mass
            for spec, mass in zip(self.specs, self.masses, strict=True)
            if spec.ingredient and mass and in_jar(spec) and spec.line.basis in INSIDE
        )

    def later_salt_g(self) -> float:
        """Salt [g] of the lines that go on just before heat or on the plate."""
        return self.composition.salt_g - self.contact.salt_g

    @property
    def complete(self) -> bool:
        """Whether every line could be weighed."""
        return all(mass is not None for mass in self.masses)

    def parts(self, contact: bool = False) -> Parts:
        """(ingredient, mass [g]) of the lines that could be weighed; with CONTACT only those in the jar itself."""
        return self.contact_parts if contact else self.all_parts

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

    first = Weighing(specs, scope, read.measures, [MIDDLE] * len(specs))

    def weighed(weighing: Weighing, before: Weighing | None) -> tuple[float | None, ...]:
        masses, circles = weighing.masses(per, before)
        for place in circles:
            read.say(
                "circular-line",
                f"{path}/lines/{place}",
                "This amount hangs on itself by way of other lines. Give one of them a weight.",
            )
        return tuple(masses)

    middle = weighed(first, None)
    named = tuple(dict.fromkeys(s.ingredient for s in specs if s.ingredient))
    held = frozenset[str]().union(*map(held_by, specs))
    contents = Contents(jar, path, specs, middle, (), *_filled(specs, middle), named, held)
    ends = [contents.at(weighed(Weighing(specs, scope, read.measures, pick), first)) for pick in _picks(specs)]
    return replace(contents, ends=tuple(ends)) if ends else contents


def _filled(
    specs: Sequence[Spec], masses: Sequence[float | None]
) -> tuple[Composition, Composition, Solution | None, Parts, Parts]:
    """What masses make: the whole, what is in contact, its watery part, and the parts of both."""
    parts = parts_of(specs, masses)
    contact = [(s.ingredient, m) for s, m in zip(specs, masses, strict=True) if s.ingredient and m and in_jar(s)]
    whole = mix(parts)
    in_contact = whole if len(parts) == len(contact) else mix(contact)
    return whole, in_contact, solution(contact), parts, contact


def held_by(spec: Spec) -> frozenset[str]:
    """What a line brings that somebody may avoid; an ingredient that the pantry has not is taken at its word."""
    return named_in(spec.line.ingredient or "") if spec.ingredient is None else _brought(spec.ingredient)


@lru_cache(maxsize=2048)
def _brought(ingredient: Ingredient) -> frozenset[str]:
    strong = ("alcohol",) if ingredient.alcohol > parameter("alcohol_told") else ()
    return frozenset((*ingredient.allergens, *ingredient.flags, *strong))


def parts_of(specs: Sequence[Spec], masses: Sequence[float | None]) -> Parts:
    """(ingredient, mass [g]) of the lines that could be weighed."""
    return [(s.ingredient, m) for s, m in zip(specs, masses, strict=True) if s.ingredient and m]


def in_jar(spec: Spec) -> bool:
    """Whether a line is in the jar itself, not held back for just before heat or for the plate."""
    return spec.line.when in (None, "jar")


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
        raised = [set(ranged), salty, sour, *({place} for place in ranged)]
        corners = [
            {place: end if place in some else HIGH + LOW - end for place in ranged}
            for some in raised
            for end in (LOW, HIGH)
        ]
    return [[corner.get(place, MIDDLE) for place in range(len(specs))] for corner in corners]


def spread(middle: float | None, others: Sequence[float | None]) -> Range | None:
    """[low, high] over variants of a number, or None when they do not differ."""
    if not others:
        return None
    known = [value for value in (middle, *others) if value is not None]
    if middle is None or not known or max(known) == min(known):
        return None
    return [min(known), max(known)]


NOTHING: tuple[float | None, ...] = (None,) * 5


@lru_cache(maxsize=2048)
def meq_per_g(ingredient: Ingredient) -> float:
    """Titratable acid of a gram [meq]: it grows with the mass, so one balance serves for all."""
    sour = solution([(ingredient, 1000.0)]) if ingredient.acid_g > 0 else None
    return sour.titratable_meq() / 1000 if sour else 0.0


def _brings(ingredient: Ingredient, mass: float) -> tuple[float | None, ...]:
    """Volume [ml], salt [g], sugar [g], titratable acid [meq] and oil [g] of one line."""
    share = mass / 100
    oil = 0.0 if ingredient.group == AROMATIC else ingredient.fat * share
    meq = meq_per_g(ingredient) * mass
    return mass / ingredient.density_g_ml, ingredient.salt * share, ingredient.sugar * share, meq, oil


def line_results(contents: Contents, fish: MeasuredFish, measures: str) -> list[LineResult]:
    """Each line as the evaluation shows it."""
    results = []
    for place, (spec, mass) in enumerate(zip(contents.specs, contents.masses, strict=True)):
        ingredient, line = spec.ingredient, spec.line
        own = _brings(ingredient, mass) if ingredient is not None and mass is not None else NOTHING
        result: LineResult = {
            "id": line.id,
            "name": ingredient.name if ingredient else None,
            "written": written(line),
            "mass_g": mass,
            "volume_ml": own[0],
            "kitchen": kitchen_measure(mass, ingredient, measures) if ingredient and mass is not None else None,
            "share_of_fish_pct": mass / fish.edible_g * 100 if mass is not None and fish.edible_g else None,
            "exponent": spec.exponent,
            "as_bought": as_bought(ingredient, mass),
            "counted": _counted(line, ingredient, mass),
            "salt_g": own[1],
            "sugar_g": own[2],
            "acid_meq": own[3],
            "oil_g": own[4],
        }
        ends = spread(mass, [end.masses[place] for end in contents.ends])
        if ends:
            result["mass_g_range"] = ends
        results.append(result)
    return results


@cache
def _bought() -> dict[str, tuple[str, str, float]]:
    return {row["ingredient"]: (row["one"], row["many"], float(row["usable_g"])) for row in rows("as_bought")}


def as_bought(ingredient: Ingredient | None, mass: float | None) -> str | None:
    """What to buy for a mass [g] of what is usable, in whole ones: '3 lemons'; None for what is bought by weight."""
    if ingredient is None or not mass or ingredient.id not in _bought():
        return None
    one, many, usable = _bought()[ingredient.id]
    number = -int(-mass / usable // 1)
    return f"{number} {one if number == 1 else many}"


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


def reading_of(
    contents: Contents, fish: MeasuredFish, coat: Coat | None, goes_in_pct: float | None, read: Quantities
) -> Reading:
    """The readings of a whole jar as made, with ranges where amounts were written as ranges.

    COAT is what a coating takes; other kinds are set out and picked up whole. GOES_IN_PCT is given where skin keeps
    salt out [g per 100 g fish]: a target of salt is held against that, not against what lies on the skin.
    """
    whole = contents.composition
    shares = _shares(whole, contents.aqueous, fish)
    sour_ml = sum(m / i.density_g_ml for i, m in contents.parts() if i.sour)
    oil_ml = sum(m / i.density_g_ml for i, m in contents.parts() if i.phase == "oil")
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
        "cost": None,
        "allergens": contents.allergens(),
        "strata": [{"component": name, "mass_g": mass, "volume_ml": volume} for name, mass, volume in whole.strata()],
        "targets": {},
    }
    if coat and coat.low_g < coat.high_g and coat.pick_up_g:
        reading["pick_up_g_range"] = [coat.low_g, coat.high_g]
    others = [_shares(end.composition, end.aqueous, fish) for end in contents.ends]
    for name in RANGED:
        ends = spread(shares[name], [other[name] for other in others])
        if ends:
            reading[f"{name}_range"] = ends  # type: ignore[literal-required]
    held = reading if goes_in_pct is None else {**reading, "salt_pct_of_fish": goes_in_pct}
    reading["targets"] = target_states(contents.jar.targets or {}, held, f"{contents.path}/targets", read)
    return reading


def target_states(
    targets: Mapping[str, Target], values: Mapping[str, object], path: str, read: Quantities
) -> dict[str, TargetState]:
    """How each reading stands to its target. A single value is met within a fiftieth of itself."""
    states: dict[str, TargetState] = {}
    for name, target in targets.items():
        value = values.get(name)
        if not isinstance(value, float | int) or isinstance(value, bool):
            read.say(
                "not-modelled", f"{path}/{name}", f"There is no reading “{name[:40]}” to hold this target against."
            )
            continue
        slack = abs(target.value) / 50 if target.value is not None else 0.0
        low = target.min if target.min is not None else (None if target.value is None else target.value - slack)
        high = target.max if target.max is not None else (None if target.value is None else target.value + slack)
        if low is not None and value < low:
            aim = target.value if target.value is not None else low
            states[name] = {"state": "under", "by": aim - value, "held": value}
        elif high is not None and value > high:
            aim = target.value if target.value is not None else high
            states[name] = {"state": "over", "by": value - aim, "held": value}
        else:
            states[name] = {"state": "in", "by": 0.0, "held": value}
    return states
