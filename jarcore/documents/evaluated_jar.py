"""What an evaluation shows of one jar: its lines, its readings, its window. Part of jarcore.documents.evaluation."""

from typing import Literal, NotRequired

from typing_extensions import TypedDict

Range = list[float]
Component = Literal["water", "salt", "sugar", "acid", "oil", "alcohol", "starch", "aromatics", "other"]
How = Literal["scale", "spoon", "tenfold", "lots"]


class Weigh(TypedDict):
    """How a line is weighed on the kitchen's scales: what stands on the scale and its step [g].

    `how` is "spoon" where all scales are too coarse, "tenfold" where `times` as much is weighed for one part of it,
    "lots" where it takes so many `lots`.
    """

    how: How
    grams: float
    step_g: float
    times: int
    lots: int


class LineResult(TypedDict):
    """A line: its mass [g], how to weigh it, to spoon [ml and words], and what it brings [g, meq].

    `goes_in_g` is what goes into the jar of what is soaked or squeezed first [g], `acid_g` its acid as citric.
    """

    id: str | None
    name: str | None
    written: str
    mass_g: float | None
    mass_g_range: NotRequired[Range]
    goes_in_g: NotRequired[float]
    weigh: Weigh | None
    volume_ml: float | None
    kitchen: str | None
    share_of_fish_pct: float | None
    exponent: float
    as_bought: str | None
    counted: str | None
    salt_g: float | None
    sugar_g: float | None
    acid_meq: float | None
    acid_g: float | None
    oil_g: float | None


class MadeStep(TypedDict):
    """One step of a jar's making: in words, how long it takes [min], and what is in the pot after it [g], how warm
    [degC], and how much is left of the alcohol that was in before [1].

    `proposed` says that the minutes are reckoned and not written; `hands` that somebody stands by; `lines` are those
    that go in with it.
    """

    id: str | None
    do: str
    text: str
    minutes: float
    proposed: bool
    hands: bool
    station: str | None
    lines: list[str | None]
    mass_g: float
    celsius: float
    alcohol_left: float | None


class Stratum(TypedDict):
    """One layer of what a jar holds."""

    component: Component
    mass_g: float
    volume_ml: float


class TargetState(TypedDict):
    """How a reading stands to its target: `held` against it, off by `by`, both in the reading's unit."""

    state: Literal["under", "in", "over"]
    by: float
    held: float


class Aside(TypedDict):
    """Lines that go on at another time than their jar, by themselves, with the names of the readings."""

    mass_g: float
    sodium_mg: float
    salt_pct: float | None
    salt_pct_of_fish: float | None
    sugar_pct: float | None
    acid_pct_citric: float | None
    acid_pct_acetic: float | None
    acid_meq_per_kg_fish: float | None
    ph: float | None
    alcohol_pct_volume: float | None
    water_pct: float | None
    oil_pct: float | None
    starch_pct: float | None
    aromatics_pct: float | None


class Reading(TypedDict):
    """A whole jar as made. Shares are g per 100 g of the jar unless the name says otherwise.

    `held_back` and `on_plate` are its lines that go on just before heat or on the plate. `in_already_g` is salt in the
    fish from jars before it, `left_to_add_g` what it may still bring.
    """

    complete: bool
    mass_g: float
    mass_g_range: NotRequired[Range]
    volume_ml: float
    salt_pct: float | None
    salt_pct_range: NotRequired[Range]
    salt_pct_of_fish: float | None
    salt_pct_of_fish_range: NotRequired[Range]
    sugar_pct: float | None
    sugar_pct_range: NotRequired[Range]
    acid_pct_citric: float | None
    acid_pct_citric_range: NotRequired[Range]
    acid_pct_acetic: float | None
    acid_meq_per_kg_fish: float | None
    ph: float | None
    ph_range: NotRequired[Range]
    oil_to_acid_volume: float | None
    alcohol_pct_volume: float | None
    water_pct: float | None
    oil_pct: float | None
    starch_pct: float | None
    aromatics_pct: float | None
    sodium_mg: float
    sodium_mg_range: NotRequired[Range]
    set_out_g: float
    pick_up_g: float
    pick_up_g_range: NotRequired[Range]
    coverage_g_per_100cm2: float | None
    discard_g: float
    hydration_pct: float | None
    flow: str | None
    cost: float | None
    allergens: list[str]
    strata: list[Stratum]
    targets: dict[str, TargetState]
    held_back: Aside | None
    on_plate: Aside | None
    in_already_g: float
    left_to_add_g: float | None


class Move(TypedDict):
    """What would move a window, and where its latest would then be [min]."""

    change: str
    latest_min: float


class AtContact(TypedDict):
    """The fish at the planned contact time, or when the best begins where none is planned (`planned` says which)."""

    minutes: float
    planned: bool
    salt_pct_of_fish: float | None
    evenness: float | None
    acid_turned_fraction: float
    acid_depth_mm: float
    firmed_share: NotRequired[float]


class WindowLimit(TypedDict):
    """One thing that would end a jar's time [min], whether or not it comes first."""

    minutes: float
    binding: str
    reason: str


class WindowGroup(TypedDict):
    """The window of one size of pieces, and how much later it goes in to come out with the others [min]."""

    id: str | None
    start_after_min: float
    earliest_min: float
    best_from_min: float
    best_to_min: float
    latest_min: float
    binding: str


class Window(TypedDict):
    """How long a jar may act [min from contact], which limit binds, what would move it.

    `stopped_by` names the stops and refusals that stand: while there are any, it is no time to go by.
    """

    earliest_min: float
    earliest_min_range: NotRequired[Range]
    best_from_min: float
    best_from_min_range: NotRequired[Range]
    best_to_min: float
    best_to_min_range: NotRequired[Range]
    latest_min: float
    latest_min_range: NotRequired[Range]
    binding: Literal["acid", "salt", "texture", "dose", "keeping", "counter", "none"]
    reasons: list[str]
    limits: list[WindowLimit]
    rests_on: list[str]
    moves: list[Move]
    groups: list[WindowGroup]
    at_contact_time: AtContact | None
    stopped_by: list[str]


class JarResult(TypedDict):
    """One jar. `vessels`: how many of the stated size take all pieces in one layer; None without a size."""

    id: str | None
    lines: list[LineResult]
    making: list[MadeStep]
    reading: Reading
    window: Window | None
    vessels: int | None
