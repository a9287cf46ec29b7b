"""What can hurt someone: dangerous documents with what must be said of them, and calm ones beside each."""

import json
from typing import Any
from unittest import TestCase

from jarcore.formula import evaluate
from tests.core import cases
from tests.core.cases import changed, zander


def at(answer: Any, path: str) -> Any:
    """What stands at a JSON Pointer of an answer."""
    for step in path.split("/")[1:]:
        answer = answer[int(step)] if isinstance(answer, list) else answer[step]
    return answer


class HurtTest(TestCase):
    def test_each_document_of_the_table(self) -> None:
        for row in cases.table("hurt"):
            document = changed(zander(), **json.loads(row["changes"]))
            with self.subTest(row["what"], point=row["point"], source=row["source"]):
                answer = evaluate(document)
                json.dumps(answer, allow_nan=False)
                for kind, expected in json.loads(row["must"]).items():
                    getattr(self, f"must_{kind}")(answer, expected, document)

    def must_grades(self, answer: Any, expected: dict[str, str], _document: Any) -> None:
        found = {(caution["code"], caution["grade"]) for caution in answer["cautions"]}
        self.assertLessEqual(set(expected.items()), found)

    def must_absent(self, answer: Any, expected: list[str], _document: Any) -> None:
        self.assertFalse(set(expected) & {caution["code"] for caution in answer["cautions"]})

    def must_notices(self, answer: Any, expected: list[str], _document: Any) -> None:
        self.assertLessEqual(set(expected), {notice["code"] for notice in answer["notices"]})

    def must_no_notices(self, answer: Any, expected: list[str], _document: Any) -> None:
        self.assertFalse(set(expected) & {notice["code"] for notice in answer["notices"]})

    def must_allergens(self, answer: Any, expected: list[str], _document: Any) -> None:
        self.assertLessEqual(set(expected), set(answer["allergens"]))

    def must_ready(self, answer: Any, expected: bool, _document: Any) -> None:
        self.assertIs(answer["ready"], expected, [c["code"] for c in answer["cautions"]])

    def must_verdict(self, answer: Any, expected: str, _document: Any) -> None:
        self.assertTrue(answer["verdict"]["text"].startswith(expected), answer["verdict"])

    def must_at(self, answer: Any, expected: dict[str, Any], _document: Any) -> None:
        for path, value in expected.items():
            found = at(answer, path)
            if isinstance(value, list) and len(value) == 2 and all(isinstance(end, int | float) for end in value):
                self.assertTrue(value[0] <= found <= value[1], f"{path} is {found}, not within {value}")
            else:
                self.assertEqual(found, value, path)

    def must_same_as_first_group(self, answer: Any, path: str, document: Any) -> None:
        alone = evaluate(changed(document, fish__groups=document["fish"]["groups"][:1]))
        self.assertAlmostEqual(at(answer, path), at(alone, path))

    def must_wider_than(self, answer: Any, _where: str, document: Any) -> None:
        """A range of the first line reaches the plate: wider than its middle alone."""
        amount = document["jars"][0]["lines"][0]["amount"]
        middle = (amount["low"] + amount["high"]) / 2
        alone = evaluate(changed(document, jars__0__lines__0__amount={"value": middle, "unit": amount["unit"]}))
        wide, narrow = answer["ledger"]["salt_g_range"], alone["ledger"]["salt_g_range"]
        self.assertLess(wide[0], narrow[0])
        self.assertGreater(wide[1], narrow[1])
