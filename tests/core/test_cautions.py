"""Every caution fires on the document that calls for it, with its grade and its source, and on no calmer one."""

import json
import re
from typing import Any
from unittest import TestCase

from jarcore.data import codes
from jarcore.data.sentences import keys as sentence_keys
from jarcore.data.sentences import template_of
from jarcore.formula import evaluate
from tests.core import cases
from tests.core.cases import changed, jar, with_jars, zander


def cautions(document: dict[str, Any]) -> dict[str, str]:
    return {caution["code"]: caution["grade"] for caution in evaluate(document)["cautions"]}


def cautioned(row: dict[str, str]) -> dict[str, Any]:
    """The document of a row: one jar on the zander, or the zander's own, and what else is changed."""
    document = zander()
    if row["kind"]:
        method = json.loads(row["method"] or "{}")
        document = with_jars(jar(row["kind"], *row["lines"].split(", "), **method))
    return changed(document, **json.loads(row["changes"] or "{}"))


class CautionsTest(TestCase):
    def test_each_caution_of_the_table_fires_on_its_document(self) -> None:
        rows = cases.table("cautions")
        for row in rows:
            with self.subTest(row["code"]):
                found = cautions(changed(zander(), **json.loads(row["changes"])))
                self.assertEqual(found.get(row["code"]), row["grade"], sorted(found))
                self.assertTrue(codes()[row["code"]].source)
                self.assertTrue(codes()[row["code"]].do)
        every = {code for code, row in codes().items() if row.kind == "caution"}
        self.assertEqual({row["code"] for row in rows}, every, "a caution without a document that calls for it")

    def test_what_must_fire_does_and_what_must_not_is_calm(self) -> None:
        """Of a dangerous document the codes named are said; of a safe one nothing above a note but those."""
        rows = cases.table("cautioned")
        for row in rows:
            named = set(filter(None, row["codes"].split(";")))
            with self.subTest(row["what"], source=row["source"]):
                found = cautions(cautioned(row))
                if row["list"] == "dangerous":
                    self.assertLessEqual(named, set(found))
                else:
                    self.assertEqual({code for code, grade in found.items() if grade != "note"}, named)
        lists = [row["list"] for row in rows]
        self.assertGreaterEqual(min(lists.count("dangerous"), lists.count("safe")), 40)

    def test_a_caution_of_several_jars_is_said_once_and_names_them(self) -> None:
        jars = [
            jar("dredge", "wheat-flour:60 g", name="flour"),
            jar("wash", "egg:50 g", name="egg"),
            jar("crumb", "breadcrumbs:60 g", name="crumbs"),
        ]
        found = evaluate(with_jars(*({**one, "name": one["id"]} for one in jars)))["cautions"]
        left = [one for one in found if one["code"] == "coating-leftover"]
        self.assertEqual([one["paths"] for one in left], [["/jars/0", "/jars/1", "/jars/2"]])
        self.assertTrue(left[0]["text"].startswith("flour, egg, crumbs: "), left[0]["text"])
        codes_found = [one["code"] for one in found]
        self.assertEqual(len(codes_found), len(set(codes_found)))

    def test_what_to_do_is_of_this_formula(self) -> None:
        for row in cases.table("to_do"):
            with self.subTest(row["what"]):
                found = evaluate(cautioned(row))["cautions"]
                self.assertEqual([one["do"] for one in found if one["code"] == row["code"]], [row["do"]])

    def test_no_word_of_a_caution_leaves_open_what_it_means(self) -> None:
        """Lists are set with commas, and no order says “it” before it has said what."""
        vague = re.compile(r"(?i)^(\w+ it|do it)\b")
        for code, row in codes().items():
            self.assertNotIn(";", row.when + row.text + row.do, code)
            self.assertIsNone(vague.match(row.do), f"{code}: {row.do}")
        for key in sentence_keys():
            self.assertIsNone(vague.match(template_of(key)) if key.startswith("do/") else None, key)

    def test_each_notice_has_a_code_of_the_table(self) -> None:
        known = {code for code, row in codes().items() if row.kind == "notice"}
        for row in cases.table("bad_input"):
            document = changed(zander(), **{row["place"]: json.loads(row["value"])})
            self.assertLessEqual({notice["code"] for notice in evaluate(document)["notices"]}, known)

    def test_a_freezing_step_on_record_or_farmed_fish_lifts_the_stop(self) -> None:
        raw = changed(zander(), cook={"method": "none"})
        for record, lifted in (
            ({"temperature": {"value": -20, "unit": "degC"}, "time": {"value": 7, "unit": "d"}}, True),
            ({"temperature": {"value": -20, "unit": "degC"}, "time": {"value": 6, "unit": "d"}}, False),
            ({"temperature": {"value": -35, "unit": "degC"}, "time": {"value": 15, "unit": "h"}}, True),
            ({"temperature": {"value": -18, "unit": "degC"}, "time": {"value": 90, "unit": "d"}}, False),
            ({"time": {"value": 9, "unit": "d"}}, False),
        ):
            with self.subTest(record):
                self.assertEqual("parasites-freezing" not in cautions(changed(raw, fish__frozen_record=record)), lifted)
        self.assertNotIn("parasites-freezing", cautions(changed(raw, fish__origin="farmed_on_pellets")))
        self.assertIn("parasites-freezing", cautions(changed(raw, fish__origin="unknown")))

    def test_acid_is_never_said_to_make_fish_safe(self) -> None:
        for code, row in codes().items():
            words = f"{row.text} {row.do}".lower()
            if "acid" in words and "safe" in words:
                self.fail(f"{code}: {words}")

    def test_the_gravest_come_first_and_a_calm_formula_has_only_notes(self) -> None:
        self.assertEqual(set(cautions(changed(zander(), jars__0__lines__0__amount__value=0.8)).values()), {"note"})
        grave = evaluate(changed(zander(), fish__species="escolar", cook__method="none", fish__receiving="rejected"))
        order = [caution["grade"] for caution in grave["cautions"]]
        self.assertEqual(order, sorted(order, key=["refuse", "stop", "warn", "note"].index))
        self.assertEqual(order[0], "refuse")

    def test_sulphites_and_the_allergens_of_both_columns_are_read_through(self) -> None:
        lines = [
            {"id": str(place), "ingredient": name, "amount": {"value": 5, "unit": "g"}, "basis": "fixed"}
            for place, name in enumerate(
                [
                    "white-wine",
                    "wheat-flour",
                    "egg",
                    "peanut-oil",
                    "miso-red",
                    "milk",
                    "sesame-oil",
                    "mustard-smooth",
                    "celery",
                    "shrimp-paste",
                    "oyster-sauce",
                    "almond-ground",
                ]
            )
        ]
        answer = evaluate(changed(zander(), jars__0__lines=lines))
        self.assertEqual(
            set(answer["allergens"]),
            {
                "fish",
                "sulphites",
                "gluten",
                "egg",
                "peanut",
                "soy",
                "milk",
                "sesame",
                "mustard",
                "celery",
                "crustaceans",
                "molluscs",
                "tree-nuts",
            },
        )
