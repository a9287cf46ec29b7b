"""No question raises: every demo formula with any part replaced by anything is asked everything, and each answer fits
its schema.
"""

import copy
import json
from collections.abc import Iterator
from typing import Any
from unittest import TestCase

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from jarcore import NoSuchQuestion, NotAFormula, NotAsked, ask, question_names
from jarcore.questions import QUESTIONS
from tests.core import cases, test_total
from tests.core.test_total import ANYTHING, DOCUMENTS, WAYS

ZANDER = DOCUMENTS[-1]
# What is asked beside the document, of each question that asks for more.
BESIDE: dict[str, list[dict[str, Any]]] = {
    "compare": [{"after": ZANDER}],
    "beside": [{"others": [ZANDER]}, {"others": [ZANDER, DOCUMENTS[0], DOCUMENTS[1]]}],
    "across": [
        {"source": ZANDER},
        {"source": ZANDER, "jar": 0},
        {"source": DOCUMENTS[0], "jar": 0, "line": 1, "into": 0},
        {"source": ZANDER, "jar": 0, "line": 0, "into": 0, "over": 0},
    ],
    "read-line": [{"jar": 0, "text": "3:1 oil to lemon juice"}],
    "read-making": [{"jar": 0, "text": "boil the wine, 4 min, into a cold pan"}],
    "rewrite-line": [{"jar": 0, "line": 0, "unit": "tsp"}, {"jar": 0, "line": 1, "basis": "line"}],
    "swaps": [{"jar": 0, "line": 0}],
    "scale": [{"servings": 17}, {"edible_g": 990.5}],
    "explain": [{"jar": 0, "name": "salt_g_per_serving"}, {"jar": 0, "name": "window"}],
    "windows": [{"jar": 0}],
    "curve": [{"jar": 0, "over": "dose"}],
    "fits": [{"jar": 0, "minutes": 20}],
    "solve": [
        {"jar": 0},
        {"jar": 0, "targets": {"salt_pct_of_fish": {"value": 1.1}, "ph": {"max": 3.9}}, "suggest": True},
        {"jar": 0, "targets": {"window.best_min": {"value": 25}, "plate.salt_g": {"max": 5}}, "locked": ["l1"]},
    ],
    "correct": [
        {"jar": 0, "weighed": {"l1": 9.5}},
        {"jar": 0, "weighed": {"c1": 40.0}, "on_fish": True, "at": "2026-12-04T18:00", "initials": "ES"},
        {"jar": 0, "taste": "sharp"},
        {"jar": 1, "taste": "thick"},
        {"jar": 0, "spilled_g": 3.0},
        {"jar": 0, "fish_g": 700.0},
        {"jar": 0, "reduced_g": [100.0, 120.0]},
    ],
    "substitute": [
        {"without": ["gluten", "egg", "salt"], "missing": ["lemon"]},
        {"at_hand": ["olive oil", "lemon juice"]},
    ],
    "until-plate": [{"jar": 0, "now": "16:05", "plate": "19:30"}, {"jar": 0, "now": "23:50", "plate": "0:10"}],
}
ASKED = [(name, beside) for name in question_names() for beside in BESIDE.get(name, [{}])]

# An operation of a patch may put anything that a document may hold.
ANYTHING_THERE = ["Operation/value"]


def untyped(schema: Any, way: str = "") -> Iterator[str]:
    """Places of a JSON Schema that take anything at all."""
    if way and not {"type", "$ref", "anyOf", "enum", "const"} & set(schema):
        yield way
    if schema.get("type") == "object" and not {"properties", "additionalProperties"} & set(schema):
        yield way
    parts = [(f"{way}/{name}", part) for name, part in schema.get("properties", {}).items()]
    parts += list(schema.get("$defs", {}).items())
    parts += [
        (way, part) for part in (*schema.get("anyOf", ()), schema.get("items"), schema.get("additionalProperties"))
    ]
    for name, part in parts:
        if part is True:
            yield name
        elif part:
            yield from untyped(part, name)


class QuestionsTotalTest(TestCase):
    def test_every_answer_says_what_it_holds(self) -> None:
        for name, question in QUESTIONS.items():
            found = set(untyped(question.adapter.json_schema()))
            self.assertLessEqual(found, set(ANYTHING_THERE), name)
            self.assertTrue(question.says, name)
            self.assertTrue(all(field.description for field in question.asked.model_fields.values()), name)

    @settings(max_examples=100, deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
    @given(changes=st.lists(st.tuples(st.sampled_from(WAYS), ANYTHING), min_size=1, max_size=3), which=st.data())
    def test_anything_anywhere_is_answered(self, changes: list[Any], which: st.DataObject) -> None:
        number = changes[0][0][0]
        document = copy.deepcopy(DOCUMENTS[number])
        for (other, way), value in changes:
            if other == number:
                test_total.TotalTest.put(document, way, copy.deepcopy(value))
        for name, beside in which.draw(st.lists(st.sampled_from(ASKED), min_size=3, max_size=3)):
            before = copy.deepcopy(document)
            answer = ask(name, {"document": document, **beside})
            json.dumps(answer, allow_nan=False)
            QUESTIONS[name].adapter.validate_python(answer)
            self.assertEqual(document, before, f"{name} changed the document")

    @settings(max_examples=100, deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
    @given(one=st.sampled_from(ASKED), change=st.tuples(st.sampled_from(WAYS), ANYTHING), asked=ANYTHING)
    def test_anything_may_be_asked_and_is_answered_or_refused_at_its_place(
        self, one: tuple[str, dict[str, Any]], change: tuple[Any, Any], asked: Any
    ) -> None:
        """With anything in the place of each thing that a question asks for."""
        (name, beside), ((number, way), value) = one, change
        document = copy.deepcopy(DOCUMENTS[number])
        test_total.TotalTest.put(document, way, copy.deepcopy(value))
        for field in beside:
            try:
                answer = ask(name, {"document": document, **beside, field: asked})
            except (NotAsked, NotAFormula) as refused:
                self.assertTrue(str(refused))
                continue
            json.dumps(answer, allow_nan=False)
            QUESTIONS[name].adapter.validate_python(answer)

    def test_what_is_no_question_is_refused_at_its_place(self) -> None:
        for row in cases.table("not_asked"):
            with self.subTest(row["question"], asked=row["asked"]), self.assertRaises(NotAsked) as refused:
                ask(row["question"], {"document": ZANDER, **json.loads(row["asked"])})
            self.assertEqual([one["path"] for one in refused.exception.errors], [row["path"]])
            self.assertTrue(all(one["text"] and one["code"] for one in refused.exception.errors))
        with self.assertRaises(NotAFormula):
            ask("schools", {"document": {"format": "something else"}})
        with self.assertRaises(NoSuchQuestion):
            ask("tomorrow", {"document": ZANDER})
