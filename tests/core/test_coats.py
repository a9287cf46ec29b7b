"""Coatings: how much stays on, what is too little and too much, and one proposal for a batter's flow and its amount."""

from typing import Any
from unittest import TestCase

import jsonpatch

from jarcore.data.tables import shelf
from jarcore.formula import evaluate
from tests.core import cases
from tests.core.cases import changed, one_jar, zander

SAID = ("coating-short", "set-out-off", "flow-off")


def fish(cut: str, grams: float, pieces: int, mm: float) -> dict[str, Any]:
    """Pieces of a cut without skin."""
    return {
        "species": "cod",
        "cut": cut,
        "pieces": pieces,
        "weight": {"value": grams * pieces, "unit": "g", "basis": "edible"},
        "thickness": {"value": mm, "unit": "mm"},
    }


def said(document: dict[str, Any]) -> list[Any]:
    """What is said of the coating."""
    return [one for one in evaluate(document)["notices"] if one["code"] in SAID]


class CoatTest(TestCase):
    def test_published_pick_up(self) -> None:
        """What stays on pieces of usual size, as a share of the fish (common practice)."""
        for row in cases.table("pick_up"):
            jar = next(one["jar"] for one in shelf() if one["id"] == row["jar"])
            lines = [{**line, "id": f"l{place}"} for place, line in enumerate(jar["lines"])]
            pieces = fish(row["cut"], float(row["grams"]), int(row["pieces"]), float(row["mm"]))
            answer = evaluate(changed(zander(), fish=pieces, jars=[{**jar, "id": "one", "lines": lines}]))
            share = 100 * answer["jars"][0]["reading"]["pick_up_g"] / answer["fish"]["edible_g"]
            with self.subTest(row["jar"], cut=row["cut"]):
                self.assertTrue(float(row["low_pct"]) <= share <= float(row["high_pct"]), share)

    def test_coats_of_the_shelf_are_what_is_to_be_set_out_on_any_fish(self) -> None:
        for one in shelf():
            if one["jar"]["kind"] not in ("dredge", "wash", "crumb", "batter"):
                continue
            lines = [{**line, "id": f"l{place}"} for place, line in enumerate(one["jar"]["lines"])]
            for pieces in (fish("fillet", 170, 1, 20), fish("fillet", 170, 12, 20), fish("strip", 28, 40, 12)):
                document = changed(zander(), fish=pieces, jars=[{**one["jar"], "id": "one", "lines": lines}])
                reading = evaluate(document)["jars"][0]["reading"]
                with self.subTest(one["id"], cut=pieces["cut"], pieces=pieces["pieces"]):
                    self.assertAlmostEqual(reading["mass_g"] / reading["set_out_g"], 1, delta=0.05)
                    self.assertEqual(said(document), [])

    def test_too_little_and_too_much_are_told_apart_and_mended_by_one_press(self) -> None:
        for grams, code, words in (
            (10.0, "coating-short", "stays on the fish"),
            (40.0, "coating-short", "Too little to lay the fish in"),
            (400.0, "set-out-off", "More than is needed"),
        ):
            document = one_jar("dredge", [("wheat-flour", grams, "g", "fixed"), ("sea-salt-fine", 1.5, "%", "flour")])
            (found,) = said(document)
            self.assertEqual(found["code"], code)
            self.assertIn(words, found["text"])
            mended = jsonpatch.apply_patch(document, found["patch"])
            reading = evaluate(mended)["jars"][0]["reading"]
            self.assertAlmostEqual(reading["mass_g"], reading["set_out_g"], delta=0.5)
            self.assertEqual(said(mended), [])

    def test_a_batter_comes_to_its_flow_and_its_amount_by_one_press(self) -> None:
        flour = [("wheat-flour", 80.0, "g", "fixed"), ("rice-flour", 20.0, "g", "fixed")]
        salt = ("sea-salt-fine", 1.5, "%", "flour")
        for liquid, words in (
            ([("beer", 90.0, "%", "flour")], "of Beer"),
            ([("beer", 200.0, "g", "fixed"), ("egg", 30.0, "g", "fixed")], "of Beer"),
            ([("water", 45.0, "%", "jar")], "of Water"),
            ([], "of water"),
        ):
            for flow in ("thin_cream", "heavy_cream", "coats_spoon"):
                document = one_jar("batter", [*flour, *liquid, salt], flow=flow)
                found = said(document)
                if not found:
                    continue
                with self.subTest(liquid=liquid, flow=flow):
                    self.assertEqual([one["code"] for one in found], ["flow-off"])
                    self.assertIn(words, found[0]["text"])
                    reading = evaluate(jsonpatch.apply_patch(document, found[0]["patch"]))["jars"][0]["reading"]
                    self.assertEqual(reading["flow"], flow)
                    self.assertAlmostEqual(reading["mass_g"] / reading["set_out_g"], 1, delta=0.03)

    def test_a_batter_too_thin_without_its_liquid_wants_flour(self) -> None:
        lines = [("wheat-flour", 50.0, "g", "fixed"), ("beer", 60.0, "g", "fixed"), ("egg", 59.0, "g", "fixed")]
        (found,) = said(one_jar("batter", [*lines, ("milk", 58.0, "g", "fixed")], flow="coats_spoon"))
        self.assertIn("wants more flour", found["text"])
        self.assertIsNone(found["patch"])
