"""What is done to fish and lines before they meet, and how the heat is used: each stated thing has its effect."""

import json
from typing import Any
from unittest import TestCase

from jarcore.documents import Evaluation
from jarcore.formula import evaluate
from jarcore.questions import profiles, scale
from tests.core import cases
from tests.core.cases import changed, jar, one_jar, with_jars, zander
from tests.core.outside_heat import core_after

PAN, UPPER, OVEN = (180.0, 180.0), (15.0, 25.0), (20.0, 200.0)


def minutes(value: float) -> dict[str, Any]:
    return {"value": value, "unit": "min"}


def line_of(answer: Evaluation) -> Any:
    return answer["jars"][0]["lines"][0]


class HeatInTurnTest(TestCase):
    def test_one_way_of_heat_beside_another(self) -> None:
        for row in cases.table("heat_beside"):
            took = [
                evaluate(changed(zander(), cook=json.loads(row[cook]), **json.loads(row["changes"])))["cook"]["minutes"]
                for cook in ("cook", "beside")
            ]
            with self.subTest(row["what"], minutes=took, source=row["source"]):
                assert took[0] and took[1]
                self.assertTrue(float(row["least"]) <= took[0] / took[1] <= float(row["most"]), took[0] / took[1])

    def test_the_core_out_of_each_heat_by_the_heat_equation(self) -> None:
        """A thick side, never turned in the pan, then the oven: finite differences, with the rows of the heat."""
        cook = {
            "method": "pan",
            "preset": "hot",
            "first_side_share": {"value": 100, "unit": "%"},
            "finished_in": {"method": "oven", "after": minutes(4)},
        }
        document = changed(zander(), cook=cook, fish__cut="side", fish__pieces=1, fish__thickness__value=30)
        seared, finished = evaluate(document)["cook"]["stages"]
        start = document["fish"]["temperature"]["value"]
        spells = [((PAN, UPPER), seared["minutes"] * 60), ((OVEN, OVEN), finished["minutes"] * 60)]
        self.assertEqual((seared["minutes"], finished["celsius"]), (4, 200))
        self.assertAlmostEqual(finished["core_c"], core_after(0.03, spells, float(start)), delta=0.5)

    def test_the_first_heat_may_be_enough(self) -> None:
        answer = evaluate(
            changed(zander(), cook={"method": "pan", "finished_in": {"method": "oven", "after": minutes(30)}})
        )
        self.assertEqual(answer["cook"]["stages"][-1]["minutes"], 0)
        self.assertIn("first-heat-alone", [one["code"] for one in answer["notices"]])

    def test_it_is_drawn_through_both_heats_for_each_size(self) -> None:
        for cook in (
            {"method": "pan", "finished_in": {"method": "oven", "after": minutes(3)}},
            {"method": "oven", "covered": True, "covered_time": minutes(8)},
            {"method": "deep_fry", "second_fry": {"time": minutes(1)}},
        ):
            document = changed(zander(), cook=cook, fish__thin_zone={"value": 12, "unit": "mm"})
            told, drawn = evaluate(document)["cook"], profiles(document)["cooking"]
            with self.subTest(cook["method"]):
                self.assertAlmostEqual(drawn["pull_min"], sum(stage["minutes"] for stage in told["stages"]))
                for zone, course in zip(told["zones"], drawn["zones"], strict=True):
                    self.assertAlmostEqual(max(course["core_c"]), zone["core_c"], delta=0.5)

    def test_what_is_stated_and_changes_nothing_is_said(self) -> None:
        for row in cases.table("heat_stated"):
            answer = evaluate(changed(zander(), cook=json.loads(row["cook"])))
            with self.subTest(row["cook"]):
                told = [one["path"] for one in answer["notices"] if one["code"] == "not-modelled"]
                self.assertIn(row["path"], told)
                self.assertEqual(answer["cook"]["minutes"] is not None, row["timed"] == "1")

    def test_the_sides_are_called_by_what_lies_down(self) -> None:
        for first, names in (("skin", ["skin side", "flesh side"]), ("flesh", ["flesh side", "skin side"])):
            document = changed(zander(), cook={"method": "pan", "first_side": first}, fish__skin="one_side")
            self.assertEqual([stage["name"] for stage in evaluate(document)["cook"]["stages"]], names)

    def test_oil_on_the_fish_is_about_a_teaspoon_for_a_fillet(self) -> None:
        """Common practice: a teaspoon, 4 to 5 g, for a portion of fillet; in the pan it is not weighed here."""
        on_fish = evaluate(changed(zander(), cook={"method": "grill", "oil": {"on": "fish"}}))["cook"]["oil_film_g"]
        self.assertTrue(3 <= on_fish / 4 <= 6, on_fish)
        self.assertIsNone(evaluate(changed(zander(), cook={"method": "grill"}))["cook"]["oil_film_g"])

    def test_the_order_card_speaks_of_what_is_in_the_jar(self) -> None:
        for row in cases.table("order_card"):
            made = jar(row["kind"], *row["lines"].split(", "), **json.loads(row["method"]))
            said = " ".join(evaluate(with_jars(made, cook=json.loads(row["cook"])))["cook"]["locks"])
            with self.subTest(row["what"], said=said):
                for words in filter(None, row["says"].split("; ")):
                    self.assertIn(words, said)
                for words in filter(None, row["not"].split("; ")):
                    self.assertNotIn(words, said)


