"""What a formula brings to the table that somebody may avoid: allergens, flags of rows, alcohol; of jars and
of sides.
"""

from collections.abc import Sequence

from jarcore.data import ALLERGENS
from jarcore.jars import Laid, SideRead, unknown_words
from jarcore.jars.spec import Spec

ALWAYS_PRESENT = "fish"


def tells(spec: Spec, what: str) -> bool:
    """Whether a line brings something: by its row, or, when the pantry has none, by its name."""
    return what in spec.held


def held_in(sides: Sequence[SideRead], jars: Sequence[Laid]) -> frozenset[str]:
    """All that the jars and the sides bring, and the fish itself."""
    return frozenset((ALWAYS_PRESENT,)).union(*(laid.contents.held for laid in jars), *(one.holds for one in sides))


def allergens_of(sides: Sequence[SideRead], jars: Sequence[Laid]) -> list[str]:
    """Allergens of the whole, fish first; a word that a side states and nobody knows is told on as it stands."""
    found = {one for one in held_in(sides, jars) if one in ALLERGENS} | unknown_words(sides)
    return [ALWAYS_PRESENT, *sorted(found - {ALWAYS_PRESENT})]
