"""No window jumps: sweeps over every input of every kind, by steps of 2 %, with the ends that only rise or fall.

Left out are the steps that safety makes: the chiller's 5 °C, from counter to chiller, and fish that form histamine.
"""

import sys
from collections.abc import Iterator, Sequence
from itertools import pairwise
from typing import Any
from unittest import TestCase

from jarcore.formula import prepare
from tests.core import cases

STEP, MOST = 1.02, 1.15
# An end that comes within seconds may take twice as long and nobody sees it [min].
UNSEEN = 0.1
# So little against its direction is not seen: a thicker piece leaves its jar a trace fresher.
GRAIN = 2e-3
ENDS = ("earliest", "best_from", "best_to", "latest")
Row = dict[str, str]
Ends = tuple[float, ...] | None


def document(row: Row) -> dict[str, Any]:
    """The formula of a row, of the words that its columns use."""
    species, cut, grams, _, mm, _, skin, *more = row["fish"].split()
    pieces = next((int(word[1:]) for word in more if word.startswith("x")), 1)
    fish: dict[str, Any] = {
        "species": species,
        "cut": cut,
        "pieces": pieces,
        "weight": {"value": float(grams) * pieces, "unit": "g", "basis": "edible"},
        "thickness": {"value": float(mm), "unit": "mm"},
        "skin": skin,
        "bone": "out",
    }
    if "slashed" in more:
        fish["slashes"] = {"per_side": 3, "depth": "half"}
    if "cut" in more:
        fish["slashes"]["length"] = {"value": 30, "unit": "mm"}
    if "long" in more:
        fish["length"] = {"value": 130, "unit": "mm"}
    vessel, celsius, place, *school = row["place"].split()
    temperature = {"value": float(celsius), "unit": "degC"}
    method: dict[str, Any] = {"vessel": vessel, "place": place, "place_temperature": temperature}
    if school:
        method["school"] = school[0]
    if "timed_rinse" in school:
        method |= {"after": "rinse", "rinse_time": {"value": 15, "unit": "s"}}
    if "clean_share" in row["over"]:
        method["clean_share"] = {"value": 1, "unit": "%"}
    words = [line.split() for line in row["lines"].split(", ")]
    lines = [(name, float(value), unit, basis) for name, value, unit, basis in words]
    return cases.changed(cases.one_jar(row["kind"], lines, **method), fish=fish)


def sweep(row: Row) -> list[tuple[float, Ends]]:
    """The ends of the window [min] at each step of a row's sweep."""
    base, place, found = document(row), row["over"].replace("/", "__"), []
    at = float(row["low"])
    while at <= float(row["high"]):
        # Of the one jar its window alone: what an evaluation shows of it, without all that it says beside it.
        window = prepare(cases.changed(base, **{place: at}), only=0).jars[0].window
        found.append((at, window and tuple(float(window[f"{end}_min"]) for end in ENDS)))  # type: ignore[literal-required]
        at *= STEP
    return found


def steps(found: Sequence[tuple[float, Ends]]) -> Iterator[tuple[str, float, float, float]]:
    """Each end's move from one step to the next: its name, where, and both times [min]."""
    for (_, before), (at, after) in pairwise(found):
        if before is not None and after is not None:
            for name, was, now in zip(ENDS, before, after, strict=True):
                yield name, at, was, now


def widths(row: Row, found: Sequence[tuple[float, Ends]]) -> Iterator[tuple[float, str]]:
    """How wide each step is that can be seen [times], and where."""
    for name, at, was, now in steps(found):
        if max(was, now) > UNSEEN:
            yield max(was, now) / max(min(was, now), 1e-9), f"{row['of']}, {name} at {at:.4g}"


def hold(case: TestCase, rows: Sequence[Row]) -> None:
    """Sweeps rows of the table and holds each to small steps, to order and to its directions; tells the widest step."""
    worst = (1.0, "")
    for row in rows:
        found = sweep(row)
        widest = max((1.0, row["of"]), *widths(row, found))
        worst = max(worst, widest)
        with case.subTest(row["of"]):
            case.assertLessEqual(widest[0], MOST, widest[1])
            case.assertTrue(all(ends is not None for _, ends in found), "a window is missing")
            for _, ends in found:
                case.assertEqual(ends, tuple(sorted(ends or ())))
            for name, at, was, now in steps(found):
                if name in row["falls"].split():
                    case.assertLessEqual(now, was * (1 + GRAIN), f"{name} rises at {at:.4g}")
                if name in row["rises"].split():
                    case.assertGreaterEqual(now, was * (1 - GRAIN), f"{name} falls at {at:.4g}")
    sys.stderr.write(f"\nworst step of 2 %: {worst[0]:.3f} times, {worst[1]}\n")


class EvenRowsTest(TestCase):
    """Two classes share the table, for two processes."""

    def test_each_sweep(self) -> None:
        hold(self, cases.table("continuity")[::2])


class OddRowsTest(TestCase):
    """The other rows."""

    def test_each_sweep(self) -> None:
        rows = cases.table("continuity")
        self.assertGreaterEqual(len(rows), 40)
        hold(self, rows[1::2])
