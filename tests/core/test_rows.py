"""The tables and their use: sentences follow their rows, calculations report theirs, and the check finds what is not
so.
"""

import csv
import json
import os
import re
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import replace
from typing import Any
from unittest import TestCase
from unittest.mock import patch

from jarcore.data import (
    default_pantry,
    forget,
    heat_in_words,
    in_words,
    kind_rows,
    named,
    parameters,
    recorded,
    with_rows,
)
from jarcore.data.checks import faults, faults_in
from jarcore.data.classes import flesh_words
from jarcore.data.readings import reading_rows
from jarcore.data.sources import shares
from jarcore.formula import evaluate
from jarcore.jars import KINDS, kinds
from jarcore.questions import compare, explain
from tests.core import cases
from tests.core.cases import changed, citrus_chunks_counter, zander

# Common practice: how cooks speak of fish.
FAT, FLESH = ("lean", "medium fat", "oily"), ("firm flesh", "medium firm", "soft flesh")
WITHOUT_NUMPY_THREADS = {"PATH": os.environ["PATH"], "PYTHONPATH": "."}


@contextmanager
def another(row: str, value: float) -> Iterator[None]:
    """A parameter row with another value; nothing is kept that was reckoned with the old one, nor with this one."""
    forget()
    with patch.dict(parameters(), {row: replace(parameters()[row], value=value)}):
        yield
    forget()


class SentencesTest(TestCase):
    def test_each_sentence_follows_its_row(self) -> None:
        for row in cases.table("follows"):
            document = changed(zander(), **json.loads(row["changes"]))
            with self.subTest(row["row"], value=row["value"]), another(row["row"], float(row["value"])):
                said = json.dumps(evaluate(document), ensure_ascii=False)
                self.assertTrue(row["said"] in said, row["said"])

    def test_more_than_half_of_what_things_are_made_of_is_published(self) -> None:
        """Of ingredients and fish more than half rest on a published table, by the words of their sources."""
        told = dict(line.split(" (", 1) for line in shares())
        for name in ("ingredients", "species"):
            share = re.search(r"published table (\d+)%", told[name])
            assert share is not None
            self.assertGreater(int(share[1]), 50, name)

    def test_whatever_is_proposed_says_what_one_press_does(self) -> None:
        proposed = set[str]()
        for row in (*cases.table("hurt"), *cases.table("cautions")):
            for one in evaluate(changed(zander(), **json.loads(row["changes"])))["notices"]:
                with self.subTest(one["code"], path=one["path"]):
                    self.assertEqual(one["patch"] is None, one["deed"] is None)
                proposed |= {one["code"]} if one["patch"] else set()
        self.assertGreater(len(proposed), 4, proposed)

    def test_a_time_is_said_in_the_words_of_the_page(self) -> None:
        """The page's own table of durations: both write them, and alike."""
        ours = {"duration": in_words, "heatTime": heat_in_words}
        with (cases.ROOT / "web/tests/tables/numbers.csv").open(encoding="utf-8", newline="") as file:
            shown = [row for row in csv.DictReader(file) if row["format"] in ours and row["value"] != "null"]
        for row in shown:
            with self.subTest(row["value"]):
                self.assertEqual(ours[row["format"]](float(row["value"])), row["shown"])
        self.assertGreater(len(shown), 10)

    def test_the_check_is_clean_and_finds_what_is_not(self) -> None:
        self.assertEqual(faults(), [])
        for row in cases.table("code_faults"):
            with self.subTest(row["text"]):
                found = list(faults_in("module.py", row["text"]))
                self.assertTrue(any(row["words"] in fault for fault in found), found)

    def test_a_name_that_is_no_row_is_found_when_its_module_is_loaded(self) -> None:
        with self.assertRaises(KeyError):
            named(fine="dissolve_lag_fine", crushed="dissolve_lag_crushed")


class NamesTest(TestCase):
    """What is called something is called so everywhere."""

    def test_each_reading_is_named_once_and_is_one_of_the_evaluation(self) -> None:
        named_once = [one.name for one in reading_rows().values()]
        self.assertEqual(len(named_once), len(set(named_once)))
        shown = evaluate(citrus_chunks_counter())
        jar = shown["jars"][0]
        known = {
            *shown["fish"],
            *jar["reading"],
            *(jar["window"] or ()),
            *shown["ledger"],
            *shown["cook"],
            *shown,
            *jar,
        }
        self.assertLessEqual(set(reading_rows()), {*known, "whole_pieces", "best_min"})

    def test_each_explanation_is_titled_as_its_reading(self) -> None:
        for name in ("salt_pct_of_fish", "acid_pct_citric", "ph", "oil_to_acid_volume", "sugar_pct", "window"):
            with self.subTest(name):
                self.assertEqual(explain(citrus_chunks_counter(), name, 0)["title"], reading_rows()[name].name)

    def test_each_class_of_flesh_has_its_name_and_another_fish_is_told_by_it(self) -> None:
        words = {flesh_words(one).removesuffix(", delicate") for one in default_pantry().species.values()}
        self.assertLessEqual(words, {f"{fat}, {flesh}" for fat in FAT for flesh in FLESH})
        other = compare(zander(), changed(zander(), fish__species="herring"))["differences"]
        self.assertIn(("Fat", "lean", "oily"), [(one["what"], one["before"], one["after"]) for one in other])


