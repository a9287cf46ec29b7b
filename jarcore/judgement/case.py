"""What the rules of caution look at, and what they answer."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from jarcore.data import Pantry, parameter
from jarcore.documents import Formula
from jarcore.documents.evaluation import Window
from jarcore.documents.formula import Cook, Diner
from jarcore.fish import Clock, MeasuredFish
from jarcore.jars import CONTACT_KINDS, Contents, Standing
from jarcore.reading import Quantities

# A hit of a rule: code, path, and words that fit this formula better than the table's (or None).
Hit = tuple[str, str, str | None]
# Ages that are vulnerable by definition: children under five, and the band that holds them.
SMALL_CHILDREN = ("infant", "1-3", "4-8")
CHILDREN = (*SMALL_CHILDREN, "9-13")


@dataclass(frozen=True, slots=True)
class Sodium:
    """Sodium of a serving [mg]: as reckoned, the most it may be, and whether something salty is not stated."""

    mg: float
    most_mg: float
    unstated: bool


@dataclass(frozen=True, slots=True)
class Case:
    """All that the rules look at."""

    formula: Formula
    pantry: Pantry
    fish: MeasuredFish
    jars: Sequence[Contents]
    standings: Sequence[Standing]
    windows: Sequence[Window | None]
    contacts: Sequence[float | None]
    clock: Clock
    core_celsius: float
    allergens: Sequence[str]
    sodium: Sodium | None
    read: Quantities

    @property
    def cook(self) -> Cook:
        """How the fish is cooked."""
        return self.formula.cook or Cook()

    @property
    def raw(self) -> bool:
        """Whether the fish is served without full cooking."""
        return self.cook.method == "none" or self.under("core_target")

    def under(self, target: str) -> bool:
        """Whether the core target stays under a published one, whichever of its two scales it was typed in."""
        return self.core_celsius < parameter(target) - parameter("published_slack")

    def unread(self, path: str) -> bool:
        """Whether something was typed at a path or below it that could not be read."""
        return any(notice["path"] == path or notice["path"].startswith(f"{path}/") for notice in self.read.notices)

    @property
    def diners(self) -> Sequence[Diner]:
        """Who eats."""
        return self.formula.diners or []

    def vulnerable(self, place: int) -> bool:
        """Whether a diner is vulnerable: ticked, or by age; what could not be read is taken so."""
        diner, path = self.diners[place], f"/diners/{place}"
        return (
            bool(diner.vulnerable)
            or diner.age in SMALL_CHILDREN
            or self.unread(f"{path}/age")
            or self.unread(f"{path}/vulnerable")
        )

    @property
    def anyone_vulnerable(self) -> bool:
        """Whether anybody who eats is."""
        return any(self.vulnerable(place) for place in range(len(self.diners)))

    def ages(self, *some: str) -> bool:
        """Whether somebody of these ages eats; an age that could not be read may be any."""
        return any(diner.age in some or self.unread(f"/diners/{place}/age") for place, diner in enumerate(self.diners))

    def touching(self) -> Iterator[tuple[Contents, Standing]]:
        """Jars that touch raw fish."""
        return (
            (jar, standing)
            for jar, standing in zip(self.jars, self.standings, strict=True)
            if jar.jar.kind in CONTACT_KINDS
        )
