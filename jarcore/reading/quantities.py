"""Taking quantities out of a document: to g, ml, mm, min, degC, within limits; what fails is found and said at its
place.
"""

import re
from dataclasses import dataclass, field
from functools import cache, lru_cache
from typing import Any

from jarcore.data import rows
from jarcore.documents import Findings, Patch, found
from jarcore.documents.parts import Length, Percent, Temperature, Time, Volume, Weight
from jarcore.reading.units import celsius, factor, written_unit

POSITION = re.compile(r"/\d+(?=/|$)")
# A group of pieces is measured as the fish is, so it has the same limits.
GROUP = re.compile(r"^/fish/groups/\d+/")


@dataclass(frozen=True, slots=True, kw_only=True)
class Limit:
    """What a value must lie between, its unit, and how to mend it."""

    name: str
    low: float
    high: float
    unit: str
    fix: str


@cache
def limits() -> dict[str, Limit]:
    """Limits by the pattern of their path ('*' stands for a position), or by dimension for amounts."""
    return {
        row["path"]: Limit(
            name=row["name"], low=float(row["low"]), high=float(row["high"]), unit=row["unit"], fix=row["fix"]
        )
        for row in rows("limits")
    }


def pattern_of(path: str) -> str:
    """A path as tables have it: '*' stands for a position, and a group of pieces for the fish.

    >>> pattern_of("/fish/groups/1/thickness"), pattern_of("/jars/0/lines/2/per")
    ('/fish/thickness', '/jars/*/lines/*/per')
    """
    return POSITION.sub("/*", GROUP.sub("/fish/", path))


@lru_cache(maxsize=4096)
def _limit_at(path: str) -> Limit | None:
    return limits().get(pattern_of(path))


@dataclass
class Quantities:
    """Reads quantities of one document; what fails is None and stands in `found`.

    It goes through the rooms that read (the fish, the lines, the places, the heat) and no further: what is reckoned
    from what was read returns its own findings.
    """

    measures: str = "us"
    found: Findings = field(default_factory=Findings)

    def say(self, key: str, path: str, /, patch: Patch | None = None, **values: Any) -> None:
        """Note what could not be read; the same thing is said once."""
        self.found.add([found(key, path, patch, **values)])

    def told(self, path: str) -> bool:
        """Whether something was found at a path or below it."""
        return self.found.within(path)

    def within(self, value: float, path: str, limit: Limit | None = None) -> float | None:
        """VALUE when it lies within the limits for PATH, else None and a finding that names value, limits and fix."""
        limit = limit or _limit_at(path)
        if limit is None or limit.low <= value <= limit.high:
            return value
        unit = f" {written_unit(limit.unit)}" if limit.unit else ""
        self.say(
            "out-of-range",
            path,
            what=limit.name,
            value=value,
            unit=unit,
            low=limit.low,
            high=limit.high,
            fix=limit.fix,
        )
        return None

    def count(self, value: float | None, path: str) -> float | None:
        """A bare number."""
        return None if value is None else self.within(value, path)

    def _quantity(
        self, part: Weight | Length | Time | Volume | Temperature | None, path: str
    ) -> tuple[float, str] | None:
        if part is None or part.value is None:
            return None
        if part.unit is None:
            self.say("unstated/unit", f"{path}/unit")
            return None
        return part.value, part.unit

    def mass_g(self, part: Weight | None, path: str) -> float | None:
        """A mass [g]."""
        given = self._quantity(part, path)
        return given and self.within(given[0] * factor(given[1], self.measures), path)

    def length_mm(self, part: Length | None, path: str) -> float | None:
        """A length [mm]."""
        given = self._quantity(part, path)
        return given and self.within(given[0] * factor(given[1]), path)

    def minutes(self, part: Time | None, path: str) -> float | None:
        """A duration [min]."""
        given = self._quantity(part, path)
        return given and self.within(given[0] * factor(given[1]), path)

    def volume_ml(self, part: Volume | None, path: str) -> float | None:
        """A volume [ml]."""
        given = self._quantity(part, path)
        return given and self.within(given[0] * factor(given[1], self.measures), path)

    def celsius(self, part: Temperature | None, path: str) -> float | None:
        """A temperature [degC]."""
        given = self._quantity(part, path)
        return given and self.within(celsius(*given), path)

    def share(self, part: Percent | None, path: str) -> float | None:
        """A share [1] out of per cent."""
        if part is None or part.value is None:
            return None
        value = self.within(part.value, path)
        return None if value is None else value / 100
