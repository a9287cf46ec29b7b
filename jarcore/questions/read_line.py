"""A line as a cook types it: 'lime juice 30 ml', '2 tsp fine salt', '1.2 % salt', 'a pinch of cayenne'.

What was not understood is given back; nothing is invented. An amount that is not there is unstated, and an ingredient
that is only guessed at is none until somebody chooses it.
"""

import copy
import re
from collections.abc import Mapping, Sequence
from functools import cache
from typing import Any, NotRequired

from typing_extensions import TypedDict

from jarcore.data import Ingredient, Pantry, rows
from jarcore.formula import evaluate
from jarcore.formula.prepare import prepare
from jarcore.jars import kind_of
from jarcore.questions.phrases import (
    LIQUID,
    NUMBER,
    AmountRead,
    Guess,
    Named,
    WeightRead,
    named,
    number,
    plain,
    read_amount,
    weights,
)

OF_FISH = r"(?!\w)(?: (?:of )?fish(?! \w))?"
# A unit that is said without its number: 'per kilo'.
ONE_OF = ("kg", "lb")
RATIO = re.compile(rf"^({NUMBER}) ?: ?1\b")
OF_LINE = re.compile(r"\b(?:to|of|for each part)\s+(?:the )?(.+)$")
BY = re.compile(r"\bby (mass|weight|volume)\b")
SHARE = re.compile(r"%|\bper ?cent\b")
RATIO_TO_NOTHING = "A ratio to what? Put the other part into the jar first."
NOTHING_CALLED = "The pantry has nothing that is called that."
# What a line may say of itself that changes what goes in.
PREPARED = ("soaked", "squeezed")
# Parts that only some things come in.
PARTS = ("slice", "clove", "sprig")
# What the line is called while it is tried.
NEW = "new-line"
WHICH = "Which of these?"
GUESSED = "Is it one of these? Choose it."


class LineRead(TypedDict):
    """A line of a jar as read, without an id yet; `per`, `of` and `by` where its basis has them.

    `note` keeps what was said beside it.
    """

    ingredient: str | None
    amount: AmountRead
    basis: NotRequired[str]
    per: NotRequired[WeightRead]
    of: NotRequired[str]
    by: NotRequired[str]
    prepared: NotRequired[str]
    note: NotRequired[str]


class Offered(TypedDict):
    """An ingredient that the words may mean: the line that it would be, and the words that it leaves."""

    ingredient: str
    name: str
    line: LineRead
    left: str


class Phrase(TypedDict):
    """A line out of words: what was understood and what not, what it may mean instead, what is missing in words.

    `line` has an ingredient only where the words name one for sure; `called` is what was said of it beside the amount.
    """

    line: LineRead | None
    understood: list[str]
    unknown: list[str]
    choices: list[Offered]
    missing: str | None
    called: str
    mass_g: float | None


def read_line(document: Mapping[str, Any], jar: int, text: str, pantry: Pantry) -> Phrase:
    """A line out of typed words for jar JAR of a document, bound to the fish that lies there now.

    `mass_g` of the answer is what it would weigh on that fish [g]; None where that is not known.
    """
    ready = prepare(document, pantry)
    own = ready.formula.jars[jar] if ready.formula.jars and jar < len(ready.formula.jars) else None
    lines = [line.model_dump() for line in (own.lines if own else None) or []]
    phrase = read_phrase(text, pantry, (own.kind if own else None) or "", ready.fish.edible_g, lines)
    return {**phrase, "mass_g": _mass_of(document, jar, phrase["line"], pantry)}


def _mass_of(document: Mapping[str, Any], jar: int, line: LineRead | None, pantry: Pantry) -> float | None:
    """What a line would weigh as the last of its jar [g]."""
    if line is None or line["ingredient"] is None or "unstated" in line["amount"]:
        return None
    tried: Any = copy.deepcopy(dict(document))
    try:
        own = tried["jars"][jar]
        own["lines"] = [*(own.get("lines") or []), {"id": NEW, **line}]
        return evaluate(tried, pantry)["jars"][jar]["lines"][-1]["mass_g"]
    except (AttributeError, IndexError, KeyError, TypeError):
        return None  # a draft that is no jar where one is asked for weighs nothing


