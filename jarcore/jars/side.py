"""A side: a task or a dish beside the fish, with its time, its hands, its salt and what it brings to the table."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

from jarcore.data import ALLERGENS, Ingredient, Pantry, avoided_by, named_in, parameter, rows
from jarcore.data.pantry import from_row
from jarcore.documents.formula import Fish, Formula, Jar, Side
from jarcore.fish import MeasuredFish
from jarcore.jars.contents import Contents, weigh_jar
from jarcore.reading import Quantities


@dataclass(frozen=True, slots=True, kw_only=True)
class SideRead:
    """A side as read: minutes [min], pairs of hands, how long before the plate it is done at least [min].

    `salt_g` is the salt of one serving, other sodium counted as salt [g]; None where it is not stated and no line says
    it.
    """

    side: Side
    path: str
    contents: Contents | None
    salt_g: float | None
    minutes: float | None
    hands: int
    uses: tuple[str, ...]
    before_min: float

    @property
    def named(self) -> Sequence[Ingredient]:
        """Every ingredient that its lines name."""
        return self.contents.named if self.contents else ()

    @property
    def holds(self) -> frozenset[str]:
        """What it brings: allergens as stated, else as its name tells; what else that tells; what its lines hold."""
        told = named_in(self.side.name or "")
        lines = self.contents.held if self.contents else frozenset[str]()
        if self.side.allergens is None:
            return told | lines
        stated = frozenset(one for word in self.side.allergens for one in avoided_by(word) or (word,))
        return stated | lines | {one for one in told if one not in ALLERGENS}


@dataclass(frozen=True, slots=True, kw_only=True)
class SideRow:
    """A side of the short shelf: hands, minutes [min], stations, how long before the plate it is done [min], the salt
    of a serving [g].
    """

    id: str
    name: str
    hands: int
    minutes: float
    uses: tuple[str, ...]
    before_plate: float
    salt_g_per_serving: float


@cache
def side_rows() -> tuple[SideRow, ...]:
    """The short shelf of sides."""
    return tuple(from_row(SideRow, row) for row in rows("sides"))


def read_sides(
    formula: Formula, fish: MeasuredFish, servings: float | None, pantry: Pantry, read: Quantities
) -> tuple[SideRead, ...]:
    """The sides as read, each fault noted at its place."""
    return tuple(
        _side(side, f"/sides/{place}", formula.fish or Fish(), fish, servings, pantry, read)
        for place, side in enumerate(formula.sides or [])
    )


def _side(
    side: Side,
    path: str,
    document: Fish,
    fish: MeasuredFish,
    servings: float | None,
    pantry: Pantry,
    read: Quantities,
) -> SideRead:
    contents = None
    if side.lines:
        contents = weigh_jar(Jar(name=side.name, lines=side.lines), path, document, fish, servings, pantry, read)
    stated = read.count(side.salt_g_per_serving, f"{path}/salt_g_per_serving")
    hands = read.count(side.hands, f"{path}/hands")
    stations = [row["kind"] for row in rows("stations")]
    for place, use in enumerate(side.uses or []):
        if use not in stations:
            read.say("not-a-choice/station", f"{path}/uses/{place}", value=use, known=stations)
    return SideRead(
        side=side,
        path=path,
        contents=contents,
        salt_g=stated if stated is not None or contents is None else _salt_g(contents, servings),
        minutes=read.count(side.minutes, f"{path}/minutes"),
        hands=1 if hands is None else round(hands),
        uses=tuple(use for use in side.uses or [] if use in stations),
        before_min=read.count(side.before_plate, f"{path}/before_plate") or 0.0,
    )


def _salt_g(contents: Contents, servings: float | None) -> float | None:
    """Salt of a serving out of its lines [g]; None while something that may be salty is not weighed."""
    if not servings or contents.lacks(lambda one: one.salt > 0 or one.other_sodium_mg > 0):
        return None
    return contents.composition.sodium_mg / parameter("sodium_per_salt") / servings


def unknown_words(sides: Sequence[SideRead]) -> set[str]:
    """Allergens that a side states and nobody knows, as they stand."""
    return {word for one in sides for word in one.side.allergens or [] if not avoided_by(word)}
