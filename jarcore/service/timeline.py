"""Who and what is taken when: hands and stations over time, and who is free for a task."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field

from jarcore.service.served import Hands, Stove
from jarcore.service.work import Station, Task

# What only oil keeps of what it has fried: everything else is washed.
OIL = "fryer"
# What may be lacking besides a kind of station.
PEOPLE, CLEAN_OIL = "people", "clean oil"


@dataclass(frozen=True, slots=True)
class Taken:
    """A time for which something is taken [min since the epoch], by which task."""

    start: int
    end: int
    task: str
    holds: frozenset[str] = frozenset()
    clean_of: frozenset[str] = frozenset()

    def meets(self, start: int, end: int) -> bool:
        """Whether it overlaps a time."""
        return self.start < end and start < self.end


@dataclass(frozen=True, slots=True)
class Given:
    """Where a task is put: its start, the people of each part that takes hands, and its stations."""

    start: int
    people: tuple[tuple[str, ...], ...]
    stations: tuple[str, ...]


@dataclass
class Timeline:
    """All people and stations of a service, and when each is taken; who had which task in the plan of before."""

    people: Sequence[Hands]
    stoves: Sequence[Stove]
    by_person: dict[str, list[Taken]] = field(default_factory=dict)
    by_stove: dict[str, list[Taken]] = field(default_factory=dict)
    who: Mapping[str, frozenset[str]] = field(default_factory=dict)
    served: dict[str, int] = field(default_factory=dict)

    def __post_init__(self) -> None:
        """Everybody and everything is free at first."""
        self.by_person = {one.id: [] for one in self.people}
        self.by_stove = {one.id: [] for one in self.stoves}

    def serving(self, need: Station) -> list[Stove]:
        """The stations of the first of the kinds that there is; the one that heats up for it, where one does."""
        if need.hot is not None:
            return [one for one in self.stoves if one.id == need.hot.station]
        for kind in need.kinds:
            found = [one for one in self.stoves if one.kind == kind]
            if found:
                return found
        return []

    def give(self, task: Task, start: int) -> Given | None:
        """Who and what serves a task from a start on; None where they are taken or not there."""
        people = self._people(task, start)
        if people is None:
            return None
        stations = list[str]()
        for need in task.stations:
            chosen = next((one for one in self.serving(need) if self._free(one, task, need, start, stations)), None)
            if chosen is None:
                return None
            stations.append(chosen.id)
        return Given(start, people, tuple(stations))

    def is_free(self, task: Task, given: Given) -> bool:
        """Whether those whom a task was given are there and nothing else has them, nor its stations."""
        people = {one.id: one for one in self.people}
        for (at, part), who in zip(task.handled, given.people, strict=True):
            begins = given.start + at
            if not all(people[one].works(part.do, begins, begins + part.minutes) for one in who):
                return False
            if any(t.meets(begins, begins + part.minutes) for one in who for t in self.by_person[one]):
                return False
        for need, name in zip(task.stations, given.stations, strict=True):
            stove = next((one for one in self.stoves if one.id == name), None)
            if stove is None or not self._free(stove, task, need, given.start, ()):
                return False
        return True

    def _people(self, task: Task, start: int) -> tuple[tuple[str, ...], ...] | None:
        chosen = list[tuple[str, ...]]()
        for at, part in task.handled:
            begins = start + at
            ends = begins + part.minutes
            free = [
                one
                for one in self.people
                if one.works(part.do, begins, ends) and not any(t.meets(begins, ends) for t in self.by_person[one.id])
            ]
            if len(free) < part.hands:
                return None
            if len(free) > part.hands:
                free = self._preferred(free, task, begins, ends, chosen[-1] if chosen else ())
            chosen.append(tuple(one.id for one in free[: part.hands]))
        return tuple(chosen)

    def _preferred(self, free: Sequence[Hands], task: Task, begins: int, ends: int, mine: Sequence[str]) -> list[Hands]:
        """Whoever has begun with it first, then who had it before, who goes on with the same course, who has least to
        do.
        """
        had = self.who.get(task.id, frozenset())
        return sorted(
            free,
            key=lambda one: (
                one.id not in mine,
                one.id not in had,
                -self._beside(one, task, begins, ends),
                self.served.get(one.id, 0),
                one.id,
            ),
        )

    def _beside(self, one: Hands, task: Task, start: int, end: int) -> int:
        """Whether somebody is at the same course right before or after."""
        course = task.course
        return sum(
            1 for t in self.by_person[one.id] if t.task.startswith(course) and (t.start == end or t.end == start)
        )

    def _free(self, stove: Stove, task: Task, need: Station, start: int, chosen: Sequence[str]) -> bool:
        if stove.id in chosen:
            return False
        begins, ends = need.taken(start, task.minutes)
        taken = self.by_stove[stove.id]
        if stove.takes and sum(1 for one in taken if one.meets(begins, ends)) >= stove.takes:
            return False
        if stove.kind != OIL:
            return True
        if need.clean_of & stove.held or any(t.holds & need.clean_of and t.start < ends for t in taken):
            return False
        return not any(t.clean_of & need.holds and t.end > begins for t in taken)

    def put(self, task: Task, given: Given) -> None:
        """Take what a task was given."""
        for (at, part), people in zip(task.handled, given.people, strict=True):
            for one in people:
                self.by_person.setdefault(one, []).append(
                    Taken(given.start + at, given.start + at + part.minutes, task.id)
                )
                self.served[one] = self.served.get(one, 0) + part.minutes
        for need, name in zip(task.stations, given.stations, strict=True):
            begins, ends = need.taken(given.start, task.minutes)
            taken = Taken(begins, ends, task.id, need.holds, need.clean_of)
            self.by_stove.setdefault(name, []).append(taken)

    def take_back(self, task: Task, given: Given) -> None:
        """Give back what was taken last."""
        for (_, part), people in zip(task.handled, given.people, strict=True):
            for one in people:
                self.by_person[one] = [t for t in self.by_person[one] if t.task != task.id]
                self.served[one] -= part.minutes
        for name in given.stations:
            self.by_stove[name] = [t for t in self.by_stove[name] if t.task != task.id]

    def edges(self, task: Task) -> Iterator[int]:
        """Starts at which a task would end just before, or begin just after, something that takes what it needs."""
        for at, part in task.handled:
            for one in self.people:
                for taken in self.by_person[one.id]:
                    yield taken.start - part.minutes - at
                    yield taken.end - at
                for begins, ends in one.spells or ():
                    yield ends - part.minutes - at
                    yield begins - at
        for need in task.stations:
            for stove in self.serving(need):
                for taken in self.by_stove[stove.id]:
                    yield taken.start - task.minutes - need.after
                    yield taken.end - need.begins_after()

    def lacks(self, task: Task) -> str | None:
        """The kind of station that a task needs and nobody has, or what else it lacks; None where all is there."""
        for need in task.stations:
            serving = self.serving(need)
            if not serving:
                return need.kinds[0]
            if all(stove.kind == OIL and need.clean_of & stove.held for stove in serving):
                return CLEAN_OIL
        for _, part in task.handled:
            if sum(1 for one in self.people if one.able(part.do)) < part.hands:
                return PEOPLE
        return None
