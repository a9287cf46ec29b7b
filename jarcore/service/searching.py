"""A better plan: constraint programming that begins with the plan at once, and may only improve it.

Active parts are intervals on people and stations; waits are bounds between starts. One thread and a deterministic
limit: the same service gives the same plan.
"""

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field, replace
from itertools import pairwise
from typing import Any

from jarcore.data import parameter
from jarcore.service.deciding import Decided, Past, contact_least
from jarcore.service.served import Hands, ReadService, Stove
from jarcore.service.timeline import OIL, Given, Timeline
from jarcore.service.work import Link, Station, Task

# Costs are whole numbers of this.
SCALE = 1000
# How much earlier than in the plan at once anything may start [min].
EARLIER = 720
FAR_BACK = -(10**9)
# What is said where the search is not installed.
MISSING = "A better plan is searched for by OR-Tools. Install jar-table[plan], or take the plan that is made at once."


@dataclass
class _Model:
    """The model of one service, with what it needs to be read back."""

    cp: Any
    decided: Decided
    service: ReadService
    past: Past
    base: int
    starts: dict[str, Any] = field(default_factory=dict)
    chosen: dict[tuple[str, int, str], Any] = field(default_factory=dict)
    stationed: dict[tuple[str, int, str], Any] = field(default_factory=dict)
    costs: list[Any] = field(default_factory=list)
    hints: list[tuple[Any, int]] = field(default_factory=list)

    def build(self) -> None:
        """All variables, bounds and costs."""
        for task in self.decided.work.tasks:
            self._start(task)
        for link in self.decided.work.links:
            self._link(link)
        self._alike()
        self._hands()
        self._stations()
        self.cp.Minimize(sum(self.costs))

    def _start(self, task: Task) -> None:
        now = self.decided.given[task.id].start - self.base
        if task.id in self.past.fixed or task.pinned is not None:
            self.starts[task.id] = self.cp.NewConstant(now)
            return
        floor = max(0, self.past.floor - self.base) + task.heats_min
        floor = max(floor, self.past.earliest.get(task.id, self.base) - self.base)
        last = self.last
        start = self.cp.NewIntVar(min(now, max(floor, now - EARLIER)), last, task.id)
        self.starts[task.id] = start
        self.hints.append((start, now))
        self.costs.append((last - start) * round(parameter("price_early") * SCALE))
        if self.service.ahead(task, FAR_BACK):
            ahead = self.cp.NewBoolVar(f"{task.id} ahead")
            self.cp.Add(start >= self.service.day - self.base).OnlyEnforceIf(ahead.Not())
            self.hints.append((ahead, int(self.service.ahead(task, now + self.base))))
            self.costs.append(ahead * round(parameter("price_ahead") * SCALE))
        moved = self.past.before.get(task.id)
        if moved is not None:
            away = self.cp.NewIntVar(0, 2 * last, f"{task.id} moved")
            self.cp.AddAbsEquality(away, start - (moved - self.base))
            self.costs.append(away * round(parameter("price_moved") * SCALE))
        if task.at is not None:
            planned = task.at - self.base - task.minutes
            late = self.cp.NewIntVar(0, int(parameter("serve_late_most")), f"{task.id} late")
            self.cp.Add(start == planned + late)
            self.hints.append((late, self.decided.late.get(task.id, 0)))
            self.costs.append(late * round(parameter("price_late") * SCALE))

    @property
    def last(self) -> int:
        """The latest that anything may end [min from the base]."""
        ends = [given.start + self.decided.work.by_id[name].minutes for name, given in self.decided.given.items()]
        return max(ends) - self.base + int(parameter("serve_late_most")) + 1

    def _link(self, link: Link) -> None:
        task = self.decided.work.by_id[link.before]
        wait = self.starts[link.then] - self.starts[link.before] - task.minutes
        fixed = self.past.fixed
        if link.before in fixed and link.then in fixed:
            return
        now = self.decided.wait(link)
        self.cp.Add(wait >= max(link.least, min(contact_least(link), now)))
        if link.most is not None:
            self.cp.Add(wait <= link.most)
        if link.price and link.best_from:
            self._off(link.best_from - wait, max(0, link.best_from - now), round(link.price * SCALE))
        if link.price and link.best_to is not None:
            self._off(wait - link.best_to, max(0, now - link.best_to), round(link.price * SCALE))
        if link.wanted is not None:
            for by, off in ((link.wanted - wait, link.wanted - now), (wait - link.wanted, now - link.wanted)):
                self._off(by, max(0, off), round(parameter("price_planned") * SCALE))

    def _off(self, by: Any, now: int, price: int) -> None:
        """What lies outside costs so much a minute."""
        off = self.cp.NewIntVar(0, self.last + EARLIER, "")
        self.cp.Add(off >= by)
        self.hints.append((off, now))
        self.costs.append(off * price)

    def _alike(self) -> None:
        """Batches of one go that are all alike stay in their order: which of them comes first is no question."""
        alike: dict[tuple[object, ...], list[str]] = {}
        for task in self.decided.work.tasks:
            if task.batch and task.id not in self.past.fixed:
                follow = tuple(link.then for link in self.decided.work.out_of[task.id])
                key = (
                    task.portion,
                    follow,
                    tuple((part.do, part.minutes, part.hands) for part in task.parts),
                    task.stations,
                )
                alike.setdefault(key, []).append(task.id)
        for names in alike.values():
            names.sort(key=lambda name: self.decided.given[name].start)
            for one, other in pairwise(names):
                self.cp.Add(self.starts[one] <= self.starts[other])

    def _hands(self) -> None:
        """So many people for each part that takes hands, nobody at two things at once, all while they are there."""
        taken: dict[str, list[Any]] = {one.id: self._away(one) for one in self.service.people}
        for task in self.decided.work.tasks:
            given = self.decided.given[task.id]
            for place, (at, part) in enumerate(task.handled):
                if task.id in self.past.fixed:
                    self._goes_on(given.start + at, part.minutes, given.people[place], taken)
                    continue
                here = []
                for one in self.service.people:
                    if not one.able(part.do):
                        continue
                    is_in = self.cp.NewBoolVar(f"{task.id} {place} {one.id}")
                    begins = self.starts[task.id] + at
                    ends = begins + part.minutes
                    taken[one.id].append(self.cp.NewOptionalIntervalVar(begins, part.minutes, ends, is_in, ""))
                    self.chosen[task.id, place, one.id] = is_in
                    self.hints.append((is_in, int(one.id in given.people[place])))
                    here.append(is_in)
                self.cp.Add(sum(here) == part.hands)
        for intervals in taken.values():
            self.cp.AddNoOverlap(intervals)

    def _goes_on(self, start: int, minutes: int, names: Iterable[str], taken: dict[str, list[Any]]) -> None:
        """What has begun takes its people as long as it goes on; what is over takes nothing."""
        for name in names:
            if name in taken and (going := self._yet(start, minutes)) is not None:
                taken[name].append(going)

    def _yet(self, start: int, minutes: int) -> Any:
        """What of a time is still to come; None where it is over."""
        begins, ends = max(start, self.past.floor) - self.base, start + minutes - self.base
        return self.cp.NewFixedSizeIntervalVar(begins, ends - begins, "") if ends > begins else None

    def _away(self, one: Hands) -> list[Any]:
        """The times at which somebody is not there."""
        if one.spells is None:
            return []
        edges = [0, *(at - self.base for spell in sorted(one.spells) for at in spell), self.last + EARLIER]
        gaps = zip(edges[::2], edges[1::2], strict=True)
        return [
            self.cp.NewFixedSizeIntervalVar(max(0, begins), ends - max(0, begins), "")
            for begins, ends in gaps
            if ends > max(0, begins)
        ]

    def _stations(self) -> None:
        """One station for each need, no more at once than it takes, and clean oil before all that soils it."""
        timeline = Timeline(self.service.people, self.service.taken)
        taken: dict[str, list[tuple[Any, Any, Task, Station, Any]]] = {one.id: [] for one in self.service.taken}
        held: dict[str, list[Any]] = {one.id: [] for one in self.service.taken}
        for task in self.decided.work.tasks:
            given = self.decided.given[task.id]
            for place, need in enumerate(task.stations):
                if task.id in self.past.fixed:
                    going = self._still_on(task, need, given)
                    if going is not None and given.stations[place] in held:
                        held[given.stations[place]].append(going)
                    continue
                here = []
                for stove in timeline.serving(need):
                    if stove.kind == OIL and need.clean_of & self._has_held(stove):
                        continue
                    is_in = self.cp.NewBoolVar(f"{task.id} {place} {stove.id}")
                    begins, length = self.starts[task.id] + need.begins_after(), need.taken_min(task.minutes)
                    interval = self.cp.NewOptionalIntervalVar(begins, length, begins + length, is_in, "")
                    taken[stove.id].append((interval, begins, task, need, is_in))
                    self.stationed[task.id, place, stove.id] = is_in
                    self.hints.append((is_in, int(given.stations[place] == stove.id)))
                    here.append(is_in)
                self.cp.AddExactlyOne(here)
        for stove in self.service.taken:
            intervals = [*(one[0] for one in taken[stove.id]), *held[stove.id]]
            if stove.takes == 1:
                self.cp.AddNoOverlap(intervals)
            elif stove.takes:
                self.cp.AddCumulative(intervals, [1] * len(intervals), int(stove.takes))
            if stove.kind == OIL:
                self._oil(taken[stove.id])

    def _still_on(self, task: Task, need: Station, given: Given) -> Any:
        """The time for which a task that has begun keeps its station yet; None where that is over."""
        begins, ends = need.taken(given.start, task.minutes)
        return self._yet(begins, ends - begins)

    def _has_held(self, stove: Stove) -> frozenset[str]:
        """What a station's oil has held today by now."""
        return stove.held.union(
            *(
                need.holds
                for name, given in self.past.fixed.items()
                if name in self.decided.work.by_id
                for need, on in zip(self.decided.work.by_id[name].stations, given.stations, strict=True)
                if on == stove.id
            )
        )

    def _oil(self, taken: list[tuple[Any, Any, Task, Station, Any]]) -> None:
        for _, begins, clean_task, clean, clean_in in taken:
            for _, soils_at, _, soils, soils_in in taken:
                if clean.clean_of & soils.holds:
                    ends = begins + clean.taken_min(clean_task.minutes)
                    self.cp.Add(ends <= soils_at).OnlyEnforceIf([clean_in, soils_in])

    def read(self, value: Callable[[Any], int]) -> Decided:
        """The plan that a solution is."""
        given = {name: one for name, one in self.past.fixed.items() if name in self.decided.work.by_id}
        for task in self.decided.work.tasks:
            if task.id in self.past.fixed:
                continue
            people = tuple(
                tuple(
                    one.id
                    for one in self.service.people
                    if (is_in := self.chosen.get((task.id, place, one.id))) is not None and value(is_in)
                )
                for place in range(len(task.handled))
            )
            stations = tuple(
                next(
                    stove.id
                    for stove in self.service.taken
                    if (is_in := self.stationed.get((task.id, place, stove.id))) is not None and value(is_in)
                )
                for place in range(len(task.stations))
            )
            given[task.id] = Given(self.base + value(self.starts[task.id]), people, stations)
        return replace(self.decided, given=given)


