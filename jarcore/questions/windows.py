"""One jar over several cuts and temperatures, as curves over one thing, what moves its window, and what fits a time."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Any, Literal

import numpy as np
from typing_extensions import TypedDict

from jarcore.data import Pantry, fresh, parameter, rows, said, sentence
from jarcore.data.classes import class_name
from jarcore.documents.evaluated_jar import Window
from jarcore.documents.patches import Patch, put, put_below, tidy
from jarcore.questions.variants import (
    FAT_CLASSES,
    Base,
    base_of,
    of_fat,
    window_of,
    with_dose,
    with_fish,
    with_masses,
    with_method,
)
from jarcore.reading import written_unit

TEMPERATURES = (0.0, 4.0, 8.0, 14.0, 20.0)
# Colder than this a jar stands on ice.
ICY_C = 2.0
# How much finer than it is drawn a thing is tried for what fits, and every how manyeth of those at first.
FINER, COARSER = 3, 6
# How much thinner, and how much less, an input is tried; up it goes by the inverse.
THINNER, LESS = 0.8, 0.75
Over = Literal["thickness", "dose", "acid", "salt", "temperature"]
THICKNESSES = tuple(range(4, 51, 2))
DOSES = (0.125, 0.25, 0.375, 0.5, 0.625, 0.75, 0.875, 1.0, 1.25, 1.5, 1.75, 2.0, 2.5, 3.0)
AXES: Mapping[str, tuple[str, str, tuple[float, ...]]] = {
    "thickness": ("thickness of the piece", "mm", THICKNESSES),
    "dose": ("all of the jar, times as much", "times", DOSES),
    "acid": ("what is sour in it, times as much", "times", DOSES),
    "salt": ("plain salt in it, times as much", "times", DOSES),
    "temperature": ("temperature where it stands", "degC", tuple(float(t) for t in range(0, 25, 2))),
}


class Bar(TypedDict):
    """One window among aligned ones; `label` says of what, `now` whether it is the formula as it is."""

    label: str
    thickness_mm: float | None
    celsius: float | None
    now: bool
    window: Window | None


class Curve(TypedDict):
    """The four times of a window [min] over one thing; None where it cannot be timed. `now` is where the formula
    stands.
    """

    over: str
    label: str
    unit: str
    now: float | None
    x: list[float]
    earliest_min: list[float | None]
    best_from_min: list[float | None]
    best_to_min: list[float | None]
    latest_min: list[float | None]


class Influence(TypedDict):
    """How far one input moves the window: latest and best from [min] at its lower and its upper trial."""

    what: str
    lower: str
    upper: str
    best_from_min: list[float | None]
    latest_min: list[float | None]
    moves_pct: float


class Fit(TypedDict):
    """A way to make the window hold a wished time: words, whether it does, and where it does the patch and what it
    does, in words to be pressed.
    """

    what: str
    fits: bool
    text: str
    patch: Patch | None
    deed: str | None


class Windows(TypedDict):
    """All that the Window screen lays side by side for one jar."""

    by_cut: list[Bar]
    by_temperature: list[Bar]
    influences: list[Influence]


def windows(document: Mapping[str, Any], jar: int, pantry: Pantry | None = None) -> Windows:
    """The jar's window over cuts and temperatures, and what moves it most; empty where the jar is not timed."""
    base = base_of(document, jar, pantry)
    if not base.there:
        return {"by_cut": [], "by_temperature": [], "influences": []}
    return {
        "by_cut": fresh(list(_by_cut(base))),
        "by_temperature": fresh(list(_by_temperature(base))),
        "influences": sorted(
            (one for one in _influences(base) if one["moves_pct"] >= parameter("move_told")),
            key=lambda one: -one["moves_pct"],
        ),
    }


def _by_cut(base: Base) -> Iterator[Bar]:
    """The same weight of fish in other cuts of usual size, in just as much of the jar."""
    piece, window = base.ready.fish.piece, base.laid.window
    own = base.ready.fish.cut.name if base.ready.fish.cut else "This cut"
    yield {
        "label": f"{own}, as it is",
        "thickness_mm": piece.thickness_mm if piece else None,
        "celsius": None,
        "now": True,
        "window": window,
    }
    for row in rows("typical_pieces"):
        grams, mm = float(row["grams"]), float(row["thickness_mm"])
        pieces = max(1, round((base.ready.fish.edible_g or grams) / grams))
        weight = {"value": base.ready.fish.edible_g, "unit": "g", "basis": "edible"}
        slashes = {"per_side": int(row["per_side"]), "depth": "half"}
        changed = with_fish(
            base,
            cut=row["cut"].removesuffix("-skin"),
            pieces=pieces,
            weight=weight,
            skin=row["skin"],
            slashes=slashes,
            thickness={"value": mm, "unit": "mm"},
            length=None,
            width=None,
            groups=None,
            bone="out",
        )
        changed["jars"][base.jar]["lines"] = with_masses(base)
        yield {
            "label": row["label"],
            "thickness_mm": mm,
            "celsius": None,
            "now": False,
            "window": window_of(base, changed),
        }


def _at(base: Base, celsius: float) -> dict[str, Any]:
    """The jar at a temperature, in the place that goes with it."""
    place = "ice" if celsius < ICY_C else "chiller" if celsius <= parameter("cold_holding") else "counter"
    return with_method(base, place=place, place_temperature={"value": celsius, "unit": "degC"})


