"""What practitioners do, row by row: the range they expect, and how many of them the core meets."""

import json
import sys
from typing import Any
from unittest import TestCase

from jarcore.formula import evaluate
from tests.core import cases
from tests.core.cases import changed, jar, zander

# Every row of safety holds, and so many of all.
SHARE = 0.9
NOTHING = None


def document(row: dict[str, str]) -> dict[str, Any]:
    """The formula of a row: its fish, its jar, its heat."""
    jars = [jar(row["kind"], *row["lines"].split(", "))] if row["kind"] else []
    if jars:
        jars[0]["method"] = json.loads(row["method"] or "{}")
    made = changed(zander(), fish=cases.fishes()[row["fish"]], jars=jars)
    return changed(made, cook=json.loads(row["cook"])) if row["cook"] else made


def found(answer: Any, reading: str) -> Any:
    """What a row reads of an evaluation [min, degC, % of fish]; for the best its two ends."""
    window = answer["jars"][0]["window"] if answer["jars"] else NOTHING
    cook, minutes = answer["cook"], answer["cook"]["minutes"]
    match reading:
        case "best":
            return window and (window["best_from_min"], window["best_to_min"])
        case "earliest" | "best_from" | "latest":
            return window and window[f"{reading}_min"]
        case "minutes":
            return minutes
        case "side":
            return minutes and cook["stages"][0]["minutes"]
        case "core":
            return cook["core_c"]
        case "pieces_per_batch":
            return cook["oil"]["pieces_per_batch"]
    return 100 * answer["jars"][0]["reading"]["pick_up_g"] / answer["fish"]["edible_g"]


def holds(row: dict[str, str], value: Any) -> bool:
    """Whether the range of practice is met; the middle of a best lies within ours. No range: nothing is given."""
    if not row["low"] or value is NOTHING:
        return not row["low"] and value is NOTHING
    low, high = float(row["low"]), float(row["high"])
    if row["reading"] == "best":
        return bool(value[0] <= (low + high) / 2 <= value[1])
    return bool(low <= value <= high)


class PracticeTest(TestCase):
    def test_published_practice(self) -> None:
        rows, missed = cases.table("practice"), list[str]()
        for row in rows:
            value = found(evaluate(document(row)), row["reading"])
            if not holds(row, value):
                missed.append(f"{row['practice']}: {row['low']} to {row['high']}, found {value}")
                with self.subTest(row["practice"]):
                    self.assertEqual(row["safety"], "0", f"{missed[-1]} ({row['source']})")
        share = 1 - len(missed) / len(rows)
        head = f"practice: {len(rows) - len(missed)} of {len(rows)} rows hold ({share:.0%})"
        sys.stderr.write("\n  ".join([head, *missed]) + "\n")
        self.assertGreaterEqual(share, SHARE)
        self.assertGreaterEqual(len(rows), 80)
