"""A line read: what was written, what it follows, what of it goes into the jar; each fault noted at its place."""

from collections import Counter
from collections.abc import Container, Mapping
from dataclasses import dataclass
from functools import cached_property

from jarcore.data import Ingredient, Pantry, kept, named, named_in, parameter
from jarcore.documents.formula import Jar, Line
from jarcore.documents.parts import Amount
from jarcore.fish import MeasuredFish
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
SOAKED = "soaked"
# What is usual to go into a jar of what is made ready so.
USUALLY = {"soaked": "estimated/soaked", "squeezed": "estimated/squeezed"}
GOES_IN = named(soaked="soaked_share", squeezed="squeezed_share")
SAID = {"%": "a share (%)", "mass": "a mass", "volume": "a volume", "count": "a count", "part": "parts"}


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


@dataclass(frozen=True, slots=True)
class Made:
    """What a line is in the finished jar: as which ingredient, and how much of it for a gram that is weighed [g/g]."""

    ingredient: Ingredient
    times: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Spec:
    """A line read: its place among the lines, its amount as (low, middle, high), how it grows with the fish.

    `age_min` is how long before its use it was made [min], None where it is not said; `held` is what it brings that
    somebody may avoid; an ingredient that the pantry has not is taken at its word. `goes_in` is what goes into the jar
    of what is weighed [1]: less of what is squeezed, more of what is soaked. `made` is what the jar's making left of
    it, None where nothing was made of it.
    """

    place: int
    line: Line
    ingredient: Ingredient | None
    values: tuple[float, float, float] | None
    exponent: float
    age_min: float | None
    held: frozenset[str]
    goes_in: float = 1.0
    made: Made | None = None

    @property
    def as_made(self) -> Ingredient | None:
        """The ingredient as it is in the finished jar."""
        return self.made.ingredient if self.made else self.as_goes_in

    @property
    def made_share(self) -> float:
        """What is in the finished jar of a gram that is weighed [1]."""
        return self.made.times if self.made else self.goes_in

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
    names = Counter(line.id for line in lines if line.id)
    specs = []
    for place, line in enumerate(lines):
        where = f"{path}/lines/{place}"
        if line.id and names[line.id] > 1:
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
                held=brought_by(ingredient) if ingredient else named_in(line.ingredient or ""),
                goes_in=_goes_in(line, where, read),
            )
        )
    return specs


def in_jar(spec: Spec) -> bool:
    """Whether a line is in the jar itself, not held back for just before heat or for the plate."""
    return spec.line.when in (None, "jar")


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
def brought_by(ingredient: Ingredient) -> frozenset[str]:
    """All that a thing brings that somebody may avoid: allergens, flags, alcohol."""
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
    line: Line, ingredient: Ingredient | None, where: str, names: Container[str | None], scope: Scope, read: Quantities
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
