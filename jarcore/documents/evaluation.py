"""The evaluation: all that is shown of a formula. Plain dictionaries, described here once.

Numbers are unrounded. None means that a thing does not apply or cannot be reckoned, the second always with
a notice at its place. A key NAME_range, where there is one, holds [low, high] of NAME.
"""

from typing import Literal, NotRequired

from typing_extensions import TypedDict

from jarcore.documents.findings import Notice, Patch

FORMAT = "jar-table/evaluation"
FORMAT_VERSION = 2

Range = list[float]
Grade = Literal["refuse", "stop", "warn", "note"]
Component = Literal["water", "salt", "sugar", "acid", "oil", "alcohol", "starch", "aromatics", "other"]


class Card(TypedDict):
    """What is done to the fish before a jar is opened."""

    card: str
    title: str
    text: str
    source: str


class FishGroupResult(TypedDict):
    """Pieces of one size: edible weight of all of them [g], how many, their surface [cm2] and thickness [mm]."""

    id: str | None
    edible_g: float | None
    pieces: float | None
    surface_cm2: float | None
    thickness_mm: float | None


class FishResult(TypedDict):
    """The fish as measured: masses [g], surface [cm2], lengths [mm], volume [ml].

    `basis`, `skin` and `bone` are what was reckoned with; `assumed` names those of them that the document leaves open,
    `usual` what they are for this cut where nothing is said.
    """

    name: str | None
    edible_g: float | None
    piece_g: float | None
    surface_cm2: float | None
    half_thickness_mm: float | None
    diffusion_mm: float | None
    volume_ml: float | None
    length_mm: float | None
    width_mm: float | None
    thickness_mm: float | None
    outline: list[list[float]]
    section: list[list[float]]
    slots: int
    whole_pieces: int | None
    surplus_g: float | None
    estimated: list[str]
    basis: str
    skin: str
    bone: str
    assumed: list[str]
    usual: dict[str, str]
    groups: list[FishGroupResult]
    cards: list[Card]


class Weigh(TypedDict):
    """How a line is weighed on the kitchen's scales: what stands on the scale and its step [g].

    `how` is "spoon" where all scales are too coarse, "tenfold" where `times` as much is weighed for one part of it,
    "lots" where it takes so many `lots`.
    """

    how: Literal["scale", "spoon", "tenfold", "lots"]
    grams: float
    step_g: float
    times: int
    lots: int


class LineResult(TypedDict):
    """A line: its mass [g], how to weigh it, to spoon [ml and words], and what it brings [g, meq]."""

    id: str | None
    name: str | None
    written: str
    mass_g: float | None
    mass_g_range: NotRequired[Range]
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
    oil_g: float | None


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
    reading: Reading
    window: Window | None
    vessels: int | None


class LedgerEntry(TypedDict):
    """Salt of one jar [g]: put in, taken up by the fish, taken off again, and the range of what stays."""

    jar: str | None
    added_g: float
    taken_up_g: float
    removed_g: float
    low_g: float
    high_g: float
    complete: bool


class Missing(TypedDict):
    """Something salty whose amount is not stated: where, and what in words."""

    path: str
    text: str


class Guidance(TypedDict):
    """The share [%] that one serving takes of a published daily limit of sodium [mg]; at least that where not all is
    known.
    """

    age: str
    daily_mg: float
    share_pct: float
    at_least: bool
    source: str


class Ledger(TypedDict):
    """Salt from jar to jar to the plate; shares are of raw edible weight.

    Where it is not `complete` something salty is unstated (`missing`), and all sums are 'at least'.
    """

    entries: list[LedgerEntry]
    complete: bool
    missing: list[Missing]
    native_salt_g: float | None
    added_salt_g: float
    added_salt_g_range: NotRequired[Range]
    salt_g: float | None
    salt_g_range: NotRequired[Range]
    added_pct_of_edible: float | None
    added_pct_of_edible_range: NotRequired[Range]
    salt_pct_of_edible: float | None
    salt_pct_of_edible_range: NotRequired[Range]
    salt_g_per_serving: float | None
    salt_g_per_serving_range: NotRequired[Range]
    sodium_mg_per_serving: float | None
    sodium_mg_per_serving_range: NotRequired[Range]
    left_for_finish_g: float | None
    second_salting_g: float | None
    sides_salt_g_per_serving: float
    guidance: list[Guidance]
    targets: dict[str, TargetState]


