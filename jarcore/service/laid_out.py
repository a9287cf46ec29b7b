"""A plan laid out as steps: each part of each task, and the waits between them that have a name."""

from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from jarcore.data import parameter
from jarcore.documents.plan import AmountOf, JarOnFish, PlannedStep
from jarcore.service.deciding import Decided, Past
from jarcore.service.gates import gates_of, left_alone
from jarcore.service.heating import HOLD, HOLD_RULE
from jarcore.service.jarring import CONTACT
from jarcore.service.portions import FISH, Portion
from jarcore.service.reasons import Reasons
from jarcore.service.served import ReadService
from jarcore.service.timeline import Given
from jarcore.service.work import Amount, Link, Part, Task

PREHEAT, REST = "preheat", "rest"
# What a cook says of a step: that it is done, or that it begins; of other waits nothing.
Press = Literal["done", "begin", "none"]
# Waits that somebody begins, but for what follows a turn in the heat; and what cannot be left out.
BEGUN, TURN = ("cook", "fry_again", PREHEAT, "side", "temper"), "turn"
MUST = "salt"


@dataclass(frozen=True, slots=True, kw_only=True)
class Block:
    """One step in time: a part of a task, or a wait; how far into its task it begins [min]."""

    id: str
    task: Task
    part: Part
    start: int
    people: tuple[str, ...] = ()
    stations: tuple[str, ...] = ()
    after: tuple[str, ...] = ()
    at: int = 0
    wait: bool = False
    press: Press = "none"
    calls: tuple[str, ...] = ()

    @property
    def end(self) -> int:
        """When it is over [min since the epoch]."""
        return self.start + self.part.minutes


def step_ids(task: Task) -> list[str]:
    """What the parts of a task are called: by the task where it has one, else each by its deed."""
    if len(task.parts) == 1:
        return [task.id]
    root = task.id.rpartition(".")[0]
    return [f"{root}.{'-'.join(filter(None, (part.do, part.key)))}" for part in task.parts]


def blocks_of(decided: Decided) -> list[Block]:
    """All steps of a plan, the earliest first."""
    found = [block for task in decided.work.tasks for block in _of_task(decided, task)]
    found += [block for link in decided.work.links for block in _of_wait(decided, link)]
    order = {task.id: place for place, task in enumerate(decided.work.tasks)}
    return sorted(found, key=lambda one: (one.start, one.wait, order[one.task.id], one.at, one.id))


def _of_task(decided: Decided, task: Task) -> Iterator[Block]:
    given = decided.given[task.id]
    ids = step_ids(task)
    after = tuple(dict.fromkeys(step_ids(decided.work.by_id[link.before])[-1] for link in decided.work.into[task.id]))
    after += tuple(wait.id for link in decided.work.into[task.id] for wait in _of_wait(decided, link))
    people, at, heating = iter(given.people), 0, tuple[str, ...]()
    callers = _callers(task, given)
    for need, station in zip(task.stations, given.stations, strict=True):
        if need.before or need.hot:
            start = need.hot.start if need.hot else given.start + need.begins_after()
            minutes = need.hot.minutes if need.hot else need.before
            part = Part(do=PREHEAT, text=task.preheats, minutes=minutes, zone="clean")
            heating = (f"{task.id}.{PREHEAT}",)
            yield Block(
                id=heating[0],
                task=task,
                part=part,
                start=start,
                stations=(station,),
                wait=True,
                press="begin",
                calls=callers[0],
            )
    turned = False
    for name, part, calls in zip(ids, task.parts, callers, strict=True):
        if part.on:
            after, heating = (*after, *heating), ()
        begins = part.do in BEGUN and not turned
        yield Block(
            id=name,
            task=task,
            part=part,
            start=given.start + at,
            people=next(people) if part.hands else (),
            stations=given.stations if part.on else (),
            after=after,
            at=at,
            press="done" if part.hands else "begin" if begins else "none",
            calls=calls if part.hands or begins else (),
        )
        after, at, turned = (name,), at + part.minutes, part.do == TURN


def _callers(task: Task, given: Given) -> list[tuple[str, ...]]:
    """Who is called to each part of a task: who does it, else who did the one before, else who does the next; nobody in
    particular where none takes hands.
    """
    people = iter(given.people)
    found = [next(people) if part.hands else () for part in task.parts]
    first = next((who for who in found if who), ())
    for place, who in enumerate(found):
        found[place] = who or (found[place - 1] if place else first)
    return found


