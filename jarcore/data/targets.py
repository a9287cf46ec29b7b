"""What can be aimed at: each reading that amounts can be found for, and how it adds up over the lines of a jar."""

from dataclasses import dataclass
from functools import cache

from jarcore.data.tables import rows

WINDOW, PLATE = "window.", "plate."


@dataclass(frozen=True, slots=True)
class TargetRow:
    """A key that a target may have: a reading of the jar, of its window (`window.`) or of the plate (`plate.`).

    Where it adds up it is `times` as much of `part` for each of `of`; otherwise `part` is empty and it is found by
    trying. `reading` is its row among the readings.
    """

    id: str
    part: str
    of: str
    times: float

    @property
    def reading(self) -> str:
        """The reading's own name."""
        return self.id.removeprefix(WINDOW).removeprefix(PLATE)


@cache
def target_rows() -> dict[str, TargetRow]:
    """What can be aimed at, by key."""
    return {
        row["target"]: TargetRow(row["target"], row["part"], row["of"], float(row["times"] or 1))
        for row in rows("targets")
    }
