"""A step of a jar's making as a cook types it: 'boil the wine, 4 min, into a cold pan', 'reduce to 180 g'.

It is read by the same grammar as lines. What is not understood is kept as the step's note; nothing is invented.
"""

import re
from collections.abc import Mapping
from functools import cache
from typing import Any, NotRequired

from typing_extensions import TypedDict

from jarcore.data import Pantry, rows, sentence
from jarcore.formula.prepare import prepare
from jarcore.questions.phrases import NUMBER, Named, named, number, plain, weights
from jarcore.reading import factor

TIMES = {"s": "s", "sec": "s", "second": "s", "min": "min", "minute": "min", "h": "h", "hr": "h", "hour": "h"}
MINUTES = {"s": 1 / 60, "min": 1.0, "h": 60.0}
TIME = re.compile(rf"(?:\bfor |\babout |~)*({NUMBER}) ?({'|'.join(sorted(TIMES, key=len, reverse=True))})s?\b\.?")
HEAT = re.compile(rf"\b(?:to|at) ({NUMBER}) ?(?:°|deg(?:ree)?s? ?)? ?([cf])\b")
# What parts the things that a step names, and what stands before them without meaning.
BETWEEN = re.compile(r",|\band\b|\bwith\b|\+|&")
IDLE = re.compile(r"^(?:the|it|all|everything|it all|in|then|of|let|to|batches|alcohol)\b ?|^[.:; ]+|[.:; ]+$")
WATER_BEHIND = re.compile(r"^ ?(?:of )?water\b")
TO = "to_mass"
VOLUMES = ("ml", "l", "tbsp", "tsp", "cup")
# Places of a text that hold a mass, before it and behind it.
NEAR = 24


class MassRead(TypedDict):
    """A mass as it was typed."""

    value: float
    unit: str


class HeatRead(TypedDict):
    """A temperature as it was typed."""

    value: float
    unit: str


class StepRead(TypedDict):
    """A step of a making as read, without an id yet: the fields of the format."""

    do: str
    minutes: NotRequired[float]
    heat: NotRequired[str]
    to_temperature: NotRequired[HeatRead]
    to_mass: NotRequired[MassRead]
    left_in_pot: NotRequired[MassRead]
    lot: NotRequired[MassRead]
    water: NotRequired[MassRead]
    cooled_in: NotRequired[str]
    vessel: NotRequired[str]
    lines: NotRequired[list[str]]
    note: NotRequired[str]


class MakingRead(TypedDict):
    """A step out of words; `missing` says what is still to be said, with no step at all where no deed was named."""

    step: StepRead | None
    missing: str | None


def read_making(document: Mapping[str, Any], jar: int, text: str, pantry: Pantry) -> MakingRead:
    """A step out of typed words, for the making of jar JAR of a document.

    Things are looked for among the lines of that jar; a word that is none of them is kept in the note.
    """
    ready = prepare(document, pantry)
    own = ready.formula.jars[jar] if ready.formula.jars and jar < len(ready.formula.jars) else None
    ids = {line.ingredient: line.id for line in (own.lines if own else None) or [] if line.id}
    return read_step(text, ids, pantry)


def read_step(text: str, lines: Mapping[str | None, str], pantry: Pantry) -> MakingRead:
    """A step out of typed words; LINES are the ids of the lines that it may name, by their ingredient.

    >>> from jarcore.data import default_pantry
    >>> read_step("reduce to 180 g", {}, default_pantry()).get("step")
    {'do': 'reduce', 'to_mass': {'value': 180.0, 'unit': 'g'}}
    """
    words = plain(text)
    do, words = _deed(words)
    if do is None:
        return {"step": None, "missing": sentence("making/which-deed")}
    step: Any = {"do": do}
    words = _masses(words, step)
    for kind in ("cooled_in", "vessel", "heat"):
        means, words = _said(words, kind)
        if means is not None:
            step[kind] = means
    lasting, words = _said(words, "minutes")
    if found := HEAT.search(words):
        step["to_temperature"] = {"value": number(found.group(1)), "unit": "degF" if found.group(2) == "f" else "degC"}
        words = words[: found.start()] + words[found.end() :]
    if found := TIME.search(words):
        step["minutes"] = round(number(found.group(1)) * MINUTES[TIMES[found.group(2)]], 6)
        words = words[: found.start()] + words[found.end() :]
    elif lasting is not None:
        step["minutes"] = float(lasting)
    asides = list[str]()
    while (aside := _said(words, "note"))[0] is not None:
        asides, words = [*asides, aside[0] or ""], aside[1]
    things, left = _things(words, lines, pantry)
    note = ", ".join([*left, *asides])
    if things:
        step["lines"] = things
    if note:
        step["note"] = note
    missing = sentence("making/to-what") if do == "reduce" and TO not in step else None
    return {"step": step, "missing": missing}


