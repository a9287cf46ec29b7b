"""One jar over several cuts and temperatures, as curves over one thing, what moves its window, and what fits a time."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any, Literal

from typing_extensions import TypedDict

from jarcore.data import Pantry, fresh, parameter, rows
from jarcore.data.classes import class_name
from jarcore.documents.evaluated_jar import Window
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

TEMPERATURES = (0.0, 4.0, 8.0, 14.0, 20.0)
# Colder than this a jar stands on ice.
ICY_C = 2.0
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


def varied(base: Base, over: str, x: float) -> dict[str, Any]:
    """The document with one of AXES at another value."""
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
    found = [window_of(base, varied(base, over, x)) for x in values]

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
            down=varied(base, "thickness", thin),
            up=varied(base, "thickness", thick),
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
