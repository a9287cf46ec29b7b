"""Pars for à la carte: so many covers held raw-ready in the chiller, and fired by ticket."""

from jarcore.data import in_words, sentence
from jarcore.service.cooking import heat_of
from jarcore.service.deeds import deed_rows
from jarcore.service.heating import HOLD
from jarcore.service.jarring import OnFish
from jarcore.service.plating import clean_down, kept_apart, sauce
from jarcore.service.work import Link, Part, Task

LABEL = "label"


def par_tasks(state: OnFish) -> None:
    """A portion from its last jar to the chiller: labelled by the time at which the first ticket may come, held until
    the last. Its coats are ready by then, and go on when it is fired.
    """
    portion, plate = state.portion, state.portion.goes[0]
    row = deed_rows()[LABEL]
    words = {"covers": plate.covers, "course": portion.title, "fired": in_words(_fired_min(state))}
    label = kept_apart(row.part(LABEL, plate.covers, **words), portion)
    after = [*state.after, *clean_down(state), *(sauce(state, laid, ready) for laid, ready in state.sauces)]
    after += [Link(before=one, then="") for laid, _ in state.coats if (one := state.made.get(_place(state, laid)))]
    held = Part(do=HOLD, text=sentence("step/par"), minutes=max(1, portion.held_min), zone="raw")
    task = Task(
        id=f"{state.key}.{LABEL}",
        course=portion.course,
        portion=state.key,
        parts=(label, held),
        at=plate.at + held.minutes,
        ready_min=label.minutes,
        covers=plate.covers,
    )
    state.draft.add(task, [one for one in after if one.before])


def _place(state: OnFish, laid: object) -> int:
    return next(place for place, one in enumerate(state.portion.ready.jars) if one is laid)


def _fired_min(state: OnFish) -> int:
    """How long one ticket takes from the call to the plate [min]: what is left, heat, rest and plating."""
    heat = heat_of(state.portion)
    coats = deed_rows()["coat"].takes(1) + int(deed_rows()["stand"].minutes) if state.coats else 0
    cooked = sum(sum(spell.sides) for spell in heat.spells) + heat.between
    turns = deed_rows()["flip"].takes() * sum(len(spell.sides) - 1 for spell in heat.spells)
    lifts = deed_rows()["lift"].takes() * len(heat.spells)
    return coats + cooked + turns + lifts + heat.rest + deed_rows()["plate"].takes(1)
