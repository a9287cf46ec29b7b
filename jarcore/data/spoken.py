"""Words as people say them, bare enough to be compared."""

import re

# Words whose many is made otherwise than by the rules below.
MANY = {"leaves": "leaf", "halves": "half", "loaves": "loaf", "chillies": "chilli", "chilies": "chili"}
# Endings of many, the longest first, with the letters that a word must have before them and what one has instead.
ENDINGS = (("ches", 2, "ch"), ("shes", 2, "sh"), ("oes", 2, "o"), ("ies", 3, "y"), ("s", 3, ""))
# One that ends so is not many.
ONE = ("ss", "us", "is")


def bare(text: str) -> str:
    """Words in lower case without the s of many, hyphens as spaces.

    >>> bare("Tree-nuts, Peas and watercress")
    'tree nut pea and watercress'
    """
    return " ".join(bare_word(word) for word in re.findall(r"[^\W_]+", text.lower()))


def bare_word(word: str) -> str:
    """A word without the s of many.

    >>> bare("tomatoes anchovies leaves olives radishes cress gas")
    'tomato anchovy leaf olive radish cress gas'
    """
    if word in MANY:
        return MANY[word]
    if word.endswith(ONE):
        return word
    for ending, least, one in ENDINGS:
        if word.endswith(ending) and len(word) - len(ending) >= least:
            return word[: -len(ending)] + one
    return word
