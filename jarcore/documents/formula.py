"""The formula document, defined once. Its JSON Schema, the API's types and the file format come from here.

Every field may be absent: what is absent is unstated, and the evaluation says what that costs.
Unknown fields are kept, so that a newer file survives an older reader.
"""

from typing import TYPE_CHECKING, Annotated, Literal

from pydantic import Field

from jarcore.data import cooling_rows, kind_rows, making_rows
from jarcore.documents.described import Schema, described
from jarcore.documents.parts import (
    Amount,
    Count,
    Flag,
    Length,
    Number,
    Part,
    Percent,
    Target,
    Temperature,
    Text,
    Time,
    Volume,
    Weight,
)

FORMAT = "jar-table/formula"
FORMAT_VERSION = 1

# The kinds of jar and their schools are rows: a new kind is one of them, and its module in jars/kinds.
if TYPE_CHECKING:
    Kind = str
    School = str
    Deed = str
    CoolingPlace = str
else:
    Kind = Literal[tuple(kind_rows())]
    School = Literal[tuple(school for row in kind_rows().values() for school in row.schools)]
    Deed = Literal[tuple(making_rows())]
    CoolingPlace = Literal[tuple(cooling_rows())]
CutId = Literal["whole", "side", "fillet", "loin", "steak", "butterflied", "strip", "chunk", "ribbon"]
Basis = Literal["fish", "surface", "piece", "slot", "cavity", "serving", "cover", "line", "flour", "jar", "fixed"]


class Slashes(Part):
    """Cuts across a thick whole fish."""

    per_side: Count | None = None
    depth: Literal["shallow", "half", "bone"] | None = None
    length: Length | None = None


class Group(Part):
    """Pieces of one size among unlike pieces."""

    id: Text | None = None
    pieces: Count | None = None
    pieces_per_serving: Number | None = None
    weight: Weight | None = None
    thickness: Length | None = None
    cut: CutId | None = None
    trimmings: Weight | None = None


class FrozenRecord(Part):
    """The freezing step on record: how cold, how long."""

    temperature: Temperature | None = None
    time: Time | None = None


class Fish(Part):
    """The fish: species, cut, pieces, weight of all together, thickness at the thickest point.

    `trimmings` are what is cut off after it was weighed and is not eaten.
    """

    species: Text | None = None
    cut: CutId | None = None
    pieces: Count | None = None
    pieces_per_serving: Number | None = None
    weight: Weight | None = None
    thickness: Length | None = None
    thin_zone: Length | None = None
    width: Length | None = None
    length: Length | None = None
    skin: Literal["none", "one_side", "all_round"] | None = None
    bone: Literal["out", "in"] | None = None
    slashes: Slashes | None = None
    trimmings: Weight | None = None
    state: Literal["fresh", "thawed", "frozen"] | None = None
    temperature: Temperature | None = None
    groups: list[Group] | None = None
    origin: Literal["wild", "farmed_on_pellets", "unknown"] | None = None
    frozen_record: FrozenRecord | None = None
    receiving: Literal["accepted", "rejected"] | None = None


class VesselSize(Part):
    """The inside of a vessel: its three lengths, or its volume."""

    length: Length | None = None
    width: Length | None = None
    depth: Length | None = None
    volume: Volume | None = None


class Method(Part):
    """How a jar is used: school, vessel, place, time, and what happens after.

    `heated` says whether it meets heat as it is made, or is mixed cold.
    """

    school: School | None = None
    vessel: Literal["bag", "dish", "bath", "coat"] | None = None
    vessel_size: VesselSize | None = None
    vessel_material: Literal["glass", "ceramic", "plastic", "steel", "aluminium", "copper", "enamel"] | None = None
    place: Literal["chiller", "ice", "counter"] | None = None
    place_temperature: Temperature | None = None
    contact_time: Time | None = None
    after: Literal["leave", "rinse", "wipe", "scrape", "drain", "squeeze"] | None = None
    coverage: Literal["full", "sprinkled", "light"] | None = None
    rinse_time: Time | None = None
    rest_time: Time | None = None
    age: Time | None = None
    heated: Flag | None = None
    turn_every: Time | None = None
    flow: Literal["thin_cream", "heavy_cream", "coats_spoon"] | None = None
    clean_share: Percent | None = None
    fate: Literal["discard", "cooked", "eaten"] | None = None
    eaten_share: Percent | None = None


