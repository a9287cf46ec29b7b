"""The evaluation: all that is shown of a formula. Plain dictionaries, described once: what is of one jar in
`evaluated_jar`, what is of the heat in `evaluated_heat`, the fish, the plate and what is said of it all here.

Numbers are unrounded. None means that a thing does not apply or cannot be reckoned, the second always with
a notice at its place. A key NAME_range, where there is one, holds [low, high] of NAME.
"""

from typing import Literal, NotRequired

from typing_extensions import TypedDict

from jarcore.documents.evaluated_heat import CookResult
from jarcore.documents.evaluated_jar import JarResult, Range, TargetState
from jarcore.documents.findings import Notice, Patch

FORMAT = "jar-table/evaluation"
FORMAT_VERSION = 2

Grade = Literal["refuse", "stop", "warn", "note"]


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


Tone = Literal["calm", "care", "grave"]


class Verdict(TypedDict):
    """Whether a formula is ready, in one sentence, and how it is to look.

    `path` is the place (a JSON Pointer) of what it says, `more` what else there is to say, `patch` what would mend it
    and `deed` what that does, in words to be pressed; None where there is no such place or patch.
    """

    text: str
    tone: Tone
    path: str | None
    more: list[str]
    deed: str | None
    patch: Patch | None


class NotReady(TypedDict):
    """One reason why a formula is not ready: a refusal, a stop that stands, something open, something unreadable.

    What is `unread` must be mended before a version can be kept at all.
    """

    path: str
    text: str
    grade: Literal["refuse", "stop", "open", "unread"]


class CostPart(TypedDict):
    """What one part costs, its share of all that is priced [%], and the day of its price."""

    path: str
    name: str
    cost: float
    share_pct: float
    at: str | None


class Unpriced(TypedDict):
    """A part without a price."""

    path: str
    name: str


class Cost(TypedDict):
    """What it costs, in the kitchen's currency: fish as it is bought, lines as they are weighed in, with what is thrown
    away of both. `drivers` are the parts that cost most first. While `missing` names anything, all sums are at least.
    """

    currency: str | None
    batch: float
    per_serving: float | None
    complete: bool
    drivers: list[CostPart]
    missing: list[Unpriced]


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
    cost: Cost | None
