"""The work of a service: tasks, what they need, and how long may lie between them."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property


@dataclass(frozen=True, slots=True)
class Heating:
    """A station that heats up since a time [min since the epoch], for so long [min]."""

    station: str
    start: int
    minutes: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Station:
    """A need of one station: any of these kinds, the first that there is; kept busy before and after it is used [min].

    It is used from `skip` minutes into the task to its end. What `clean_of` names it may not have held today; what it
    `holds` it has held from then on. `hot` is where somebody has begun to heat it up for this: it is taken since.
    """

    kinds: tuple[str, ...]
    skip: int = 0
    before: int = 0
    after: int = 0
    clean_of: frozenset[str] = frozenset()
    holds: frozenset[str] = frozenset()
    hot: "Heating | None" = None

    def taken(self, start: int, task_min: int) -> tuple[int, int]:
        """From when to when it is taken by a task that begins at a start [min since the epoch] and takes so long."""
        begins = start + self.begins_after()
        return begins if self.hot is None else min(begins, self.hot.start), begins + self.taken_min(task_min)

    def begins_after(self) -> int:
        """How long after its task begins it is taken [min]; below nothing where it is taken before."""
        return self.skip - self.before

    def taken_min(self, task_min: int) -> int:
        """How long it is taken by a task of so many minutes [min]."""
        return task_min + self.after - self.begins_after()


@dataclass(frozen=True, slots=True)
class Amount:
    """So much of a line of a jar, or of the fish, and the step of the scale that it is weighed on [g]."""

    jar: str | None
    line: str | None
    name: str
    mass_g: float
    step_g: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Part:
    """One thing to do, or to wait for: its deed, in words, whole minutes, pairs of hands, the surface it is done on.

    `on` says that it is done on the stations of its task; `key` tells parts of one task apart; `amounts` are what is
    weighed for it.
    """

    do: str
    text: str
    minutes: int
    hands: int = 0
    zone: str = "raw"
    key: str = ""
    on: bool = True
    amounts: tuple[Amount, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Task:
    """Parts that follow one another without a gap, on the same stations, for a portion of a course.

    `at` is where it must end [min since the epoch], for what is served; None for all else. `pinned` is where a cook has
    put its start [min since the epoch]; `ready_min` how long after its start it is served, where that is not its end;
    `batch` its number by goes of the plate, where it is of one.
    """

    id: str
    course: str
    portion: str
    parts: tuple[Part, ...]
    jar: str | None = None
    group: str | None = None
    stations: tuple[Station, ...] = ()
    at: int | None = None
    pinned: int | None = None
    ready_min: int | None = None
    covers: int = 0
    batch: str = ""
    preheats: str = ""

    @property
    def minutes(self) -> int:
        """How long it takes in all [min]."""
        return sum(part.minutes for part in self.parts)

    @property
    def heats_min(self) -> int:
        """How long before its start a station has to begin to heat up for it [min]."""
        return max(
            (-need.begins_after() for need in self.stations if need.before and need.begins_after() < 0), default=0
        )

    @property
    def handled(self) -> list[tuple[int, Part]]:
        """Those of its parts that take hands, each with when it begins after the task [min]."""
        at, found = 0, list[tuple[int, Part]]()
        for part in self.parts:
            if part.hands:
                found.append((at, part))
            at += part.minutes
        return found


@dataclass(frozen=True, slots=True, kw_only=True)
class Link:
    """What must lie between the end of one task and the start of another [min]: at least, at most, at best from and to.

    `most` is hard, and so is `least`; what lies outside `best_from` and `best_to` costs `price` a minute. `rule` names
    what it follows, `why` says it; `shown` is the deed that the wait between them is, `rests` how its
    least is said where that is a rest of its own, `name` what the jar of a contact is called.
    """

    before: str
    then: str
    least: int = 0
    most: int | None = None
    best_from: int | None = None
    best_to: int | None = None
    wanted: int | None = None
    price: float = 0.0
    rule: str = "order"
    why: str = ""
    shown: str | None = None
    shown_text: str = ""
    rests: str = ""
    warm: bool = False
    name: str = ""

    def off(self, minutes: int) -> int:
        """How far a wait is outside its best [min]."""
        under = max(0, self.best_from - minutes) if self.best_from is not None else 0
        over = max(0, minutes - self.best_to) if self.best_to is not None else 0
        return under + over

    def away(self, minutes: int) -> int:
        """How far a wait is from what the cook has planned [min]."""
        return abs(minutes - self.wanted) if self.wanted is not None else 0


@dataclass(frozen=True)
class Work:
    """All tasks and links of a service."""

    tasks: tuple[Task, ...]
    links: tuple[Link, ...]

    @cached_property
    def by_id(self) -> dict[str, Task]:
        """Tasks by their id."""
        return {task.id: task for task in self.tasks}

    @cached_property
    def into(self) -> dict[str, list[Link]]:
        """Links by the task that they lead to."""
        found: dict[str, list[Link]] = {task.id: [] for task in self.tasks}
        for link in self.links:
            found[link.then].append(link)
        return found

    @cached_property
    def out_of(self) -> dict[str, list[Link]]:
        """Links by the task that they come from."""
        found: dict[str, list[Link]] = {task.id: [] for task in self.tasks}
        for link in self.links:
            found[link.before].append(link)
        return found

    def without(self, portions: set[str]) -> "Work":
        """The work without some portions, and without what waits for them."""
        gone = {task.id for task in self.tasks if task.portion in portions}
        waiting = list(gone)
        while waiting:
            further = {link.then for link in self.out_of[waiting.pop()]} - gone
            served = {self.by_id[name].portion for name in further}
            more = {task.id for task in self.tasks if task.portion in served} - gone
            gone |= more
            waiting += more
        tasks = tuple(task for task in self.tasks if task.id not in gone)
        ids = {task.id for task in tasks}
        return Work(tasks, tuple(link for link in self.links if link.before in ids and link.then in ids))

    def pinned(self, at: Mapping[str, int]) -> "Work":
        """The work with some tasks where a cook has put them, by their ids [min since the epoch]."""
        return Work(tuple(replace(task, pinned=at.get(task.id)) for task in self.tasks), self.links)

    def later(self, minutes: Mapping[str, int]) -> "Work":
        """The work with what is served later, by the id of the task that serves it [min]."""
        moved = [
            replace(task, at=task.at + minutes[task.id]) if task.at is not None and task.id in minutes else task
            for task in self.tasks
        ]
        return Work(tuple(moved), self.links)


@dataclass
class Draft:
    """Work that is being written down: tasks in the order of work, each after those it waits for."""

    tasks: list[Task] = field(default_factory=list)
    links: list[Link] = field(default_factory=list)
    _names: set[str] = field(default_factory=set)

    def add(self, task: Task, after: Iterable[Link] = ()) -> str:
        """Add a task, with links that lead to it; what it is called from then on, for no two are called alike."""
        name, number = task.id, 1
        while name in self._names:
            number += 1
            name = f"{task.id}-{number}"
        self._names.add(name)
        self.tasks.append(replace(task, id=name))
        self.links += [replace(link, then=name) for link in after]
        return name

    @property
    def work(self) -> Work:
        """All of it."""
        return Work(tuple(self.tasks), tuple(self.links))