class Line(Part):
    """One ingredient in a jar: what was written, and what the amount follows.

    Of what is soaked or squeezed the amount is what is weighed before; `prepared_share` of it goes into the jar.
    """

    id: Text | None = None
    ingredient: Text | None = None
    amount: Amount | None = None
    basis: Basis | None = None
    per: Weight | None = None
    of: Text | None = None
    by: Literal["mass", "volume"] | None = None
    when: Literal["jar", "before_heat", "plate"] | None = None
    exponent: Number | None = None
    age: Time | None = None
    prepared: Literal["soaked", "squeezed"] | None = None
    prepared_share: Percent | None = None
    note: Text | None = None


class MakingStep(Part):
    """One step of a jar's making. It acts on the lines that are in by then: those it names (`lines`, ids) and those
    before; a first step that names none acts on all that no other names.

    `minutes` are at heat, or of waiting; `to_mass` is what a reduction comes to; `left_in_pot` what stays behind in the
    pot or the mortar; `lot` what the mortar holds at once; `water` what the pot is rinsed with.
    """

    id: Text | None = None
    do: Deed | None = None
    minutes: Number | None = None
    heat: Literal["low", "medium", "high"] | None = None
    to_temperature: Temperature | None = None
    to_mass: Weight | None = None
    left_in_pot: Weight | None = None
    water: Weight | None = None
    lot: Weight | None = None
    cooled_in: CoolingPlace | None = None
    vessel: Literal["pot", "tray"] | None = None
    lines: list[Text] | None = None
    note: Text | None = None


class Jar(Part):
    """One preparation within a formula.

    `making` are the steps inside it, in order; `stand_time` is how long the fish stands once it is in its coat.
    """

    id: Text | None = None
    name: Text | None = None
    kind: Kind | None = None
    method: Method | None = None
    fish_groups: list[Text] | None = None
    lines: list[Line] | None = None
    making: list[MakingStep] | None = None
    stand_time: Time | None = None
    targets: dict[str, Target] | None = None


class Oil(Part):
    """The oil in a fryer or pan, or on the fish: how much, how deep, and which (an ingredient's id)."""

    ingredient: Text | None = None
    on: Literal["pan", "fish"] | None = None
    volume: Volume | None = None
    depth: Length | None = None


class SecondFry(Part):
    """The second, hotter fry."""

    medium_temperature: Temperature | None = None
    time: Time | None = None
    rest: Time | None = None


class FinishedIn(Part):
    """The heat that a piece is finished in, and how long it is in its first one before that."""

    method: Literal["oven", "top_grill"] | None = None
    medium_temperature: Temperature | None = None
    fan: Flag | None = None
    after: Time | None = None


class Pan(Part):
    """The pan that the pieces lie in."""

    diameter: Length | None = None


class CookingStage(Part):
    """One stage of the cooking as the cook does it: how hot, how long [min], which side is down, pressed or basted."""

    heat: Literal["low", "medium", "high"] | None = None
    minutes: Number | None = None
    covered: Flag | None = None
    side: Literal["skin", "flesh", "first", "second"] | None = None
    press: Flag | None = None
    baste_every: Time | None = None


