"""What to do about a jar that did not go as planned: choices with the readings before and after, each put on record."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import Pantry, default_pantry
from jarcore.formula import prepare
from jarcore.questions.correct.fish import of_other_fish
from jarcore.questions.correct.mishap import Change, Choice, Mishap
from jarcore.questions.correct.other import mends_of_fish, mends_of_reduction, mends_of_spilled
from jarcore.questions.correct.tasting import mends_of_taste, refusal
from jarcore.questions.correct.weighed import as_weighed, mends_of_weighed


class Corrected(TypedDict):
    """The choices, the best first; `stands` is what it comes to without any.

    `refused` says why nothing is proposed, `withheld` what is not proposed for what it would bring.
    """

    refused: str | None
    stands: dict[str, Change]
    choices: list[Choice]
    withheld: list[str]


@dataclass(frozen=True, kw_only=True)
class Happened:
    """What happened: lines that are in as the scale said them [g], the jar on the fish, how it tastes, what was spilled
    [g], what the fish weighs as it is stated [g], what a reduction was to weigh and weighs [g].
    """

    weighed: Mapping[str, float] = field(default_factory=dict)
    on_fish: bool = False
    taste: str | None = None
    spilled_g: float | None = None
    fish_g: float | None = None
    reduced_g: Sequence[float] | None = None

    @property
    def by_weight(self) -> bool:
        """Whether nothing happened but what the scale said."""
        return self.taste is None and self.spilled_g is None and self.fish_g is None and self.reduced_g is None


def correct(
    document: Mapping[str, Any],
    jar: int,
    happened: Happened,
    at: str | None = None,
    initials: str | None = None,
    pantry: Pantry | None = None,
) -> Corrected:
    """What can be done about jar JAR, that did not go as planned.

    Parameters: what happened; at and initials, when and by whom it is chosen, for the record.
    Returns: the choices. What is in already is never touched; a dose never goes past a caution. Nothing raises but
    OutOfTime.
    """
    stock = pantry or default_pantry()
    ready = prepare(document, stock)
    if not 0 <= jar < len(ready.jars) or not ready.jars[jar].contents.specs:
        return {"refused": None, "stands": {}, "choices": [], "withheld": []}
    mishap = Mishap(document=document, jar=jar, pantry=stock, as_it_is=[], at=at, initials=initials)
    weighed = as_weighed(mishap, happened.weighed)
    refused, withheld, choices = None, list[str](), list[Choice]()
    if happened.taste is not None:
        refused = refusal(ready.jars[jar], happened.on_fish)
        if refused is None:
            choices, withheld = mends_of_taste(mishap, happened.taste, happened.on_fish)
    elif happened.spilled_g is not None:
        mishap, choices = mends_of_spilled(weighed, happened.spilled_g)
    elif happened.fish_g is not None:
        mishap, choices = mends_of_fish(weighed, of_other_fish(document, ready, happened.fish_g))
    elif happened.reduced_g is not None:
        mishap, choices = mends_of_reduction(mishap, *happened.reduced_g[:2])
    else:
        mishap, choices = weighed.mishap, list(mends_of_weighed(weighed, happened.on_fish))
    return {"refused": refused, "stands": mishap.changes(), "choices": choices, "withheld": withheld}
