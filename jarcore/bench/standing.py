"""Whether a formula is ready, and if not, why: what is said wherever the formula is."""

from collections.abc import Sequence

from jarcore.documents.evaluation import Caution, NotReady, Standing
from jarcore.jars import Contents, MeasuredFish
from jarcore.judgement import stands


def not_ready(cautions: Sequence[Caution], jars: Sequence[Contents], fish: MeasuredFish) -> list[NotReady]:
    """Refusals and stops that stand, gravest first; then jars with something open; then a fish that is not weighed."""
    found: list[NotReady] = [
        {
            "path": caution["path"],
            "text": caution["text"],
            "grade": "refuse" if caution["grade"] == "refuse" else "stop",
        }
        for caution in cautions
        if stands(caution)
    ]
    for contents in jars:
        if not contents.specs or not contents.complete:
            lacks = "an amount is not known" if contents.specs else "nothing is in it yet"
            found.append({"path": contents.path, "text": f"{contents.called}: {lacks}.", "grade": "open"})
    if fish.edible_g is None:
        found.append({"path": "/fish/weight", "text": "The fish is not weighed.", "grade": "open"})
    return found


def standing_for(reasons: Sequence[NotReady]) -> Standing:
    """Where a formula stands: what is refused may not be cooked, whoever keeps it."""
    if not reasons:
        return "ready"
    return "not_to_be_cooked" if any(reason["grade"] == "refuse" for reason in reasons) else "not_ready"


# What does not keep a formula from being ready and is said with it all the same.
TOLD = ("contact-past-latest",)
HEADS: dict[Standing, str] = {
    "ready": "Ready",
    "not_ready": "Not ready",
    "not_to_be_cooked": "Not to be cooked",
}


def verdict_of(reasons: Sequence[NotReady], cautions: Sequence[Caution]) -> str:
    """Whether a formula is ready, in one sentence: the first reason why not, or what is to be minded."""
    head = HEADS[standing_for(reasons)]
    said = [reason["text"] for reason in reasons] or [c["text"] for c in cautions if c["code"] in TOLD]
    if not said:
        return f"{head}."
    more = f" And {len(said) - 1} more." if len(said) > 1 else ""
    return f"{head}{': ' if reasons else ', but mind: '}{said[0]}{more}"
