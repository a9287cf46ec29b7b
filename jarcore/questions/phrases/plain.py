"""Typed words made plain: small letters, written fractions and numbers in words as figures."""

import re
from functools import cache

from jarcore.data import rows

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
ONE = re.compile(r"^an? (?=(?:good |small |large |big )?\w+)")
AND_A_FRACTION = re.compile(r"\b(\d+) and (?:a |an )?(?=\d/\d)")


def plain(text: str) -> str:
    """The words in small letters, with every number in figures.

    >>> plain("Half a cup of flour"), plain("a quarter cup"), plain("one and a half cups"), plain("five spice")
    ('1/2 cup of flour', '1/4 cup', '1 1/2 cups', 'five spice')
    """
    words = text[:LONGEST].lower().replace("−", "-").replace("’", "'")
    for sign, figure in FRACTIONS.items():
        words = words.replace(sign, figure)
    words = re.sub(r"[;()\"“”]", " ", words)
    words = re.sub(r"(?<=\d)(?=[a-z%])", " ", words)
    words = " ".join(words.split())
    words = _numbers().sub(lambda found: f"{_values()[found.group(1) or found.group(2)]} ", words)
    words = AND_A_FRACTION.sub(r"\1 ", words)
    return ONE.sub("1 ", words)


def number(text: str) -> float:
    """A number as it was written: '1 1/2' or '1,2'."""
    total = 0.0
    for part in text.replace(",", ".").split():
        over, _, under = part.partition("/")
        total += float(over) / float(under or 1)
    return round(total, 6)


@cache
def _values() -> dict[str, str]:
    return {row["word"]: row["value"] for row in rows("number_words")}


@cache
def measures() -> tuple[str, ...]:
    """All words that a number may stand before: units, handfuls, pieces; the longest first."""
    units = [form for row in rows("unit_words") for form in (row["word"], f"{row['word']}s", f"{row['word']}.")]
    loose = [row[form] for row in rows("loose_amounts") for form in ("word", "plural")]
    return tuple(sorted({*units, *loose}, key=len, reverse=True))


@cache
def _numbers() -> re.Pattern[str]:
    """A number in words before a measure, a fraction before anything, and one before its fraction.

    'Five spice' is no five of anything.
    """
    said = "|".join(re.escape(word) for word in sorted(_values(), key=len, reverse=True))
    after = "|".join(re.escape(word) for word in measures())
    small = r"(?:small |large |big |good )?"
    parts = "|".join(re.escape(word) for word, value in _values().items() if "/" in value or " " in word)
    return re.compile(rf"\b({said}) (?={small}(?:{after})(?!\w)|and (?:a |an )?half\b)|\b({parts}) (?=\w)")
