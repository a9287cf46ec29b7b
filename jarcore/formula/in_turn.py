"""Several jars on one fish: whether their windows can all be kept, as one sentence on the formula."""

from collections.abc import Iterator, Sequence
from itertools import combinations

from jarcore.documents import Finding, found
from jarcore.documents.evaluated_jar import Window
from jarcore.jars import Laid, on_one_fish

WHERE = "/jars"


def windows_apart(jars: Sequence[Laid]) -> Iterator[Finding]:
    """The first pair of jars that cannot both be kept as it stands; of those that follow one another, that they do.

    A jar that stays on goes on acting while the later ones do.
    """
    timed = [(laid, laid.window) for laid in jars if laid.window and laid.kind.touches_raw and not laid.kind.coats]
    for place, (laid, window) in enumerate(timed):
        later = [(other, its) for other, its in timed[place + 1 :] if on_one_fish(laid, other)]
        on = _time(laid, window) + sum(_time(other, its) for other, its in later)
        if later and _stays_on(laid) and on > window["latest_min"]:
            next_jar = max(later, key=lambda one: _time(*one))[0]
            yield found(
                "windows-apart/stays",
                WHERE,
                jar=laid.contents.called,
                other=next_jar.contents.called,
                on=on,
                latest=window["latest_min"],
            )
            return
    yield from _in_turn(timed)


def _in_turn(timed: Sequence[tuple[Laid, Window]]) -> Iterator[Finding]:
    """The first two whose bests share no minute: they cannot be on together, only one after the other."""
    for (one, its), (other, theirs) in combinations(timed, 2):
        apart = its["best_from_min"] > theirs["best_to_min"] or theirs["best_from_min"] > its["best_to_min"]
        if apart and on_one_fish(one, other) and not _stays_on(one):
            yield found(
                "windows-apart/in-turn",
                WHERE,
                jar=one.contents.called,
                best_from=its["best_from_min"],
                best_to=its["best_to_min"],
                other=other.contents.called,
                other_from=theirs["best_from_min"],
                other_to=theirs["best_to_min"],
                all=sum(_time(laid, window) for laid, window in timed if on_one_fish(one, laid)),
            )
            return


def _stays_on(laid: Laid) -> bool:
    """Whether it is still on the fish when the next jar comes: what lies dry, fills, or coats and is not taken off."""
    stays = laid.kind.lies_dry or laid.kind.fills or (laid.kind.liquid and laid.standing.vessel == "coat")
    return stays and not laid.taken_off


def _time(laid: Laid, window: Window) -> float:
    """How long it is on [min]: as planned, else until its best begins."""
    planned = laid.standing.contact_min
    return window["best_from_min"] if planned is None else planned