class Exposure(TypedDict):
    """The one clock: minutes above the threshold [degC] that goes with the fish, and where it stops."""

    warm_minutes: float
    threshold_c: float
    limit_min: float
    binding: str | None


class CookStage(TypedDict):
    """A stage of cooking: what it is called, how long [min], how hot and what core it leaves where that is its own."""

    name: str
    minutes: float
    celsius: NotRequired[float]
    core_c: NotRequired[float]


class CookGroup(TypedDict):
    """Pieces of one size [mm]: their own minutes and core [degC], how long before the slowest they come out [min].

    `left_in_c` is what their core would come to if they stayed in with the slowest.
    """

    id: str | None
    pieces: float | None
    thickness_mm: float
    minutes: float
    stages: list[CookStage]
    core_c: float
    pull_c: float
    rest_minutes: float
    out_before_min: float
    left_in_c: float | None


class OilLoad(TypedDict):
    """Frying: oil [l], how far a batch cools it [K], batches, and pieces in each."""

    volume_l: float
    drop_c: float
    batches: float
    pieces_per_batch: float


class Zone(TypedDict):
    """A zone of one piece, its thickness [mm] and the core it comes to [degC]."""

    name: str
    thickness_mm: float
    core_c: float


class Burn(TypedDict):
    """What on the surface burns before the fish is done, and what to do with it."""

    risk: Literal["low", "high"]
    because: list[str]
    do: str


class FatStep(TypedDict):
    """What goes into the fat together, and why then."""

    step: str
    ingredients: list[str]
    why: str


class PanLoad(TypedDict):
    """How many pieces a pan takes at once, and batches."""

    batches: float
    pieces_per_batch: float


class Practice(TypedDict):
    """The core that practice times of the method were met with [degC], and the minutes to it."""

    core_c: float
    minutes: float


class CookResult(TypedDict):
    """Cooking: minutes to the core target, in stages, and the rest after. Of unlike pieces the slowest decide."""

    minutes: float | None
    minutes_range: NotRequired[Range]
    stages: list[CookStage]
    core_c: float
    rest_minutes: float | None
    pull_c: float | None
    oil: OilLoad | None
    pan: PanLoad | None
    practice: Practice | None
    zones: list[Zone]
    groups: list[CookGroup]
    burn: Burn | None
    order: list[FatStep]
    locks: list[str]


class AcceptedOnRecord(TypedDict, total=False):
    """Who accepted a stop, why and when."""

    code: str
    path: str
    initials: str
    reason: str
    at: str


class Caution(TypedDict):
    """A warning with its reason, its published source, and what to do; `paths` is every place that it is said of."""

    code: str
    grade: Grade
    text: str
    do: str
    source: str
    path: str
    paths: list[str]
    accepted: AcceptedOnRecord | None


class Offer(TypedDict):
    """Something that may be taken instead: in words, short beside the others, and the RFC 6902 patch that states it."""

    text: str
    short: str
    patch: Patch


class Assumption(TypedDict):
    """What was taken for granted at the path of its notice: in words, the patch that states it, and what else it may
    be.
    """

    path: str
    text: str
    short: str
    patch: Patch
    others: list[Offer]


Standing = Literal["ready", "not_ready", "not_to_be_cooked"]


class Verdict(TypedDict):
    """Whether a formula is ready, in one sentence, and how it is to look."""

    text: str
    tone: Literal["calm", "care", "grave"]


class NotReady(TypedDict):
    """One reason why a formula is not ready: a refusal, a stop that stands, something open, something unreadable.

    What is `unread` must be mended before a version can be kept at all.
    """

    path: str
    text: str
    grade: Literal["refuse", "stop", "open", "unread"]


class Evaluation(TypedDict):
    """All that is shown of a formula. `standing` is not_to_be_cooked while anything refuses it."""

    format: str
    format_version: int
    engine: str
    ready: bool
    standing: Standing
    verdict: Verdict
    not_ready: list[NotReady]
    fish: FishResult
    jars: list[JarResult]
    ledger: Ledger
    exposure: Exposure
    cook: CookResult
    allergens: list[str]
    cautions: list[Caution]
    notices: list[Notice]
    assumptions: list[Assumption]
