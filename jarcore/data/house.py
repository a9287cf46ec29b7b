"""House rules: what a kitchen always does, in words, as bounds of a reading, or as the school that it follows."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Literal

from jarcore.data.tables import schools
from jarcore.data.targets import target_rows

For = Literal["all", "lean", "oily", "children"]
FOR: tuple[For, ...] = ("all", "lean", "oily", "children")
# What a rule may bound beside the readings that amounts can be found for.
PORTION, CORE = "portion_g", "core_c"
BESIDE = (PORTION, CORE)


@dataclass(frozen=True, slots=True, kw_only=True)
class HouseRule:
    """One rule: its words, and what can be held against a formula where it says that.

    `target` is a key of a target (or portion_g, core_c) with its bounds, for some fish or diners; `question` and
    `option` are a school.
    """

    id: str
    text: str
    target: str | None = None
    min: float | None = None
    max: float | None = None
    applies: For = "all"
    question: str | None = None
    option: str | None = None


def bounded() -> tuple[str, ...]:
    """All that a rule may bound."""
    return (*target_rows(), *BESIDE)


def options_of(question: str) -> tuple[str, ...]:
    """Ids of the options of a school's question; empty for none."""
    return tuple(one["id"] for row in schools() if row["question"] == question for one in row["options"])


def read_rule(entry: Any) -> HouseRule | None:
    """A rule out of a kitchen's record; None for what is none. What cannot be held against a formula is words alone."""
    if not isinstance(entry, Mapping) or not all(isinstance(entry.get(name), str) for name in ("id", "text")):
        return None
    ends = {name: _number(entry.get(name)) for name in ("min", "max")}
    target = entry.get("target")
    question, option = entry.get("question"), entry.get("option")
    is_band = target in bounded() and any(end is not None for end in ends.values())
    is_school = isinstance(question, str) and option in options_of(question)
    applies = entry.get("applies")
    return HouseRule(
        id=entry["id"],
        text=entry["text"],
        target=target if is_band else None,
        min=ends["min"] if is_band else None,
        max=ends["max"] if is_band else None,
        applies=applies if applies in FOR else "all",
        question=question if is_school else None,
        option=option if is_school else None,
    )


def _number(value: Any) -> float | None:
    return float(value) if isinstance(value, int | float) and not isinstance(value, bool) else None


def with_house(entries: Any) -> tuple[HouseRule, ...]:
    """The rules of a kitchen, in its order."""
    return tuple(rule for one in entries if (rule := read_rule(one))) if isinstance(entries, list) else ()
