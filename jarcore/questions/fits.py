"""What makes a jar's best hold the time until service: as it is, or with one thing otherwise."""

from collections.abc import Callable, Mapping, Sequence
from itertools import pairwise
from typing import Any

import numpy as np
from typing_extensions import TypedDict

from jarcore.data import Pantry, parameter, said, sentence
from jarcore.documents.evaluated_jar import Window
from jarcore.documents.patches import Patch, put, put_below, tidy
from jarcore.questions.variants import Base, base_of, window_of
from jarcore.questions.windows import AXES, varied
from jarcore.reading import written_unit

# How much finer than it is drawn a thing is tried for what fits, and every how manyeth of those at first.
FINER, COARSER = 3, 6


class Fit(TypedDict):
    """A way to make the window hold a wished time: words, whether it does, and where it does the patch and what it
    does, in words to be pressed.
    """

    what: str
    fits: bool
    text: str
    patch: Patch | None
    deed: str | None


def fits(document: Mapping[str, Any], jar: int, minutes: float, pantry: Pantry | None = None) -> list[Fit]:
    """What makes the jar's best hold a time [min] until service: as it is, another thickness, dose, acid or place.

    The formula as it is comes first, and alone where it fits; each other way is the smallest change that fits, with a
    patch, or says that none does.
    """
    base = base_of(document, jar, pantry)
    if not base.there:
        return []
    found = [_as_it_is(base, minutes)]
    if found[0]["fits"]:
        return found
    for over in ("thickness", "acid", "dose", "salt", "temperature"):
        one = _fit_over(base, over, minutes)
        if one is not None:
            found.append(one)
    return found


def _as_it_is(base: Base, minutes: float) -> Fit:
    window = base.laid.window
    assert window is not None
    held = _misses(window, minutes) == 0
    words = said(
        "fits/within" if held else "fits/outside",
        minutes=minutes,
        best_from=window["best_from_min"],
        best_to=window["best_to_min"],
    )
    contact = {"value": tidy(minutes), "unit": "min"}
    patch = put_below(base.document, ["jars", base.jar, "method", "contact_time"], contact) if held else None
    return {"what": "as it is", "fits": held, "text": words.text, "patch": patch, "deed": words.deed}


def _fit_over(base: Base, over: str, minutes: float) -> Fit | None:
    """The value nearest to the present one at which the best holds the time; None where there is nothing to vary."""
    label, unit, values = AXES[over]
    contents, piece = base.laid.contents, base.ready.fish.piece
    if over == "thickness" and (piece is None or base.ready.fish.groups):
        return None
    needs = {
        "acid": any(i.sour for i, _ in contents.parts()),
        "salt": any(i.group == "salt" for i, _ in contents.parts()),
    }
    if not needs.get(over, True):
        return None
    now = {"thickness": piece.thickness_mm if piece else 0.0, "temperature": base.laid.standing.celsius}.get(over, 1.0)
    # Another temperature counts only where it is cold: the counter is a cook's choice, never the tool's.
    fine = [
        tidy(float(x), 2)
        for x in np.linspace(values[0], values[-1], FINER * len(values))
        if over != "temperature" or x <= parameter("cold_holding")
    ]
    x = _nearest(fine, now, lambda x: _misses(window_of(base, varied(base, over, x)), minutes))
    if x is not None:
        amount = f"× {x:g}" if unit == "times" else f"{x:g} {written_unit(unit)}"
        words = said("fits/holds", what=label, amount=amount, minutes=minutes)
        patch = _patch(base, over, x, varied(base, over, x))
        return {"what": label, "fits": True, "text": words.text, "patch": patch, "deed": words.deed}
    return {
        "what": label,
        "fits": False,
        "text": sentence("fits/nothing", what=label, minutes=minutes),
        "patch": None,
        "deed": None,
    }


def _misses(window: Window | None, minutes: float) -> int | None:
    """Whether a best comes too late for a time (1), is over before it (-1), or holds it (0); None without a window."""
    if window is None:
        return None
    return int(window["best_from_min"] > minutes) - int(window["best_to_min"] < minutes)


def _nearest(tried: Sequence[float], now: float, misses: Callable[[float], int | None]) -> float | None:
    """The value nearest to NOW of those that hold; None where none does.

    Only every few values are tried at first. Between two that miss on the same side none is taken to hold; between all
    others each is tried.
    """
    known: dict[int, int | None] = {}

    def at(place: int) -> int | None:
        if place not in known:
            known[place] = misses(tried[place])
        return known[place]

    coarse = [*range(0, len(tried) - 1, COARSER), len(tried) - 1] if tried else []
    between = [
        place
        for left, right in pairwise(coarse)
        if at(left) != at(right) or at(left) == 0
        for place in range(left, right)
    ]
    looked_at = sorted({*coarse, *between}, key=lambda place: abs(tried[place] - now))
    return next((tried[place] for place in looked_at if at(place) == 0), None)


def _patch(base: Base, over: str, x: float, changed: Mapping[str, Any]) -> Patch:
    if over == "thickness":
        return put_below(base.document, ["fish", "thickness"], {"value": x, "unit": "mm"})
    way: list[str | int] = ["jars", base.jar]
    if over == "temperature":
        return [
            *put_below(base.document, [*way, "method", "place"], changed["jars"][base.jar]["method"]["place"]),
            put([*way, "method", "place_temperature"], {"value": x, "unit": "degC"}),
        ]
    old, new = base.document["jars"][base.jar]["lines"], changed["jars"][base.jar]["lines"]
    return [
        put(
            [*way, "lines", place, "amount"],
            {k: tidy(v, 3) if isinstance(v, float) else v for k, v in line["amount"].items()},
        )
        for place, (line, was) in enumerate(zip(new, old, strict=True))
        if line != was
    ]