class RecordedTest(TestCase):
    def test_every_row_that_moves_a_window_is_reported(self) -> None:
        """Each row changed by a tenth: where the window is another one, `explain` has named the row."""
        for document in (zander(), citrus_chunks_counter()):
            told = explain(document, "window", 0)
            assert told is not None
            names = {row["name"] for row in told["rests_on"]}
            before = self.times(document)
            for name, row in parameters().items():
                with another(name, row.value * 1.1):
                    moved = self.times(document) != before
                if moved and name.replace("_", " ") not in names:
                    # What is of the fish and the place is read before the jar is timed.
                    self.assertIn(name, ("chiller_c", "counter_c", "flesh_density", "fish_c"), name)

    def times(self, document: dict[str, Any]) -> list[float]:
        # What is kept between calls is reckoned anew while rows are recorded.
        with recorded():
            window: Any = evaluate(document)["jars"][0]["window"]
        return [window[key] for key in ("earliest_min", "best_from_min", "best_to_min", "latest_min")]


class KindsTest(TestCase):
    def test_each_kind_of_the_format_is_one_module_and_one_row(self) -> None:
        stated = "marinade dry_brine wet_brine soak rub salt_crust dredge wash crumb batter filling finish"  # format.md
        self.assertEqual(list(KINDS), stated.split())
        self.assertTrue(all(row.name and row.does for row in kind_rows().values()))
        with patch.object(kinds, "kind_rows", lambda: {**kind_rows(), "smoke": None}), self.assertRaises(LookupError):
            kinds._all()

    def test_a_kitchens_own_row_behaves_as_what_it_is_like(self) -> None:
        own = [{"id": f"own-{like}", "like": like} for like in ("wheat-flour", "ginger", "lemon-juice", "honey")]
        head = {"format": "jar-table/pantry", "format_version": 1}
        pantry, wrong = with_rows(default_pantry(), {**head, "ingredients": own})
        self.assertEqual(wrong, [])
        lines = [
            {"id": "f", "ingredient": "wheat-flour", "amount": {"value": 200, "unit": "g"}, "basis": "fixed"},
            {"id": "w", "ingredient": "lemon-juice", "amount": {"value": 250, "unit": "g"}, "basis": "fixed"},
            {"id": "g", "ingredient": "ginger", "amount": {"value": 20, "unit": "g"}, "basis": "fixed"},
            {"id": "h", "ingredient": "honey", "amount": {"value": 20, "unit": "g"}, "basis": "fixed"},
        ]
        infant = {"count": 1, "age": "infant"}
        shipped = changed(zander(), jars__0__kind="batter", jars__0__lines=lines, diners=[infant])
        theirs = [{**line, "ingredient": f"own-{line['ingredient']}"} for line in lines]
        before, after = evaluate(shipped), evaluate(changed(shipped, jars__0__lines=theirs), pantry)
        for name in ("reading", "window"):
            self.assertEqual(before["jars"][0][name], after["jars"][0][name])
        bought = [[line["as_bought"] for line in answer["jars"][0]["lines"]] for answer in (before, after)]
        self.assertEqual(bought[0], bought[1])
        self.assertEqual(
            [step["step"] for step in before["cook"]["order"]], [step["step"] for step in after["cook"]["order"]]
        )
        self.assertEqual({c["code"] for c in before["cautions"]}, {c["code"] for c in after["cautions"]})


class LongTest(TestCase):
    """Lines that hang on one another, as many as a jar may hold."""

    def document(self, first: dict[str, Any]) -> dict[str, Any]:
        water = {"ingredient": "water", "amount": {"value": 1, "unit": "part"}, "basis": "line", "by": "mass"}
        rest = [{**water, "id": f"l{n}", "of": f"l{n - 1}"} for n in range(1, 500)]
        return changed(
            zander(), jars__0__kind="marinade", jars__0__lines=[{"id": "l0", "ingredient": "water", **first}, *rest]
        )

    def test_a_chain_of_ratios_is_weighed_to_its_end(self) -> None:
        for order in (1, -1):
            document = self.document({"amount": {"value": 3, "unit": "g"}, "basis": "fixed"})
            document["jars"][0]["lines"] = document["jars"][0]["lines"][::order]
            lines = evaluate(document)["jars"][0]["lines"]
            self.assertEqual({line["mass_g"] for line in lines}, {3.0})

    def test_a_circle_is_named_at_every_line_of_it(self) -> None:
        document = self.document({"amount": {"value": 1, "unit": "part"}, "basis": "line", "by": "mass", "of": "l499"})
        answer = evaluate(document)
        circles = [notice["path"] for notice in answer["notices"] if notice["code"] == "circular-line"]
        self.assertEqual(len(circles), 500)
        self.assertTrue(all(line["mass_g"] is None for line in answer["jars"][0]["lines"]))


class ThreadsTest(TestCase):
    def test_the_command_reckons_in_one_thread(self) -> None:
        """numpy's threads stall a small matrix on busy cores: the process has one."""
        text = (
            "import os, runpy, sys; sys.argv = ['jarcore', 'tables']\n"
            "try: runpy.run_module('jarcore', run_name='__main__')\n"
            "except SystemExit: print(len(os.listdir('/proc/self/task')))"
        )
        ran = subprocess.run(
            [sys.executable, "-c", text], capture_output=True, text=True, check=True, env=WITHOUT_NUMPY_THREADS
        )
        self.assertEqual(ran.stdout.split(), ["1"], ran.stderr)
