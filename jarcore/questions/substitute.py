"""Substitutes for all that somebody may not eat, or that is not there: several at once, and what each cannot keep."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import Ingredient, Pantry, avoided_by, default_pantry, kept, parameter, rows, sentence
from jarcore.documents import Patch
from jarcore.formula import prepare
from jarcore.jars import Laid, meq_per_g
from jarcore.jars.spec import Spec, brought_by
from jarcore.questions.phrases.naming import named
from jarcore.questions.swaps import equivalents, swapped
from jarcore.substances import mix

# What is told of a substitute changes by more than this share of the line [1].
WORTH = 0.01
# How many are proposed for a line.
MOST_CHOICES = 6
# What is always at hand.
WATER = "water"


class StandIn(TypedDict):
    """One substitute: what it keeps, what it cannot, what it brings besides, its mass [g], and the patch."""

    id: str
    name: str
    keeps: str
    loses: list[str]
    brings: list[str]
    mass_g: float
    patch: Patch


class Replaced(TypedDict):
    """A line that cannot stay: why, and the substitutes, the nearest first; empty where there is none."""

    jar: int
    line: int
    id: str | None
    name: str
    why: str
    choices: list[StandIn]


class Substituted(TypedDict):
    """All lines that cannot stay; `patch` takes the nearest of each. `unknown` are words that mean nothing here."""

    lines: list[Replaced]
    unknown: list[str]
    patch: Patch


@dataclass(frozen=True, kw_only=True)
class Wish:
    """What may not be in it: what things bring, and things themselves; and what alone there is, None for anything.

    `unwelcome` is what a substitute may not bring besides: what somebody at the table avoids.
    """

    avoided: frozenset[str]
    missing: frozenset[str]
    at_hand: frozenset[str] | None
    unwelcome: frozenset[str]

    def against(self, spec: Spec) -> str | None:
        """Why a line cannot stay, in words; None where it can. What the pantry has not is taken at its word."""
        brought = sorted(self.avoided & spec.held)
        if brought:
            return sentence("substitute/brings", what=[word.replace("-", " ") for word in brought])
        gone = spec.ingredient is not None and not self._there(spec.ingredient)
        return sentence("substitute/missing") if gone else None

    def allows(self, one: Ingredient) -> bool:
        """Whether a thing may stand for another."""
        return self._there(one) and not (self.avoided | self.unwelcome) & brought_by(one) and not one.cures

    def _there(self, one: Ingredient) -> bool:
        at_hand = self.at_hand is None or one.id in self.at_hand or one.id == WATER
        return at_hand and one.id not in self.missing


def substitute(
    document: Mapping[str, Any],
    without: Sequence[str] = (),
    missing: Sequence[str] = (),
    at_hand: Sequence[str] | None = None,
    pantry: Pantry | None = None,
) -> Substituted:
    """Substitutes for every line that may not stay.

    Parameters: without, words for what is avoided ("gluten", "pork", "alcohol") or for a thing; missing, words for
    things that are not there; at_hand, words for all that there is, or None.
    Returns: each line that cannot stay with its substitutes, and one patch that takes the nearest of each.
    """
    stock = pantry or default_pantry()
    ready = prepare(document, stock)
    diners = [word for diner in ready.formula.diners or [] for word in diner.avoid or []]
    wish, unknown = _wish(without, missing, at_hand, diners, stock)
    lines = [
        replaced
        for place, laid in enumerate(ready.jars)
        for replaced in _replaced(place, laid, wish, stock, ready.fish.edible_g)
    ]
    patch = [operation for one in lines if one["choices"] for operation in one["choices"][0]["patch"]]
    return {"lines": lines, "unknown": unknown, "patch": patch}


def _wish(
    without: Sequence[str],
    missing: Sequence[str],
    at_hand: Sequence[str] | None,
    diners: Sequence[str],
    pantry: Pantry,
) -> tuple[Wish, list[str]]:
    """What words mean, and those that mean nothing."""
    unknown: list[str] = []
    avoided, things = set[str](), set[str]()
    for word in without:
        meant = avoided_by(word)
        avoided.update(meant)
        if not meant:
            things.update(_things([word], pantry, unknown))
    things.update(_things(missing, pantry, unknown))
    there = None if at_hand is None else frozenset(_things(at_hand, pantry, unknown))
    wish = Wish(
        avoided=frozenset(avoided),
        missing=frozenset(things),
        at_hand=there,
        unwelcome=frozenset((*diners, *(one for word in diners for one in avoided_by(word)))),
    )
    return wish, unknown


def _things(words: Sequence[str], pantry: Pantry, unknown: list[str]) -> Iterator[str]:
    """Ids of what words name; a word that may name several names them all."""
    for word in words:
        if word in pantry.ingredients:
            yield word
            continue
        meant = named(word, pantry)
        found = [meant.ingredient] if meant.ingredient else [one.ingredient for one in meant.guesses if not one.left]
        if not found:
            unknown.append(word)
        yield from (one.id for one in found)


def _replaced(place: int, laid: Laid, wish: Wish, pantry: Pantry, edible_g: float | None) -> Iterator[Replaced]:
    contents = laid.contents
    for spec, mass in zip(contents.specs, contents.masses, strict=True):
        why = wish.against(spec)
        if why is None:
            continue
        weighed = spec.ingredient is not None and mass and spec.values
        choices = list(_choices(spec, mass or 0.0, place, wish, pantry, edible_g)) if weighed else []
        yield {
            "jar": place,
            "line": spec.place,
            "id": spec.line.id,
            "name": spec.called,
            "why": why,
            "choices": choices,
        }


def _choices(
    spec: Spec, mass: float, place: int, wish: Wish, pantry: Pantry, edible_g: float | None
) -> Iterator[StandIn]:
    """The substitutes of one line, the nearest first."""
    old = spec.ingredient
    assert old is not None
    found: dict[str, tuple[Ingredient, float, str, str]] = {}
    for new, times, keeps in equivalents(old, pantry):
        found.setdefault(new.id, (new, times, keeps, ""))
    for new, times, loses in _stand_ins(old, pantry):
        found[new.id] = (new, times, sentence("substitute/stands-in"), loses)
    fitting = [one for one in found.values() if wish.allows(one[0])]
    practice = parameter("stand_in_practice")
    ranked = sorted(fitting, key=lambda one: (_apart(old, one[0], one[1]) - practice * bool(one[3]), one[0].id))
    for new, times, keeps, loses in ranked[:MOST_CHOICES]:
        yield {
            "id": new.id,
            "name": new.name,
            "keeps": keeps,
            "loses": [*([loses] if loses else []), *_changes(old, new, mass, times)],
            "brings": sorted(set(new.allergens) - set(old.allergens)),
            "mass_g": mass * times,
            "patch": swapped(spec, place, new, times, edible_g),
        }


def _stand_ins(old: Ingredient, pantry: Pantry) -> Iterator[tuple[Ingredient, float, str]]:
    """What the table says may stand for a thing of another sort."""
    for row in rows("stand_ins"):
        if row["for"] == old.id and row["by"] in pantry.ingredients:
            yield pantry.ingredients[row["by"]], float(row["grams_per_gram"]), row["loses"]


def _apart(old: Ingredient, new: Ingredient, times: float) -> float:
    """How far a substitute is from what it stands for [g/g], weighed by what is missed."""
    one, other = _holds(old), _holds(new)
    off = sum(float(row["weight"]) * abs(other[row["what"]] * times - one[row["what"]]) for row in rows("likeness"))
    sorts = (
        new.group != old.group,
        new.phase != old.phase,
        new.particle != old.particle,
        bool(set(old.flags) - set(new.flags)),
    )
    strange = len(brought_by(new) - brought_by(old))
    return off + parameter("stand_in_other_sort") * sum(sorts) + parameter("stand_in_strange") * strange


def _changes(old: Ingredient, new: Ingredient, mass: float, times: float) -> Iterator[str]:
    """What is otherwise in the line, in words."""
    one, other = _holds(old), _holds(new)
    for what in (row["what"] for row in rows("likeness") if row["told"]):
        before, after = one[what] * mass, other[what] * mass * times
        if abs(after - before) > max(WORTH * mass, 0.1 * before):
            yield sentence("substitute/changes", what=what, before=before, after=after)


@kept(maxsize=1024)
def _holds(one: Ingredient) -> Mapping[str, float]:
    """What a gram holds [g]; acid as citric, of what can be titrated."""
    whole = mix([(one, 1.0)])
    return {
        "salt": whole.salt_g,
        "sugar": whole.sugar_g,
        "acid": meq_per_g(one) * parameter("citric_per_equivalent") / 1000,
        "oil": whole.oil_g,
        "alcohol": whole.alcohol_g,
        "starch": whole.starch_g,
        "water": whole.water_g,
        "other": whole.other_g,
    }
