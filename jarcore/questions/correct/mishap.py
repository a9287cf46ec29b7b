"""What happened to a jar: how it was planned, how it really stands, and what a mend makes of both."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any

import jsonpatch
from typing_extensions import TypedDict

from jarcore.data import Pantry, Said
from jarcore.data.readings import reading
from jarcore.data.targets import target_rows
from jarcore.documents import Patch
from jarcore.documents.evaluation import Caution
from jarcore.documents.patches import put, tidy
from jarcore.formula import Prepared, evaluate, prepare
from jarcore.questions.brought import cautions_brought
from jarcore.questions.solve.amounts import Amounts, amounts_of
from jarcore.questions.solve.values import Values

# What is read before and after, in this order, where it differs.
READ = (
    "salt_pct_of_fish",
    "salt_pct",
    "sugar_pct",
    "acid_pct_citric",
    "ph",
    "oil_to_acid_volume",
    "alcohol_pct_volume",
    "hydration_pct",
    "mass_g",
    "window.best_from_min",
    "window.best_to_min",
    "window.latest_min",
    "plate.salt_g_per_serving",
    "plate.sodium_mg_per_serving",
)
# Smaller changes than this share of the larger value are none, and smaller ones than that are not shown [1].
SAME, SHOWN = 2e-3, 0.01


class Change(TypedDict):
    """A reading as it was planned, as it stands without a mend, and with it, in its unit."""

    name: str
    unit: str
    planned: float | None
    before: float | None
    after: float | None


class Choice(TypedDict):
    """A way to mend it: what it is, what one press does, the readings that it changes, what it would bring to be
    cautioned about, and the patch.
    """

    id: str
    text: str
    deed: str
    readings: dict[str, Change]
    cautions: list[str]
    patch: Patch


@dataclass(frozen=True, kw_only=True)
class Mishap:
    """A jar that did not go as planned: the document as it was planned, and the patch that makes it what it really is.

    `at` and `initials` go on the record with what is chosen.
    """

    document: Mapping[str, Any]
    jar: int
    pantry: Pantry
    as_it_is: Patch
    at: str | None = None
    initials: str | None = None

    @cached_property
    def now(self) -> Mapping[str, Any]:
        """The document as it really is."""
        return self.patched(self.as_it_is)

    @cached_property
    def planned(self) -> Prepared:
        """The formula as it was planned."""
        return prepare(self.document, self.pantry)

    @cached_property
    def amounts(self) -> Amounts:
        """The jar's lines as they were planned."""
        return amounts_of(self.planned, self.jar, (), {}, ())

    @cached_property
    def values_planned(self) -> Values:
        """The readings as they were planned."""
        return Values(self.planned, self.jar)

    @cached_property
    def values_now(self) -> Values:
        """The readings as they are."""
        return Values(prepare(self.now, self.pantry), self.jar)

    @cached_property
    def _cautions(self) -> Sequence[Caution]:
        """What it is cautioned about as it really is."""
        return evaluate(self.now, self.pantry)["cautions"]

    def cautioned(self, code: str) -> str | None:
        """The caution CODE as it stands already, in words; None where it does not."""
        return next((one["text"] for one in self._cautions if one["code"] == code), None)

    def patched(self, patch: Patch) -> Mapping[str, Any]:
        """The planned document with a patch."""
        made: Mapping[str, Any] = jsonpatch.apply_patch(self.document, patch) if patch else self.document
        return made

    def choice(
        self, name: str, words: Said, patch: Patch, text: str | None = None, tells: Sequence[str] = ()
    ) -> Choice:
        """The choice NAME, in words, that a patch of the planned document carries out; TEXT says more of it.

        TELLS are readings that are shown even where they stay as they are.
        """
        after = self.patched(patch)
        then = Values(prepare(after, self.pantry), self.jar)
        changes = self.changes(then, tells)
        return {
            "id": name,
            "text": text or words.text,
            "deed": words.deed or "",
            "readings": changes,
            "cautions": cautions_brought(self._cautions, after, self.pantry),
            "patch": [*patch, *self._on_record(text or words.text, changes)],
        }

    def changes(self, then: Values | None = None, tells: Sequence[str] = ()) -> dict[str, Change]:
        """The readings that differ between what was planned, what is, and what is THEN; TELLS in any case."""
        return _changes(self.values_planned, self.values_now, then or self.values_now, tells)

    def _on_record(self, text: str, changes: Mapping[str, Change]) -> Patch:
        """What puts a correction on record."""
        entry: dict[str, Any] = {
            "jar": self.planned.jars[self.jar].jar.id,
            "text": text,
            "initials": self.initials,
            "at": self.at,
            "before": _figures(changes, "before"),
            "after": _figures(changes, "after"),
        }
        entry = {name: value for name, value in entry.items() if value is not None}
        there = isinstance(self.document.get("corrections"), list)
        return [put(["corrections", "-"], entry) if there else put(["corrections"], [entry])]


def changes_between(planned: Prepared, now: Prepared, jar: int) -> dict[str, Change]:
    """The readings of a jar that are otherwise in one formula than in another."""
    then = Values(now, jar)
    return _changes(Values(planned, jar), then, then, ())


def _changes(planned: Values, now: Values, then: Values, tells: Sequence[str]) -> dict[str, Change]:
    made: dict[str, Change] = {}
    for key in dict.fromkeys((*tells, *READ)):
        row = reading(target_rows()[key].reading)
        three = [one.middle(key) for one in (planned, now, then)]
        if _differ(three) or (key in tells and three[0] is not None):
            made[key] = {
                "name": row.name,
                "unit": row.unit,
                "planned": three[0],
                "before": three[1],
                "after": three[2],
            }
    return made


def _figures(changes: Mapping[str, Change], which: str) -> dict[str, float]:
    figures = {key: one[which] for key, one in changes.items()}  # type: ignore[literal-required]
    return {key: tidy(value) for key, value in figures.items() if value is not None}


def _differ(some: Sequence[float | None]) -> bool:
    known = [one for one in some if one is not None]
    return (len(known) < len(some) and bool(known)) or (
        bool(known) and max(known) - min(known) > SHOWN * max(abs(one) for one in known)
    )
