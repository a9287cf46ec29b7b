"""What a formula brings to the table that somebody may avoid: allergens, flags of rows, alcohol; of jars and
of sides.
"""

from collections.abc import Sequence

from jarcore.data import ALLERGENS, avoided_by, named_in
from jarcore.documents import Formula
from jarcore.documents.formula import Side
from jarcore.jars import Laid
from jarcore.jars.spec import Spec

ALWAYS_PRESENT = "fish"


def tells(spec: Spec, what: str) -> bool:
    """Whether a line brings something: by its row, or, when the pantry has none, by its name."""
    return what in spec.held


def side_holds(side: Side) -> frozenset[str]:
    """What a side brings: allergens as stated, else as its name tells; and what else its name tells."""
    told = named_in(side.name or "")
    if side.allergens is None:
        return told
    stated = frozenset(one for word in side.allergens for one in avoided_by(word) or (word,))
    return stated | {one for one in told if one not in ALLERGENS}


def held_in(formula: Formula, jars: Sequence[Laid]) -> frozenset[str]:
    """All that the jars and the sides bring, and the fish itself."""
    sides = [side_holds(side) for side in formula.sides or []]
    return frozenset((ALWAYS_PRESENT,)).union(*(laid.contents.held for laid in jars), *sides)


def allergens_of(formula: Formula, jars: Sequence[Laid]) -> list[str]:
    """Allergens of the whole, fish first; a word that a side states and nobody knows is told on as it stands."""
    unknown = {word for side in formula.sides or [] for word in side.allergens or [] if not avoided_by(word)}
    found = {one for one in held_in(formula, jars) if one in ALLERGENS} | unknown
    return [ALWAYS_PRESENT, *sorted(found - {ALWAYS_PRESENT})]
