"""Nothing raises: every formula of the demo with any part replaced by anything evaluates, is finite, and names the
place.
"""

import copy
import json
from pathlib import Path
from typing import Any
from unittest import TestCase

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from pydantic import TypeAdapter

from jarcore.documents import Evaluation, formula_object, parse
from jarcore.formula import evaluate
from tests.core.cases import ROOT

DEMO = sorted((ROOT / "server/demo/formulas").glob("*.jar.json")) + sorted((ROOT / "examples").glob("*.jar.json"))
ANYTHING = st.one_of(
    st.none(),
    st.booleans(),
    st.sampled_from([0, -1, 1, 5e-324, 1e-300, 1e300, 1.7e308, -1e300, 10**30, 0.5, 40, 101]),
    st.floats(allow_nan=False, allow_infinity=False),
    st.text(max_size=12),
    st.sampled_from(
        [
            "",
            "g",
            "%",
            "part",
            "line",
            "jar",
            "counter",
            "whole",
            "chunk",
            "salt_crust",
            "filling",
            "deep_fry",
            "frozen",
        ]
    ),
    st.sampled_from(
        [
            [],
            {},
            [None],
            [[]],
            {"value": 1},
            {"value": 7, "unit": "mm"},
            {"value": 5e-324, "unit": "g"},
            {"value": 1e308, "unit": "kg"},
            {"low": 2, "high": 1, "unit": "g"},
        ]
    ),
)
EVALUATION = TypeAdapter(Evaluation)


def places(value: Any, way: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """Every place of a document but the whole and its format."""
    found = [way] if way and way[0] not in ("format", "format_version") else []
    inner = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, item in inner:
        found += places(item, (*way, key))
    return found


DOCUMENTS = [json.loads(Path(path).read_text(encoding="utf-8")) for path in DEMO]
WAYS = [(number, way) for number, document in enumerate(DOCUMENTS) for way in places(document)]


class TotalTest(TestCase):
    quick = settings(max_examples=500, deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])

    @quick
    @given(changes=st.lists(st.tuples(st.sampled_from(WAYS), ANYTHING), min_size=1, max_size=4))
    def test_anything_anywhere_evaluates(self, changes: list[tuple[tuple[int, tuple[Any, ...]], Any]]) -> None:
        document = copy.deepcopy(DOCUMENTS[changes[0][0][0]])
        for (number, way), value in changes:
            if number == changes[0][0][0]:
                self.put(document, way, copy.deepcopy(value))
        answer = evaluate(document)
        json.dumps(answer, allow_nan=False)
        EVALUATION.validate_python(answer)
        jars = document.get("jars")
        if isinstance(jars, list):
            self.assertEqual(len(answer["jars"]), len(jars))
        for result in answer["jars"]:
            if result["window"]:
                times = [
                    result["window"][key] for key in ("earliest_min", "best_from_min", "best_to_min", "latest_min")
                ]
                self.assertEqual(times, sorted(times))

    @staticmethod
    def put(document: Any, way: tuple[Any, ...], value: Any) -> None:
        try:
            for step in way[:-1]:
                document = document[step]
            document[way[-1]] = value
        except (KeyError, IndexError, TypeError):
            pass  # an earlier change took the way there

    @settings(quick, max_examples=150)
    @given(text=st.text(max_size=200), cut=st.integers(0, 400))
    def test_any_text_is_read_or_refused(self, text: str, cut: int) -> None:
        """Text from anywhere, and a formula cut off or with text put into it."""
        whole = json.dumps(DOCUMENTS[0])
        for raw in (text, whole[:cut], whole[:cut] + text + whole[cut:]):
            try:
                value, findings = parse(raw)
                answer = evaluate(formula_object(value), told=findings)
            except ValueError:
                continue
            json.dumps(answer, allow_nan=False)
