"""Which ingredient words name: one for sure, or guesses that somebody has to choose from.

A word that is not understood is never dropped, least of all one that qualifies: 'dried chives' are not chives, and what
a guess leaves of the words is told with it.
"""

import difflib
import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import cache

from jarcore.data import Ingredient, Pantry, bare_word, rows

WORD = re.compile(r"[^\W\d_]+")
MOST_GUESSES = 8
# The letters from which on a word is completed.
COMPLETED_FROM = 2
# How alike a word is to one that it may be a slip of.
ALIKE = 0.8
# Water from which on [g/100 g] a thing is fresh without saying so.
FRESH_FROM = 40.0

Bare = frozenset[str]


@dataclass(frozen=True, slots=True)
class Guess:
    """An ingredient that words may mean, and those of them that it leaves."""

    ingredient: Ingredient
    left: str = ""


@dataclass(frozen=True, slots=True)
class Named:
    """The one ingredient that is named, with a remark on it; else guesses, the likeliest first; what no guess knows."""

    ingredient: Ingredient | None = None
    remark: str = ""
    guesses: tuple[Guess, ...] = ()
    unknown: str = ""


def named(words: str, pantry: Pantry, among: set[str | None] | None = None) -> Named:
    """The ingredient that plain words name. AMONG, where given, are the ids that may be meant."""
    known = [one for one in pantry.ingredients.values() if among is None or one.id in among]
    head, _, tail = words.partition(",")
    whole = _sure(words, known)
    if whole is None and tail.strip() and not _qualifies(tail, pantry):
        whole = _sure(head, known)
        if whole and whole.ingredient:
            remark = ", ".join(part for part in (whole.remark, " ".join(tail.split())) if part)
            return Named(whole.ingredient, remark)
    if whole is not None:
        return whole
    said = [word for word in WORD.findall(words) if word not in _kinds()["binds"]]
    if not said:
        return Named()
    guesses = tuple(_guesses(said, known))[:MOST_GUESSES]
    return Named(guesses=guesses, unknown=" ".join(said) if not guesses else guesses[0].left)


@cache
def _kinds() -> dict[str, frozenset[str]]:
    """Words of a line that name nothing: those that bind, that say how a thing is made ready, and 'fresh'."""
    found: dict[str, set[str]] = {}
    for row in rows("line_words"):
        found.setdefault(row["kind"], set()).add(row["words"])
    return {kind: frozenset(words) for kind, words in found.items()}


@cache
def _names(ingredient: Ingredient) -> tuple[Bare, ...]:
    """The ways to name an ingredient, each as a set of bare words."""
    names = (ingredient.name, ingredient.id.replace("-", " "), *ingredient.synonyms)
    return tuple(frozenset(bare_word(word) for word in re.findall(r"[^\W_]+|%", name.lower())) for name in names)


def _bare(words: Iterable[str]) -> Bare:
    return frozenset(bare_word(word) for word in words)


def _sure(words: str, known: Sequence[Ingredient]) -> Named | None:
    """The ingredient whose whole name was said, or those that share it; None where no name was.

    Words on how it is made ready are a remark, and 'fresh' is none of what is fresh anyway.
    """
    spoken = WORD.findall(words)
    kinds = _kinds()
    for idle in (frozenset[str](), kinds["binds"], kinds["binds"] | kinds["cut"]):
        found = _called(_bare(word for word in spoken if word not in idle), known)
        if found:
            return _one_of(found, " ".join(word for word in spoken if word in idle - kinds["binds"]))
    idle = kinds["binds"] | kinds["cut"] | kinds["fresh"]
    found = _called(_bare(word for word in spoken if word not in idle), known)
    if found and all(one.water >= FRESH_FROM for one in found):
        return _one_of(found, " ".join(word for word in spoken if word in kinds["cut"]))
    return None


def _called(said: Bare, known: Sequence[Ingredient]) -> list[Ingredient]:
    return [one for one in known if said and said in _names(one)]


