"""Answers that are kept for the next keystroke are those that would be reckoned anew, and nobody can change them."""

import copy
import json
from typing import Any
from unittest import TestCase

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from jarcore import ask
from jarcore.data import Part, Same, default_pantry, forget, fresh, recorded
from jarcore.formula import evaluate
from jarcore.formula.prepare import prepare
from tests.core.cases import changed, zander
from tests.core.test_questions_total import ASKED
from tests.core.test_total import ANYTHING, DOCUMENTS, WAYS, TotalTest


def wreck(value: Any) -> None:
    """Empty every list and every object of an answer."""
    if isinstance(value, dict | list):
        for inner in list(value.values() if isinstance(value, dict) else value):
            wreck(inner)
        value.clear()


class KeptTest(TestCase):
    def test_whoever_changes_an_answer_changes_no_other(self) -> None:
        for document in DOCUMENTS:
            for name, beside in ASKED:
                asked = {"document": document, **beside}
                answer = ask(name, asked)
                before = json.dumps(answer)
                wreck(answer)
                with self.subTest(name, title=document["title"]):
                    self.assertEqual(json.dumps(ask(name, asked)), before)

    def test_whoever_changes_an_evaluation_changes_no_other(self) -> None:
        for document in DOCUMENTS:
            before = json.dumps(evaluate(document))
            wreck(evaluate(document))
            with self.subTest(title=document["title"]):
                self.assertEqual(json.dumps(evaluate(document)), before)

    def test_a_jar_that_is_read_already_is_told_what_it_has_too_much_where_it_stands_now(self) -> None:
        document = next(one for one in DOCUMENTS if len(one["jars"]) == 4)
        typed = changed(document, jars__1__lines__0__colour="red", jars__1__shape="round")
        moved = {**typed, "jars": [typed["jars"][1], {"lines": 5}, *typed["jars"][2:]]}
        for asked, places in ((typed, [1]), (moved, [0]), (typed, [1])):
            unknown = [one["path"] for one in evaluate(asked)["notices"] if one["code"] == "unknown-field"]
            self.assertEqual(
                unknown, [f"/jars/{place}/{way}" for place in places for way in ("shape", "lines/0/colour")]
            )

    @settings(max_examples=120, deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
    @given(changes=st.lists(st.tuples(st.sampled_from(WAYS), ANYTHING), min_size=1, max_size=4))
    def test_keystroke_after_keystroke_is_as_reckoned_anew(self, changes: list[Any]) -> None:
        number = changes[0][0][0]
        document = copy.deepcopy(DOCUMENTS[number])
        for (other, way), value in changes:
            evaluate(document)
            if other == number:
                TotalTest.put(document, way, copy.deepcopy(value))
        kept = evaluate(document)
        forget()
        self.assertEqual(json.dumps(kept), json.dumps(evaluate(document)))

    def test_only_what_is_changed_is_weighed_again(self) -> None:
        document = next(one for one in DOCUMENTS if len(one["jars"]) == 4)
        typed = changed(document, jars__1__lines__0__amount__value=31)
        first, second = prepare(document).jars, prepare(typed).jars
        same = [one.contents is other.contents for one, other in zip(first, second, strict=True)]
        self.assertEqual(same, [True, False, True, True])

    def test_another_pantry_another_fish_and_other_spoons_are_other_jars(self) -> None:
        first = prepare(zander()).jars[0].contents
        pantry = copy.copy(default_pantry())
        for document, other in (
            (zander(), pantry),
            (changed(zander(), fish__weight__value=681), None),
            (changed(zander(), servings=5), None),
            (changed(zander(), measures="metric"), None),
        ):
            self.assertIsNot(prepare(document, other).jars[0].contents, first)

    def test_what_was_found_is_found_again(self) -> None:
        document = changed(zander(), jars__0__lines__0__amount__value=5000)
        first, second = evaluate(document)["notices"], evaluate(document)["notices"]
        self.assertIn("/jars/0/lines/0/amount/value", [notice["path"] for notice in first])
        self.assertEqual(first, second)

    def test_rows_are_noted_though_the_answer_is_kept(self) -> None:
        evaluate(zander())
        with recorded() as used:
            evaluate(zander())
        self.assertGreater(len(used), 20)

    def test_keys(self) -> None:
        raw = {"id": "a", "lines": [{"amount": {"value": 1.5, "unit": "g"}}]}
        self.assertEqual(Part(1, raw), Part(2, copy.deepcopy(raw)))
        self.assertEqual(hash(Part(1, raw)), hash(Part(2, json.loads(json.dumps(raw)))))
        self.assertNotEqual(Part(1, raw), Part(1, {**raw, "id": "b"}))
        odd = Part(1, object())
        self.assertEqual(odd, odd)
        self.assertNotEqual(odd, Part(1, object()))
        self.assertNotEqual(Same([]), Same([]))
        own: dict[str, Any] = {"a": [{"b": 1}], "c": "d"}
        taken = fresh(own)
        wreck(taken)
        self.assertEqual(own, {"a": [{"b": 1}], "c": "d"})
