"""What was weighed, spilled or tasted otherwise: worked choices, and what holds for every correction."""

import random
from typing import Any
from unittest import TestCase

import jsonpatch

from jarcore.formula import evaluate
from jarcore.questions import Happened, correct
from tests.core import cases
from tests.core.cases import changed, jar, salted_yogurt, with_jars, zander
from tests.core.test_solve import ids, masses, random_jars

REFUSALS = ("refuse", "stop", "warn")


def happened(document: dict[str, Any], text: str) -> Happened:
    """What happened, as a row of the table has it."""
    what, *rest = text.split()
    match what:
        case "weighed":
            grams = dict(zip(rest[::2], map(float, rest[1::2]), strict=True))
            return Happened(weighed={ids(document, [name])[0]: mass for name, mass in grams.items()})
        case "spilled":
            return Happened(spilled_g=float(rest[0]))
        case "fish":
            return Happened(fish_g=float(rest[0]))
        case "reduced":
            return Happened(reduced_g=[float(one) for one in rest])
    return Happened(taste=rest[0])


def _lines(document: dict[str, Any]) -> Any:
    """Lines of the first jar as written and as evaluated."""
    return zip(document["jars"][0]["lines"], evaluate(document)["jars"][0]["lines"], strict=True)


class CorrectedTest(TestCase):
    def test_each_worked_choice_reads_as_its_algebra_says(self) -> None:
        for row in cases.table("corrected"):
            document = with_jars(jar(row["kind"], *row["lines"].split(";")))
            with self.subTest(row["what"], algebra=row["algebra"], source=row["source"]):
                answer = correct(document, 0, happened(document, row["happened"]))
                choice = next(one for one in answer["choices"] if one["id"] == row["choice"])
                after = jsonpatch.apply_patch(document, choice["patch"])
                readings: list[Any] = [evaluate(one)["jars"][0]["reading"] for one in (document, after)]
                planned, now = (one[row["reading"]] for one in readings)
                expected = planned if row["after"] == "same" else float(row["after"])
                self.assertAlmostEqual(now, expected, delta=0.012 * expected)

    def test_what_is_in_is_never_touched_and_each_choice_goes_on_record(self) -> None:
        for document, _, chance in random_jars(30):
            lines, before = document["jars"][0]["lines"], masses(document)
            inside = chance.sample(lines, chance.randint(1, len(lines)))
            weighed = {one["id"]: round(before[one["ingredient"]] * chance.uniform(0.6, 1.8), 1) for one in inside}
            answer = correct(document, 0, Happened(weighed=weighed), "2026-12-04T18:05", "ES")
            self.assertEqual(answer["choices"][-1]["id"], "leave")
            for choice in answer["choices"]:
                after = jsonpatch.apply_patch(document, choice["patch"])
                now = {line["id"]: one["mass_g"] for line, one in _lines(after)}
                with self.subTest(choice["text"]):
                    for one in inside:
                        grams = weighed[one["id"]]
                        if choice["id"] == "top-up":
                            self.assertGreaterEqual(now[one["id"]], grams - 1e-3)
                        else:
                            self.assertAlmostEqual(now[one["id"]], grams, delta=1e-4 * grams)
                    kept = after["corrections"][-1]
                    self.assertEqual(
                        (kept["initials"], kept["at"], kept["text"]), ("ES", "2026-12-04T18:05", choice["text"])
                    )
                    self.assertEqual(
                        set(kept["after"]), {key for key, one in choice["readings"].items() if one["after"] is not None}
                    )

    def test_nobody_tastes_what_has_touched_raw_fish(self) -> None:
        document = with_jars(jar("marinade", "lemon-juice:100 g", "sunflower-oil:100 g"))
        refused = correct(document, 0, Happened(taste="sharp", on_fish=True))
        self.assertIn("raw fish", refused["refused"] or "")
        self.assertEqual(refused["choices"], [])
        clean = changed(document, jars__0__method__clean_share={"value": 30, "unit": "%"})
        answer = correct(clean, 0, Happened(taste="sharp", on_fish=True))
        self.assertIsNone(answer["refused"])
        for choice in answer["choices"]:
            lines = jsonpatch.apply_patch(clean, choice["patch"])["jars"][0]["lines"]
            self.assertEqual([line.get("when") for line in lines], [None, None, "plate"])

    def test_a_dose_never_goes_past_a_caution(self) -> None:
        chance = random.Random(7)
        for _ in range(25):
            salt = chance.choice((3, 8, 12, 16))
            document = with_jars(
                jar("marinade", f"sea-salt-fine:{salt} g", "lemon-juice:120 g", "honey:10 g"),
                diners=[{"count": 2, "age": chance.choice(("4-8", "adult", "infant"))}],
            )
            before = {(one["code"], one["path"]) for one in evaluate(document)["cautions"]}
            taste = chance.choice(("flat", "bitter", "sharp", "strong", "sweet"))
            for choice in correct(document, 0, Happened(taste=taste))["choices"]:
                after = evaluate(jsonpatch.apply_patch(document, choice["patch"]))["cautions"]
                self.assertEqual(
                    [], [c for c in after if (c["code"], c["path"]) not in before and c["grade"] in REFUSALS]
                )

    def test_what_is_withheld_says_why(self) -> None:
        document = with_jars(jar("finish", "sea-salt-fine:12 g", "lemon-juice:100 g"))
        answer = correct(document, 0, Happened(taste="flat"))
        self.assertEqual(["Not Fine sea salt"], [one.partition(":")[0] for one in answer["withheld"]])
        self.assertEqual({"sour-lifts-first", "sour-lifts-most"}, {one["id"] for one in answer["choices"]})

    def test_a_batter_comes_to_its_named_flow(self) -> None:
        for flow, water, taste in (("thin_cream", 200, "thick"), ("coats_spoon", 300, "thin")):
            document = with_jars(jar("batter", "wheat-flour:200 g", f"water:{water} g", flow=flow))
            choices = correct(document, 0, Happened(taste=taste))["choices"]
            self.assertEqual([one["id"] for one in choices], ["batter-step", "batter-flow"])
            after = jsonpatch.apply_patch(document, choices[1]["patch"])
            self.assertEqual(evaluate(after)["jars"][0]["reading"]["flow"], flow)

    def test_on_the_fish_the_salt_that_comes_later_gives_way(self) -> None:
        document = with_jars(
            jar("dry_brine", "sea-salt-fine:6 g", name="brine"), jar("finish", "sea-salt-flake:3 g", name="finish")
        )
        answer = correct(document, 0, Happened(weighed={"brine0": 7.5}, on_fish=True))
        self.assertEqual([one["id"] for one in answer["choices"]], ["fish", "later", "leave"])
        after = jsonpatch.apply_patch(document, answer["choices"][1]["patch"])
        meant, now = (evaluate(one)["ledger"]["added_salt_g"] for one in (document, after))
        self.assertAlmostEqual(now, meant, delta=0.02 * meant)

    def test_a_planned_time_that_is_off_is_planned_anew(self) -> None:
        document = changed(salted_yogurt(), jars__0__method__contact_time={"value": 60, "unit": "min"})
        choice = correct(document, 0, Happened(weighed={"o1": 20.0}))["choices"][-1]
        after = evaluate(jsonpatch.apply_patch(document, choice["patch"]))["jars"][0]["window"]
        planned = after["at_contact_time"]["minutes"]
        self.assertTrue(after["best_from_min"] <= planned <= after["best_to_min"], (planned, after["best_from_min"]))

    def test_fish_that_weighs_otherwise_is_told_as_it_is_stated(self) -> None:
        """In pounds, and in groups of unlike size: each keeps its share of the whole."""
        pounds = changed(zander(), fish__weight={"value": 1.5, "unit": "lb", "basis": "fillet"})
        answer = correct(pounds, 0, Happened(fish_g=2 * 1.5 * 453.59237))
        after = jsonpatch.apply_patch(pounds, answer["choices"][0]["patch"])
        self.assertAlmostEqual(after["fish"]["weight"]["value"], 3.0, places=4)
        group = {"pieces": 2, "thickness": {"value": 20, "unit": "mm"}}
        groups = [{**group, "weight": {"value": value, "unit": "g", "basis": "fillet"}} for value in (200, 600)]
        apart = changed(zander(), fish__groups=groups)
        answer = correct(apart, 0, Happened(fish_g=1000))
        after = jsonpatch.apply_patch(apart, answer["choices"][0]["patch"])
        self.assertEqual([one["weight"]["value"] for one in after["fish"]["groups"]], [250, 750])
        unsaid = changed(zander(), fish__weight={"value": 4, "unit": "piece", "basis": "fillet"})
        self.assertEqual(correct(unsaid, 0, Happened(fish_g=700))["choices"], [])

    def test_no_more_is_lost_than_was_in(self) -> None:
        document = with_jars(jar("marinade", "honey:20 g", "lemon-juice:30 g"))
        honey = ids(document, ["honey"])[0]
        answer = correct(document, 0, Happened(weighed={honey: 20.0}, spilled_g=35.0))
        self.assertIn("20 g of Honey", answer["choices"][0]["text"])
        left = next(one for one in answer["choices"] if one["id"] == "leave")
        self.assertEqual(masses(jsonpatch.apply_patch(document, left["patch"])), {"honey": 0, "lemon-juice": 30})

    def test_what_has_no_flour_is_no_batter(self) -> None:
        document = with_jars(jar("batter", "water:200 g"))
        self.assertEqual(correct(document, 0, Happened(taste="thick"))["choices"], [])

    def test_nothing_to_correct_is_left_as_it_is(self) -> None:
        answer = correct(zander(), 0, Happened(weighed={"l1": 8.16}))
        self.assertEqual([one["id"] for one in answer["choices"]], ["leave"])
        self.assertEqual(answer["stands"], {})
