"""What the instruments of a kitchen are put into while it cooks."""

from functools import lru_cache
from zoneinfo import ZoneInfo

from jarcore.devices import World, surroundings, world_of
from jarcore.run import events_of, fold
from server.day.selectors import plan_number_now
from server.pantry.selectors import stock_of
from server.runs.models import Run
from server.runs.selectors import asked_of_run, events_after, plan_of

# So many runs are at work at once in all kitchens of a server.
MOST_KEPT = 16


class _Asked:
    """A run as it is asked for: kept by what it has come to, so that four readings a second cost nothing."""

    def __init__(self, run: Run) -> None:
        self.run = run
        number = run.plan_number if run.ended_at or run.service_id is None else plan_number_now(run.service_id)
        self.key = (run.pk, run.last, number)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Asked) and other.key == self.key

    def __hash__(self) -> int:
        return hash(self.key)


def world_of_run(run: Run | None) -> World:
    """The things of a run as far as it has come; without one what is always there."""
    return surroundings() if run is None else _made(_Asked(run))


@lru_cache(maxsize=MOST_KEPT)
def _made(asked: _Asked) -> World:
    run = asked.run
    plan = plan_of(run)[0]
    state = fold(plan, events_of(events_after(run), ZoneInfo(run.zone)))
    return world_of(asked_of_run(run), plan, state, stock_of(run.kitchen).pantry)