def _one_of(found: Sequence[Ingredient], remark: str) -> Named:
    if len(found) == 1:
        return Named(found[0], remark)
    return Named(guesses=tuple(Guess(one, remark) for one in found))


def _qualifies(tail: str, pantry: Pantry) -> bool:
    """Whether words behind a comma tell one ingredient from another: then they are no mere remark."""
    return bool(_bare(WORD.findall(tail)) & _vocabulary(pantry))


def _vocabulary(pantry: Pantry) -> Bare:
    return frozenset(word for one in pantry.ingredients.values() for name in _names(one) for word in name)


def _guesses(said: Sequence[str], known: Sequence[Ingredient]) -> Iterable[Guess]:
    """What may be meant: names that the words begin, then those that they hold, that they share, that they resemble."""
    bare = [bare_word(word) for word in said]
    seen: set[str] = set()
    for tier, mended in ((_begun, False), (_held, False), (_resembled, True), (_shared, False)):
        # What the words share with a name, or resemble, is a guess only where nothing nearer is one.
        if seen and tier in (_resembled, _shared):
            return
        for one in tier(bare, known):
            if one.id not in seen:
                seen.add(one.id)
                yield Guess(one, "" if mended else _left(said, one))


def _begun(bare: Sequence[str], known: Sequence[Ingredient]) -> list[Ingredient]:
    """Names of which every word that was said is, or begins, a word."""
    if any(len(word) < COMPLETED_FROM for word in bare):
        return []
    found = [(score, one) for one in known if (score := _beginning(bare, one)) is not None]
    return [one for _, one in sorted(found, key=lambda pair: (pair[0], pair[1].name))]


def _beginning(bare: Sequence[str], one: Ingredient) -> tuple[bool, int, int] | None:
    """How near a name begins with the words, the least nearest: its first word first, whole words, then few others."""
    first = bare_word(re.findall(r"[^\W_]+", one.name.lower())[0])
    scores = [
        (not first.startswith(bare[0]), sum(word not in name for word in bare), len(name))
        for name in _names(one)
        if all(any(own.startswith(word) for own in name) for word in bare)
    ]
    return min(scores, default=None)


def _held(bare: Sequence[str], known: Sequence[Ingredient]) -> list[Ingredient]:
    """Names that are wholly within what was said, the longest first: the rest of the words is told."""
    words = frozenset(bare)
    found = [(max(len(name) for name in _names(one) if name <= words), one) for one in known if _any_in(one, words)]
    return [one for _, one in sorted(found, key=lambda pair: (-pair[0], pair[1].name))]


def _any_in(one: Ingredient, words: Bare) -> bool:
    return any(name <= words for name in _names(one))


def _shared(bare: Sequence[str], known: Sequence[Ingredient]) -> list[Ingredient]:
    """Names that share the last word, the thing itself, with what was said; those that share most of it first."""
    words = frozenset(bare)
    own = [(one, [name for name in _names(one) if bare[-1] in name]) for one in known]
    found = [(max((len(words & name) / len(name) for name in names), default=0), one) for one, names in own]
    return [one for share, one in sorted(found, key=lambda pair: (-pair[0], pair[1].name)) if share > 0]


def _resembled(bare: Sequence[str], known: Sequence[Ingredient]) -> list[Ingredient]:
    """Names that the words begin once slips of the pen are mended."""
    vocabulary = {word for one in known for name in _names(one) for word in name}
    mended = [next(iter(difflib.get_close_matches(word, vocabulary, 1, ALIKE)), word) for word in bare]
    return _begun(mended, known) if mended != list(bare) else []


def _left(said: Sequence[str], one: Ingredient) -> str:
    """Those of the words that no name of it knows, even begun."""
    idle = _kinds()["cut"]

    def known_to(name: Bare, word: str) -> bool:
        bare = bare_word(word)
        return bare in name or (len(bare) >= COMPLETED_FROM and any(own.startswith(bare) for own in name))

    lefts = [[word for word in said if not known_to(name, word)] for name in _names(one)]
    least = min(lefts, key=len)
    return " ".join(least) if any(word not in idle for word in least) else ""