class NotInstalled(ImportError):
    """What is asked for needs an extra that is not installed; says which."""


def improve(decided: Decided, service: ReadService, past: Past) -> Decided:
    """The best plan that is found within the limit of the row `search_effort`, never a worse one than DECIDED.

    Its `gap` is how far its cost may lie above the least there can be, as a share of it.
    Raises: NotInstalled where the core is installed without what searches.
    """
    if not decided.given:
        return decided
    try:
        from ortools.sat.python import cp_model  # over half a second to load: only where a better plan is looked for
    except ModuleNotFoundError as missing:
        raise NotInstalled(MISSING) from missing

    base = min(one.start for one in decided.given.values()) - EARLIER
    model = _Model(cp_model.CpModel(), decided, service, past, base)
    model.build()
    for variable, value in model.hints:
        model.cp.AddHint(variable, value)
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = 1
    # Several ways to search take turns in the one thread: alone none of them finds as much.
    solver.parameters.interleave_search = True
    solver.parameters.max_deterministic_time = parameter("search_effort")
    solver.parameters.max_time_in_seconds = parameter("search_guard")
    status = solver.Solve(model.cp)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return decided
    found = model.read(solver.Value)
    best = min((found, decided), key=lambda one: (round(one.relaxing, 6), round(one.cost, 6)))
    bound = solver.BestObjectiveBound() / SCALE
    top = solver.ObjectiveValue() / SCALE
    return replace(best, gap=max(0.0, (top - bound) / top) if top > 0 else 0.0)
