"""What is asked for: the aims of one jar, which lines stay or stay within bounds, and what may be added."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from types import MappingProxyType
from typing import Any

from jarcore.data import Ingredient, Pantry
from jarcore.documents.parts import Target
from jarcore.formula import Prepared, prepare
from jarcore.jars import bounds_of
from jarcore.questions.solve.aims import Aim, Want
from jarcore.questions.solve.amounts import Amounts, amounts_of
from jarcore.questions.solve.helpers import helpers

NO_BOUNDS: Mapping[str, Target] = MappingProxyType({})


@dataclass(frozen=True, kw_only=True)
class Asking:
    """One question for amounts: its document as it was asked about, and all that must hold.

    `bounds` are what lines may weigh [g], `added` ids of ingredients that may be added; `stated` says that the targets
    are the document's own.
    """

    document: Mapping[str, Any]
    pantry: Pantry
    jar: int
    aims: Sequence[Aim]
    locked: Sequence[str] = ()
    bounds: Mapping[str, Target] = field(default_factory=dict)
    added: Sequence[str] = ()
    stated: bool = False

    def less(self, **otherwise: Any) -> "Asking":
        """The same with some of it otherwise."""
        return replace(self, **otherwise)

    @property
    def wants(self) -> list[Want]:
        """All that is wanted of readings."""
        return [want for aim in self.aims for want in aim.wants]

    @cached_property
    def ready(self) -> Prepared:
        """The formula as it is, prepared."""
        return prepare(self.document, self.pantry)

    @cached_property
    def helpers(self) -> Sequence[Ingredient]:
        """What may be added to the jar at all."""
        return helpers(self.ready, self.jar) if self._lines is not None else []

    @property
    def _lines(self) -> Sequence[Any] | None:
        """The jar's lines as they were written; None where lines cannot be added to it."""
        jar = self.document["jars"][self.jar]
        lines = jar.get("lines") if isinstance(jar, Mapping) else None
        return lines if isinstance(lines, list) else None

    @cached_property
    def amounts(self) -> Amounts:
        """The lines of the jar as unknowns, those that may be added after its own."""
        own = len(self.ready.jars[self.jar].contents.specs)
        ready = prepare(self._with_added(), self.pantry) if self.added else self.ready
        lines = {spec.line.id for spec in ready.jars[self.jar].contents.specs}
        bounds = {line: bounds_of(target) for line, target in self.bounds.items() if line in lines}
        exact = {line: (one.value, one.value) for line, one in self.bounds.items() if one.value is not None}
        new = range(own, own + len(self.added))
        any_size = any(want.row.part and not want.row.of for want in self.wants)
        return amounts_of(ready, self.jar, self.locked, {**bounds, **exact}, new, any_size)

    def _with_added(self) -> dict[str, Any]:
        """The document with a line without an amount for each thing that may be added."""
        taken = {spec.line.id for spec in self.ready.jars[self.jar].contents.specs}
        lines = [*(self._lines or []), *(_line(one, taken) for one in self.added)]
        jars = self.document["jars"]
        return {
            **self.document,
            "jars": [{**one, "lines": lines} if at == self.jar else one for at, one in enumerate(jars)],
        }


def _line(ingredient: str, taken: set[str | None]) -> dict[str, str]:
    """A line of an ingredient, with an id that no other has."""
    made, number = f"add-{ingredient}", 2
    while made in taken:
        made, number = f"add-{ingredient}-{number}", number + 1
    taken.add(made)
    return {"id": made, "ingredient": ingredient}
