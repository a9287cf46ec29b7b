"""How the fish is cooked, as the document states it: read once, for all that is reckoned from it."""

from dataclasses import dataclass

from jarcore.data import parameter
from jarcore.documents.formula import Cook
from jarcore.reading import Quantities

FRIED = ("deep_fry", "shallow_fry")
RAW = "none"


@dataclass(frozen=True, slots=True, kw_only=True)
class Stated:
    """Method and its settings: temperatures [degC], oil [ml] and its depth [mm], burner [W]; None where not stated.

    `target_c` is the core target, by the rule where none is written; `start_c` what the fish starts at, its own where
    None.
    """

    method: str | None
    preset: str | None
    fan: bool
    start_c: float | None
    medium_c: float | None
    target_c: float
    oil_named: bool
    oil: str | None
    oil_ml: float | None
    oil_depth_mm: float | None
    burner_w: float
    second_fry: bool
    second_c: float | None

    @property
    def fried(self) -> bool:
        """Whether it is cooked in a depth of oil."""
        return self.method in FRIED

    @property
    def raw(self) -> bool:
        """Whether it is stated to be served without any heat."""
        return self.method == RAW


def read_heat(cook: Cook, stuffed: bool, read: Quantities) -> Stated:
    """What a formula states of its cooking; STUFFED when there is a filling, whose centre has a target of its own."""
    oil, second = cook.oil, cook.second_fry
    target = read.celsius(cook.core_target, "/cook/core_target")
    return Stated(
        method=cook.method,
        preset=cook.preset,
        fan=bool(cook.fan),
        start_c=read.celsius(cook.start_temperature, "/cook/start_temperature"),
        medium_c=read.celsius(cook.medium_temperature, "/cook/medium_temperature"),
        target_c=parameter("filling_target" if stuffed else "core_target") if target is None else target,
        oil_named=oil is not None,
        oil=oil.ingredient if oil else None,
        oil_ml=read.volume_ml(oil.volume, "/cook/oil/volume") if oil else None,
        oil_depth_mm=read.length_mm(oil.depth, "/cook/oil/depth") if oil else None,
        burner_w=read.count(cook.burner_w, "/cook/burner_w") or 0.0,
        second_fry=second is not None,
        second_c=read.celsius(second.medium_temperature, "/cook/second_fry/medium_temperature") if second else None,
    )
