"""What is aimed at: targets of readings as bounds, and the one reading that stands for two ends of a window."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from jarcore.data.readings import ReadingRow, reading
from jarcore.data.targets import TargetRow, target_rows
from jarcore.documents.parts import Target
from jarcore.jars import bounds_of

# A time that the best is to hold: it begins no later and ends no earlier.
BEST, BEST_FROM, BEST_TO = "window.best_min", "window.best_from_min", "window.best_to_min"
PH = "ph"


@dataclass(frozen=True, slots=True, kw_only=True)
class Want:
    """Bounds of one reading.

    `exact` is the value that is aimed at within them, `toward` what is aimed at beyond a single bound.
    """

    row: TargetRow
    low: float | None
    high: float | None
    exact: float | None = None
    toward: float | None = None


@dataclass(frozen=True, slots=True)
class Aim:
    """One target as it was asked for."""

    key: str
    target: Target

    @property
    def wants(self) -> Sequence[Want]:
        """What it asks of readings."""
        low, high = bounds_of(self.target)
        if self.key == BEST:
            known = target_rows()
            return [
                Want(row=known[BEST_FROM], low=None, high=high, toward=self.exact),
                Want(row=known[BEST_TO], low=low, high=None, toward=self.exact),
            ]
        return [Want(row=target_rows()[self.key], low=low, high=high, exact=self.exact)]

    @property
    def exact(self) -> float | None:
        """The one value that is aimed at, where no bound is given besides."""
        return self.target.value if self.target.min is None and self.target.max is None else None

    @property
    def reading(self) -> ReadingRow:
        """What is aimed at, by its name and unit."""
        return reading(target_rows()[self.key].reading)


def aims_of(targets: Mapping[str, Target]) -> list[Aim]:
    """The targets that say something about a reading that can be aimed at, in their order."""
    known = target_rows()
    return [
        Aim(key, target)
        for key, target in targets.items()
        if key in known and any(end is not None for end in (target.value, target.min, target.max))
    ]