def _by_temperature(base: Base) -> Iterator[Bar]:
    now = base.laid.standing.celsius
    for celsius in sorted({*TEMPERATURES, now}):
        window = base.laid.window if celsius == now else window_of(base, _at(base, celsius))
        label = f"{celsius:g} °C" + (", as it is" if celsius == now else "")
        yield {"label": label, "thickness_mm": None, "celsius": celsius, "now": celsius == now, "window": window}


def _varied(base: Base, over: str, x: float) -> dict[str, Any]:
    if over == "thickness":
        return with_fish(base, thickness={"value": x, "unit": "mm"})
    if over == "temperature":
        return _at(base, x)
    return with_dose(base, x, {"dose": "all", "acid": "sour"}.get(over, over))


def curve(document: Mapping[str, Any], jar: int, over: str, pantry: Pantry | None = None) -> Curve | None:
    """The four times of the jar's window over one of AXES; None for another thing or a jar that is not timed."""
    base = base_of(document, jar, pantry)
    if over not in AXES or not base.there:
        return None
    label, unit, values = AXES[over]
    piece = base.ready.fish.piece
    now = {"thickness": piece.thickness_mm if piece else None, "temperature": base.laid.standing.celsius}
    found = [window_of(base, _varied(base, over, x)) for x in values]

    def line(name: str) -> list[float | None]:
        return [None if window is None else float(window[name]) for window in found]  # type: ignore[literal-required]

    return {
        "over": over,
        "label": label,
        "unit": unit,
        "now": now.get(over, 1.0),
        "x": list(values),
        "earliest_min": line("earliest_min"),
        "best_from_min": line("best_from_min"),
        "best_to_min": line("best_to_min"),
        "latest_min": line("latest_min"),
    }


@dataclass(frozen=True, slots=True, kw_only=True)
class _Trial:
    """One input moved a natural step down and up: in words, and the document (or the pantry) that has it so."""

    what: str
    lower: str
    upper: str
    down: Mapping[str, Any]
    up: Mapping[str, Any]
    pantries: tuple[Pantry | None, Pantry | None] = (None, None)


def _trials(base: Base) -> Iterator[_Trial]:
    piece, celsius, contents = base.ready.fish.piece, base.laid.standing.celsius, base.laid.contents
    if piece is not None and not base.ready.fish.groups:
        thin, thick = piece.thickness_mm * THINNER, piece.thickness_mm / THINNER
        yield _Trial(
            what="thickness",
            lower=f"{thin:.0f} mm",
            upper=f"{thick:.0f} mm",
            down=_varied(base, "thickness", thin),
            up=_varied(base, "thickness", thick),
        )
    colder, warmer = max(0.0, celsius - parameter("trial_warmer")), celsius + parameter("trial_warmer")
    yield _Trial(
        what="temperature",
        lower=f"{colder:g} °C",
        upper=f"{warmer:g} °C",
        down=with_method(base, place_temperature={"value": colder, "unit": "degC"}),
        up=with_method(base, place_temperature={"value": warmer, "unit": "degC"}),
    )
    for what, words, there in (
        ("sour", "acid", any(i.sour for i, _ in contents.parts())),
        ("salt", "plain salt", any(i.group == "salt" for i, _ in contents.parts())),
        ("all", "how much jar there is", True),
    ):
        if there:
            less, more = with_dose(base, LESS, what), with_dose(base, 1 / LESS, what)
            yield _Trial(what=words, lower="a quarter less", upper="a third more", down=less, up=more)
    own = base.ready.fish.species.fat_class if base.ready.fish.species else "lean"
    others = [one for one in FAT_CLASSES if one != own]
    yield _Trial(
        what="fat of the fish",
        lower=class_name("fat_class", others[0]),
        upper=class_name("fat_class", others[-1]),
        down=base.document,
        up=base.document,
        pantries=(of_fat(base, others[0]), of_fat(base, others[-1])),
    )
    if base.laid.kind.lies_dry and base.laid.kind.salts:
        light, full = with_method(base, coverage="light"), with_method(base, coverage="full")
        yield _Trial(what="coverage of the salt", lower="light", upper="all over", down=light, up=full)


def _influences(base: Base) -> Iterator[Influence]:
    """Each input moved a natural step down and up; how far the middle of the window goes."""
    for trial in _trials(base):
        found = [window_of(base, trial.down, trial.pantries[0]), window_of(base, trial.up, trial.pantries[1])]
        yield {
            "what": trial.what,
            "lower": trial.lower,
            "upper": trial.upper,
            "best_from_min": [one["best_from_min"] if one else None for one in found],
            "latest_min": [one["latest_min"] if one else None for one in found],
            "moves_pct": _moved(base, found),
        }


def _moved(base: Base, found: list[Window | None]) -> float:
    """The widest move of best from or latest between the trials, of the window as it is [%]."""
    now = base.laid.window
    assert now is not None
    moved = 0.0
    for name in ("best_from_min", "latest_min"):
        times = [float(one[name]) for one in (now, *found) if one is not None]
        if times[0]:
            moved = max(moved, (max(times) - min(times)) / times[0] * 100)
    return moved


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


def _holds(window: Window | None, minutes: float) -> bool:
    return window is not None and window["best_from_min"] <= minutes <= window["best_to_min"]


def _as_it_is(base: Base, minutes: float) -> Fit:
    window = base.laid.window
    assert window is not None
    held = _holds(window, minutes)
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
    x = _nearest(fine, now, lambda x: _misses(window_of(base, _varied(base, over, x)), minutes))
    if x is not None:
        amount = f"× {x:g}" if unit == "times" else f"{x:g} {written_unit(unit)}"
        words = said("fits/holds", what=label, amount=amount, minutes=minutes)
        patch = _patch(base, over, x, _varied(base, over, x))
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