class TrimmedTest(TestCase):
    def test_what_is_cut_off_is_not_eaten_and_not_dosed(self) -> None:
        whole, trimmed = (
            evaluate(changed(zander(), **places)) for places in ({}, {"fish__trimmings": {"value": 80, "unit": "g"}})
        )
        self.assertAlmostEqual(whole["fish"]["edible_g"] - trimmed["fish"]["edible_g"], 80)
        share = [line_of(one)["share_of_fish_pct"] for one in (whole, trimmed)]
        self.assertAlmostEqual(share[0], share[1])

    def test_it_grows_with_the_fish_and_cannot_be_all_of_it(self) -> None:
        document = changed(zander(), fish__trimmings={"value": 80, "unit": "g"})
        patch = {step["path"]: step["value"] for step in scale(document, servings=8)}
        self.assertEqual(patch["/fish/trimmings/value"], 160)
        answer = evaluate(changed(zander(), fish__trimmings={"value": 900, "unit": "g"}))
        self.assertIn("/fish/trimmings", [one["path"] for one in answer["notices"] if one["code"] == "trimmed-away"])


class PreparedLineTest(TestCase):
    """Mass is kept: what goes in is what was weighed, with the water taken up or without what was pressed out."""

    def made(self, name: str, grams: float, **line: Any) -> Evaluation:
        document = one_jar("marinade", [(name, grams, "g", "fixed")])
        document["jars"][0]["lines"][0].update(line)
        return evaluate(document)

    def test_what_is_soaked_brings_water_and_no_more_salt(self) -> None:
        dry = self.made("kelp-dried", 10)
        wet = self.made("kelp-dried", 10, prepared="soaked", prepared_share={"value": 300, "unit": "%"})
        self.assertEqual((line_of(wet)["mass_g"], line_of(wet)["goes_in_g"]), (10, 30))
        water = [
            one["jars"][0]["reading"]["water_pct"] * one["jars"][0]["reading"]["mass_g"] / 100 for one in (dry, wet)
        ]
        self.assertAlmostEqual(water[1] - water[0], 20)
        self.assertAlmostEqual(line_of(wet)["salt_g"], line_of(dry)["salt_g"])

    def test_what_is_squeezed_leaves_its_rest(self) -> None:
        half = self.made("onion", 80, prepared="squeezed", prepared_share={"value": 40, "unit": "%"})
        self.assertAlmostEqual(half["jars"][0]["reading"]["mass_g"], 32)

    def test_what_is_usual_is_taken_and_said(self) -> None:
        usual = self.made("onion", 80, prepared="squeezed")
        self.assertAlmostEqual(usual["jars"][0]["reading"]["mass_g"], 40)
        told = [one["path"] for one in usual["notices"] if one["code"] == "estimated"]
        self.assertIn("/jars/0/lines/0/prepared_share", told)

    def test_a_share_of_the_jar_is_of_what_went_in(self) -> None:
        document = one_jar("marinade", [("onion", 100, "g", "fixed"), ("sea-salt-fine", 10, "%", "jar")])
        document["jars"][0]["lines"][0].update(prepared="squeezed", prepared_share={"value": 45, "unit": "%"})
        jar = evaluate(document)["jars"][0]
        self.assertAlmostEqual(jar["reading"]["mass_g"], 50)
        self.assertAlmostEqual(jar["lines"][1]["mass_g"], 5)


