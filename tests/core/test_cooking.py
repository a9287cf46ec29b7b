"""Cooking: times against practice, two fries, what is stated, and what is drawn of the core over time."""

from itertools import pairwise
from typing import Any
from unittest import TestCase

from jarcore.data import rows
from jarcore.formula import evaluate
from jarcore.questions import profiles
from tests.core import cases
from tests.core.cases import changed, jar, with_jars, zander
from tests.core.outside_heat import box_seconds, slab_seconds

NUMBERS = ("mm", "h", "medium_c", "other_h", "other_c", "rest_h", "rest_c", "rest_s", "counted_k", "target_c")


def _alone(row: dict[str, str], number: dict[str, float]) -> dict[str, Any]:
    """The fish of a row from 8 °C, its heat alone; for somebody vulnerable where nothing is counted on the rest."""
    pieces = int(row["pieces"])
    fish = {
        "species": "cod",
        "cut": row["cut"],
        "pieces": pieces,
        "weight": {"value": float(row["grams"]) * pieces, "unit": "g", "basis": "edible"},
        "thickness": {"value": number["mm"], "unit": "mm"},
        "temperature": {"value": 8, "unit": "degC"},
    }
    cook: dict[str, Any] = {"method": row["method"], "core_target": {"value": number["target_c"], "unit": "degC"}}
    if row["preset"]:
        cook["preset"] = row["preset"]
    if row["dial_c"]:
        cook["medium_temperature"] = {"value": float(row["dial_c"]), "unit": "degC"}
    if row["method"].endswith("fry"):
        # So much oil that no load cools it.
        cook["oil"] = {"volume": {"value": 400, "unit": "l"}}
    return {"fish": fish, "jars": [], "cook": cook, "diners": [] if number["counted_k"] else [{"vulnerable": True}]}


