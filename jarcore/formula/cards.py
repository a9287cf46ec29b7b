"""Trim and cut cards: what is done to this fish, in this cut, before a jar is opened."""

from jarcore.data import rows
from jarcore.documents.evaluation import Card
from jarcore.documents.formula import Fish
from jarcore.fish import MeasuredFish


def cards_of(document: Fish, fish: MeasuredFish) -> list[Card]:
    """The cards that go with the species' flags, the cut and the state, in the order of work."""
    kind = None if fish.ambiguous else fish.species
    flags = {*(kind.flags if kind else ()), *(("delicate",) if kind and kind.delicate else ())}
    stated = {"flag": flags, "cut": {document.cut}, "state": {document.state}, "any": {""}}
    if kind is None or document.cut is None:
        return []
    return [
        {"card": row["card"], "title": row["title"], "text": row["text"], "source": row["source"]}
        for row in rows("cards")
        if row["is"] in stated[row["field"]]
    ]
