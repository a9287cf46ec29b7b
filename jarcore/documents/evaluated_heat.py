"""What an evaluation shows of the heat: stages, oil, zones, what burns. Part of jarcore.documents.evaluation."""

from typing import Literal, NotRequired

from typing_extensions import TypedDict

from jarcore.documents.evaluated_jar import Range


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
    """Cooking: minutes to the core target, in stages, and the rest after. Of unlike pieces the slowest decide.

    `oil_film_g` is what is brushed on all pieces [g], None where the oil is in the pan.
    """

    minutes: float | None
    minutes_range: NotRequired[Range]
    stages: list[CookStage]
    core_c: float
    rest_minutes: float | None
    pull_c: float | None
    oil: OilLoad | None
    oil_film_g: float | None
    pan: PanLoad | None
    practice: Practice | None
    zones: list[Zone]
    groups: list[CookGroup]
    burn: Burn | None
    order: list[FatStep]
    locks: list[str]
