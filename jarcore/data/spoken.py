"""Words as people say them, bare enough to be compared."""

import re


def bare(text: str) -> str:
    """Words in lower case without the s of many, hyphens as spaces.

    >>> bare("Tree-nuts, Peas and watercress")
    'tree nut pea and watercress'
    """
    return " ".join(bare_word(word) for word in re.findall(r"[^\W_]+", text.lower()))


def bare_word(word: str) -> str:
    """A word without the s of many."""
    return word[:-1] if len(word) > 3 and word.endswith("s") and not word.endswith("ss") else word
