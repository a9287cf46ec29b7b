"""Whether a formula is ready, and if not, why: what is said wherever the formula is."""

from collections.abc import Iterator, Sequence

from jarcore.data import FAULT, parameter, sentence
from jarcore.documents import Finding
from jarcore.documents.evaluation import Caution, NotReady, Standing, Tone, Verdict
from jarcore.fish import MeasuredFish
from jarcore.jars import Laid
from jarcore.judgement import stands

# Parts of the document that cooking hangs on: what was typed there and cannot be read is not taken for the usual.
WEIGHTY = ("/fish", "/jars", "/cook", "/diners", "/sides", "/servings")
# What does not keep a formula from being ready and is said with it all the same.
MINDED = ("contact-past-latest",)
OFF_BEST, UNPLANNED = "off-best", "off-best/unplanned"
HEADS: dict[Standing, str] = {
    "ready": "verdict/ready",
    "not_ready": "verdict/not_ready",
    "not_to_be_cooked": "verdict/not_to_be_cooked",
}


def not_ready(
    cautions: Sequence[Caution], findings: Sequence[Finding], jars: Sequence[Laid], fish: MeasuredFish
) -> list[NotReady]:
    """Refusals and stops that stand, gravest first; then what cannot be read, and what is open: the fish, the jars."""
    found: list[NotReady] = [
        {"path": one["path"], "text": one["text"], "grade": "refuse" if one["grade"] == "refuse" else "stop"}
        for one in cautions
        if stands(one)
    ]
    found += [
        {"path": one.path, "text": one.text, "grade": "unread"}
        for one in findings
        if one.grade == FAULT and one.path.startswith(WEIGHTY)
    ]
    found += [{"path": path, "text": text, "grade": "open"} for path, text in _open(jars, fish)]
    return found


def _open(jars: Sequence[Laid], fish: MeasuredFish) -> Iterator[tuple[str, str]]:
    if fish.species is None and not jars:
        yield "/fish/species", sentence("open/species")
    if fish.edible_g is None:
        yield "/fish/weight", sentence("open/weight")
    if fish.piece is None:
        yield "/fish/thickness", sentence("open/thickness")
    for laid in jars:
        contents = laid.contents
        if not contents.specs:
            yield contents.path, sentence("open/empty", jar=contents.called)
        elif not contents.complete:
            yield contents.path, sentence("open/amount", jar=contents.called)
    if fish.edible_g is not None:
        yield from _cured(jars, fish.edible_g)


def _cured(jars: Sequence[Laid], edible_g: float) -> Iterator[tuple[str, str]]:
    """More salt than a seasoned fish holds, left in by one jar or by all together."""
    cure = parameter("salt_cure")
    stays = [
        (100 * laid.salt.step.stays_g / edible_g, laid)
        for laid in jars
        if laid.salt is not None and not laid.kind.finishes
    ]
    alone = [(pct, laid) for pct, laid in stays if pct >= cure]
    for pct, laid in alone:
        yield laid.path, sentence("open/cure", jar=laid.contents.called, salt=pct)
    whole = sum(pct for pct, _ in stays)
    if not alone and whole >= cure:
        yield "/jars", sentence("open/cure-all", salt=whole)


def standing_for(reasons: Sequence[NotReady]) -> Standing:
    """Where a formula stands: what is refused may not be cooked, whoever keeps it."""
    if not reasons:
        return "ready"
    return "not_to_be_cooked" if any(reason["grade"] == "refuse" for reason in reasons) else "not_ready"


def verdict_of(reasons: Sequence[NotReady], cautions: Sequence[Caution], findings: Sequence[Finding]) -> Verdict:
    """Whether a formula is ready, in one sentence, with the way to the first reason why not or to what is minded.

    What is said of a planned time comes with the press that plans a better one.
    """
    standing = standing_for(reasons)
    times = {one.path: one for one in findings if one.code == OFF_BEST}
    minded = {one["path"]: one["text"] for one in cautions if one["code"] in MINDED}
    told = [(reason["path"], reason["text"]) for reason in reasons]
    if not told:
        told = list({**minded, **{path: one.text for path, one in times.items() if path not in minded}}.items())
    if not told:
        return _verdict(sentence("verdict/calm", head=sentence(HEADS[standing])), "calm")
    path, first = told[0]
    time = None if reasons else times.get(path)
    if reasons:
        head = sentence("verdict/stopped" if reasons[0]["grade"] == "stop" else HEADS[standing])
        tone: Tone = "grave" if reasons[0]["grade"] in ("refuse", "stop") else "care"
        said_as = "verdict/said"
    else:
        head = sentence(HEADS[standing])
        tone = "calm" if time is not None and time.key == UNPLANNED else "care"
        said_as = "verdict/planless" if tone == "calm" else "verdict/minded"
    notice = time.notice() if time else None
    return {
        **_verdict(sentence(said_as, head=head, first=first), tone),
        "path": path,
        "more": [text for _, text in told[1:]],
        "deed": notice["deed"] if notice else None,
        "patch": notice["patch"] if notice else None,
    }


def _verdict(text: str, tone: Tone) -> Verdict:
    return {"text": text, "tone": tone, "path": None, "more": [], "deed": None, "patch": None}
