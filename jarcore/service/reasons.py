"""Why a step is where it is: what holds it from being earlier, and from being later."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from jarcore.data import sentence
from jarcore.documents.plan import Bound
from jarcore.service.deciding import Decided
from jarcore.service.served import ReadService
from jarcore.service.timeline import Taken, Timeline
from jarcore.service.work import Link, Task

# A time and why.
Why = tuple[int, str]


@dataclass(frozen=True, slots=True)
class _Use:
    """Somebody or something that a task takes, from when to when, what else takes it, and when it is there at all."""

    name: str
    begins: int
    ends: int
    others: Sequence[Taken]
    spells: Sequence[tuple[int, int]]


@dataclass
class Reasons:
    """What holds each task of a plan: other tasks, windows, people and stations."""

    decided: Decided
    service: ReadService
    floor: int

    def __post_init__(self) -> None:
        """Everything that is taken, once for all."""
        self.timeline = Timeline(self.service.people, self.service.taken)
        for name, given in self.decided.given.items():
            self.timeline.put(self.decided.work.by_id[name], given)

    def of(self, name: str, at: int) -> tuple[Bound | None, Bound | None]:
        """What holds a part of a task, that begins AT minutes into it: not before, and not after."""
        task, zone = self.decided.work.by_id[name], self.service.zone
        start = self.decided.given[name].start
        low = max((one for one in self._not_before(task) if one[0] <= start), default=None)
        high = min((one for one in self._not_after(task) if one[0] >= start), default=None)
        return (
            {"at": zone.written(low[0] + at), "why": low[1]} if low else None,
            {"at": zone.written(high[0] + at), "why": high[1]} if high else None,
        )

    def _not_before(self, task: Task) -> Iterator[Why]:
        given, work = self.decided.given[task.id], self.decided.work
        for link in work.into[task.id]:
            ended = self.decided.given[link.before].start + work.by_id[link.before].minutes
            text = _text(work.by_id[link.before], last=True)
            yield ended + link.least, sentence("why/after", step=text, at=self._at(ended))
            if link.best_from:
                yield ended + link.best_from, self._best(link, ended + link.best_from)
        for link in work.out_of[task.id]:
            then = self.decided.given[link.then].start - task.minutes
            for most in (link.best_to, link.most):
                if most is not None:
                    yield then - most, link.why or sentence("why/waits", step=_text(work.by_id[link.then]))
        for use in self._uses(task):
            last = max((t for t in use.others if t.end <= use.begins), key=lambda t: t.end, default=None)
            if last is not None:
                yield last.end + given.start - use.begins, self._taken("why/taken-until", use, last.end)
            for begins, ends in use.spells:
                if begins <= use.begins and use.ends <= ends:
                    yield begins + given.start - use.begins, self._taken("why/comes", use, begins)
        yield self.floor, sentence("why/floor", at=self._at(self.floor))

    def _not_after(self, task: Task) -> Iterator[Why]:
        given, work = self.decided.given[task.id], self.decided.work
        if task.at is not None:
            yield task.at - task.minutes, sentence("why/served", at=self._at(task.at))
        for link in work.out_of[task.id]:
            then = self.decided.given[link.then].start
            latest = then - link.least - task.minutes
            yield latest, sentence("why/before", step=_text(work.by_id[link.then]), at=self._at(then))
            if link.best_from:
                yield then - link.best_from - task.minutes, self._best(link, then)
        for link in work.into[task.id]:
            ended = self.decided.given[link.before].start + work.by_id[link.before].minutes
            for most in (link.best_to, link.most):
                if most is not None:
                    yield ended + most, link.why or sentence("why/waits", step=_text(task))
        for use in self._uses(task):
            following = min((t for t in use.others if t.start >= use.ends), key=lambda t: t.start, default=None)
            if following is not None:
                yield following.start + given.start - use.ends, self._taken("why/taken-from", use, following.start)
            for begins, ends in use.spells:
                if begins <= use.begins and use.ends <= ends:
                    yield ends + given.start - use.ends, self._taken("why/goes", use, ends)

    def _taken(self, key: str, use: "_Use", at: int) -> str:
        return sentence(key, what=use.name, at=self._at(at))

    def _best(self, link: Link, at: int) -> str:
        return sentence("why/best", why=link.why, at=self._at(at)) if link.why else sentence("why/planned")

    def _uses(self, task: Task) -> Iterator["_Use"]:
        """Everybody and everything that a task takes, when, and what else takes them."""
        given = self.decided.given[task.id]
        spells = {one.id: one.spells or () for one in self.service.people}
        for (at, part), who in zip(task.handled, given.people, strict=True):
            begins = given.start + at
            for one in who:
                others = [t for t in self.timeline.by_person[one] if t.task != task.id]
                yield _Use(one, begins, begins + part.minutes, others, spells.get(one, ()))
        for need, name in zip(task.stations, given.stations, strict=True):
            begins, ends = need.taken(given.start, task.minutes)
            yield _Use(name, begins, ends, [t for t in self.timeline.by_stove[name] if t.task != task.id], ())

    def _at(self, minute: int) -> str:
        """A time as it is said, with its day where it is not that of the first plate."""
        return self.service.zone.said(minute, self.service.first)


def _text(task: Task, last: bool = False) -> str:
    """What a task is called where another speaks of it: its first part, or its last."""
    return task.parts[-1 if last else 0].text.rstrip(".")
