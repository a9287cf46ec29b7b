"""Reading, refusing and merging documents."""

import json
from unittest import TestCase

from jarcore.documents import NotAFormula, formula_object, merge, parse
from jarcore.formula import evaluate
from tests.core import cases


class BadInputTest(TestCase):
    def test_each_fault_is_named_at_its_place_and_the_rest_evaluates(self) -> None:
        for row in cases.table("bad_input"):
            with self.subTest(row["what"]):
                document = cases.changed(cases.zander(), **{row["place"]: json.loads(row["value"])})
                answer = evaluate(document)
                self.assertIn((row["code"], row["path"]), [(n["code"], n["path"]) for n in answer["notices"]])
                self.assertEqual(len(answer["jars"]), 1)
                self.assertEqual(answer["cook"]["core_c"], 63)
                json.dumps(answer, allow_nan=False)

    def test_what_no_database_takes_is_found_at_the_door(self) -> None:
        deep = "[" * 60 + "]" * 60
        for row in cases.table("bad_text"):
            with self.subTest(row["what"]):
                new = row["replace"].replace("DIGITS", "9" * 5000).replace("DEEP", deep)
                text = json.dumps(cases.zander()).replace(row["find"], new)
                value, findings = parse(text)
                self.assertIn((row["code"], row["path"]), [(n.code, n.path) for n in findings])
                answer = evaluate(formula_object(value), told=findings)
                self.assertEqual(answer["fish"]["name"], "Zander")

    def test_what_is_no_formula_is_refused_whole(self) -> None:
        for raw, status in (
            ("{", 400),
            ("[" * 100_000 + "]" * 100_000, 400),
            (b"\xff{}", 400),
            ("[]", 400),
            ('{"format": "something"}', 400),
            ('{"format": "jar-table/formula", "format_version": 99}', 400),
            (b'{"a": "' + b"x" * 20_000_000 + b'"}', 413),
        ):
            with self.subTest(raw[:30]), self.assertRaises(NotAFormula) as caught:
                formula_object(parse(raw)[0])
            self.assertEqual(caught.exception.status, status)
            self.assertTrue(caught.exception.detail)


class MergeTest(TestCase):
    def test_two_people_on_different_lines_lose_nothing(self) -> None:
        base = cases.zander()
        theirs = cases.changed(base, jars__0__lines__0__amount__value=1.0)
        theirs["jars"][0]["lines"].append({"id": "l9", "ingredient": "dill"})
        yours = cases.changed(base, jars__0__lines__1__amount__value=4)
        yours["jars"][0]["lines"].reverse()
        merged = merge(base, theirs, yours)
        lines = {line["id"]: line for line in merged.document["jars"][0]["lines"]}
        self.assertEqual(merged.conflicts, ())
        self.assertEqual((lines["l1"]["amount"]["value"], lines["l2"]["amount"]["value"]), (1.0, 4))
        self.assertIn("l9", lines)

    def test_one_place_changed_twice_is_a_conflict_and_a_removed_jar_that_was_changed_stays(self) -> None:
        base = cases.zander()
        merged = merge(base, cases.changed(base, servings=5), cases.changed(base, servings=6))
        self.assertEqual([(c.path, c.theirs, c.yours) for c in merged.conflicts], [("/servings", 5, 6)])
        removed = cases.changed(base, jars=[])
        merged = merge(base, cases.changed(base, jars__0__name="Other"), removed)
        self.assertEqual(merged.document["jars"][0]["name"], "Other")
        self.assertEqual([c.path for c in merged.conflicts], ["/jars/0"])
