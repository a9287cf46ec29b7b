"""A line as a cook types it: 'lime juice 30 ml', '2 tsp fine salt', '1.2 % salt', 'a pinch of cayenne'.

What was not understood is given back; nothing is invented. An amount that is not there is unstated.
"""

import re
from collections.abc import Mapping, Sequence
from functools import cache
from typing import Any, NotRequired

from typing_extensions import TypedDict

from jarcore.data import Ingredient, Pantry, bare_word, rows
from jarcore.formula.prepare import prepare
from jarcore.jars import kind_of

LONGEST = 200
FRACTIONS = {
    "½": " 1/2",
    "¼": " 1/4",
    "¾": " 3/4",
    "⅓": " 1/3",
    "⅔": " 2/3",
    "⅛": " 1/8",
    "⅜": " 3/8",
    "⅝": " 5/8",
    "⅞": " 7/8",
}
NUMBER = r"\d+(?:[.,]\d+)?(?: \d+/[1-9]\d*)?(?!/)|\d+/[1-9]\d*"
AMOUNT = re.compile(rf"(?<![\w.,/])({NUMBER})(?:\s*(?:-|–|to)\s*({NUMBER}))?(?![\d/])")
PER_WEIGHT = re.compile(rf"\b(?:per|for|to) ({NUMBER}) ?(g|kg|oz|lb)\b(?: (?:of )?fish)?")
RATIO = re.compile(rf"^({NUMBER}) ?: ?1\b")
OF_LINE = re.compile(r"\b(?:to|of|for each part)\s+(?:the )?(.+)$")
BY = re.compile(r"\bby (mass|weight|volume)\b")
ONE = re.compile(r"^an? (?=(?:good |small )?(\w+))")
# Words that say how a thing is cut or that bind others; none of them tells one ingredient from another.
IDLE = frozenset(
    (
        "of",
        "the",
        "a",
        "an",
        "and",
        "fresh",
        "freshly",
        "finely",
        "chopped",
        "grated",
        "crushed",
        "minced",
        "sliced",
        "squeezed",
        "good",
        "small",
        "large",
    )
)
LIQUID = ("aqueous", "oil")
MOST_CANDIDATES = 6
RATIO_TO_NOTHING = "A ratio to what? Put the other part into the jar first."
NOTHING_CALLED = "The pantry has nothing that is called that."


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


class LineRead(TypedDict):
    """A line of a jar as read, without an id yet; `per`, `of` and `by` where its basis has them."""

    ingredient: str | None
    amount: AmountRead
    basis: NotRequired[str]
    per: NotRequired[WeightRead]
    of: NotRequired[str]
    by: NotRequired[str]


class Offered(TypedDict):
    """An ingredient that the words may mean."""

    ingredient: str
    name: str


class Phrase(TypedDict):
    """A line out of words: what was understood and what not, what it may mean instead, what is missing in words."""

    line: LineRead | None
    understood: list[str]
    unknown: list[str]
    choices: list[Offered]
    missing: str | None


def read_line(document: Mapping[str, Any], jar: int, text: str, pantry: Pantry) -> Phrase:
    """A line out of typed words for jar JAR of a document, bound to the fish that lies there now."""
    ready = prepare(document, pantry)
    own = ready.formula.jars[jar] if ready.formula.jars and jar < len(ready.formula.jars) else None
    lines = [line.model_dump() for line in (own.lines if own else None) or []]
    return read_phrase(text, pantry, (own.kind if own else None) or "", ready.fish.edible_g, lines)


def read_phrase(
    text: str, pantry: Pantry, kind: str, edible_g: float | None, lines: Sequence[Mapping[str, Any]]
) -> Phrase:
    """A line out of typed words.

    Parameters: text, as typed; kind, of the jar it goes into; edible_g, edible weight of the fish [g], to which a
    mass or volume is then bound; lines, those already in the jar, for a ratio to hang on.
    Returns: the line and what is left; `line` is None when no single ingredient was found.

    >>> from jarcore.data import default_pantry
    >>> read_phrase("1 1/2 tsp fine salt", default_pantry(), "rub", None, ()).get("line")
    {'ingredient': 'sea-salt-fine', 'amount': {'value': 1.5, 'unit': 'tsp'}, 'basis': 'fixed'}
    """
    words = _plain(text)
    line: Any = {}
    words, base, ratio = _ratio(words, pantry, lines)
    words, per = _per(words)
    words, basis = _basis(words)
    words, amount = _amount(words)
    words, loose = _loose(words)
    found, candidates, left = _ingredient(words, pantry)
    asked = _asked(ratio and not base, loose, found)
    if loose and not asked:
        amount = _of_loose(loose, amount)
    elif asked:
        amount = {}
    if amount.get("unit") is None and "value" in amount and found is not None:
        amount["unit"] = next((u for u in ("piece", "clove", "sprig", "slice") if found.unit_g(u)), None)
    if base:
        amount["unit"] = amount.get("unit") or "part"
    line["ingredient"] = found.id if found else None
    line["amount"] = {k: v for k, v in amount.items() if v is not None}
    if not line["amount"]:
        # The unit that such a thing is usually measured in; the cook types the number.
        line["amount"] = {"unstated": True, "unit": "ml" if found and found.phase in LIQUID else "%"}
    if basis == "cover":
        line["amount"] = amount if amount.get("unit") == "%" else {"value": 100.0, "unit": "%"}
    line.update(_follows(line["amount"].get("unit"), basis, base, per, kind, edible_g, found))
    missing = None
    if asked and found is not None:
        missing = asked
    elif found is None:
        missing = "Which of these?" if candidates else NOTHING_CALLED if left else "Of what? Name an ingredient."
    elif "unstated" in line["amount"]:
        missing = "How much? It is kept as not stated until you type it."
    elif line["amount"].get("unit") is None:
        missing = "In which unit?"
    return {
        "line": line,
        "understood": _understood(line, found),
        "unknown": [left] if left else [],
        "choices": [{"ingredient": one.id, "name": one.name} for one in candidates],
        "missing": missing,
    }


