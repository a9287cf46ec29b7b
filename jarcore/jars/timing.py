"""The window of a jar: its kind's own timing on each size of piece, within the one clock."""

from collections.abc import Iterator
from dataclasses import replace

from jarcore.data import look_at_the_time
from jarcore.documents import Finding, found
from jarcore.documents.evaluated_jar import Window
from jarcore.jars.laid import Laid
from jarcore.jars.spec import in_jar
from jarcore.jars.window import Limit, tightest, window_of


def untimed_for_want_of(laid: Laid) -> list[str]:
    """Names of what is not weighed and would set how long the jar may act; empty where all is known."""
    decides = laid.kind.decides(laid)
    if decides is None:
        return []
    return [
        spec.called
        for spec in laid.contents.unweighed()
        if in_jar(spec) and (spec.ingredient is None or decides(spec.ingredient))
    ]


def _nowhere(laid: Laid) -> Iterator[Finding]:
    """What has nowhere to go on this fish: a filling without a cavity, a jar for slots that are not cut."""
    bases = {spec.line.basis for spec in laid.contents.specs}
    for basis, there, code in (("cavity", laid.fish.cavities, "no-cavity"), ("slot", laid.fish.slots, "no-slots")):
        if not there and (bases == {basis} or (basis in bases and laid.kind.fills)):
            yield found(code, laid.path)


def window_for(laid: Laid, counter: Limit | None, moved: bool = True) -> tuple[Window | None, tuple[Finding, ...]]:
    """The window of a jar, and what was found; None when it cannot be timed or touches no raw fish.

    COUNTER is what the one clock leaves for it where it stands warm; MOVED asks what would move it.
    """
    if laid.jar.kind is None:
        return None, (found("unstated/kind", f"{laid.path}/kind"),)
    time = laid.kind.time
    if time is None or not laid.fish.timed:
        return None, ()
    nowhere = tuple(_nowhere(laid))
    if nowhere:
        return None, nowhere
    wanting = untimed_for_want_of(laid)
    if wanting:
        return None, (found("window-unknown", laid.path, wanting=wanting),)
    if laid.fish.has("histamine") and (laid.standing.place == "counter" or laid.standing.above_cold):
        return None, (found("window-stopped/histamine", laid.path),)
    spans, told = [], list[Finding]()
    left = replace(laid, clock_min=counter.minutes) if counter else laid
    for one in left.by_size():
        look_at_the_time()
        timed = time(one)
        told += timed.found
        if timed.span is not None:
            spans.append((one.group, timed.span.capped(counter) if counter else timed.span))
    if not spans:
        return None, tuple(told)
    return (tightest(spans, moved) if laid.fish.groups else window_of(spans[0][1], moved)), tuple(told)
