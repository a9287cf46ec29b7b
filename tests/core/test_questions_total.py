"""No question raises: every demo formula with any part replaced by anything is asked everything, and each answer fits
its schema.
"""

import copy
import json
from collections.abc import Callable
from typing import Any
from unittest import TestCase

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from pydantic import TypeAdapter

from jarcore import questions
from jarcore.data import default_pantry
from tests.core import test_total
from tests.core.test_total import ANYTHING, DOCUMENTS, WAYS

PANTRY = default_pantry()
ZANDER = DOCUMENTS[-1]
QUESTIONS: dict[str, tuple[Any, Callable[[dict[str, Any]], Any]]] = {
    "compare": (questions.Comparison, lambda d: questions.compare(d, ZANDER)),
    "compare back": (questions.Comparison, lambda d: questions.compare(ZANDER, d)),
    "read a line": (questions.Phrase, lambda d: questions.read_line(d, 0, "3:1 oil to lemon juice", PANTRY)),
    "rewrite unit": (questions.Rewriting, lambda d: questions.rewrite(d, 0, 0, "tsp", None)),
    "rewrite basis": (questions.Rewriting, lambda d: questions.rewrite(d, 0, 1, None, "line")),
    "swaps": (list[questions.Swap], lambda d: questions.swaps(d, 0, 0)),
    "schools": (list[questions.Question], questions.schools_of),
    "scale": (list[dict[str, Any]], lambda d: questions.scale(d, servings=17)),
    "explain": (questions.Explanation | None, lambda d: questions.explain(d, "salt_g_per_serving", 0)),
    "explain the window": (questions.Explanation | None, lambda d: questions.explain(d, "window", 0)),
    "windows": (questions.Windows, lambda d: questions.windows(d, 0)),
    "curve": (questions.Curve | None, lambda d: questions.curve(d, 0, "dose")),
    "fits": (list[questions.Fit], lambda d: questions.fits(d, 0, 20.0)),
}


class QuestionsTotalTest(TestCase):
    @settings(max_examples=150, deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
    @given(changes=st.lists(st.tuples(st.sampled_from(WAYS), ANYTHING), min_size=1, max_size=3), which=st.data())
    def test_anything_anywhere_is_answered(self, changes: list[Any], which: st.DataObject) -> None:
        number = changes[0][0][0]
        document = copy.deepcopy(DOCUMENTS[number])
        for (other, way), value in changes:
            if other == number:
                test_total.TotalTest.put(document, way, copy.deepcopy(value))
        for name in which.draw(st.lists(st.sampled_from(sorted(QUESTIONS)), min_size=3, max_size=3, unique=True)):
            before = copy.deepcopy(document)
            kind, ask = QUESTIONS[name]
            answer = ask(document)
            json.dumps(answer, allow_nan=False)
            TypeAdapter(kind).validate_python(answer)
            self.assertEqual(document, before, f"{name} changed the document")