def _understood(line: LineRead, found: Ingredient | None) -> list[str]:
    """What was taken out of the words: the ingredient, the amount, what it follows."""
    amount = line["amount"]
    much = "" if amount.get("unstated") else _spoken_amount(amount)
    return [one for one in (found.name if found else "", much, line.get("basis", "")) if one]


def _spoken_amount(amount: AmountRead) -> str:
    number = f"{amount['value']:g}" if "value" in amount else f"{amount.get('low', 0):g}–{amount.get('high', 0):g}"
    return f"{number} {amount.get('unit', '')}".strip()


def _plain(text: str) -> str:
    words = text[:LONGEST].lower()
    for sign, plain in FRACTIONS.items():
        words = words.replace(sign, plain)
    words = re.sub(r"[;()\"“”]", " ", words)
    words = re.sub(r"(?<=\d)(?=[a-z%])", " ", words)
    words = re.sub(r"\b(half) an? ", "1/2 ", words)
    return ONE.sub("1 ", " ".join(words.split()))


def _value(text: str) -> float:
    total = 0.0
    for part in text.replace(",", ".").split():
        over, _, under = part.partition("/")
        total += float(over) / float(under or 1)
    return round(total, 6)


@cache
def _loose_words() -> dict[str, dict[str, str]]:
    return {row[form]: row for row in rows("loose_amounts") for form in ("word", "plural")}


def _loose(words: str) -> tuple[str, dict[str, str] | None]:
    """A word that stands for an amount, as 'a handful of parsley' has one, taken out of the words."""
    for said, row in _loose_words().items():
        found = re.search(rf"\b{said}\b(?: of\b)?", words)
        if found:
            return words[: found.start()] + words[found.end() :], row
    return words, None


def _asked(ratio: bool, loose: Mapping[str, str] | None, found: Ingredient | None) -> str | None:
    """What has to be asked of an amount that is no number by itself: a ratio to nothing, a handful of no leaves."""
    if ratio:
        return RATIO_TO_NOTHING
    if loose is None or found is None:
        return None
    fits = {
        "leaf": found.particle == "leaf",
        "fat": found.group == "fat",
        "liquid": found.phase in LIQUID and found.particle != "paste",
        "sour": found.sour,
    }
    return None if fits[loose["of"]] else f"How much is a {loose['word']} of it? Type an amount."


def _of_loose(row: Mapping[str, str], amount: Mapping[str, Any]) -> dict[str, Any]:
    """The range that so many of such a word stand for."""
    times = float(amount.get("value", 1.0))
    low, high = float(row["low"]), float(row["high"])
    return {"low": round(low * times, 3), "high": round(high * times, 3), "unit": row["unit"]}


def _ratio(words: str, pantry: Pantry, lines: Sequence[Mapping[str, Any]]) -> tuple[str, dict[str, Any], bool]:
    """'3:1 oil to lemon juice' or '2 parts oil to lemon juice': the line it hangs on, and how parts are meant.

    Last, whether it is a ratio at all: one to nothing that is in the jar has to be asked about.
    """
    sure = RATIO.match(words)
    parts = sure or re.match(rf"^({NUMBER}) parts?\b", words)
    tail = OF_LINE.search(words)
    if not parts or not tail:
        return words[sure.end() :] if sure else words, {}, bool(sure)
    by = BY.search(words)
    named, _, _ = _ingredient(BY.sub("", tail.group(1)), pantry, among={line.get("ingredient") for line in lines})
    base = next((line.get("id") for line in lines if named is not None and line.get("ingredient") == named.id), None)
    if base is None:
        return f"{words[parts.end() : tail.start()]}", {}, True
    rest = f"{parts.group(1)} part {words[parts.end() : tail.start()]}"
    return BY.sub("", rest), {"of": base, "by": "mass" if by and by.group(1) != "volume" else "volume"}, True


