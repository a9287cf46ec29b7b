"""Steps that a cook has put somewhere: they stay there and the rest follows; where that cannot be it is said why."""

from collections.abc import Callable, Sequence

from jarcore.data import sentence
from jarcore.documents import Finding, found
from jarcore.service.deciding import Decided, Past
from jarcore.service.laid_out import step_ids
from jarcore.service.reasons import Reasons
from jarcore.service.served import Pinned, ReadService
from jarcore.service.work import Work

# A plan at once of some work.
Once = Callable[[Work], Decided]


def held(work: Work, service: ReadService, past: Past, once: Once) -> tuple[Decided, list[Finding]]:
    """The plan at once with every pin that can be kept, and what is told of those that cannot.

    The newest pin gives way first. One whose step is not there any more waits until it is again, and says so.
    """
    parts = {
        name: (task.id, sum(part.minutes for part in task.parts[:place]))
        for task in work.tasks
        for place, name in enumerate(step_ids(task))
    }
    told = [found("pin-no-step", pin.path) for pin in service.pins if pin.step not in parts]
    pins = [pin for pin in service.pins if pin.step in parts and parts[pin.step][0] not in past.fixed]
    free = once(work) if pins else None
    kept = list(pins)
    while True:
        at = {parts[pin.step][0]: pin.at - parts[pin.step][1] for pin in kept}
        decided = once(work.pinned(at)) if kept or free is None else free
        if not kept or free is None or len(decided.dropped) <= len(free.dropped):
            break
        kept.pop()
    told += [_not_kept(pin, parts[pin.step], decided, service, past) for pin in pins[len(kept) :]]
    return decided, told


def _not_kept(pin: Pinned, part: tuple[str, int], decided: Decided, service: ReadService, past: Past) -> Finding:
    """What holds a step from where it was put, by the plan without it there."""
    name, at = part
    asked = service.zone.said(pin.at, service.first)
    if name not in decided.given:
        return found("pin-no-step", pin.path)
    low, high = Reasons(decided, service, past.floor).of(name, at)
    bound = low if pin.at < decided.given[name].start + at else high
    step = next(part.text for part in decided.work.by_id[name].parts).rstrip(".")
    return found("pin-not-kept", pin.path, step=step, at=asked, why=bound["why"] if bound else sentence("why/others"))


def pinned_steps(pins: Sequence[Pinned], told: Sequence[Finding]) -> frozenset[str]:
    """The steps whose pins are kept."""
    gone = {one.path for one in told}
    return frozenset(pin.step for pin in pins if pin.path not in gone)