class Cook(Part):
    """How the fish is cooked; none means served raw.

    `covered_time` is how long the lid is on, all the time where it is not said; `first_side` which face is down first.
    `stages` are the cook's own minutes: the day is planned by them, and the model stands beside them.
    """

    method: (
        Literal[
            "none",
            "pan",
            "shallow_fry",
            "deep_fry",
            "grill",
            "top_grill",
            "oven",
            "steam",
            "poach",
            "braise",
            "salt_crust",
        ]
        | None
    ) = None
    preset: Literal["medium", "hot"] | None = None
    medium_temperature: Temperature | None = None
    start_temperature: Temperature | None = None
    core_target: Temperature | None = None
    covered: Flag | None = None
    covered_time: Time | None = None
    basted: Flag | None = None
    pressed: Flag | None = None
    fan: Flag | None = None
    oil: Oil | None = None
    burner: Literal["small_gas", "large_gas", "induction"] | None = None
    burner_w: Number | None = None
    pan: Pan | None = None
    first_side: Literal["skin", "flesh"] | None = None
    first_side_share: Percent | None = None
    finished_in: FinishedIn | None = None
    second_fry: SecondFry | None = None
    stages: list[CookingStage] | None = None


# Ages that are vulnerable by definition: children under five, and the band that holds them.
SMALL_CHILDREN = ("infant", "1-3", "4-8")


class Diner(Part):
    """Some of those who eat."""

    count: Count | None = None
    age: Literal["infant", "1-3", "4-8", "9-13", "adult"] | None = None
    vulnerable: Flag | None = None
    avoid: list[Text] | None = None
    heat: Number | None = None

    @property
    def at_risk(self) -> bool:
        """Whether they are vulnerable: ticked, or by age."""
        return bool(self.vulnerable) or self.age in SMALL_CHILDREN


class Side(Part):
    """A simple side task or dish.

    It takes `minutes` and so many pairs of `hands` (one unless said, none for what bakes by itself), `uses` stations by
    their kind, and is done at least `before_plate` minutes before the plate. Salt and allergens come from what is
    stated, and from its `lines`.
    """

    id: Text | None = None
    name: Text | None = None
    minutes: Number | None = None
    hands: Count | None = None
    uses: list[Text] | None = None
    before_plate: Number | None = None
    lines: list[Line] | None = None
    salt_g_per_serving: Number | None = None
    allergens: list[Text] | None = None


class Accepted(Part):
    """A stop taken knowingly, on record."""

    code: Text | None = None
    path: Text | None = None
    initials: Text | None = None
    reason: Text | None = None
    at: Text | None = None


class Correction(Part):
    """What was mended when something went in otherwise than planned, on record: the jar, what was done, by whom, when.

    `before` and `after` are readings by the keys of targets, in their units.
    """

    jar: Text | None = None
    text: Text | None = None
    initials: Text | None = None
    at: Text | None = None
    before: dict[str, Number] | None = None
    after: dict[str, Number] | None = None


class HouseRuleSaid(Part):
    """A house rule that the formula follows, or leaves, and why; without a word it follows all that apply."""

    id: Text | None = None
    follows: Flag | None = None
    why: Text | None = None


class Origin(Part):
    """Which kept version a formula was brought back from, and when: it goes on from there, not from the newest."""

    version: Count | None = None
    at: Text | None = None


class Formula(Part):
    """A fish, servings, the jars in the order they touch the fish, how it is cooked."""

    format: Literal["jar-table/formula"] = "jar-table/formula"
    format_version: Annotated[int, Field(strict=True, ge=1, le=FORMAT_VERSION)] = FORMAT_VERSION
    title: Text | None = None
    notes: Text | None = None
    tags: list[Text] | None = None
    servings: Count | None = None
    measures: Literal["us", "metric"] | None = None
    fish: Fish | None = None
    jars: list[Jar] | None = None
    cook: Cook | None = None
    targets: dict[str, Target] | None = None
    diners: list[Diner] | None = None
    sides: list[Side] | None = None
    accepted: list[Accepted] | None = None
    corrections: list[Correction] | None = None
    house_rules: list[HouseRuleSaid] | None = None
    brought_back: Origin | None = None


def formula_schema() -> Schema:
    """JSON Schema of the formula document."""
    return described(Formula.model_json_schema(), "formula", FORMAT_VERSION)
