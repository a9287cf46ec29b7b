"""The run document: a service as it was cooked, the plan that it began with, and everything that happened.
`jar-table/run`.

Events are only ever added. Each has a name of its own, made where it happened, so that it may be sent late, twice and
in any order; another event voids it. Times carry their offset.
"""

from typing import Annotated, Literal, get_args

from pydantic import Field

from jarcore.documents.described import Schema, described
from jarcore.documents.findings import Patch
from jarcore.documents.nested import PlanObject, ServiceObject
from jarcore.documents.parts import Count, Flag, Number, Part, Text

FORMAT = "jar-table/run"
FORMAT_VERSION = 1
# The newest kind of event that is read; older ones are read on.
EVENT_VERSION = 1

Did = Literal[
    "started",
    "done",
    "skipped",
    "not_yet",
    "passed",
    "weighed",
    "corrected",
    "logged",
    "acted",
    "photographed",
    "void",
    "happened",
    "ended",
]
What = Literal["dropped", "burnt", "short", "warmer", "forgotten", "covers", "off", "other"]
# Where a number comes from.
Source = Literal["pressed", "planned", "typed", "scale", "probe", "simulated"]


class RunEvent(Part):
    """One thing that happened: to which step, when by the clock of the tablet, and what that clock was off [ms].

    `started`, `done`, `skipped` (with `why`) and `not_yet` (`until` then) are said of a step; `passed` of a gate of it,
    with the value that was read, or `accepted` for the reason why it was gone on without; `weighed` of a line of a step
    that so much of it is in (`value` [g], where it was `meant` to be so much); `corrected` of a jar of a course that a
    `patch` on its formula for so many `covers` mends what went in otherwise; `logged` enters the temperature record:
    `what` kind of line it is, `note` of which one, `value` [degC], `accepted` what was done where its limit was missed,
    and `acted` what was done about another `event` since (`note`); `photographed` names a `photo` that is kept beside
    the run, of a step or of the whole; `void` takes another `event` back; `happened` says `what` else there was.
    `instrument` is what was read off, `received_at` when it was kept, `signed` by whom.
    """

    id: Text | None = None
    version: Annotated[int, Field(strict=True, ge=1)] = EVENT_VERSION
    do: Text | None = None
    at: Text | None = None
    offset_ms: Count | None = None
    received_at: Text | None = None
    by: Text | None = None
    signed: Text | None = None
    source: Text | None = None
    step: Text | None = None
    gate: Text | None = None
    value: Number | None = None
    unit: Text | None = None
    held: Flag | None = None
    accepted: Text | None = None
    event: Text | None = None
    until: Text | None = None
    why: Text | None = None
    what: Text | None = None
    course: Text | None = None
    covers: Count | None = None
    pieces: Count | None = None
    minutes: Number | None = None
    line: Text | None = None
    meant: Number | None = None
    jar: Text | None = None
    instrument: Text | None = None
    photo: Text | None = None
    choice: Text | None = None
    patch: Patch | None = None
    note: Text | None = None


class Run(Part):
    """A run: the service as it was begun, the plan of it then and the last one, and the events, the earliest first.

    In a `rehearsal` simulated readings open gates of safety; else they never do.
    """

    format: Literal["jar-table/run"] = "jar-table/run"
    format_version: Annotated[int, Field(strict=True, ge=1, le=FORMAT_VERSION)] = FORMAT_VERSION
    title: Text | None = None
    notes: Text | None = None
    began_at: Text | None = None
    ended_at: Text | None = None
    rehearsal: Flag | None = None
    service: ServiceObject | None = None
    planned: PlanObject | None = None
    plan: PlanObject | None = None
    events: list[RunEvent] | None = None


def run_schema() -> Schema:
    """JSON Schema of the run document."""
    schema = Run.model_json_schema(by_alias=True)
    properties = schema["$defs"]["RunEvent"]["properties"]
    properties["do"] = {**properties["do"], "examples": list(get_args(Did))}
    properties["what"] = {**properties["what"], "examples": list(get_args(What))}
    properties["source"] = {**properties["source"], "examples": list(get_args(Source))}
    return described(schema, "run", FORMAT_VERSION)
