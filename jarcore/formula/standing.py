"""Whether a formula is ready, and if not, why: what is said wherever the formula is."""

from collections.abc import Iterator, Sequence

from jarcore.data import FAULT, codes
from jarcore.documents import Notice
from jarcore.documents.evaluation import Caution, NotReady, Standing, Verdict
from jarcore.fish import MeasuredFish
from jarcore.jars import Contents
from jarcore.judgement import stands

# Parts of the document that cooking hangs on: what was typed there and cannot be read is not taken for the usual.
WEIGHTY = ("/fish", "/jars", "/cook", "/diners", "/sides", "/servings")
# What does not keep a formula from being ready and is said with it all the same.
MINDED = ("contact-past-latest",)
HEADS: dict[Standing, str] = {
    "ready": "Ready",
    "not_ready": "Not ready",
    "not_to_be_cooked": "Not to be cooked",
}


def not_ready(
    cautions: Sequence[Caution], notices: Sequence[Notice], jars: Sequence[Contents], fish: MeasuredFish
) -> list[NotReady]:
    """Refusals and stops that stand, gravest first; then what is open: jars, the fish's weight, what cannot be read."""
    found: list[NotReady] = [
        {"path": one["path"], "text": one["text"], "grade": "refuse" if one["grade"] == "refuse" else "stop"}
        for one in cautions
        if stands(one)
    ]
    found += [{"path": path, "text": text, "grade": "open"} for path, text in _open(jars, fish)]
    found += [
        {"path": one["path"], "text": one["text"], "grade": "unread"}
        for one in notices
        if codes()[one["code"]].grade == FAULT and one["path"].startswith(WEIGHTY)
    ]
    return found


def _open(jars: Sequence[Contents], fish: MeasuredFish) -> Iterator[tuple[str, str]]:
    for contents in jars:
        if not contents.specs:
            yield contents.path, f"{contents.called}: nothing is in it yet."
        elif not contents.complete:
            yield contents.path, f"{contents.called}: an amount is not known."
    if fish.edible_g is None:
        yield "/fish/weight", "The fish is not weighed."


def standing_for(reasons: Sequence[NotReady]) -> Standing:
    """Where a formula stands: what is refused may not be cooked, whoever keeps it."""
    if not reasons:
        return "ready"
    return "not_to_be_cooked" if any(reason["grade"] == "refuse" for reason in reasons) else "not_ready"


def verdict_of(reasons: Sequence[NotReady], cautions: Sequence[Caution]) -> Verdict:
    """Whether a formula is ready, in one sentence: the first reason why not, or what is to be minded."""
    standing = standing_for(reasons)
    minded = [] if reasons else [one["text"] for one in cautions if one["code"] in MINDED]
    said = [reason["text"] for reason in reasons] or minded
    if not said:
        return {"text": f"{HEADS[standing]}.", "tone": "calm"}
    more = f" And {len(said) - 1} more." if len(said) > 1 else ""
    text = f"{HEADS[standing]}{', but mind' if minded else ''}: {said[0]}{more}"
    return {"text": text, "tone": "grave" if standing == "not_to_be_cooked" else "care"}
