"""The same formula with one thing otherwise: another cut, temperature, dose, sourness, salt or fat of the fish."""

import copy
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from jarcore.data import Pantry, Species, default_pantry
from jarcore.documents.evaluated_jar import Window
from jarcore.formula.prepare import Prepared, prepare
from jarcore.jars import Laid
from jarcore.jars.contents import INSIDE

FAT_CLASSES = ("lean", "medium", "fatty")


@dataclass(frozen=True, slots=True, kw_only=True)
class Base:
    """A formula to vary: its document with the lines of the jar that is asked about, and the formula as prepared."""

    document: Mapping[str, Any]
    jar: int
    pantry: Pantry
    ready: Prepared

    @property
    def laid(self) -> Laid:
        """The jar that is asked about."""
        return self.ready.jars[self.jar]

    @property
    def there(self) -> bool:
        """Whether the jar is there and timed."""
        return 0 <= self.jar < len(self.ready.jars) and self.laid.window is not None


def base_of(document: Mapping[str, Any], jar: int, pantry: Pantry | None = None) -> Base:
    """The base for a jar's variants."""
    stock = pantry or default_pantry()
    return Base(document=_alone(document, jar), jar=jar, pantry=stock, ready=prepare(document, stock))


def _alone(document: Mapping[str, Any], jar: int) -> Mapping[str, Any]:
    """The document with the lines of one jar: of the others a window asks only where and how long they stand."""
    jars = document.get("jars")
    if not isinstance(jars, list):
        return document
    others = [{**one, "lines": []} if isinstance(one, dict) and at != jar else one for at, one in enumerate(jars)]
    return {**document, "jars": others}


def window_of(base: Base, document: Mapping[str, Any], pantry: Pantry | None = None) -> Window | None:
    """The jar's window in a varied document; the plan of other jars and the counter clock stay as they are."""
    ready = prepare(document, pantry or base.pantry, only=base.jar)
    return ready.jars[base.jar].window if base.jar < len(ready.jars) else None


def with_fish(base: Base, **fields: Any) -> dict[str, Any]:
    """The document with fields of the fish otherwise; None takes one out."""
    changed: dict[str, Any] = copy.deepcopy(dict(base.document))
    fish = changed.get("fish")
    fish = dict(fish) if isinstance(fish, Mapping) else {}
    for name, value in fields.items():
        if value is None:
            fish.pop(name, None)
        else:
            fish[name] = value
    changed["fish"] = fish
    return changed


def with_method(base: Base, **fields: Any) -> dict[str, Any]:
    """The document with fields of the jar's method otherwise."""
    changed: dict[str, Any] = copy.deepcopy(dict(base.document))
    jar = changed["jars"][base.jar]
    method = jar.get("method")
    jar["method"] = {**(method if isinstance(method, Mapping) else {}), **fields}
    return changed


def with_masses(base: Base) -> list[Any]:
    """The jar's lines weighing what they weigh now, whatever the fish is made to be; what goes inside stays inside."""
    lines: list[Any] = copy.deepcopy(base.document["jars"][base.jar]["lines"])
    for spec, mass in zip(base.laid.contents.specs, base.laid.contents.masses, strict=True):
        if mass is not None and spec.line.basis not in INSIDE:
            taken_out = {"amount", "basis", "of", "by", "per", "exponent"}
            kept = {name: value for name, value in lines[spec.place].items() if name not in taken_out}
            lines[spec.place] = {**kept, "amount": {"value": mass, "unit": "g"}, "basis": "fixed"}
    return lines


def with_dose(base: Base, times: float, what: str = "all") -> dict[str, Any]:
    """The document with the jar's lines times as much: all of them, or those that are `sour`, or `salt`.

    Lines that hang on another line follow it by themselves.
    """
    changed: dict[str, Any] = copy.deepcopy(dict(base.document))
    for spec in base.laid.contents.specs:
        ingredient, amount = spec.ingredient, spec.line.amount
        if ingredient is None or amount is None or spec.line.basis == "line":
            continue
        if (what == "sour" and not ingredient.sour) or (what == "salt" and ingredient.group != "salt"):
            continue
        written = changed["jars"][base.jar]["lines"][spec.place]["amount"]
        for end in ("value", "low", "high"):
            if isinstance(written.get(end), int | float):
                written[end] = written[end] * times
    return changed


def of_fat(base: Base, fat_class: str) -> Pantry:
    """The pantry in which the formula's fish is of another fat class."""
    species = base.ready.fish.species
    if species is None:
        return base.pantry
    other: Species = replace(species, fat_class=fat_class)
    return replace(base.pantry, species={**base.pantry.species, species.id: other})
