"""What the rules of caution look at, and what they answer."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from jarcore.data import parameter
from jarcore.documents.formula import Cook, Formula
from jarcore.jars import CONTACT_KINDS, Contents, MeasuredFish, Quantities, Standing
from jarcore.judgement.exposure import Clock

# A hit of a rule: code, path, and words that fit this formula better than the table's (or None).
Hit = tuple[str, str, str | None]


@dataclass(frozen=True, slots=True)
class Case:
    """All that the rules look at."""

    formula: Formula
    fish: MeasuredFish
    jars: Sequence[Contents]
    standings: Sequence[Standing]
    clock: Clock
    core_celsius: float
    allergens: Sequence[str]
    sodium_mg: float | None
    read: Quantities

    @property
    def cook(self) -> Cook:
        """How the fish is cooked."""
        return self.formula.cook or Cook()

    @property
    def raw(self) -> bool:
        """Whether the fish is served without full cooking."""
        return self.cook.method == "none" or self.core_celsius < parameter("core_target")

    def touching(self) -> Iterator[tuple[Contents, Standing]]:
        """Jars that touch raw fish."""
        return (
            (jar, standing)
            for jar, standing in zip(self.jars, self.standings, strict=True)
            if jar.jar.kind in CONTACT_KINDS
        )