class EatenTest(TestCase):
    def added(self, kind: str, lines: list[tuple[str, float, str, str]], **method: Any) -> float:
        return evaluate(one_jar(kind, lines, **method))["ledger"]["added_salt_g"]

    def test_of_what_is_scraped_off_and_fried_apart_the_share_is_eaten(self) -> None:
        lines = [("garlic", 20.0, "g", "fixed"), ("sea-salt-fine", 5.0, "g", "fixed")]
        left, none, half, all_of_it = (
            self.added("rub", lines, **method)
            for method in (
                {"after": "leave"},
                {"after": "scrape"},
                {"after": "scrape", "fate": "cooked", "eaten_share": {"value": 50, "unit": "%"}},
                {"after": "scrape", "fate": "cooked"},
            )
        )
        self.assertLess(none, half)
        self.assertAlmostEqual(half, (none + all_of_it) / 2)
        self.assertAlmostEqual(all_of_it, left)

    def test_of_a_finish_the_share_is_eaten(self) -> None:
        lines = [("soy-sauce-light", 60.0, "g", "fixed")]
        whole, third = (
            self.added("finish", lines, **method) for method in ({}, {"eaten_share": {"value": 33, "unit": "%"}})
        )
        self.assertAlmostEqual(third / whole, 0.33)

    def test_pressed_out_is_as_wiped(self) -> None:
        lines = [("lemon-juice", 60.0, "g", "fixed"), ("sea-salt-fine", 5.0, "g", "fixed")]
        wiped, squeezed = (self.added("marinade", lines, after=after) for after in ("wipe", "squeeze"))
        self.assertAlmostEqual(wiped, squeezed)


class UsedJarTest(TestCase):
    """USDA and FDA consumer guidance; from memory: what touched raw fish is not eaten uncooked."""

    RUB = (("garlic", 20.0, "g", "fixed"), ("sea-salt-fine", 5.0, "g", "fixed"))

    def cautions(self, lines: Any, kind: str = "rub", **method: Any) -> set[str]:
        return {one["code"] for one in evaluate(one_jar(kind, lines, **method))["cautions"]}

    def test_whatever_comes_off_the_fish_is_not_eaten_as_it_is(self) -> None:
        for after in ("scrape", "wipe", "drain", "squeeze"):
            with self.subTest(after):
                self.assertIn("contact-served-raw", self.cautions(self.RUB, after=after, fate="eaten"))
                self.assertNotIn("contact-served-raw", self.cautions(self.RUB, after=after, fate="cooked"))
        self.assertNotIn("contact-served-raw", self.cautions(self.RUB, after="leave", fate="eaten"))

    def test_nothing_that_is_wiped_or_rinsed_off_burns(self) -> None:
        for after, risk in (
            ("leave", "high"),
            ("wipe", "low"),
            ("squeeze", "low"),
            ("rinse", "low"),
            ("scrape", "low"),
        ):
            document = changed(one_jar("rub", list(self.RUB), after=after), cook={"method": "grill"})
            with self.subTest(after):
                self.assertEqual(evaluate(document)["cook"]["burn"]["risk"], risk)

    def test_a_jar_that_is_said_to_be_cold_needs_no_cooling(self) -> None:
        wine = [("white-wine", 100.0, "g", "fixed"), ("olive-oil", 20.0, "g", "fixed")]
        for said, cooled in (({}, True), ({"heated": True}, True), ({"heated": False}, False)):
            with self.subTest(said):
                self.assertEqual("heated-jar-cooling" in self.cautions(wine, "marinade", **said), cooled)

    def test_each_group_has_its_own_trimmings(self) -> None:
        groups = [
            {"id": "a", "pieces": 2, "weight": {"value": 400, "unit": "g", "basis": "edible"}},
            {"id": "b", "pieces": 2, "weight": {"value": 300, "unit": "g", "basis": "edible"}},
        ]
        groups[0]["trimmings"] = {"value": 50, "unit": "g"}
        fish = evaluate(changed(zander(), fish__groups=groups))["fish"]
        self.assertEqual([round(one["edible_g"]) for one in fish["groups"]], [350, 300])
        self.assertAlmostEqual(fish["edible_g"], 650)

    def test_pieces_that_are_put_right_take_their_trimmings_with_them(self) -> None:
        document = changed(zander(), servings=3, fish__trimmings={"value": 80, "unit": "g"})
        told = [one for one in evaluate(document)["notices"] if one["code"] == "pieces-servings"]
        values = {step["path"]: step["value"] for step in told[0]["patch"] or []}
        grown = values["/fish/pieces"] / document["fish"]["pieces"]
        self.assertAlmostEqual(values["/fish/trimmings/value"], 80 * grown, delta=0.1)
