"""The amount of a typed line: a number with its unit, a range, a word of the hand, or nothing that was stated."""

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any

from typing_extensions import TypedDict

from jarcore.data import Ingredient, rows
from jarcore.questions.phrases.plain import NUMBER, number

AMOUNT = re.compile(rf"(?<![\w.,/])({NUMBER})(?:\s*(?:-|–|to)\s*({NUMBER}))?(?![\d/])")
BELOW_NOTHING = re.compile(rf"(?:^|(?<=\s))-\s*(?:{NUMBER})(?: ?[a-z%]+)?")
LIQUID = ("aqueous", "oil")
# Units that an amount of fish is stated in.
WEIGHTS = ("g", "kg", "oz", "lb")
NOT_ABOVE = "An amount is above 0."
# What a word of the hand may be said of.
FITS: Mapping[str, Callable[[Ingredient], bool]] = {
    "leaf": lambda one: one.particle == "leaf",
    "fat": lambda one: one.group == "fat",
    "liquid": lambda one: one.phase in LIQUID and one.particle != "paste",
    "sour": lambda one: one.sour,
    "root": lambda one: one.goes_in == "roots",
    "paste": lambda one: one.particle == "paste" or one.group == "dairy",
    "bulb": lambda one: bool(one.unit_g("clove")),
    "fine": lambda one: one.particle in ("fine", "flake", "coarse") and one.phase == "solid",
}
COUNTS = ("clove", "piece", "sprig", "slice")
# Measures that stand for one of themselves without a number: 'pinch of saffron'.
ALONE = ("tsp", "tbsp", "cup", "pinch", *COUNTS)


class AmountRead(TypedDict, total=False):
    """An amount as read: a value, a range, or unstated, with its unit."""

    value: float
    low: float
    high: float
    unit: str
    unstated: bool


class WeightRead(TypedDict):
    """How much fish an amount is for."""

    value: float
    unit: str


@dataclass(frozen=True, slots=True)
class Asked:
    """What was taken of an amount; `words` what is left, `hand` its word of the hand.

    `said` is what was said in place of a number, and `problem` why that is none.
    """

    words: str
    amount: dict[str, Any]
    hand: str | None = None
    said: str = ""
    problem: str | None = None

    def by_hand(self) -> "Asked":
        """The same with a word of the hand taken out of the words, where one is in them and no unit was said."""
        if self.problem or self.amount.get("unit") is not None:
            return self
        words, hand = _of_the_hand(self.words)
        return Asked(words, self.amount, hand, self.said or hand or "")

    def of(self, ingredient: Ingredient | None) -> tuple[dict[str, Any], str | None]:
        """The amount of this ingredient, and what has to be asked: a handful is something of leaves alone."""
        if self.problem:
            return {}, self.problem
        if self.hand is None:
            amount = dict(self.amount)
            if amount.get("unit") is None and "value" in amount and ingredient is not None:
                amount["unit"] = next((unit for unit in COUNTS if ingredient.unit_g(unit)), None)
            return amount, None
        if ingredient is None:
            return {}, None
        row = next((row for row in _hands()[self.hand] if FITS[row["of"]](ingredient)), None)
        if row is None:
            return {}, f"How much is a {_hands()[self.hand][0]['word']} of it? Type an amount."
        times = self.amount.get("value", 1.0)
        low, high = (round(float(row[end]) * times, 3) for end in ("low", "high"))
        return {"low": low, "high": high, "unit": row["unit"]}, None


def read_amount(words: str) -> Asked:
    """The amount in plain words, and the words without it."""
    if below := BELOW_NOTHING.search(words):
        return Asked(words[: below.start()] + words[below.end() :], {}, said=below.group().strip(), problem=NOT_ABOVE)
    for said in _unstated():
        if found := re.search(rf"(?<!\w){said}(?!\w)", words):
            return Asked(words[: found.start()] + words[found.end() :], {}, said=said)
    words, amount = _numbered(words)
    return Asked(words, amount)


@cache
def _hands() -> dict[str, list[dict[str, str]]]:
    found: dict[str, list[dict[str, str]]] = {}
    for row in rows("loose_amounts"):
        for form in ("word", "plural"):
            found.setdefault(row[form], []).append(row)
    return found


@cache
def _unstated() -> tuple[str, ...]:
    return tuple(row["words"] for row in rows("line_words") if row["kind"] == "unstated")


@cache
def _units() -> list[tuple[str, str, float]]:
    """(words, unit, how many of it), the longest words first."""
    found = [(row["word"], row["unit"], float(row["times"])) for row in rows("unit_words")]
    return sorted(found, key=lambda one: len(one[0]), reverse=True)


@cache
def weights() -> dict[str, str]:
    """Words of a weight, many and one, with their units."""
    found = {word: unit for word, unit, _ in _units() if unit in WEIGHTS}
    return {**{f"{word}s": unit for word, unit in found.items()}, **found}


def _of_the_hand(words: str) -> tuple[str, str | None]:
    """A word that stands for an amount, as 'a handful of parsley' has one, taken out of the words."""
    for said in sorted(_hands(), key=len, reverse=True):
        if found := re.search(rf"(?<![\w-]){said}(?!\w)(?: of\b)?", words):
            return words[: found.start()] + words[found.end() :], said
    return words, None


def _numbered(words: str) -> tuple[str, dict[str, Any]]:
    """The first number and the unit behind it, taken out of the words."""
    found = AMOUNT.search(words)
    if not found:
        unit, _, after = _unit(words)
        alone = unit in ALONE and after.startswith(" of ")
        return (after, {"value": 1.0, "unit": unit}) if alone else (words, {})
    before, after = words[: found.start()], words[found.end() :].lstrip()
    unit, times, after = _unit(after)
    if unit is None:
        unit, after = _counted_behind(after)
    low = number(found.group(1)) * times
    if found.group(2) is None:
        return f"{before} {after}", {"value": round(low, 6), "unit": unit}
    high = number(found.group(2)) * times
    return f"{before} {after}", {"low": round(low, 6), "high": round(high, 6), "unit": unit}


def _unit(after: str) -> tuple[str | None, float, str]:
    """The unit that words begin with, how many of it, and the words behind it."""
    sized = re.sub(r"^(?:small|large|big|good|heaped|level|rounded|scant) (?=\w)", "", after)
    for said, unit, times in _units():
        for form in (said, f"{said}s", f"{said}es", f"{said}."):
            if re.match(rf"{re.escape(form)}(?!\w)", sized):
                return unit, times, sized[len(form) :]
    return None, 1.0, after


def _counted_behind(after: str) -> tuple[str | None, str]:
    """What is counted where the thing is named first: of '2 garlic cloves' the cloves."""
    for said, unit, _ in _units():
        if unit in COUNTS and (found := re.search(rf"(?<=\w )(?:{re.escape(said)}|{re.escape(said)}s)(?!\w)", after)):
            return unit, after[: found.start()] + after[found.end() :]
    return None, after
