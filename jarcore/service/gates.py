"""Gates: what has to be so at a step, read off or looked at, by the table of gates."""

from collections.abc import Iterator, Mapping, Sequence
from functools import cache
from typing import Any, Literal, cast

from jarcore.data import parameter, rendered, rows
from jarcore.data.tables import number
from jarcore.documents.plan import Gate
from jarcore.jars import Laid
from jarcore.service.jarring import goes_on
from jarcore.service.portions import Portion
from jarcore.service.preparing import TRIMMED
from jarcore.service.timeline import OIL
from jarcore.service.work import Part, Task

# A batch is read off where it is lifted out for good; half-fried fish counts as raw.
DONE_ZONE, FIRST_BATCH = "clean", "1.1"
# Whether the fish came cold enough.
RECEIVED = "fish-cold"
HEATED = ("cook", "fry_again")


def gates_of(task: Task, part: Part, portions: Sequence[Portion]) -> list[Gate]:
    """The gates of a part of a task; PORTIONS are all that are cooked."""
    mine = _portion_of(task, portions)
    return [] if mine is None else list(_gates(task, part, mine))


def left_alone(task: Task, part: Part, portions: Sequence[Portion]) -> bool:
    """Whether a part is a spell on something hot and dry, where fish lets go when it is ready."""
    mine = _portion_of(task, portions)
    return part.do in HEATED and mine is not None and mine.ready.heat.kind.scorches


def _portion_of(task: Task, portions: Sequence[Portion]) -> Portion | None:
    """Whose task it is; one of a whole course is that of those who get it as it is written."""
    mine = [one for one in portions if task.portion in (one.key, one.course) and one.course == task.course]
    return mine[-1] if mine else None


def _gates(task: Task, part: Part, portion: Portion) -> Iterator[Gate]:
    cold = portion.ready.clock.threshold_c
    laid = next((one for one in portion.ready.jars if task.jar is not None and one.jar.id == task.jar), None)
    match part.do:
        case "receive":
            yield _gate(RECEIVED, most=cold)
        case "trim" if {card["card"] for card in portion.evaluation["fish"]["cards"]} & set(TRIMMED):
            yield _gate("bones-out")
        case "put_on" if laid is not None:
            if laid is _first_on(portion):
                yield _gate("fish-dry")
            if laid.kind.liquid and laid.kind.touches_raw:
                yield _gate("jar-cold", most=cold, jar=laid.contents.called)
        case "heat" if laid is not None and laid.contents.names(lambda one: one.alcohol > parameter("strong_from")):
            yield _gate("flame-off")
        case "sauce" if laid is not None and laid.is_heated:
            yield _gate("off-the-heat")
        case "clean":
            yield _gate("clean-down")
        case "lift_out" if task.batch and part.zone == DONE_ZONE:
            if task.batch == FIRST_BATCH:
                # It was in raw fish before.
                yield _gate("probe-wiped")
            yield _gate("core-done", least=portion.ready.heat.target_c)
        case _:
            yield from _heated(task, part, portion)


def _heated(task: Task, part: Part, portion: Portion) -> Iterator[Gate]:
    """What goes into the heat: into hot oil, and apart where it is cooked without something."""
    first = next((one for one in task.parts if one.do in HEATED), None)
    if part is not first:
        return
    if portion.without:
        yield _gate("own-things", without=sorted(portion.without))
    if any(OIL in need.kinds for need in task.stations):
        stated = portion.ready.heat
        hot = stated.second_c if part.do == "fry_again" else stated.medium_c
        yield _gate("oil-hot", least=hot or parameter("fry_nominal"))


def _first_on(portion: Portion) -> Laid | None:
    """The first jar that is laid on the fish."""
    return next((one for one in portion.ready.jars if one.contents.specs and goes_on(one)), None)


def _gate(name: str, **values: Any) -> Gate:
    row = _rows()[name]
    bound = row["limit"]
    return {
        "id": name,
        "when": cast(Literal["before", "after"], row["when"]),
        "text": rendered(row["text"], values),
        "instead": row["instead"],
        "unit": row["unit"] or None,
        "instrument": row["instrument"] or None,
        "least": values["least"] if bound == "least" else None,
        "most": values["most"] if bound == "most" else None,
        "low": number(row["low"]),
        "high": number(row["high"]),
        "safety": row["safety"] == "1",
        "source": row["source"],
    }


@cache
def _rows() -> Mapping[str, Mapping[str, str]]:
    return {row["id"]: row for row in rows("gates")}
