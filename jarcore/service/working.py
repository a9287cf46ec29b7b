"""All the work of a service: every course's fish, jars, heat and plates, as tasks and links."""

from collections.abc import Sequence
from dataclasses import dataclass

from jarcore.data import Pantry
from jarcore.service.heating import heat_tasks
from jarcore.service.jarring import jar_tasks, laid_alike
from jarcore.service.portions import Portion, Refused, portions_of
from jarcore.service.preparing import prepare_fish
from jarcore.service.served import ReadService
from jarcore.service.work import Draft, Work


@dataclass(frozen=True)
class ServiceWork:
    """The work of a service, what is cooked, and what is not and why."""

    work: Work
    portions: tuple[Portion, ...]
    refused: tuple[Refused, ...]


def work_of(service: ReadService, pantry: Pantry) -> ServiceWork:
    """All tasks of a service, in the order of work, and how they hang together."""
    draft, cooked, refused = Draft(), list[Portion](), list[Refused]()
    for course in service.courses:
        found = list(portions_of(course, service, pantry))
        refused += [one for one in found if isinstance(one, Refused)]
        portions = [one for one in found if isinstance(one, Portion)]
        if not portions:
            continue
        _course(portions, draft)
        cooked += portions
    return ServiceWork(draft.work, tuple(cooked), tuple(refused))


def _course(portions: Sequence[Portion], draft: Draft) -> None:
    """The tasks of one course. What its portions have alike is done once, for all of them together."""
    last = prepare_fish(portions, draft)
    plain = next((one for one in portions if not one.without), None)
    together = [one for one in portions if plain and (one is plain or laid_alike(one, plain))]
    base = jar_tasks(plain, last, draft, together) if plain else None
    hot = False
    for portion in portions:
        if portion is plain:
            continue
        alike = base if base and laid_alike(portion, base.portion) else None
        heat_tasks(jar_tasks(portion, last, draft, alike=alike, made=base), hot)
        hot = True
    if base is not None:
        heat_tasks(base, hot)
