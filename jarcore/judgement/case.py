"""What the rules of caution look at, and what they answer."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from jarcore.data import Pantry, Said, parameter, sentence
from jarcore.documents import Findings, Formula
from jarcore.documents.formula import SMALL_CHILDREN, Diner
from jarcore.fish import Clock, MeasuredFish
from jarcore.heat import Stated
from jarcore.jars import Laid, SideRead

CHILDREN = (*SMALL_CHILDREN, "9-13")


@dataclass(frozen=True, slots=True)
class Hit:
    """A rule that applies: its code, where, words that fit this formula better than the table's, and what to do here.

    `named` says that the words name the jar themselves.
    """

    code: str
    path: str
    words: Said | None = None
    do: Said | None = None
    named: bool = False


@dataclass(frozen=True, slots=True)
class Sodium:
    """Sodium of a serving [mg]: as reckoned, the most it may be, what of it the fish has of its own, and whether
    something salty is not stated.
    """

    mg: float
    most_mg: float
    own_mg: float
    unstated: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Case:
    """All that the rules look at; `found` is what was found while the document was read and reckoned with."""

    formula: Formula
    pantry: Pantry
    fish: MeasuredFish
    jars: Sequence[Laid]
    sides: Sequence[SideRead]
    clock: Clock
    heat: Stated
    allergens: Sequence[str]
    sodium: Sodium | None
    servings: float | None
    found: Findings

    @property
    def raw(self) -> bool:
        """Whether the fish is served without full cooking."""
        return self.heat.raw or self.under("core_target")

    def under(self, target: str) -> bool:
        """Whether the core target stays under a published one, whichever of its two scales it was typed in."""
        return self.heat.target_c < parameter(target) - parameter("published_slack")

    def unread(self, path: str) -> bool:
        """Whether something was typed at a path or below it that could not be read."""
        return self.found.within(path)

    @property
    def diners(self) -> Sequence[Diner]:
        """Who eats."""
        return self.formula.diners or []

    def vulnerable(self, place: int) -> bool:
        """Whether a diner is vulnerable: ticked, or by age; what could not be read is taken so."""
        diner, path = self.diners[place], f"/diners/{place}"
        return diner.at_risk or self.unread(f"{path}/age") or self.unread(f"{path}/vulnerable")

    @property
    def anyone_vulnerable(self) -> bool:
        """Whether anybody who eats is."""
        return any(self.vulnerable(place) for place in range(len(self.diners)))

    def ages(self, *some: str) -> bool:
        """Whether somebody of these ages eats; an age that could not be read may be any."""
        return any(diner.age in some or self.unread(f"/diners/{place}/age") for place, diner in enumerate(self.diners))

    def place_of(self, path: str) -> str | None:
        """What a path of the document leads to, by name: a jar, or a line of one; None for another part."""
        steps = path.split("/")
        if steps[1:2] != ["jars"] or len(steps) < 3:
            return None
        contents = self.jars[int(steps[2])].contents
        if steps[3:4] == ["lines"] and len(steps) > 4:
            return sentence("caution/line", jar=contents.called, line=contents.specs[int(steps[4])].called)
        return contents.called

    def touching(self) -> Iterator[Laid]:
        """Jars that act on raw fish while time passes."""
        return (laid for laid in self.jars if laid.kind.touches_raw)
