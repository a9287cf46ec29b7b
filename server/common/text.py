"""Texts that are typed into fields of their own, and not into a document."""

from typing import Annotated

from pydantic import AfterValidator

from jarcore.documents.door import UNTAKEN


def _taken(text: str) -> str:
    if UNTAKEN.search(text):
        raise ValueError("It holds a character that no file or database can keep. Type it again.")
    return text


# What makes of a text one that can be kept, after all else that is asked of it.
TAKEN = AfterValidator(_taken)
# A text that can be kept.
Text = Annotated[str, TAKEN]