def _per(words: str) -> tuple[str, dict[str, Any] | None]:
    found = PER_WEIGHT.search(words)
    if not found:
        return words, None
    rest = words[: found.start()] + words[found.end() :]
    return rest, {"value": _value(found.group(1)), "unit": found.group(2)}


@cache
def _basis_words() -> list[tuple[str, str]]:
    return sorted(((row["words"], row["basis"]) for row in rows("basis_words")), key=lambda pair: -len(pair[0]))


def _basis(words: str) -> tuple[str, str | None]:
    for said, basis in _basis_words():
        found = re.search(rf"(?<!\w){re.escape(said)}(?!\w)", words)
        if found:
            return words[: found.start()] + " " + words[found.end() :], basis
    return words, None


@cache
def _units() -> dict[str, str]:
    return {row["word"]: row["unit"] for row in rows("unit_words")}


def _amount(words: str) -> tuple[str, dict[str, Any]]:
    """The first number and the unit behind it, taken out of the words."""
    found = AMOUNT.search(words)
    if not found:
        return words, {}
    before, after = words[: found.start()], words[found.end() :].lstrip()
    unit = None
    for said in sorted(_units(), key=len, reverse=True):
        for form in (said, f"{said}s", f"{said}."):
            if re.match(rf"{re.escape(form)}(?![\w])", after):
                unit, after = _units()[said], after[len(form) :]
                break
        if unit:
            break
    low = _value(found.group(1))
    if found.group(2) is None:
        return f"{before} {after}", {"value": low, "unit": unit}
    return f"{before} {after}", {"low": low, "high": _value(found.group(2)), "unit": unit}


def _follows(
    unit: str | None,
    basis: str | None,
    base: Mapping[str, Any],
    per: dict[str, Any] | None,
    kind: str,
    edible_g: float | None,
    found: Ingredient | None,
) -> dict[str, Any]:
    """What the amount follows: as said, else what a cook means by such an amount in such a jar."""
    # Coatings are made in a batch: what is in them goes by their flour, or is fixed.
    batched = kind_of(kind).coats
    if base:
        return {"basis": "line", **base}
    if per:
        return {"basis": "fish", "per": per}
    if basis is None and unit in ("%", None):
        basis = "flour" if batched and found is not None and found.group != "flour" else "fish"
    elif basis is None:
        basis = "fixed" if batched or not edible_g else "fish"
    if basis == "fish" and unit not in ("%", None) and edible_g:
        return {"basis": basis, "per": {"value": float(f"{edible_g:.4g}"), "unit": "g"}}
    return {"basis": basis}


@cache
def _named(ingredient: Ingredient) -> tuple[frozenset[str], ...]:
    """The ways to name an ingredient, each as a set of bare words."""
    names = (ingredient.name, ingredient.id.replace("-", " "), *ingredient.synonyms)
    return tuple(frozenset(bare_word(word) for word in re.findall(r"[\w%]+", name.lower())) for name in names)


def _ingredient(
    words: str, pantry: Pantry, among: set[Any] | None = None
) -> tuple[Ingredient | None, list[Ingredient], str]:
    """The one ingredient that the words name; else the candidates; and the words that name nothing."""
    spoken = re.findall(r"[^\W\d_]+", words)
    said = [word for word in spoken if word not in IDLE]
    whole, bare = (frozenset(bare_word(word) for word in some) for some in (spoken, said))
    rows_of = [one for one in pantry.ingredients.values() if among is None or one.id in among]
    if not bare:
        return None, [], ""
    exact = [one for one in rows_of if whole in _named(one)] or [one for one in rows_of if bare in _named(one)]
    if len(exact) == 1:
        return exact[0], [], ""
    if exact:
        return None, exact, ""
    # All that was said is part of a name: '1 tsp smoked paprika' among two paprikas.
    within = [one for one in rows_of if any(bare <= name for name in _named(one))]
    # A whole name is part of what was said: the rest is told back.
    around = sorted((one for one in rows_of if any(name <= bare for name in _named(one))), key=_longest, reverse=True)
    if len(within) == 1:
        return within[0], [], ""
    if within:
        return None, within[:MOST_CANDIDATES], ""
    if around:
        name = max((name for name in _named(around[0]) if name <= bare), key=len)
        return around[0], [], " ".join(word for word in said if bare_word(word) not in name)
    some = [one for one in rows_of if any(bare & name for name in _named(one))]
    return None, some[:MOST_CANDIDATES], " ".join(said)


def _longest(ingredient: Ingredient) -> int:
    return max(len(name) for name in _named(ingredient))