class CookingTest(TestCase):
    def test_time_follows_thickness_and_not_weight(self) -> None:
        base = evaluate(zander())["cook"]["minutes"]
        self.assertAlmostEqual(
            evaluate(changed(zander(), fish__weight__value=6800, fish__pieces=40))["cook"]["minutes"], base
        )
        self.assertGreater(evaluate(changed(zander(), fish__thickness__value=30))["cook"]["minutes"], 1.3 * base)

    def test_published_minutes_by_the_heat_equation(self) -> None:
        """Pans, oil, steam and oven against finite differences; small pieces in three dimensions."""
        for row in cases.table("heat_equation"):
            number = {name: float(value) for name, value in row.items() if name in NUMBERS and value}
            with self.subTest(row["what"], target=row["target_c"], source=row["source"]):
                answer = evaluate(changed(zander(), **_alone(row, number)))
                cook, fish = answer["cook"], answer["fish"]
                face, start, target = (number["h"], number["medium_c"]), 8.0, number["target_c"]
                if "rest_s" in number:
                    faces = (face, (number["other_h"], number["other_c"]))
                    rest = ((number["rest_h"], number["rest_c"]), number["rest_s"], number["counted_k"])
                    outside = slab_seconds(number["mm"] / 1000, faces, rest, row["turned"] == "1", start, target)
                    under_lid = number["rest_s"] if row["method"] == "steam" else 0.0
                else:
                    sizes = [number["mm"] / 1000, fish["width_mm"] / 1000, fish["length_mm"] / 1000]
                    outside, under_lid = box_seconds(sizes, face, start, target), 0.0
                ratio = cook["minutes"] * 60 / (outside + under_lid)
                self.assertTrue(float(row["least"]) <= ratio <= float(row["most"]), ratio)

    def test_a_packed_crust_and_a_kilogram_of_round_fish(self) -> None:
        """25 to 35 minutes at 220 °C: common practice."""
        fish = {"species": "sea-bass", "cut": "whole", "pieces": 1, "weight": {"value": 1, "unit": "kg"}}
        cook = {"method": "salt_crust", "medium_temperature": {"value": 220, "unit": "degC"}}
        whole = changed(zander(), fish=fish, cook=cook)
        self.assertTrue(25 <= evaluate(whole)["cook"]["minutes"] <= 35)
        slashed = changed(whole, fish__slashes={"per_side": 3, "depth": "bone"})
        self.assertLess(evaluate(slashed)["cook"]["minutes"], evaluate(whole)["cook"]["minutes"])

    def test_the_pan_goes_over_from_one_heat_to_another_bit_by_bit(self) -> None:
        times = [self.minutes({"method": "pan"}, fish__thickness__value=mm / 10) for mm in range(80, 301, 2)]
        for thin, thick in pairwise(times):
            self.assertTrue(thin <= thick <= 1.05 * thin, (thin, thick))

    def minutes(self, cook: dict[str, Any], **places: Any) -> float:
        return float(evaluate(changed(zander(), cook=cook, **places))["cook"]["minutes"])

    def test_the_temperature_of_oil_and_grill_matters(self) -> None:
        for method in ("shallow_fry", "deep_fry", "grill", "top_grill", "oven"):
            cold, hot = (
                self.minutes({"method": method, "medium_temperature": {"value": value, "unit": "degC"}})
                for value in (130, 190)
            )
            self.assertGreater(cold, 1.05 * hot, method)
        for method in ("grill", "top_grill"):
            medium, hot = (self.minutes({"method": method, "preset": level}) for level in ("medium", "hot"))
            self.assertGreater(medium, hot)

    def test_too_little_oil_takes_longer_and_says_so(self) -> None:
        def fried(litres: float) -> Any:
            return evaluate(
                changed(zander(), cook={"method": "deep_fry", "oil": {"volume": {"value": litres, "unit": "l"}}})
            )

        much, little = fried(4), fried(0.3)
        self.assertGreater(little["cook"]["minutes"], 1.1 * much["cook"]["minutes"])
        self.assertIn("oil-cools", [n["code"] for n in little["notices"]])
        self.assertNotIn("oil-cools", [n["code"] for n in much["notices"]])

    def test_two_fries_are_two_stages_with_a_rest_in_which_the_oil_recovers(self) -> None:
        def fried(**more: Any) -> Any:
            oil = {"volume": {"value": 5, "unit": "l"}}
            second = {"medium_temperature": {"value": 190, "unit": "degC"}, "time": {"value": 1, "unit": "min"}}
            first = {"value": 165, "unit": "degC"}
            cook = {"method": "deep_fry", "medium_temperature": first, "second_fry": second, "oil": oil, **more}
            return evaluate(changed(zander(), cook=cook))["cook"]

        small, large = fried(burner="small_gas"), fried(burner="large_gas")
        first, rest, second = small["stages"]
        self.assertEqual((first["celsius"], second["celsius"], second["minutes"]), (165, 190, 1))
        self.assertLess(first["core_c"], second["core_c"])
        self.assertAlmostEqual(small["minutes"], first["minutes"] + second["minutes"])
        self.assertGreater(rest["minutes"], large["stages"][1]["minutes"])

    def test_what_the_rest_is_credited_with_is_bounded_and_nothing_for_the_vulnerable(self) -> None:
        for cook in ({"method": "pan"}, {"method": "deep_fry"}, {"method": "top_grill"}, {"method": "oven"}):
            for mm in (8, 15, 30):
                document = changed(zander(), cook=cook, fish__thickness__value=mm)
                found = evaluate(document)["cook"]
                self.assertGreaterEqual(found["pull_c"], found["core_c"] - 5.01)
                child = evaluate({**document, "diners": [{"count": 1, "age": "4-8"}]})["cook"]
                self.assertGreaterEqual(child["pull_c"], child["core_c"] - 0.05)
                self.assertIsNone(child["practice"])

    def test_what_is_too_thick_is_refused(self) -> None:
        thick = evaluate(changed(zander(), fish__thickness__value=70, fish__cut="loin", cook={"method": "oven"}))
        self.assertIsNone(thick["cook"]["minutes"])
        self.assertIn("/fish/thickness", [n["path"] for n in thick["notices"] if n["code"] == "outside-model"])

    def test_one_side_may_have_most_of_the_time_and_a_pan_so_many_pieces(self) -> None:
        even, skin = (
            evaluate(changed(zander(), cook={"method": "pan", **more}))["cook"]
            for more in (
                {},
                {"first_side_share": {"value": 90, "unit": "%"}, "pan": {"diameter": {"value": 20, "unit": "cm"}}},
            )
        )
        first, second = (stage["minutes"] for stage in skin["stages"])
        self.assertAlmostEqual(first / (first + second), 0.9)
        self.assertGreater(skin["minutes"], even["minutes"])
        self.assertEqual((even["pan"], skin["pan"]), (None, {"batches": 2, "pieces_per_batch": 3}))

    def test_aromatics_in_slots_are_no_stuffing(self) -> None:
        fish = {**cases.slashed_trout()["fish"], "weight": {"value": 400, "unit": "g", "basis": "gutted"}}
        for lines, core in (
            ([("bay-leaf", 2.0, "g", "cavity"), ("lemon-zest", 20.0, "g", "cavity")], 63),
            ([("dill", 1.0, "g", "cavity")], 63),
            ([("breadcrumbs", 30.0, "g", "cavity")], 74),
            ([("garlic", 0.5, "g", "slot")], 63),
            ([("garlic", 6.0, "g", "slot")], 74),
        ):
            document = changed(cases.one_jar("filling", lines), fish=fish, cook={"method": "oven"})
            with self.subTest(lines=lines):
                self.assertEqual(evaluate(document)["cook"]["core_c"], core)

    def test_every_method_answers_or_says_why_not(self) -> None:
        for method in {row["method"] for row in rows("heat")}:
            with self.subTest(method):
                cook = evaluate(changed(zander(), cook={"method": method}))["cook"]
                self.assertGreater(cook["minutes"], 1)
                self.assertAlmostEqual(sum(stage["minutes"] for stage in cook["stages"]), cook["minutes"])
                low, high = cook["minutes_range"]
                self.assertTrue(low < cook["minutes"] < high)
        self.assertIsNone(evaluate(changed(zander(), cook={"method": "none"}))["cook"]["minutes"])

    def test_more_fish_means_more_batches_and_not_more_oil(self) -> None:
        fry = {"method": "deep_fry", "oil": {"volume": {"value": 3, "unit": "l"}}}
        one, two = (
            evaluate(changed(zander(), cook=fry, fish__weight__value=grams, fish__pieces=pieces))["cook"]["oil"]
            for grams, pieces in ((680, 4), (1360, 8))
        )
        self.assertEqual((one["volume_l"], two["volume_l"]), (3, 3))
        self.assertEqual(two["batches"], 2 * one["batches"])
        self.assertLess(two["drop_c"], 20.5)

    def test_a_filling_asks_for_more_heat_and_burning_things_are_named(self) -> None:
        stuffed = with_jars(jar("filling", "parsley:40 g"), fish__cut="whole", cook={"method": "oven"})
        self.assertEqual(evaluate(stuffed)["cook"]["core_c"], 74)
        garlic = with_jars(jar("marinade", "garlic:20 g", "olive-oil:50 ml"), cook={"method": "grill"})
        self.assertEqual(evaluate(garlic)["cook"]["burn"]["because"], ["Garlic, raw"])

    def test_profiles_keep_the_salt_and_end_at_the_target(self) -> None:
        brine = jar("wet_brine", "water:500 ml", "sea-salt-fine:25 g", vessel="bath")
        answer = profiles(with_jars(brine))
        salt = answer["jars"][0]["salt_pct"]
        self.assertEqual(len(salt), len(answer["jars"][0]["t_min"]))
        self.assertTrue(all(a >= b - 1e-9 for row in salt for a, b in pairwise(row)))
        self.assertAlmostEqual(max(answer["cooking"]["core_c"]), 63, delta=0.3)

    def test_two_fries_are_drawn_through_the_rest_between_them(self) -> None:
        second = {"medium_temperature": {"value": 190, "unit": "degC"}, "time": {"value": 1, "unit": "min"}}
        cook = {"method": "deep_fry", "oil": {"volume": {"value": 3, "unit": "l"}}, "second_fry": second}
        document = changed(zander(), cook=cook)
        stages, drawn = evaluate(document)["cook"]["stages"], profiles(document)["cooking"]
        self.assertAlmostEqual(drawn["pull_min"], sum(stage["minutes"] for stage in stages))
        self.assertAlmostEqual(max(drawn["core_c"]), 63, delta=5.1)
        self.assertTrue(all(a <= b for a, b in pairwise(drawn["t_min"])))

    def test_what_cannot_be_is_refused_where_it_was_typed(self) -> None:
        for path, value in (
            ("first_side_share", {"value": 500, "unit": "%"}),
            ("pan", {"diameter": {"value": 3, "unit": "mm"}}),
            ("second_fry", {"time": {"value": 3, "unit": "h"}}),
        ):
            answer = evaluate(changed(zander(), cook={"method": "deep_fry", path: value}))
            faults = [n["path"] for n in answer["notices"] if n["grade"] == "fault"]
            self.assertTrue(any(where.startswith(f"/cook/{path}") for where in faults), (path, faults))