def _of_wait(decided: Decided, link: Link) -> Iterator[Block]:
    """The wait between two tasks, where it has a name: in a jar, at rest, held hot."""
    wait, before = decided.wait(link), decided.work.by_id[link.before]
    if link.shown is None or wait <= 0:
        return
    ended = decided.given[link.before].start + before.minutes
    after = (step_ids(before)[-1],)

    def waits(do: str, text: str, start: int, minutes: int, zone: str) -> Block:
        part = Part(do=do, text=text, minutes=minutes, zone=zone)
        return Block(id=f"{link.before}.{do}", task=before, part=part, start=start, after=after, wait=True)

    if link.rule == HOLD_RULE:
        if link.least:
            yield waits(REST, link.rests, ended, link.least, "clean")
        good = link.best_to or 0
        if wait > good:
            yield waits(HOLD, link.shown_text, ended + good, wait - good, "clean")
    elif link.shown == CONTACT:
        yield waits(CONTACT, link.shown_text, ended, wait, "raw")
    else:
        # A rest has its time; on a rack it waits until it goes on.
        yield waits(link.shown, link.shown_text, ended, min(wait, link.least or wait), "raw")


def windows_in(decided: Decided, service: ReadService) -> list[JarOnFish]:
    """Each jar on its fish in time: when it goes on and comes off, its best, and its latest."""
    zone, found = service.zone, list[JarOnFish]()
    for link in decided.work.links:
        if link.shown != CONTACT:
            continue
        task = decided.work.by_id[link.before]
        on = decided.given[link.before].start + task.minutes

        def after(minutes: int | None, on: int = on) -> str | None:
            return None if minutes is None else zone.written(on + minutes)

        found.append(
            {
                "course": task.course,
                "jar": task.jar,
                "group": task.group,
                "name": link.name,
                "step": link.before,
                "on": zone.written(on),
                "off": zone.written(on + decided.wait(link)),
                "best_from": after(link.best_from),
                "best_to": after(link.best_to),
                "latest": after(link.most),
            }
        )
    return sorted(found, key=lambda one: (one["on"], one["step"]))


def planned(
    block: Block,
    service: ReadService,
    reasons: Reasons,
    past: Past,
    pinned: Collection[str],
    portions: Sequence[Portion],
) -> PlannedStep:
    """A step as the plan carries it, with what holds it where it is and its gates; PINNED are those that a cook has put
    there, PORTIONS all that are cooked.
    """
    zone, task, own = service.zone, block.task, {one.id for one in service.stoves}
    everybody = [one.id for one in service.people]
    low, high = (None, None) if block.wait else reasons.of(task.id, block.at)
    return {
        "id": block.id,
        "course": task.course,
        "do": block.part.do,
        "text": block.part.text,
        "jar": task.jar,
        "group": task.group,
        "start": zone.written(block.start),
        "end": zone.written(block.end),
        "active": block.part.hands > 0,
        "people": list(block.people),
        "stations": [one for one in block.stations if one in own],
        "zone": "raw" if block.part.zone == "raw" else "clean",
        "after": list(block.after),
        "not_before": low,
        "not_after": high,
        "fixed": task.id in past.fixed,
        "pinned": block.id in pinned,
        "press": block.press,
        "calls": list(block.calls or (everybody if block.press != "none" else ())),
        "must": block.part.do == MUST,
        "amounts": [_amount(one) for one in block.part.amounts],
        "rings": block.part.do != HOLD,
        "alone": left_alone(task, block.part, portions),
        "batch": task.batch or None,
        "gates": [] if block.wait else gates_of(task, block.part, portions),
    }


def _amount(one: Amount) -> AmountOf:
    of_fish = one.line == FISH
    off_g = max(one.step_g or 0.0, parameter("weigh_off") * one.mass_g)
    return {
        "jar": one.jar,
        "line": one.line,
        "name": one.name,
        "mass_g": one.mass_g,
        "step_g": one.step_g,
        "off_g": off_g,
        "low_g": one.mass_g / parameter("fish_within") if of_fish else 0.0,
        "high_g": one.mass_g * parameter("fish_within" if of_fish else "weighed_most"),
    }