@cache
def _words(kind: str) -> tuple[tuple[str, str], ...]:
    """(words, what they mean) of one kind, the longest words first."""
    found = [(row["words"], row["means"]) for row in rows("making_words") if row["kind"] == kind]
    return tuple(sorted(found, key=lambda pair: -len(pair[0])))


def _deed(words: str) -> tuple[str | None, str]:
    """The deed that words begin with, else the first that they name; and the words without it."""
    known = _words("do")
    for said, means in known:
        if re.match(rf"{said}\b", words):
            return means, words[len(said) :].strip()
    places = [(at.start(), -len(said), said, means) for said, means in known if (at := _at(said, words))]
    if not places:
        return None, words
    start, _, said, means = min(places)
    return means, f"{words[:start]} {words[start + len(said) :]}".strip()


def _at(said: str, words: str) -> re.Match[str] | None:
    return re.search(rf"(?<![\w-]){re.escape(said)}(?![\w-])", words)


def _said(words: str, kind: str) -> tuple[str | None, str]:
    """What of one kind is said in words, and the words without it."""
    for said, means in _words(kind):
        if found := _at(said, words):
            return means, f"{words[: found.start()]} {words[found.end() :]}".strip()
    return None, words


@cache
def _mass() -> re.Pattern[str]:
    units = "|".join(sorted(weights(), key=len, reverse=True))
    return re.compile(rf"(?:\b(?:to|with|of|about) )*({NUMBER}) ?({units})\b")


@cache
def _water() -> re.Pattern[str]:
    """So much water by volume, which weighs as much in grams as it measures in millilitres."""
    return re.compile(rf"(?:\bwith )?({NUMBER}) ?({'|'.join(VOLUMES)})s? (?:of )?water\b")


def _masses(words: str, step: dict[str, Any]) -> str:
    """Every mass in words, to where it belongs by what stands around it; the words without them."""
    if found := _water().search(words):
        grams = number(found.group(1)) * factor(found.group(2), "us")
        step["water"] = {"value": round(grams, 3), "unit": "g"}
        words = f"{words[: found.start()]} {words[found.end() :]}"
    while found := _mass().search(words):
        before, behind = words[: found.start()], words[found.end() :]
        mass = {"value": number(found.group(1)), "unit": weights()[found.group(2)]}
        if water := WATER_BEHIND.match(behind):
            field, behind = "water", behind[water.end() :]
        else:
            field, before, behind = _meant(before, behind)
        step.setdefault(field, mass)
        words = f"{before} {behind}"
    return " ".join(words.split())


def _meant(before: str, behind: str) -> tuple[str, str, str]:
    """What a mass is of, by the words near it, and those words without what said so."""
    for said, means in _words("mass"):
        for near, first in ((behind[:NEAR], False), (before[-NEAR:], True)):
            if found := _at(said, near):
                if first:
                    at = len(before) - len(before[-NEAR:]) + found.start()
                    return means, before[:at] + before[at + len(said) :], behind
                return means, before, behind[: found.start()] + behind[found.end() :]
    return TO, before, behind


def _things(words: str, lines: Mapping[str | None, str], pantry: Pantry) -> tuple[list[str], list[str]]:
    """The lines that words name, and what is left of them."""
    things, left = list[str](), list[str]()
    for part in BETWEEN.split(words):
        bare = part.strip()
        while (shorter := IDLE.sub("", bare).strip()) != bare:
            bare = shorter
        if not bare:
            continue
        meant = _one_of(bare, lines, pantry)
        if meant is None:
            left.append(bare)
        else:
            things.append(meant)
    return list(dict.fromkeys(things)), left


def _one_of(words: str, lines: Mapping[str | None, str], pantry: Pantry) -> str | None:
    """The line that words name; a guess that leaves a word is none: what is not sure stays in the note."""
    found = named(words, pantry, set(lines)) if lines else Named()
    if found.ingredient is not None:
        return lines[found.ingredient.id]
    only = found.guesses[0] if len(found.guesses) == 1 else None
    return lines[only.ingredient.id] if only and not only.left else None
