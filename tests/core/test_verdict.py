"""One verdict: what it says of a formula, how it looks, where it leads, and what a press on it does."""

import json
from unittest import TestCase

import jsonpatch

from jarcore.data import time_steps
from jarcore.documents.evaluated_jar import Window
from jarcore.formula import evaluate
from jarcore.formula.planned import nearest_best
from tests.core import cases
from tests.core.cases import changed, zander


class VerdictTest(TestCase):
    def test_each_document_of_the_table(self) -> None:
        for row in cases.table("verdicts"):
            with self.subTest(row["what"]):
                verdict = evaluate(changed(zander(), **json.loads(row["changes"])))["verdict"]
                self.assertTrue(verdict["text"].startswith(row["verdict"]), verdict["text"])
                self.assertEqual((verdict["tone"], verdict["path"] or ""), (row["tone"], row["path"]))
                self.assertEqual(verdict["deed"] or "", row["deed"])

    def test_a_press_plans_a_time_within_the_best_and_nothing_is_to_be_minded_any_more(self) -> None:
        for minutes in (1, 30, 74, 1150, 1500, 5000):
            document = changed(zander(), jars__0__method__contact_time={"value": minutes, "unit": "min"})
            verdict = evaluate(document)["verdict"]
            if verdict["patch"] is None:
                continue
            planned = evaluate(jsonpatch.apply_patch(document, verdict["patch"]))
            self.assertEqual(planned["verdict"]["text"], "Ready.", minutes)

    def test_a_time_is_offered_as_a_cook_would_say_it_and_always_within_the_best(self) -> None:
        window = evaluate(zander())["jars"][0]["window"]
        assert window is not None
        steps = {one.step_min for one in time_steps()}
        for low, high in ((14.1, 21.3), (0.3, 0.8), (59.2, 63.9), (61.0, 64.0), (700, 735), (2000, 2001)):
            best: Window = {**window, "best_from_min": low, "best_to_min": high}
            for minutes in (None, 0.1, low, (low + high) / 2, high, 9000.0):
                offered = nearest_best(best, minutes)
                self.assertTrue(low <= offered <= high, (low, high, minutes, offered))
        self.assertEqual(nearest_best({**window, "best_from_min": 14.1, "best_to_min": 21.3}, 40.0), 21)
        self.assertEqual(nearest_best({**window, "best_from_min": 61.0, "best_to_min": 300.0}, 20.0) % 5, 0)
        self.assertEqual(steps, {1, 5, 15, 30})

    def test_what_else_is_to_be_said_is_said_behind_it_in_order(self) -> None:
        document = changed(zander(), fish__weight=None, jars__0__lines=[])
        answer = evaluate(document)
        said = [answer["verdict"]["text"].partition(": ")[2], *answer["verdict"]["more"]]
        self.assertEqual(said, [reason["text"] for reason in answer["not_ready"]])
