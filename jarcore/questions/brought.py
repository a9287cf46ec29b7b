"""What a formula would be cautioned about after a change that it is not yet: told before the change is taken."""

from collections.abc import Mapping, Sequence
from typing import Any

from jarcore.data import Pantry
from jarcore.documents.evaluation import Caution
from jarcore.formula import evaluate


def cautions_brought(now: Sequence[Caution], after: Mapping[str, Any], pantry: Pantry) -> list[str]:
    """Cautions of the document AFTER a change, in words, that are not among those of NOW: another, or elsewhere."""
    return brought(now, evaluate(after, pantry)["cautions"])


def brought(now: Sequence[Caution], then: Sequence[Caution]) -> list[str]:
    """Of the cautions THEN, in words, those that are not among those of NOW: another, or elsewhere."""
    known = {(one["code"], one["path"]) for one in now}
    return [one["text"] for one in then if (one["code"], one["path"]) not in known]