def read_phrase(
    text: str, pantry: Pantry, kind: str, edible_g: float | None, lines: Sequence[Mapping[str, Any]]
) -> Phrase:
    """A line out of typed words.

    Parameters: text, as typed; kind, of the jar it goes into; edible_g, edible weight of the fish [g], to which a
    mass or volume is then bound; lines, those already in the jar, for a ratio to hang on.
    Returns: the line and what is left; its `ingredient` is None when no single one was named.

    >>> from jarcore.data import default_pantry
    >>> read_phrase("1 1/2 tsp fine salt", default_pantry(), "rub", None, ()).get("line")
    {'ingredient': 'sea-salt-fine', 'amount': {'value': 1.5, 'unit': 'tsp'}, 'basis': 'fixed'}
    """
    words, base, ratio = _ratio(plain(text), pantry, lines)
    words, per = _per(words)
    words, basis = _basis(words)
    read = read_amount(words)
    found = named(read.words, pantry)
    if found.ingredient is None:
        # A head of garlic is so much of it, a fennel bulb is called so.
        read = read.by_hand()
        found = named(read.words, pantry)
    if found.ingredient is None and (unit := read.amount.get("unit")) in PARTS:
        # A slice of lemon is of what comes in slices, which neither juice nor zest does.
        counted: set[str | None] = {one.id for one in pantry.ingredients.values() if one.unit_g(unit) is not None}
        meant = [one for one in named(read.words, pantry, counted).guesses if not one.left]
        found = Named(meant[0].ingredient) if len(meant) == 1 else found
    if read.problem and found.ingredient is not None:
        # What is no amount is not taken for 'not stated' unasked.
        found = Named(guesses=(Guess(found.ingredient, found.remark),))

    def line_of(ingredient: Ingredient | None, note: str) -> tuple[LineRead, str | None]:
        """The line that it is of this ingredient, and what has to be asked of its amount."""
        amount, asked = read.of(ingredient)
        if ratio and not base:
            amount, asked = {}, RATIO_TO_NOTHING
        if base:
            amount["unit"] = amount.get("unit") or "part"
        line: Any = {"ingredient": ingredient.id if ingredient else None}
        line["amount"] = {key: value for key, value in amount.items() if value is not None}
        if not line["amount"]:
            # The unit that such a thing is usually measured in; the cook types the number.
            line["amount"] = {"unstated": True, "unit": "ml" if ingredient and ingredient.phase in LIQUID else "%"}
        if basis == "cover":
            line["amount"] = amount if amount.get("unit") == "%" else {"value": 100.0, "unit": "%"}
        line.update(_follows(line["amount"].get("unit"), basis, base, per, kind, edible_g, ingredient))
        if ingredient and ingredient.phase not in LIQUID:
            # Lemon juice is squeezed already; a root is still to be.
            ready = next((word for word in PREPARED if word in note.split()), None)
            line.update({"prepared": ready} if ready else {})
            note = "" if note == ready else note
        # What was said in place of a number is kept where it became none.
        kept = [part for part in (read.said if "unstated" in line["amount"] else "", note) if part]
        if kept:
            line["note"] = ", ".join(kept)
        return line, asked

    line, asked = line_of(found.ingredient, found.remark)
    offered: list[Offered] = [
        {
            "ingredient": one.ingredient.id,
            "name": one.ingredient.name,
            "line": line_of(one.ingredient, one.left)[0],
            "left": one.left,
        }
        for one in found.guesses
    ]
    return {
        "line": line,
        "understood": _understood(line, found.ingredient),
        "unknown": [found.unknown] if found.unknown else [],
        "choices": offered,
        "missing": _missing(line, found, asked or read.problem, bool(read.words.strip())),
        "called": " ".join(read.words.split()),
        "mass_g": None,
    }


def _missing(line: LineRead, found: Named, asked: str | None, named_something: bool) -> str | None:
    """What is still to be said, in words."""
    if asked:
        return asked
    if found.ingredient is None:
        if found.guesses:
            return GUESSED if found.unknown else WHICH
        return NOTHING_CALLED if named_something else "Of what? Name an ingredient."
    if "unstated" in line["amount"]:
        return "How much? It is kept as not stated until you type it."
    return "In which unit?" if line["amount"].get("unit") is None else None


def _understood(line: LineRead, found: Ingredient | None) -> list[str]:
    """What was taken out of the words: the ingredient, the amount, what it follows."""
    amount = line["amount"]
    much = "" if amount.get("unstated") else _spoken_amount(amount)
    return [one for one in (found.name if found else "", much, line.get("basis", "")) if one]


def _spoken_amount(amount: AmountRead) -> str:
    number = f"{amount['value']:g}" if "value" in amount else f"{amount.get('low', 0):g}–{amount.get('high', 0):g}"
    return f"{number} {amount.get('unit', '')}".strip()


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
    among = {line.get("ingredient") for line in lines}
    other = named(BY.sub("", tail.group(1)), pantry, among)
    meant = other.ingredient or (other.guesses[0].ingredient if len(other.guesses) == 1 else None)
    base = next((line.get("id") for line in lines if meant is not None and line.get("ingredient") == meant.id), None)
    if base is None:
        return f"{words[parts.end() : tail.start()]}", {}, True
    rest = f"{parts.group(1)} part {words[parts.end() : tail.start()]}"
    return BY.sub("", rest), {"of": base, "by": "mass" if by and by.group(1) != "volume" else "volume"}, True


@cache
def _fish_said() -> tuple[re.Pattern[str], re.Pattern[str]]:
    """For how much fish an amount is: a number of some weight, or one of it."""
    known = sorted(weights(), key=len, reverse=True)
    one = "|".join(word for word in known if weights()[word] in ONE_OF)
    many = "|".join(known)
    return (
        re.compile(rf"(?<![\w-])(?:per|for|to|each|a)(?: each| every| a)? ({NUMBER}) ?({many}){OF_FISH}"),
        re.compile(rf"(?<![\w-])(?:per|for every|for each|each|an?) ({one}){OF_FISH}"),
    )


def _per(words: str) -> tuple[str, dict[str, Any] | None]:
    """For how much fish it is written: 'per kg', 'for 500 g of fish'."""
    many, one = _fish_said()
    if found := many.search(words):
        value, unit = number(found.group(1)), found.group(2)
    elif found := one.search(words):
        value, unit = 1.0, found.group(1)
    else:
        return words, None
    return words[: found.start()] + words[found.end() :], {"value": value, "unit": weights()[unit]}


@cache
def _basis_words() -> list[tuple[str, str]]:
    return sorted(((row["words"], row["basis"]) for row in rows("basis_words")), key=lambda pair: -len(pair[0]))


def _basis(words: str) -> tuple[str, str | None]:
    """What it follows, as it was said. Only a share is 'of the flour': half a cup of flour is flour."""
    shared = bool(SHARE.search(words))
    for said, basis in _basis_words():
        found = re.search(rf"(?<!\w){re.escape(said)}(?!\w)", words)
        if found and (shared or not said.startswith("of ") or basis == "surface"):
            return words[: found.start()] + " " + words[found.end() :], basis
    return words, None


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
