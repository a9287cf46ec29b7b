"""How the fish is cooked, as the document states it: read once, for all that is reckoned from it."""

from collections.abc import Iterator
from dataclasses import dataclass

from jarcore.data import parameter, rows
from jarcore.documents.formula import Cook, FinishedIn
from jarcore.heat.methods import UNKNOWN, MethodRow, method_rows
from jarcore.reading import Quantities

RAW = "none"
SKIN, ON_FISH = "skin", "fish"


@dataclass(frozen=True, slots=True, kw_only=True)
class Finishing:
    """The heat that a piece is finished in: its method, its dial [degC], and the minutes in the first heat before."""

    method: str
    medium_c: float | None
    fan: bool
    after_min: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Stated:
    """Method and its settings: temperatures [degC], oil [ml] and its depth [mm], burner [W]; None where not stated.

    `target_c` is the core target, by the rule where none is written; `start_c` what the fish starts at, its own where
    None; `credit_c` how much of the target the rest may bring [K]; `burner_w` the power of a burner of usual efficiency
    that gives as much; `first_share` the first side's share of the time [1]; `own_min` the cook's own minutes in the
    heat, stage by stage [min].
    """

    method: str | None
    preset: str | None
    fan: bool
    start_c: float | None
    medium_c: float | None
    target_c: float
    credit_c: float
    covered: bool
    covered_min: float | None
    basted: bool
    pressed: bool
    first_side: str | None
    first_share: float
    finishing: Finishing | None
    pan_mm: float | None
    oil_named: bool
    oil_on_fish: bool
    oil: str | None
    oil_ml: float | None
    oil_depth_mm: float | None
    burner_w: float
    second_fry: bool
    second_c: float | None
    second_min: float
    second_rest_min: float | None
    own_min: tuple[float, ...]

    @property
    def kind(self) -> MethodRow:
        """What is true of its method."""
        return method_rows().get(self.method or "", UNKNOWN)

    @property
    def raw(self) -> bool:
        """Whether it is stated to be served without any heat."""
        return self.method == RAW


def read_heat(cook: Cook, stuffed: bool, at_risk: bool, read: Quantities) -> Stated:
    """What a formula states of its cooking; STUFFED when there is a filling, whose centre has a target of its own.

    Where somebody AT_RISK eats nothing is left to the rest.
    """
    # A second fry of which nothing is said is none.
    oil, second = cook.oil, cook.second_fry
    if second and not any((second.time, second.rest, second.medium_temperature and second.medium_temperature.value)):
        second = None
    target = read.celsius(cook.core_target, "/cook/core_target")
    share = read.share(cook.first_side_share, "/cook/first_side_share")
    time = read.minutes(second.time, "/cook/second_fry/time") if second else None
    return Stated(
        method=cook.method,
        preset=cook.preset,
        fan=bool(cook.fan),
        start_c=read.celsius(cook.start_temperature, "/cook/start_temperature"),
        medium_c=read.celsius(cook.medium_temperature, "/cook/medium_temperature"),
        target_c=parameter("filling_target" if stuffed else "core_target") if target is None else target,
        credit_c=0.0 if at_risk else parameter("carry_over"),
        covered=bool(cook.covered),
        covered_min=read.minutes(cook.covered_time, "/cook/covered_time"),
        basted=bool(cook.basted),
        pressed=bool(cook.pressed),
        first_side=cook.first_side,
        first_share=_usual_share(cook.first_side) if share is None else share,
        finishing=_finishing(cook.finished_in, read) if cook.finished_in else None,
        pan_mm=read.length_mm(cook.pan.diameter, "/cook/pan/diameter") if cook.pan else None,
        oil_named=oil is not None,
        oil_on_fish=oil is not None and oil.on == ON_FISH,
        oil=oil.ingredient if oil else None,
        oil_ml=read.volume_ml(oil.volume, "/cook/oil/volume") if oil else None,
        oil_depth_mm=read.length_mm(oil.depth, "/cook/oil/depth") if oil else None,
        burner_w=_burner_w(cook, read),
        second_fry=second is not None,
        second_c=read.celsius(second.medium_temperature, "/cook/second_fry/medium_temperature") if second else None,
        second_min=parameter("second_fry") if time is None else time,
        second_rest_min=read.minutes(second.rest, "/cook/second_fry/rest") if second else None,
        own_min=tuple(_own(cook, read)),
    )


def _own(cook: Cook, read: Quantities) -> Iterator[float]:
    """The minutes of each stage that states some."""
    for place, stage in enumerate(cook.stages or []):
        minutes = read.count(stage.minutes, f"/cook/stages/{place}/minutes")
        if minutes:
            yield minutes


def _usual_share(first_side: str | None) -> float:
    """The first side's share where none is stated [1]: both alike, but the skin most of the time."""
    return parameter("skin_side_share") / 100 if first_side == SKIN else 0.5


def _finishing(part: FinishedIn, read: Quantities) -> Finishing | None:
    """What a piece is finished in; None where nothing is said of it."""
    after = read.minutes(part.after, "/cook/finished_in/after")
    medium = read.celsius(part.medium_temperature, "/cook/finished_in/medium_temperature")
    if part.method is None and after is None and medium is None:
        return None
    return Finishing(
        method=part.method or "oven",
        medium_c=medium,
        fan=bool(part.fan),
        after_min=parameter("finish_after") if after is None else after,
    )


def _burner_w(cook: Cook, read: Quantities) -> float:
    """What the burner gives, as the power of one of usual efficiency [W]; 0 where it is not stated."""
    watts = read.count(cook.burner_w, "/cook/burner_w")
    row = next((row for row in rows("burners") if row["burner"] == cook.burner), None)
    if row is None:
        return watts or 0.0
    return (watts or float(row["watts"])) * float(row["efficiency"]) / parameter("burner_efficiency")
