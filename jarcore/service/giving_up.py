"""What a plan gives up of what is elastic, in words, and the warm minutes that it makes."""

from collections.abc import Collection, Iterator, Mapping, Sequence

from jarcore.data import in_words, sentence
from jarcore.documents.plan import Relaxed, Warm
from jarcore.service.deciding import Decided
from jarcore.service.heating import HOLD_RULE
from jarcore.service.jarring import BEST
from jarcore.service.laid_out import step_ids
from jarcore.service.portions import Portion
from jarcore.service.served import ReadService
from jarcore.service.work import Part

SERVED, OVERDUE = "service-time", "overdue"
# What is done with fish that is on the fire, and raw fish that waits in the kitchen.
IN_THE_HEAT, WAITING = ("cook", "turn", "fry_again"), ("temper", "stand")


def relaxed_in(decided: Decided, service: ReadService, fixed: Collection[str] = ()) -> list[Relaxed]:
    """Everything elastic that is given up, the dearest first; and before it what is overdue since work has begun: FIXED
    are the tasks that have.
    """
    found = [*_overdue(decided, fixed), *_late(decided, service), *_waits(decided)]
    return [one for _, one in sorted(found, key=lambda pair: -pair[0])]


def _overdue(decided: Decided, fixed: Collection[str]) -> Iterator[tuple[float, Relaxed]]:
    """What cannot be kept any more, and is done as soon as it can be."""
    for link in decided.work.links:
        over = 0 if link.most is None or link.then in fixed else decided.wait(link) - link.most
        if over > 0:
            then = decided.work.by_id[link.then]
            step = step_ids(then)[0]
            text = sentence("relaxed/overdue", course=then.course, step=then.parts[0].text.rstrip("."), over=over)
            yield 1e9 + over, {"rule": OVERDUE, "step": step, "by_min": float(over), "text": text}


def _late(decided: Decided, service: ReadService) -> Iterator[tuple[float, Relaxed]]:
    for name, minutes in decided.late.items():
        task = decided.work.by_id[name]
        at = service.zone.clock(task.at or 0)
        text = sentence("relaxed/late", course=task.course, at=at, late=minutes)
        yield 1e6 + minutes, {"rule": SERVED, "step": name, "by_min": float(minutes), "text": text}


def _waits(decided: Decided) -> Iterator[tuple[float, Relaxed]]:
    for link in decided.work.links:
        wait = decided.wait(link)
        off = link.off(wait)
        if not link.price or not off:
            continue
        if link.rule == HOLD_RULE:
            cooked = decided.work.by_id[link.before]
            step = step_ids(cooked)[-1]
            words = next((part.text for part in cooked.parts if part.do in IN_THE_HEAT), cooked.parts[0].text)
            text = sentence("relaxed/hold", course=cooked.course, step=words.rstrip("."), over=off)
        else:
            step = step_ids(decided.work.by_id[link.then])[0]
            key = "relaxed/short" if link.best_from is not None and wait < link.best_from else "relaxed/long"
            text = sentence(key, why=link.why or link.shown_text, contact=in_words(wait), off=off)
        rule = BEST if link.rule == BEST else link.rule
        yield link.price * off, {"rule": rule, "step": step, "by_min": float(off), "text": text}


def warm_in(decided: Decided, portions: Sequence[Portion], said: Mapping[str, float]) -> list[Warm]:
    """Minutes that the raw fish of each course stands too warm: on the bench, in warm jars, tempering, on arrival; and
    what somebody SAID of it on top [min].
    """
    found: dict[str, float] = {}
    limits: dict[str, float] = {}
    for portion in portions:
        tasks = [task for task in decided.work.tasks if task.portion in (portion.course, portion.key)]
        if not tasks:
            continue
        per_batch = [t for t in tasks if t.batch]
        bench = sum(part.minutes for t in tasks if t not in per_batch for part in t.parts if _on_bench(part))
        bench += max((sum(part.minutes for part in t.parts if _on_bench(part)) for t in per_batch), default=0)
        ids = {task.id for task in tasks}
        jars = sum(decided.wait(link) for link in decided.work.links if link.warm and link.before in ids)
        arriving = sum(one.minutes for one in portion.ready.clock.spells if one.path == "/fish/temperature")
        minutes = bench + jars + arriving + said.get(portion.course, 0.0)
        limits[portion.course] = portion.ready.clock.limit_min
        found[portion.course] = max(found.get(portion.course, 0.0), float(round(minutes)))
    return [
        {"course": course, "group": None, "minutes": minutes, "limit_min": limits[course]}
        for course, minutes in found.items()
    ]


def _on_bench(part: Part) -> bool:
    """Whether raw fish stands in the kitchen while a part is done."""
    return part.zone == "raw" and part.do not in IN_THE_HEAT and (part.hands > 0 or part.do in WAITING)
