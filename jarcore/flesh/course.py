"""A course: how far something has gone in flesh over time. It only rises, and at some time it ends."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Vector = NDArray[np.float64]
NEVER = float("inf")


@dataclass(frozen=True, slots=True, eq=False)
class Course:
    """Reach over time [s]: a depth [m], salt taken up [g], a share [1]. Both begin at nothing and rise.

    Diffusion goes with the root of time, so it is read between its points by that.
    """

    seconds: Vector
    reach: Vector

    @property
    def end(self) -> float:
        """How far it goes in all."""
        return float(self.reach[-1])

    def at(self, seconds: float | Vector) -> Vector:
        """Reach at times [s]; what it ends with after its end."""
        reached: Vector = np.interp(np.sqrt(seconds), np.sqrt(self.seconds), self.reach)
        return reached

    def when(self, reach: float) -> float:
        """When it has gone so far [s]; NEVER where it does not."""
        if reach > self.reach[-1]:
            return NEVER
        return float(np.interp(reach, self.reach, np.sqrt(self.seconds))) ** 2

    def slowed(self, ratio: float) -> "Course":
        """The same where diffusion is RATIO times as quick [1]."""
        return Course(self.seconds / ratio, self.reach)
