"""The pantry: what ingredients and fish are made of."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, fields, replace
from functools import cache
from typing import TYPE_CHECKING, Any

from jarcore.data.tables import number, rows, words

if TYPE_CHECKING:
    from jarcore.data.house import HouseRule
    from jarcore.data.prices import Price


@dataclass(frozen=True, slots=True, kw_only=True)
class AcidRow:
    """Acids, strong ions and buffers of an ingredient, per litre of its aqueous phase."""

    aqueous_l_per_kg: float
    citric_g_l: float
    acetic_g_l: float
    lactic_g_l: float
    malic_g_l: float
    tartaric_g_l: float
    carbonic_g_l: float
    phosphoric_g_l: float
    strong_ions_eq_l: float
    buffer_mol_l_ph: float
    buffer_ph0: float


@dataclass(frozen=True, slots=True, kw_only=True)
class BoughtRow:
    """What one is called that is bought whole, and what of it is usable [g]."""

    one: str
    many: str
    usable_g: float


# Grams per 100 g that an ingredient states of itself.
CONTENTS = (
    "water",
    "salt",
    "sucrose",
    "glucose",
    "fructose",
    "lactose",
    "maltose",
    "fat",
    "alcohol",
    "starch",
    "protein",
)


@dataclass(frozen=True, slots=True, eq=False, kw_only=True)
class Ingredient:
    """An ingredient as a vector: grams per 100 g of each thing it holds, and how it is measured in a kitchen.

    `takes_water` is the water that a gram of a flour takes up [g]; `goes_in` with what it goes into fat.
    """

    id: str
    name: str
    synonyms: tuple[str, ...]
    group: str
    phase: str
    water: float
    salt: float
    sucrose: float
    glucose: float
    fructose: float
    lactose: float
    maltose: float
    fat: float
    alcohol: float
    starch: float
    protein: float
    other_sodium_mg: float
    density_g_ml: float
    piece_g: float | None
    slice_g: float | None
    clove_g: float | None
    sprig_g: float | None
    pinch_g: float | None
    exponent: float
    sour: bool
    allergens: tuple[str, ...]
    flags: tuple[str, ...]
    particle: str
    burn: str
    smoke_c: float | None
    takes_water: float | None
    goes_in: str
    source: str
    confidence: str
    acid: AcidRow | None = None
    bought: BoughtRow | None = None

    sugar: float = field(init=False)
    acid_g: float = field(init=False)
    rest: float = field(init=False)

    def __post_init__(self) -> None:
        """Work out once what every sum asks for [g/100 g]: all sugars, all acids that taste, and what is left open."""
        sugar = self.sucrose + self.glucose + self.fructose + self.lactose + self.maltose
        acid, a = 0.0, self.acid
        if a is not None:
            litre = a.citric_g_l + a.acetic_g_l + a.lactic_g_l + a.malic_g_l + a.tartaric_g_l
            acid = litre * a.aqueous_l_per_kg / 10
        rest = 100 - self.water - self.salt - sugar - acid - self.alcohol
        if self.group != AROMATIC:
            rest -= self.fat + self.starch
        for name, value in (("sugar", sugar), ("acid_g", acid), ("rest", rest)):
            object.__setattr__(self, name, value)

    @property
    def kept_in_oil(self) -> bool:
        """Whether it was itself kept under oil, bought or made before: its age is asked for."""
        return "kept-in-oil" in self.flags

    @property
    def cures(self) -> bool:
        """Whether it is a curing salt: it stands for nothing else, and is added to meet no figure."""
        return "nitrite" in self.flags

    def unit_g(self, unit: str) -> float | None:
        """Grams of one piece, slice, clove, sprig or pinch; None when the row does not say."""
        weights: dict[str, float | None] = {
            "piece": self.piece_g,
            "slice": self.slice_g,
            "clove": self.clove_g,
            "sprig": self.sprig_g,
            "pinch": self.pinch_g,
        }
        return weights[unit]


@dataclass(frozen=True, slots=True, kw_only=True)
class Species:
    """A fish: what its flesh is made of, what comes off it, what it is flagged for."""

    id: str
    name: str
    latin: str
    synonyms: tuple[str, ...]
    fat_class: str
    firmness: str
    delicate: bool
    water: float
    fat: float
    protein: float
    native_sodium_mg: float
    yield_whole: float
    yield_gutted: float
    bone_factor: float
    shape: str
    flags: tuple[str, ...]
    mercury: str
    candidates: tuple[str, ...]
    suits: tuple[str, ...]
    source: str
    confidence: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Cut:
    """The geometry that decides time: proportions of one piece when only its weight and thickness are known."""

    id: str
    name: str
    aspect_ratio: float
    edge_factor: float
    trim: float
    default_thickness_mm: float | None
    plan: str
    usual_basis: str
    usual_skin: str
    usual_bone: str
    note: str
    source: str
    confidence: str


# Of aromatic things, fat and starch are not told apart from the rest.
AROMATIC = "aromatic"

CELL: dict[Any, Callable[[str], Any]] = {
    float: float,
    float | None: number,
    int: int,
    bool: lambda text: text == "1",
    tuple[str, ...]: words,
    str: str,
}


def from_row(kind: type[Any], row: Mapping[str, str]) -> Any:
    """One object of KIND out of a row whose columns are named as its fields."""
    return kind(**{one.name: CELL[one.type](row[one.name]) for one in fields(kind) if one.name in row})


@dataclass(frozen=True, slots=True, order=True)
class Scale:
    """A scale of the kitchen: its step and the most that it bears [g]."""

    step_g: float
    max_g: float


@dataclass(frozen=True, slots=True)
class Pantry:
    """All ingredients, fish and cuts that a formula may name, by id; the scales it is weighed on; what things cost.

    `prices` are by sort ("ingredient" or "fish") and id, in `currency`. `house` are its rules, `rounding_g` the step in
    which it likes to weigh [g]; `own` is the digest of its own rows, empty for the shipped pantry.
    """

    ingredients: Mapping[str, Ingredient]
    species: Mapping[str, Species]
    cuts: Mapping[str, Cut]
    scales: tuple[Scale, ...]
    prices: Mapping[tuple[str, str], "Price"] = field(default_factory=dict)
    currency: str | None = None
    house: "tuple[HouseRule, ...]" = ()
    rounding_g: float | None = None
    own: str = ""


@cache
def default_pantry() -> Pantry:
    """The pantry that ships with the core."""
    acids = {row["ingredient"]: from_row(AcidRow, row) for row in rows("acids")}
    bought = {row["ingredient"]: from_row(BoughtRow, row) for row in rows("as_bought")}
    ingredients = {
        row["id"]: replace(from_row(Ingredient, row), acid=acids.get(row["id"]), bought=bought.get(row["id"]))
        for row in rows("ingredients")
    }
    return Pantry(
        ingredients,
        {row["id"]: from_row(Species, row) for row in rows("species")},
        {row["id"]: from_row(Cut, row) for row in rows("cuts")},
        tuple(from_row(Scale, row) for row in rows("scales")),
    )
