"""What went in otherwise than it was meant, by what was weighed and nobody has mended since."""

from collections.abc import Iterable
from dataclasses import dataclass

from jarcore.run.events import CORRECTED, WEIGHED, Event, number_of


@dataclass(frozen=True, slots=True)
class Pour:
    """So much of a line of a course's jar is in for a step, and so much was meant to be [g]; since when, in `at`
    [ms since the epoch]. Without a jar it is the fish.
    """

    step: str
    course: str
    jar: str
    line: str
    value_g: float
    meant_g: float
    at: int = 0


def pours_in(events: Iterable[Event]) -> tuple[Pour, ...]:
    """What was weighed in, each line of a step once: what was said last of it.

    EVENTS as read (each once, the earliest first). A mend of a jar makes its formula what is really in: what was
    weighed before it is as it was meant since, and is left out.
    """
    last: dict[tuple[str, str], Pour] = {}
    for event in events:
        course, jar, line = (str(event.says.get(name) or "") for name in ("course", "jar", "line"))
        if event.do == CORRECTED:
            last = {key: one for key, one in last.items() if (one.course, one.jar) != (course, jar)}
        value, meant = number_of(event.says.get("value")), number_of(event.says.get("meant"))
        if event.do == WEIGHED and event.step and value is not None and value >= 0 and meant is not None and meant > 0:
            last[event.step, line] = Pour(event.step, course, jar, line, value, meant, event.at)
    return tuple(last.values())


def times_of(pours: Iterable[Pour]) -> dict[str, dict[str, float]]:
    """How many times as much as was meant is in of each line, by its jar. What was weighed for several steps counts
    together.
    """
    sums: dict[tuple[str, str], tuple[float, float]] = {}
    for one in pours:
        value, meant = sums.get((one.jar, one.line), (0.0, 0.0))
        sums[one.jar, one.line] = (value + one.value_g, meant + one.meant_g)
    times: dict[str, dict[str, float]] = {}
    for (jar, line), (value, meant) in sums.items():
        times.setdefault(jar, {})[line] = value / meant
    return times
