"""All the work of a service: every course's fish, jars, heat and plates, as tasks and links."""

from collections.abc import Sequence
from dataclasses import dataclass

from jarcore.data import Pantry
from jarcore.documents import Finding
from jarcore.documents.plan import DrawnFrom
from jarcore.service.drawing import Batches
from jarcore.service.heating import heat_tasks
from jarcore.service.jarring import OnFish, jar_tasks, laid_alike
from jarcore.service.portions import Portion, Refused, portions_of
from jarcore.service.preparing import prepare_fish
from jarcore.service.raw_ready import par_tasks
from jarcore.service.served import ReadService
from jarcore.service.work import Draft, Work


@dataclass(frozen=True)
class ServiceWork:
    """The work of a service, what is cooked, what is not and why, and what is drawn from batches made ahead."""

    work: Work
    portions: tuple[Portion, ...]
    refused: tuple[Refused, ...]
    drawn: tuple[DrawnFrom, ...] = ()
    told: tuple[Finding, ...] = ()


def work_of(service: ReadService, pantry: Pantry) -> ServiceWork:
    """All tasks of a service, in the order of work, and how they hang together."""
    draft, cooked, refused = Draft(), list[Portion](), list[Refused]()
    batches = Batches(service, pantry)
    for course in service.courses:
        found = list(portions_of(course, service, batches, pantry))
        refused += [one for one in found if isinstance(one, Refused)]
        portions = [one for one in found if isinstance(one, Portion)]
        if not portions:
            continue
        _course(portions, draft)
        cooked += portions
    return ServiceWork(draft.work, tuple(cooked), tuple(refused), tuple(batches.drawn), tuple(batches.told))


def _course(portions: Sequence[Portion], draft: Draft) -> None:
    """The tasks of one course. What its portions have alike is done once, for all of them together."""
    last = prepare_fish(portions, draft)
    plain = next((one for one in portions if not one.without), None)
    together = [one for one in portions if plain and (one is plain or laid_alike(one, plain))]
    base = jar_tasks(plain, last, draft, together, served=portions) if plain else None
    hot = False
    for portion in portions:
        if portion is plain:
            continue
        alike = base if base and laid_alike(portion, base.portion) else None
        _finish(jar_tasks(portion, last, draft, alike=alike, made=base), hot)
        hot = True
    if base is not None:
        _finish(base, hot)


def _finish(state: OnFish, hot: bool) -> None:
    """What comes after the last jar: the heat and the plate, or the chiller until a ticket comes."""
    if state.portion.par:
        par_tasks(state)
    else:
        heat_tasks(state, hot)
