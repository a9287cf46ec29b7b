"""The one rule for every jar that touches fish: what drives it, how far each driver counts, the window of them all.

Acid, salt, a firmed shell and flavour each have their own four times. A driver that can do little counts little, and
one that cannot come before the fish has to be out does not make the cook wait. All of it is continuous: a little more
of anything moves a window a little.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from jarcore.data import Said, parameter, said
from jarcore.flesh import NEVER, Course
from jarcore.jars.fade import blend
from jarcore.jars.window import Binding, Limit, Span

# Where a jar does nothing but salt, what counts least still counts so much: it goes by that.
LEAST = 1e-3


@dataclass(frozen=True, slots=True, kw_only=True)
class Stages:
    """When each stage of a window is reached [min]."""

    early: float
    best_from: float
    best_to: float
    late: float

    def times(self, factor: float) -> "Stages":
        """So many times as long."""
        return Stages(
            early=self.early * factor,
            best_from=self.best_from * factor,
            best_to=self.best_to * factor,
            late=self.late * factor,
        )


def between(one: Stages, other: Stages, share: float) -> Stages:
    """Stages that lie by a SHARE of the way, as ratios, from one to the other [1]."""
    return Stages(
        early=blend(one.early, other.early, share),
        best_from=blend(one.best_from, other.best_from, share),
        best_to=blend(one.best_to, other.best_to, share),
        late=blend(one.late, other.late, share),
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Targets:
    """What marks each stage: a depth [m], salt [g per 100 g fish] or a share of the way [1]."""

    early: float
    best_from: float
    best_to: float
    late: float


# So many times what a jar can do is never done.
OUT_OF_REACH = 1e12


@dataclass(frozen=True, slots=True, kw_only=True)
class Driver:
    """One thing that sets a jar's time: its stages, how much of it the jar can do [1], why it ends, its spread [1].

    `weight` is how far it counts toward the beginning; `lack` how many times what it can do would have to be to do all
    that is wanted, 1 where it can: by that its end comes later.
    """

    stages: Stages
    weight: float
    lack: float
    binding: Binding
    reason: Said
    rows: tuple[str, ...]
    spread: float

    @property
    def own(self) -> Stages:
        """Its stages as they bind the jar: the less it can do, the later."""
        lack = max(1.0, self.lack)
        return self.stages.times(lack ** parameter("lack_power") if lack < OUT_OF_REACH else NEVER)

    @property
    def limit(self) -> Limit:
        """What it limits the jar to."""
        return Limit(minutes=self.own.late, binding=self.binding, reason=self.reason, rows=self.rows)


def stages(course: Course, spent: float, targets: Targets) -> Stages:
    """The stages of a course [s] that has spent itself at the reach SPENT.

    Up to there each target is where the course meets it. One that lies beyond begins at its shares of what can be
    reached and ends ever later: what runs out cannot be overdone.
    """
    power, done = parameter("spent_power"), course.when(min(spent, course.end)) / 60

    def begins(target: float, share: str) -> float:
        return course.when(min(target, parameter(share) * spent)) / 60

    def ends(target: float) -> float:
        return course.when(target) / 60 if target <= spent else done * (target / spent) ** power

    return Stages(
        early=begins(targets.early, "spent_early"),
        best_from=begins(targets.best_from, "spent_best_from"),
        best_to=ends(targets.best_to),
        late=ends(targets.late),
    )


def together(drivers: Sequence[Driver], flavour: Stages | None, caps: Sequence[Limit], reasons: Sequence[Said]) -> Span:
    """The span of all drivers of a jar, within the caps of its place and kind.

    FLAVOUR is how it flavours the surface, which counts where nothing else does; None for what only salts.
    """
    cap = min(limit.minutes for limit in caps)
    least = LEAST if flavour is None else 0.0
    counted = [(driver, max(least, _counts(driver, cap))) for driver in drivers if driver.stages.best_from < NEVER]
    begins, own = [(driver.stages, count) for driver, count in counted], [driver.own for driver, _ in counted]
    if flavour is not None:
        begins.append((flavour, 1 - max((count for _, count in counted), default=0.0)))
    elif not begins:
        begins.append((Stages(early=cap, best_from=cap, best_to=cap, late=cap), 1.0))
    best_to = min([cap, *(one.best_to for one in own), *([flavour.best_to] if flavour else [])])
    best_from = _mean(begins, lambda one: one.best_from)
    earliest = _mean(begins, lambda one: one.early)
    for one in own:
        # What ends the window also begins it: nothing slower makes the cook wait until it is over.
        apart = math.sqrt(one.best_to / best_to) if best_to > 0 else 1.0
        best_from, earliest = min(best_from, one.best_from * apart), min(earliest, one.early * apart)
    spread = sum(driver.spread * count for driver, count in counted) / max(1.0, sum(count for _, count in counted))
    span = Span(
        earliest_min=min(earliest, best_from),
        best_from_min=best_from,
        best_to_min=best_to,
        limits=(*(driver.limit for driver, _ in counted if driver.limit.minutes < 2 * cap), *caps),
        spread=spread,
        reasons=tuple(reasons),
    )
    return _cut_by_cap(span, cap)


def _counts(driver: Driver, cap: float) -> float:
    """How far a driver counts toward the beginning [1]: not at all where its best comes only at the cap."""
    before = math.log(cap / driver.stages.best_from, parameter("before_cap")) if cap > 0 else 0.0
    return driver.weight * max(0.0, min(1.0, before))


def _mean(begins: Sequence[tuple[Stages, float]], of: Callable[[Stages], float]) -> float:
    """The mean of times as ratios, each as far as it counts [min]."""
    counting = [(one, count) for one, count in begins if count > 0]
    if len(counting) == 1:
        return of(counting[0][0])
    whole = sum(count for _, count in counting)
    return math.exp(sum(count * math.log(of(one)) for one, count in counting) / whole)


def _cut_by_cap(span: Span, cap: float) -> Span:
    """Says in words where only a cap makes a best so short that it is an instant."""
    if span.best_from_min < cap:
        return span
    return replace(span, reasons=(*span.reasons, said("reason/cap-cuts", best_from=span.best_from_min)))
