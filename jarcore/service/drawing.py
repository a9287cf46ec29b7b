"""Jars made ahead: which batch a course's jar is drawn from, how much of it, and how old that makes it."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any

from jarcore.data import Pantry
from jarcore.documents import Finding, found
from jarcore.documents.patches import changed, put_below
from jarcore.documents.plan import DrawnFrom
from jarcore.formula.prepare import prepare
from jarcore.questions.scale import scale
from jarcore.service.served import Ahead, Ordered, ReadService

# What is left over below this is no part to draw [g].
LITTLE = 0.5


@dataclass(frozen=True, slots=True, kw_only=True)
class Drawn:
    """What a jar of a course is drawn from, the oldest first: batches with how much of each [g]; and when the oldest
    was made, in words.
    """

    parts: tuple[tuple[Ahead, float], ...]
    made: str

    @property
    def mass_g(self) -> float:
        """How much in all [g]."""
        return sum(mass for _, mass in self.parts)

    @property
    def made_at(self) -> int:
        """When it was made [min since the epoch]: the oldest part counts for all of it."""
        return min(one.made_at for one, _ in self.parts)


@dataclass
class Batches:
    """What there is of the batches of a service, while its courses draw from them."""

    service: ReadService
    pantry: Pantry
    left: dict[str, float] = field(default_factory=dict)
    told: list[Finding] = field(default_factory=list)
    drawn: list[DrawnFrom] = field(default_factory=list)

    def __post_init__(self) -> None:
        """All of each is there at first."""
        self.left = {one.id: one.mass_g for one in self.service.batches}

    def for_course(self, course: Ordered, document: Mapping[str, Any], covers: Mapping[str, int]) -> dict[str, Drawn]:
        """What each jar of a course is drawn from, by its id; what has to be made anew is not among them.

        COVERS says for how many each jar is as the formula has it: what is made otherwise for some is in no batch.
        """
        mine = [one for one in self.service.batches if one.course in (None, course.id)]
        if not mine or course.plate is None:
            return {}
        made: dict[str, Drawn] = {}
        for jar, needed in self._needed(document, covers):
            there = [one for one in mine if one.jar == jar]
            good = [one for one in there if one.use_by >= course.plate.ends and one.made_at <= course.plate.begins]
            self.told += [self._over(one) for one in there if one.use_by < course.plate.ends]
            parts = list(self._parts(good, needed))
            if good and sum(mass for _, mass in parts) < needed - LITTLE:
                much = sum(self.left[one.id] for one in good)
                self.told.append(found("batch-short", good[0].path, jar=jar, left=much, needed=needed))
            elif parts:
                made[jar] = Drawn(parts=tuple(parts), made=self._at(parts[0][0].made_at))
                for one, mass in parts:
                    self.left[one.id] -= mass
                    self.drawn.append({"batch": one.id, "course": course.id, "jar": jar, "mass_g": round(mass, 1)})
        return made

    def _needed(self, document: Mapping[str, Any], covers: Mapping[str, int]) -> Iterator[tuple[str, float]]:
        """How much each jar is, for so many covers of each [g]."""
        for many in sorted({one for one in covers.values() if one > 0}):
            patch = scale(document, servings=float(many), pantry=self.pantry)
            for laid in prepare(changed(document, patch), self.pantry).jars:
                mass = sum(one or 0.0 for one in laid.contents.masses)
                if laid.jar.id and covers.get(laid.jar.id) == many and mass > 0:
                    yield laid.jar.id, mass

    def _parts(self, there: list[Ahead], needed: float) -> Iterator[tuple[Ahead, float]]:
        """The oldest first, until there is enough."""
        for one in there:
            mass = min(needed, self.left[one.id])
            if mass > LITTLE:
                needed -= mass
                yield one, mass

    def _over(self, one: Ahead) -> Finding:
        return found("batch-over", one.path, jar=one.jar, at=self._at(one.use_by))

    def _at(self, minute: int) -> str:
        return self.service.zone.said(minute, self.service.first)


def aged(document: Mapping[str, Any], drawn: Mapping[str, Drawn], served_at: int) -> dict[str, Any]:
    """The formula whose jars are as old as what they are drawn from, when it is served [min since the epoch]."""
    made = dict(document)
    jars = made.get("jars")
    for place, jar in enumerate(jars if isinstance(jars, list) else []):
        one = drawn.get(str(jar.get("id"))) if isinstance(jar, Mapping) else None
        if one is not None:
            age = {"value": max(0, served_at - one.made_at), "unit": "min"}
            made = changed(made, put_below(made, ["jars", place, "method", "age"], age))
    return made
