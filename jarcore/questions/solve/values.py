"""What readings come to in a prepared formula: of a jar, of its window, of the plate, with the ends of their ranges."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any

from jarcore.data.targets import PLATE, WINDOW
from jarcore.formula import Prepared, jar_cost, ledger_of, with_contents
from jarcore.formula.ledger import in_already_g
from jarcore.jars import best_at, brought_pct, reading_of
from jarcore.questions.solve.aims import BEST, Aim, Want

# Salt of the fish is held against its target with what is in the fish already, and without what does not get in.
SALT_OF_FISH = "salt_pct_of_fish"
# So near to a bound is on it [1].
ON_IT = 1e-9


@dataclass(frozen=True, slots=True)
class Value:
    """A reading's middle, and its ends where it rests on a range."""

    middle: float
    low: float
    high: float


class Values:
    """The readings of one jar of a prepared formula, each reckoned when it is asked for.

    A range is what the amounts that were written as ranges make of a reading, without the models' own doubt.
    """

    def __init__(self, ready: Prepared, place: int) -> None:
        self._ready, self._place = ready, place

    @cached_property
    def _ends(self) -> Sequence["Values"]:
        """The readings at the ends of what was written as ranges."""
        ends = self._ready.jars[self._place].contents.ends
        return [Values(with_contents(self._ready, self._place, end), self._place) for end in ends]

    @cached_property
    def _reading(self) -> Mapping[str, Any]:
        laid = self._ready.jars[self._place]
        already = in_already_g(laid, self._ready.jars[: self._place])
        alone = replace(laid, contents=replace(laid.contents, masses_at_ends=lambda: iter(())))
        reading, _ = reading_of(alone, already, jar_cost(laid, self._ready.pantry))
        return {**reading, SALT_OF_FISH: brought_pct(laid, already)}

    @cached_property
    def _ledger(self) -> Mapping[str, Any]:
        return ledger_of(self._ready)[0]

    def middle(self, key: str) -> float | None:
        """A reading by the key of its target, in the middle of ranges; None where it is not known or does not apply."""
        if key.startswith(WINDOW):
            found: Mapping[str, Any] = self._ready.jars[self._place].window or {}
            name = key.removeprefix(WINDOW)
        elif key.startswith(PLATE):
            found, name = self._ledger, key.removeprefix(PLATE)
        else:
            found, name = self._reading, key
        middle = found.get(name)
        return float(middle) if isinstance(middle, int | float) else None

    def __getitem__(self, key: str) -> Value | None:
        """A reading by the key of its target, with its ends; None where it is not known or does not apply."""
        middle = self.middle(key)
        if middle is None:
            return None
        ends = [end for one in self._ends if (end := one.middle(key)) is not None]
        return Value(middle, min(middle, *ends), max(middle, *ends)) if ends else Value(middle, middle, middle)

    def shown(self, aim: Aim) -> float | None:
        """What an aim is said to come to: of a time that the best is to hold, the nearest to it that it does."""
        if aim.key != BEST:
            return self.middle(aim.key)
        window = self._ready.jars[self._place].window
        return None if window is None else best_at(window, aim.target)

    def misses(self, want: Want) -> float | None:
        """By how much a want is missed: below nothing under its least, above nothing over its most; 0 where it is met.

        None where the reading is not known. A bound is missed by the worse end, an exact value by the middle.
        """
        value = self[want.row.id]
        if value is None:
            return None
        least, most = (value.low, value.high) if want.exact is None else (value.middle, value.middle)
        if want.low is not None and least < want.low - ON_IT * abs(want.low):
            return least - want.low
        if want.high is not None and most > want.high + ON_IT * abs(want.high):
            return most - want.high
        return 0.0

    def met(self, aims: Sequence[Aim]) -> bool:
        """Whether all are met."""
        return all(self.misses(want) == 0 for aim in aims for want in aim.wants)
