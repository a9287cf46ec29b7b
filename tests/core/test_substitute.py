"""Substitutes: what practice takes, what each keeps and cannot, and that nothing that was ruled out comes back."""

import random
from typing import Any
from unittest import TestCase

import jsonpatch

from jarcore.data import default_pantry
from jarcore.formula import evaluate
from jarcore.questions import substitute
from tests.core import cases
from tests.core.cases import jar, with_jars
from tests.core.test_total import DOCUMENTS

KEPT = {"salt": "salt_g", "acid": "acid_meq", "sugar": "sugar_g", "weight": "mass_g"}


class SubstituteTest(TestCase):
    def test_what_practice_takes_comes_first_and_keeps_what_it_says(self) -> None:
        for row in cases.table("substitutes"):
            document = with_jars(jar(row["kind"], row["line"]))
            with self.subTest(row["what"], source=row["source"]):
                answer = substitute(document, row["without"].split(), [row["missing"]] if row["missing"] else [])
                (line,) = answer["lines"]
                self.assertEqual(line["choices"][0]["id"], row["best"], [one["id"] for one in line["choices"]])
                if row["keeps"]:
                    after = jsonpatch.apply_patch(document, answer["patch"])
                    pair: list[Any] = [evaluate(one)["jars"][0]["lines"][0] for one in (document, after)]
                    before, now = (one[KEPT[row["keeps"]]] for one in pair)
                    self.assertAlmostEqual(now, before, delta=0.01 * before)

    def test_what_was_ruled_out_is_gone_from_the_whole_formula(self) -> None:
        chance = random.Random(3)
        for document in DOCUMENTS:
            for avoided in ("gluten", "milk", "soy", "mustard", "sulphites", "egg"):
                answer = substitute(document, [avoided])
                after = jsonpatch.apply_patch(document, answer["patch"])
                stuck = [one for one in answer["lines"] if not one["choices"]]
                if not stuck and not document.get("sides"):
                    self.assertNotIn(avoided, evaluate(after)["allergens"])
            names = [line["ingredient"] for one in document["jars"] for line in one["lines"]]
            at_hand = chance.sample(sorted(default_pantry().ingredients), 60)
            for line in substitute(document, at_hand=at_hand)["lines"]:
                self.assertLessEqual({one["id"] for one in line["choices"]}, {*at_hand, "water"})
            gone = chance.choice(names)
            for line in substitute(document, missing=[gone])["lines"]:
                self.assertNotIn(gone, [one["id"] for one in line["choices"]])

    def test_what_cannot_be_kept_is_said(self) -> None:
        document = with_jars(jar("marinade", "white-wine:100 ml"))
        choice = substitute(document, ["alcohol"])["lines"][0]["choices"][0]
        told = {words.split(" ")[0] for words in choice["loses"]}
        self.assertLessEqual({"its", "alcohol"}, told)

    def test_what_somebody_at_the_table_avoids_stands_for_nothing(self) -> None:
        document = with_jars(jar("wash", "egg:100 g"), diners=[{"count": 1, "avoid": ["milk", "mustard"]}])
        (line,) = substitute(document, ["egg"])["lines"]
        self.assertEqual([one["id"] for one in line["choices"]], ["coconut-milk"])

    def test_words_that_mean_nothing_are_told_and_a_thing_can_be_ruled_out_by_name(self) -> None:
        document = with_jars(jar("marinade", "honey:20 g", "lemon-juice:20 g"))
        answer = substitute(document, ["honey", "frobnicate"])
        self.assertEqual(answer["unknown"], ["frobnicate"])
        self.assertEqual([one["name"] for one in answer["lines"]], ["Honey"])

    def test_what_nothing_stands_for_is_told_without_a_choice(self) -> None:
        document = with_jars(jar("rub", "garlic:5 g"))
        (line,) = substitute(document, at_hand=["water"])["lines"]
        self.assertEqual((line["name"], line["choices"]), ("Garlic, raw", []))
