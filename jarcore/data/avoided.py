"""What people avoid, and the words for it: allergens, alcohol, pork, and what only some may not eat.

One table reads all the ways to say it: what a diner avoids, what a side holds, what a kitchen's own row is called.
"""

from functools import cache

from jarcore.data.spoken import bare
from jarcore.data.tables import rows, words

ALLERGENS = (
    "gluten",
    "crustaceans",
    "molluscs",
    "egg",
    "fish",
    "peanut",
    "tree-nuts",
    "soy",
    "milk",
    "sesame",
    "mustard",
    "celery",
    "lupin",
    "sulphites",
)
# Names of several words ("tree nut", "coconut milk") are looked for before their parts.
LONGEST_NAME = 3


@cache
def _meanings() -> dict[str, tuple[str, ...]]:
    return {bare(row["word"]): words(row["means"]) for row in rows("avoided_words")}


def avoided_by(word: str) -> tuple[str, ...]:
    """What somebody avoids who says WORD ('nuts', 'Shellfish', 'dairy'); empty for what is none of the table's."""
    return tuple(sorted(named_in(word)))


def named_in(text: str) -> frozenset[str]:
    """All that the words of a name tell of what the thing holds.

    >>> "honey" in named_in("Wild-flower honey"), "peanut" in named_in("peanut-butter")
    (True, True)
    """
    said = bare(text).split()
    found: set[str] = set()
    for size in range(LONGEST_NAME, 0, -1):
        for place in range(len(said) - size + 1):
            meaning = _meanings().get(" ".join(said[place : place + size]))
            if meaning is not None:
                found.update(meaning)
                said[place : place + size] = [""] * size
    return frozenset(found)
