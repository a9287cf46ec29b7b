"""A plan at once: every task as late as what follows, its window, hands and stations allow, back from the plate."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from jarcore.data import parameter
from jarcore.service.served import ReadService
from jarcore.service.timeline import OIL, Given, Timeline
from jarcore.service.work import Task, Work

# A wait that may be no longer than this beyond its least is placed together with what it leads to [min].
TIGHT = 30
# How often the order of placing is changed before something is served later, how many free starts one task tries, and
# how many all tasks of one order together.
MOST_ORDERS, MOST_STARTS, MOST_TRIES = 8, 16, 800
# The least by which what follows gives way to what is stuck before it [min].
ROOM_MIN = 2
FAR = 10**9


@dataclass
class Effort:
    """How many more starts may be tried, over all orders and times: what is looked for ends."""

    left: int


@dataclass(frozen=True)
class Stuck:
    """A task that finds no place: what it is, and by how much there is too little time [min]; 0 where it is taken."""

    task: str
    short_min: int


@dataclass
class Placing:
    """One try: the tasks that are placed, in an order that gives way to what was stuck before."""

    work: Work
    service: ReadService
    fixed: Mapping[str, Given]
    floor: int
    before: Mapping[str, int]
    who: Mapping[str, frozenset[str]]
    bumped: Mapping[str, int]
    pushed: Mapping[str, int]
    put_off: Mapping[str, int]
    effort: Effort
    given: dict[str, Given] = field(default_factory=dict)
    short: dict[str, int] = field(default_factory=dict)
    tries: int = 0
    stuck: Stuck | None = None

    def run(self) -> bool:
        """Place all; whether that worked."""
        self.timeline = Timeline(self.service.people, self.service.taken, who=self.who)
        self.earliest = earliest_starts(self.work, self.service, self.fixed, self.floor, self.pushed, self.put_off)
        for name, one in self.fixed.items():
            if name in self.work.by_id:
                self.given[name] = one
                self.timeline.put(self.work.by_id[name], one)
        waiting = {task.id: sum(1 for link in self.work.out_of[task.id] if link.then not in self.given)
                   for task in self.work.tasks if task.id not in self.given}  # fmt: skip
        self.waiting = waiting
        order = {task.id: place for place, task in enumerate(self.work.tasks)}
        while waiting:
            name = max(self._ready(), key=lambda one: (*self._first(one), self._latest(one), order[one]))
            if not self._place(self.work.by_id[name]):
                self.stuck = Stuck(name, self.short.get(name, 0))
                return False
        return True

    def _ready(self) -> list[str]:
        """Tasks whose followers are all placed; what needs clean oil waits until all that soils it has its place."""
        ready = [name for name, many in self.waiting.items() if many == 0]
        soils = {kind for name in self.waiting for need in self.work.by_id[name].stations if not need.clean_of
                 for kind in need.kinds if kind == OIL}  # fmt: skip
        clean = [name for name in ready if self._needs_clean(name)]
        return [name for name in ready if name not in clean] or ready if soils else ready

    def _needs_clean(self, name: str) -> bool:
        return any(need.clean_of and OIL in need.kinds for need in self.work.by_id[name].stations)

    def _first(self, name: str) -> tuple[bool, bool, int]:
        """What is served at its time is placed before all else, then what needs clean oil, then what was stuck."""
        return self.work.by_id[name].at is not None, self._needs_clean(name), self.bumped.get(name, 0)

    def _latest(self, name: str) -> int:
        """The latest end that what follows a task leaves it."""
        task = self.work.by_id[name]
        if task.at is not None:
            # Of what is served the earliest finds its place first.
            return -task.at
        return min((self.given[link.then].start - link.least for link in self.work.out_of[name]), default=FAR)

    def _bounds(self, task: Task) -> tuple[int, int]:
        """The earliest and the latest start that are allowed, hands and stations left aside."""
        low, high = self.earliest[task.id], self._latest(task.id) - task.minutes
        for link in self.work.out_of[task.id]:
            if link.most is not None:
                low = max(low, self.given[link.then].start - link.most - task.minutes)
        for link in self.work.into[task.id]:
            done = self.fixed.get(link.before)
            if done is not None and link.most is not None:
                ended = done.start + self.work.by_id[link.before].minutes
                high = min(high, ended + link.most)
        if task.at is not None:
            # What is served comes late rather than not at all.
            on_time = task.at - task.minutes
            low, high = max(low, on_time), on_time + int(parameter("serve_late_most"))
        if task.pinned is not None:
            low, high = max(low, task.pinned), min(high, task.pinned)
        return low, high

    def _place(self, task: Task) -> bool:
        """Place a task with what has to lie close before it; whether that worked."""
        low, high = self._bounds(task)
        if low > high:
            self.short[task.id] = low - (high if task.at is None else task.at - task.minutes)
            return False
        fitting = 0
        for start in self._starts(task, low, high):
            self.effort.left -= 1
            given = self.timeline.give(task, start)
            if given is None:
                continue
            self.tries, fitting = self.tries + 1, fitting + 1
            if self.tries > MOST_TRIES or fitting > MOST_STARTS or self.effort.left < 0:
                return False
            self._put(task, given)
            if self._close(task):
                return True
            self._undo(task, given)
        return False

    def _put(self, task: Task, given: Given) -> None:
        self.timeline.put(task, given)
        self.given[task.id] = given
        del self.waiting[task.id]
        for link in self.work.into[task.id]:
            if link.before in self.waiting:
                self.waiting[link.before] -= 1

    def _undo(self, task: Task, given: Given) -> None:
        self.timeline.take_back(task, given)
        del self.given[task.id]
        self.waiting[task.id] = 0
        for link in self.work.into[task.id]:
            if link.before in self.waiting:
                self.waiting[link.before] += 1

    def _close(self, task: Task) -> bool:
        """Place what has to lie close before a task, where nothing else holds it; undo it all where that fails."""
        placed = list[Task]()
        for link in self.work.into[task.id]:
            tight = link.most is not None and link.most - link.least <= TIGHT
            if not tight or self.waiting.get(link.before) != 0:
                continue
            before = self.work.by_id[link.before]
            if not self._place(before):
                for one in reversed(placed):
                    self._undo_all(one)
                return False
            placed.append(before)
        return True

    def _undo_all(self, task: Task) -> None:
        """Undo a task and whatever was placed close before it."""
        for link in self.work.into[task.id]:
            if link.before in self.given and link.before not in self.fixed:
                self._undo_all(self.work.by_id[link.before])
        self._undo(task, self.given[task.id])

    def _starts(self, task: Task, low: int, high: int) -> list[int]:
        """Starts to try, the best first: where what follows is at its best, then the latest."""
        found = {low, high}
        for link in self.work.out_of[task.id]:
            then = self.given[link.then].start - task.minutes
            for wait in (link.wanted, link.best_from, link.best_to):
                if wait is not None:
                    found.add(then - wait)
        if task.id in self.before:
            found.add(self.before[task.id])
        found.update(self.timeline.edges(task))
        if high - low <= TIGHT:
            # What lies close before it may need any of these.
            found.update(range(low, high + 1))
        tried = [start for start in found if low <= start <= high]
        tried.sort(key=lambda start: (self._price(task, start), -start))
        return tried

    def _price(self, task: Task, start: int) -> float:
        """What a start costs by the waits that it makes, and by how far it leaves the plan of before."""
        end = start + task.minutes
        price = 0.0 if task.at is None else parameter("price_late") * max(0, end - task.at)
        for link in self.work.out_of[task.id]:
            wait = self.given[link.then].start - end
            price += link.price * link.off(wait) + parameter("price_planned") * link.away(wait)
        if self.service.ahead(task, start):
            price += parameter("price_ahead")
        moved = abs(start - self.before[task.id]) if task.id in self.before else 0
        return price + parameter("price_moved") * moved


def earliest_starts(
    work: Work,
    service: ReadService,
    fixed: Mapping[str, Given],
    floor: int,
    pushed: Mapping[str, int],
    put_off: Mapping[str, int],
) -> dict[str, int]:
    """The earliest start of each task by what comes before it and by when somebody is there: nothing before FLOOR, what
    is PUT_OFF not before then [min since the epoch], and what is PUSHED so much later [min].
    """
    found: dict[str, int] = {}
    before: dict[str, frozenset[str]] = {}
    for task in ordered(work):
        links = work.into[task.id]
        before[task.id] = frozenset().union(*(before[link.before] | {link.before} for link in links))
        if task.id in fixed:
            found[task.id] = fixed[task.id].start
            continue
        # What is heated up before it is not heated up before anything is planned.
        start = max(floor + task.heats_min, put_off.get(task.id, 0))
        for link in links:
            start = max(start, found[link.before] + work.by_id[link.before].minutes + link.least)
        open_ones = [work.by_id[name] for name in before[task.id] if name not in fixed]
        if open_ones and service.people:
            # All that comes before it takes the hands that there are, one thing after another.
            begins = min(found[one.id] for one in open_ones)
            handled = sum(part.minutes * part.hands for one in open_ones for _, part in one.handled)
            start = max(start, begins + handled // len(service.people))
        start += pushed.get(task.id, 0)
        if task.pinned is not None:
            start = max(start, task.pinned)
        for at, part in task.handled:
            start = max(start, _there_from(service, part.do, start + at) - at)
        found[task.id] = start
    return found


def _there_from(service: ReadService, do: str, start: int) -> int:
    """From when on, after START, somebody who can do a deed is there [min since the epoch]; START where nobody is."""
    found = list[int]()
    for one in service.people:
        if one.able(do):
            found += (
                [start] if one.spells is None else [max(start, begins) for begins, ends in one.spells if ends > start]
            )
    return min(found, default=start)


def ordered(work: Work) -> list[Task]:
    """The tasks, each after all that it waits for."""
    waits = {task.id: len(work.into[task.id]) for task in work.tasks}
    ready = [task for task in work.tasks if not waits[task.id]]
    found = list[Task]()
    while ready:
        task = ready.pop(0)
        found.append(task)
        for link in work.out_of[task.id]:
            waits[link.then] -= 1
            if not waits[link.then]:
                ready.append(work.by_id[link.then])
    return found


def place(
    work: Work,
    service: ReadService,
    floor: int,
    effort: Effort,
    fixed: Mapping[str, Given] | None = None,
    before: Mapping[str, int] | None = None,
    who: Mapping[str, frozenset[str]] | None = None,
    put_off: Mapping[str, int] | None = None,
) -> tuple[dict[str, Given], Stuck | None]:
    """Every task placed, or the one that finds no place.

    Parameters: floor, before which nothing starts [min since the epoch]; effort, how much may be tried; fixed, what has
    happened; before, starts of an earlier plan, from which this one leaves only where it must; who, whom that had at
    each task; put_off, tasks that do not begin before a time.
    """
    bumped, pushed = dict[str, int](), dict[str, int]()
    stuck: Stuck | None = None
    for _ in range(MOST_ORDERS):
        tried = Placing(
            work, service, fixed or {}, floor, before or {}, who or {}, bumped, pushed, put_off or {}, effort
        )
        if tried.run():
            return tried.given, None
        stuck = tried.stuck
        assert stuck is not None
        if stuck.short_min and not _made_short(stuck, tried):
            break
        if effort.left < 0:
            break
        bumped = {**bumped, stuck.task: bumped.get(stuck.task, 0) + 1}
        # What it leads to leaves it more room the next time, and each time twice as much.
        room = max(ROOM_MIN, work.by_id[stuck.task].minutes) << (bumped[stuck.task] - 1)
        after = [link.then for link in work.out_of[stuck.task] if work.by_id[link.then].at is None]
        pushed = {**pushed, **{name: pushed.get(name, 0) + room for name in after}}
    return {}, stuck


def _made_short(stuck: Stuck, tried: Placing) -> bool:
    """Whether a task lacks time only because of where others were put: another order may help."""
    return any(link.then in tried.given for link in tried.work.out_of[stuck.task])
