"""A service as read: its goes in time, its people, stations and courses."""

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from itertools import zip_longest
from typing import Any

from jarcore.data import MINUTES_A_DAY, parameter
from jarcore.documents.findings import Finding
from jarcore.run import Pour
from jarcore.service.times import Zone, say_nothing
from jarcore.service.work import Task

# What a deed is called that is begun on a day before, and what a kitchen's pans are as stations.
THAW, PAN = "thaw", "pan"
MIDNIGHT = "00:00"


@dataclass(frozen=True, slots=True, kw_only=True)
class Go:
    """One go of a plate: when it is served [min since the epoch], for how many covers of a course."""

    at: int
    covers: int


@dataclass(frozen=True, slots=True, kw_only=True)
class PlateTimes:
    """A plate as read: from when to when it is served [min since the epoch], at most so many covers a go; a par is
    ready by the first of them, and held until the last.
    """

    id: str
    path: str
    begins: int
    ends: int
    at_most: int | None
    par: bool = False

    def goes(self, covers: int) -> tuple[Go, ...]:
        """The goes that serve so many covers, spread evenly over the wave; one where no most is stated."""
        many = max(1, math.ceil(covers / self.at_most)) if self.at_most and not self.par else 1
        each, more = divmod(covers, many)
        step = (self.ends - self.begins) / (many - 1) if many > 1 else 0.0
        return tuple(
            Go(at=round(self.begins + place * step), covers=each + (1 if place < more else 0)) for place in range(many)
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class Hands:
    """A person as read: the spells in which it is there [min since the epoch], None for always; what it can do (None:
    everything).
    """

    id: str
    path: str
    spells: tuple[tuple[int, int], ...] | None
    can: frozenset[str] | None

    def staying(self, minutes: int, shift: int) -> "Hands":
        """Whoever is at work stays so much longer at the end of a shift [min]; who is back within a SHIFT [min] had
        not gone home.
        """
        if self.spells is None:
            return self
        following = [begins for begins, _ in self.spells[1:]]
        ends = [
            end if then is not None and then - end < shift else end + minutes
            for (_, end), then in zip_longest(self.spells, following)
        ]
        spells = tuple((begins, end) for (begins, _), end in zip(self.spells, ends, strict=True))
        return replace(self, spells=spells)

    def able(self, do: str) -> bool:
        """Whether it can do a deed."""
        return self.can is None or do in self.can

    def works(self, do: str, start: int, end: int) -> bool:
        """Whether it is there over a time and can do a deed."""
        there = self.spells is None or any(begins <= start and end <= ends for begins, ends in self.spells)
        return there and self.able(do)


@dataclass(frozen=True, slots=True, kw_only=True)
class Stove:
    """A station as read: its kind, how much it takes at once [1], and what it has held today."""

    id: str
    path: str
    kind: str
    takes: float
    watts: float | None
    litres: float | None
    held: frozenset[str]


@dataclass(frozen=True, slots=True, kw_only=True)
class Ordered:
    """A course as read: its formula document, for so many covers, some of them without something."""

    id: str
    path: str
    plate: PlateTimes | None
    covers: int
    variants: tuple[tuple[str, int, tuple[str, ...]], ...]
    formula: Mapping[str, Any] | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Pinned:
    """A step that a cook has put somewhere: when it begins [min since the epoch]."""

    step: str
    at: int
    path: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Ahead:
    """A jar made ahead, as read: how much there is of it [g]; when it was made, and until when it is used, both in
    [min since the epoch].
    """

    id: str
    path: str
    course: str | None
    jar: str
    mass_g: float
    made_at: int
    use_by: int


@dataclass(frozen=True, slots=True, kw_only=True)
class ReadService:
    """A service as read; before `not_before` nothing is planned [min since the epoch]. `pours` is what was weighed in.

    A kitchen that states its pans has those and no more: they are taken as stations are.
    """

    title: str | None
    zone: Zone
    plates: tuple[PlateTimes, ...]
    people: tuple[Hands, ...]
    stoves: tuple[Stove, ...]
    pans: tuple[Stove, ...]
    pans_mm: tuple[float, ...]
    courses: tuple[Ordered, ...]
    not_before: int | None
    pins: tuple[Pinned, ...]
    batches: tuple[Ahead, ...]
    began: int | None
    found: tuple[Finding, ...]
    pours: tuple[Pour, ...] = ()

    @property
    def first(self) -> int:
        """When the first plate is served [min since the epoch]; 0 where nothing is."""
        return min((one.begins for one in self.plates), default=0)

    @property
    def day(self) -> int:
        """When the day of the first plate begins for a kitchen, in the small hours [min since the epoch]."""
        midnight = self.zone.of_day(MIDNIGHT, self.zone.moment(self.first).date(), "", say_nothing) or 0
        begins = midnight + int(parameter("day_begins"))
        return begins if begins + parameter("day_least") <= self.first else begins - MINUTES_A_DAY

    def ahead(self, task: Task, start: int) -> bool:
        """Whether hands are at a task on a day before, though it is none that has to be begun then."""
        return start < self.day and any(part.hands and part.do != THAW for part in task.parts)

    @property
    def taken(self) -> tuple[Stove, ...]:
        """All that a step may take besides hands."""
        return (*self.stoves, *self.pans)
