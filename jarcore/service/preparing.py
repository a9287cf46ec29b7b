"""Steps of the fish before any jar: thawed, received, trimmed, cut, dried, weighed. They are of a whole course."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from jarcore.data import parameter, sentence
from jarcore.documents.formula import Fish
from jarcore.reading import on_scales
from jarcore.service.deeds import deed_rows
from jarcore.service.portions import FISH, Portion
from jarcore.service.served import THAW
from jarcore.service.work import Amount, Draft, Link, Task

# Weights as stated that are those of what is laid into a jar.
READY_TO_LAY = ("fillet", "edible")
# Cuts that a whole fish is not cut up for, and those that pieces are cut to.
THE_FISH, THAWS, WEIGHED = "fish", "thaws", "weigh_fish"
WHOLE = "whole"
PORTIONED = ("loin", "steak", "butterflied", "strip", "chunk", "ribbon")
# Cards of the evaluation that say something is trimmed.
TRIMMED = ("spines", "gills", "pin-bones", "small-bones")


def prepare_fish(portions: Sequence[Portion], draft: Draft) -> str | None:
    """The steps of the fish of one course, for all its portions together; the id of the last, None for none."""
    first = portions[0]
    fish = first.ready.formula.fish or Fish()
    pieces, handled = sum(one.pieces for one in portions), sum(one.handled for one in portions)
    last: str | None = None
    for do, row in _deeds(fish, first):
        part = deed_rows()[row].part(do, handled, fish=_called(first), pieces=round(pieces))
        if do == WEIGHED:
            part = replace(part, amounts=_weight(portions))
        waits = (replace(deed_rows()[THAWS].part(do), key=THAWS),) if do == THAW else ()
        task = Task(id=f"{first.course}.{do}", course=first.course, portion=first.course, parts=(part, *waits))
        most = parameter("thaw_most") if last == f"{first.course}.{THAW}" else parameter("bench_ahead")
        last = draft.add(task, [Link(before=last, then="", most=int(most))] if last else [])
    return last


def _deeds(fish: Fish, portion: Portion) -> Iterator[tuple[str, str]]:
    """(deed, its row) of what is done to this fish, in the order of work."""
    cards = {card["card"] for card in portion.evaluation["fish"]["cards"]}
    cooked_frozen = fish.state == "frozen" and portion.ready.heat.method == "braise"
    if cooked_frozen:
        return
    if fish.state in ("thawed", "frozen"):
        yield THAW, THAW
    else:
        yield "receive", "receive"
    if fish.cut == WHOLE:
        yield "trim", "trim_whole"
    elif cards & set(TRIMMED):
        yield "trim", "trim"
    if fish.cut in PORTIONED:
        yield "portion", "portion"
    if fish.slashes and fish.slashes.per_side:
        yield "score", "score"
    yield "dry", "dry"
    yield WEIGHED, WEIGHED


def _weight(portions: Sequence[Portion]) -> tuple[Amount, ...]:
    """What all of it is to weigh, as its weight is stated; nothing where that is of fish that was not cut yet."""
    first, known = portions[0], [one.fish_g for one in portions if one.fish_g is not None]
    if len(known) < len(portions) or first.ready.fish.basis not in READY_TO_LAY:
        return ()
    together = sum(known)
    species = first.ready.fish.species
    step = on_scales(together, first.ready.pantry.scales, spoonable=False)["step_g"]
    return (Amount(None, FISH, species.name if species else sentence("step/fish"), together, step),)


def _called(portion: Portion) -> str:
    species = portion.ready.fish.species
    return species.name.lower() if species else THE_FISH
