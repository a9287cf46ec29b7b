"""House rules: held against a formula, for the fish and the diners that they are for, and left knowingly."""

from typing import Any
from unittest import TestCase

import jsonpatch

from jarcore.data import default_pantry, with_rows
from jarcore.documents.parts import Target
from jarcore.formula import evaluate
from jarcore.questions import solve
from jarcore.questions.house import house
from tests.core import cases
from tests.core.cases import changed, zander
from tests.core.test_solve import patched

PANTRY = {"format": "jar-table/pantry", "format_version": 1}


def rule(words: str) -> dict[str, Any]:
    """A rule written as 'plate.salt_g 1 - lean', 'question/option', or 'words'."""
    made: dict[str, Any] = {"id": "r1", "text": "as the house does it"}
    if "/" in words:
        question, option = words.split("/")
        return {**made, "question": question, "option": option}
    if words == "words":
        return made
    target, low, high, applies = words.split()
    ends = {name: float(end) for name, end in (("min", low), ("max", high)) if end != "-"}
    return {**made, "target": target, **ends, "applies": applies}


def of_house(*rules: Any, **more: Any) -> Any:
    """The pantry of a kitchen with these rules."""
    return with_rows(default_pantry(), {**PANTRY, "house_rules": list(rules), **more})[0]


class HouseTest(TestCase):
    def test_each_rule_stands_as_the_table_says(self) -> None:
        others = {
            "": {},
            "child": {"diners": [{"count": 1, "age": "4-8"}]},
            "left": {"house_rules": [{"id": "r1", "follows": False, "why": "a test"}]},
        }
        for row in cases.table("house"):
            with self.subTest(row["what"], source=row["source"]):
                answer = house(changed(zander(), **others[row["formula"]]), of_house(rule(row["rule"])))
                self.assertEqual([one["state"] for one in answer], [row["state"]] if row["state"] else [])
                if row["held"]:
                    self.assertAlmostEqual(answer[0]["held"], float(row["held"]), places=3)
                    self.assertAlmostEqual(answer[0]["by"], float(row["by"]), places=3)

    def test_the_press_that_keeps_a_school_does_keep_it(self) -> None:
        pantry = of_house(rule("pre-salting/timed"))
        (off,) = house(zander(), pantry)
        after = jsonpatch.apply_patch(zander(), off["patch"])
        self.assertEqual([one["state"] for one in house(after, pantry)], ["kept"])

    def test_who_leaves_a_rule_and_keeps_it_all_the_same_keeps_it(self) -> None:
        said = [{"id": "r1", "follows": False, "why": "a test"}]
        (kept,) = house(changed(zander(), house_rules=said), of_house(rule("plate.added_pct_of_edible 0.9 1.3 all")))
        self.assertEqual((kept["state"], kept["why"]), ("kept", "a test"))

    def test_amounts_come_in_the_steps_that_the_house_likes(self) -> None:
        pantry = of_house(rounding_g=0.5)
        answer = solve(zander(), 0, {"salt_pct_of_fish": Target(value=1.1)}, pantry=pantry)
        self.assertEqual(answer["lines"][0]["after_g"] % 0.5, 0)
        self.assertTrue(answer["met"])
        line = evaluate(patched(zander(), answer), pantry)["jars"][0]["lines"][0]
        self.assertAlmostEqual(line["mass_g"], 7.5, places=3)

    def test_what_is_no_rule_is_words_alone_or_nothing(self) -> None:
        for wrong, states in (
            ({"id": "r", "text": "t", "target": "frobnicate", "min": 1}, ["words"]),
            ({"id": "r", "text": "t", "target": "portion_g"}, ["words"]),
            ({"id": "r", "text": "t", "question": "pre-salting", "option": "nothing"}, ["words"]),
            ({"id": 7, "text": "t"}, []),
            ("rule", []),
        ):
            self.assertEqual([one["state"] for one in house(zander(), of_house(wrong))], states)
