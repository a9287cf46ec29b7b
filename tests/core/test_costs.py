"""What it costs: by weight, volume and piece, with yield and waste; what has no price is never free."""

import csv
from typing import Any
from unittest import TestCase

from jarcore.data import default_pantry, with_rows
from jarcore.documents.parts import Target
from jarcore.formula import evaluate
from jarcore.questions import solve
from tests.core import cases
from tests.core.cases import ROOT, changed, jar, with_jars, zander
from tests.core.test_solve import patched

PANTRY = {"format": "jar-table/pantry", "format_version": 1}


def price(words: str) -> dict[str, Any]:
    """A price written as 'ingredient ginger 10 1 kg 80'; of a fish the last is how it is weighed."""
    sort, name, cost, per, unit, *more = words.split()
    made: dict[str, Any] = {sort: name, "price": float(cost), "per": {"value": float(per), "unit": unit}}
    if more:
        made |= {"usable_pct": float(more[0])} if sort == "ingredient" else {"basis": more[0]}
    return made


def stock(*prices: Any, **more: Any) -> Any:
    """A kitchen's pantry with prices, and what of them is not used."""
    return with_rows(default_pantry(), {**PANTRY, "prices": list(prices), **more})


class CostsTest(TestCase):
    def test_each_worked_cost_comes_out(self) -> None:
        with (ROOT / "jarcore/data/species.csv").open(encoding="utf-8", newline="") as file:
            fish = next(row for row in csv.DictReader(file) if row["id"] == "zander")
        with (ROOT / "jarcore/data/cuts.csv").open(encoding="utf-8", newline="") as file:
            cut = next(row for row in csv.DictReader(file) if row["id"] == "fillet")
        whole = 680 / (float(fish["yield_whole"]) * float(cut["trim"])) * 10 / 1000
        for row in cases.table("costs"):
            document = with_jars(jar("marinade", *row["lines"].split(";")))
            pantry, faults = stock(price(row["prices"]), currency="EUR")
            with self.subTest(row["what"], algebra=row["algebra"], source=row["source"]):
                cost = evaluate(document, pantry)["cost"]
                expected = whole if row["batch"] == "whole" else float(row["batch"])
                self.assertEqual(faults, [])
                self.assertAlmostEqual(cost["batch"], expected, places=6)
                self.assertAlmostEqual(cost["per_serving"], expected / 4, places=6)
                if row["missing"]:
                    self.assertEqual([one["name"] for one in cost["missing"]], row["missing"].split(";"))
                    self.assertFalse(cost["complete"])

    def test_what_drives_it_comes_first_with_its_share_and_its_day(self) -> None:
        prices = price("fish zander 20 1 kg fillet"), {**price("ingredient sea-salt-fine 1 1 kg"), "at": "2026-11-20"}
        pantry, _ = stock(*prices, price("ingredient caraway-seed 30 1 kg"), currency="EUR")
        cost = evaluate(zander(), pantry)["cost"]
        self.assertEqual([one["name"] for one in cost["drivers"]], ["Zander", "Caraway seed", "Fine sea salt"])
        self.assertAlmostEqual(sum(one["share_pct"] for one in cost["drivers"]), 100)
        self.assertEqual((cost["complete"], cost["currency"], cost["drivers"][2]["at"]), (True, "EUR", "2026-11-20"))

    def test_a_kitchen_without_prices_has_no_cost_and_a_side_is_never_free(self) -> None:
        self.assertIsNone(evaluate(zander())["cost"])
        pantry, _ = stock(price("fish zander 20 1 kg"))
        document = changed(zander(), jars=[], sides=[{"id": "s", "name": "Potatoes"}])
        self.assertEqual([one["name"] for one in evaluate(document, pantry)["cost"]["missing"]], ["Potatoes"])

    def test_trimmings_are_paid_for(self) -> None:
        pantry, _ = stock(price("fish zander 20 1 kg fillet"))
        document = changed(zander(), fish__trimmings={"value": 80, "unit": "g"})
        self.assertAlmostEqual(evaluate(document, pantry)["cost"]["batch"], 13.6)

    def test_pieces_of_unlike_size_are_paid_for_together(self) -> None:
        pantry, _ = stock(price("fish zander 20 1 kg fillet"))
        group = {"pieces": 2, "thickness": {"value": 20, "unit": "mm"}}
        groups = [{**group, "weight": {"value": value, "unit": "g", "basis": "fillet"}} for value in (200, 600)]
        self.assertAlmostEqual(evaluate(changed(zander(), fish__groups=groups), pantry)["cost"]["batch"], 16.0)

    def test_amounts_can_be_asked_for_by_what_they_cost(self) -> None:
        pantry, _ = stock(price("ingredient olive-oil 20 1 l"), price("ingredient lemon-juice 5 1 kg"))
        document = with_jars(jar("marinade", "olive-oil:184 g", "lemon-juice:60 g"))
        targets = {"cost": Target(max=3.0), "oil_to_acid_volume": Target(value=2.5)}
        answer = solve(document, 0, targets, pantry=pantry)
        self.assertTrue(answer["met"], answer["unmet"])
        self.assertLessEqual(evaluate(patched(document, answer), pantry)["jars"][0]["reading"]["cost"], 3.0)

    def test_what_is_no_price_is_told_and_not_used(self) -> None:
        sound = price("ingredient honey 10 1 kg")
        for wrong, words in (
            ({**sound, "price": 0}, "above 0"),
            ({**sound, "price": "ten"}, "above 0"),
            ({**sound, "per": {"value": 1, "unit": "barrel"}}, "none of: g, kg"),
            ({**sound, "ingredient": "frobnicate"}, "which the pantry has not"),
            ({**sound, "usable_pct": 140}, "usable_pct"),
            ({**sound, "at": "yesterday"}, "2026-11-27"),
            ({"price": 1, "per": {"value": 1, "unit": "kg"}}, "neither an ingredient nor a fish"),
            ({**price("ingredient white-wine 3 1 kg"), "per": {"value": 1, "unit": "piece"}}, "what a piece weighs"),
            (7, "no part with fields"),
        ):
            pantry, faults = stock(wrong, sound)
            with self.subTest(str(wrong)):
                self.assertIn(words, faults[0].text)
                self.assertEqual((faults[0].path, list(pantry.prices)), ("/prices/0", [("ingredient", "honey")]))
        self.assertEqual([one.path for one in stock("dear", currency="euro")[1]], ["/prices/0", "/currency"])
