"""The plan: when every step of a service starts, by whom and with what, and why there. `jar-table/plan`.

Times carry their offset, "2026-12-04T18:04+01:00", and are whole minutes.
"""

from collections.abc import Mapping
from typing import Any, Literal, NotRequired, cast

from typing_extensions import TypedDict

from jarcore.data import parameter
from jarcore.documents.findings import Notice, Patch

FORMAT = "jar-table/plan"
FORMAT_VERSION = 1

Zone = Literal["raw", "clean"]


class Bound(TypedDict):
    """A time that a step cannot start before, or after, and why."""

    at: str
    why: str


class Gate(TypedDict):
    """What has to be so before a step (or after it, before it is over): looked at, or read off (`unit`, on a kind of
    `instrument`), at least or at
    most so much. Below `low` and above `high` nothing can be there: then the reading is wrong. Where it is not so,
    `instead` says what to do; `safety` that it can hurt somebody.
    """

    id: str
    when: Literal["before", "after"]
    text: str
    instead: str
    unit: str | None
    instrument: NotRequired[str | None]
    least: float | None
    most: float | None
    low: float | None
    high: float | None
    safety: bool
    source: str


class AmountOf(TypedDict):
    """So much of a line of a jar for a step (of the fish where no jar is named), and the step of the scale that it is
    weighed on [g]; what is `off_g` off is otherwise than it was meant, and may be mended [g]. Below `low_g` and above
    `high_g` it cannot be: then the scale, or what was typed, is wrong.
    """

    jar: str | None
    line: str | None
    name: str
    mass_g: float
    step_g: float | None
    off_g: float
    low_g: float
    high_g: float


class PlannedStep(TypedDict):
    """One thing to do, or to wait for (`active` false): its deed, in words, for which course, jar and sizes of pieces.

    `after` are the steps that it waits for. `fixed` says that it has happened or has begun, `pinned` that a cook has
    put it there. `press` is what a cook says of it: that it is done, or that it begins; a wait of which nothing is said
    begins by itself. `calls` are those who do it or begin it; `must` says that it cannot be left out; `amounts` is what
    is weighed for it. A wait `rings` where somebody has to come when it is over; what is left `alone` lets go by
    itself. `batch` is its number where it is of one, by goes of the plate: "2.1".
    """

    id: str
    course: str | None
    do: str
    text: str
    jar: str | None
    group: str | None
    start: str
    end: str
    active: bool
    people: list[str]
    stations: list[str]
    zone: Zone
    after: list[str]
    not_before: Bound | None
    not_after: Bound | None
    fixed: bool
    pinned: bool
    press: Literal["done", "begin", "none"]
    calls: list[str]
    must: bool
    gates: list[Gate]
    amounts: list[AmountOf]
    rings: bool
    alone: bool
    batch: NotRequired[str | None]


class JarOnFish(TypedDict):
    """A jar on its fish in time: when it goes on and comes off, and its window; null where no such limit is known.

    `step` is the one that puts it on.
    """

    course: str
    jar: str | None
    group: str | None
    name: str
    step: str
    on: str
    off: str
    best_from: str | None
    best_to: str | None
    latest: str | None


class Served(TypedDict):
    """When a plate is served, and for how many of which course."""

    plate: str
    at: str
    course: str
    covers: int


class DrawnFrom(TypedDict):
    """So much of a batch that was made ahead goes into a jar of a course [g]."""

    batch: str
    course: str
    jar: str
    mass_g: float


class Unplanned(TypedDict):
    """A course that has no plan, and why."""

    course: str | None
    text: str


class Relaxed(TypedDict):
    """Something elastic that is given up: the rule, the step, by how much [min], in words."""

    rule: str
    step: str | None
    by_min: float
    text: str


class Mend(TypedDict):
    """The smallest change of one kind that would mend what is wrong: in words, and the patch on the service."""

    text: str
    patch: Patch


class Warm(TypedDict):
    """Minutes that the raw fish of a course stands too warm by the plan, and how many it may [min]."""

    course: str
    group: str | None
    minutes: float
    limit_min: float


class Plan(TypedDict):
    """A service planned. `kept` is false where something elastic was relaxed or a course has no plan; `gap` how far the
    plan may be from the best one, as a share of its cost.
    """

    format: str
    format_version: int
    engine: str
    title: str | None
    kept: bool
    starts_at: str | None
    served: list[Served]
    steps: list[PlannedStep]
    windows: list[JarOnFish]
    drawn: list[DrawnFrom]
    unplanned: list[Unplanned]
    relaxed: list[Relaxed]
    mends: list[Mend]
    warm_minutes: list[Warm]
    gap: float | None
    notices: list[Notice]


def as_now(plan: Mapping[str, Any]) -> Plan:
    """A plan of an older core, as it would be written now: what its steps do not say yet is as usual."""
    steps = [
        {
            "press": "done" if step["active"] else "none",
            "calls": step["people"],
            "must": False,
            "gates": [],
            "rings": step["do"] != "hold",
            "alone": False,
            **step,
            # Without a bound every step of a scale counts.
            "amounts": [
                {
                    "off_g": one.get("step_g") or 0.0,
                    "low_g": 0.0,
                    "high_g": parameter("weighed_most") * one["mass_g"],
                    "jar": step["jar"],
                    **one,
                }
                for one in step.get("amounts", [])
            ],
        }
        for step in plan["steps"]
    ]
    return cast(Plan, {**plan, "steps": steps})
