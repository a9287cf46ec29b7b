"""What a developer asks of a formula on the Bench: a typed line, another unit, a swap, a scale, a school, a why."""

import json
from typing import Any
from unittest import TestCase

import jsonpatch

from jarcore.data import default_pantry, schools, shelf
from jarcore.documents import Patch
from jarcore.formula import evaluate
from jarcore.questions import compare, explain, rewrite, scale, schools_of, swaps
from jarcore.questions.until import until_plate
from tests.core import cases
from tests.core.cases import changed, zander

PANTRY = default_pantry()
LEMON = [{"id": "lemon", "ingredient": "lemon-juice"}]


def demo(name: str) -> dict[str, Any]:
    path = cases.ROOT / "server/demo/formulas" / f"{name}.jar.json"
    return json.loads(path.read_text(encoding="utf-8"))


def taken(document: dict[str, Any], patch: Patch) -> dict[str, Any]:
    """The document with a patch applied by a library of its own."""
    return jsonpatch.apply_patch(document, patch)


GURNARD = demo("gurnard-mustard-buttermilk")


class RewriteTest(TestCase):
    def test_what_a_line_weighs_is_given_and_how_it_is_written_follows(self) -> None:
        """On every basis and in every unit: the middle of a range weighs it, and the basis stays."""
        for jar, own in enumerate(GURNARD["jars"]):
            for line in range(len(own["lines"])):
                for mass in (0.7, 75.0, 900.0):
                    with self.subTest(jar=jar, line=line, mass=mass):
                        after = taken(GURNARD, rewrite(GURNARD, jar, line, mass_g=mass)["patch"])
                        weighed = evaluate(after)["jars"][jar]["lines"][line]["mass_g"]
                        self.assertAlmostEqual(weighed or 0.0, mass, delta=mass * 2e-3)
                        written = after["jars"][jar]["lines"][line]
                        self.assertEqual(written["basis"], own["lines"][line]["basis"])

    def test_a_line_without_a_number_or_a_fish_without_a_weight_takes_grams_all_the_same(self) -> None:
        unstated = changed(zander(), jars__0__lines__0__amount={"unstated": True, "unit": "%"})
        after = taken(unstated, rewrite(unstated, 0, 0, mass_g=9.0)["patch"])
        self.assertAlmostEqual(evaluate(after)["jars"][0]["lines"][0]["mass_g"] or 0.0, 9.0, delta=0.01)
        bare = changed(zander(), fish__weight=None)
        after = taken(bare, rewrite(bare, 0, 0, mass_g=9.0)["patch"])
        self.assertEqual(after["jars"][0]["lines"][0]["amount"], {"value": 9, "unit": "g"})
        self.assertEqual(after["jars"][0]["lines"][0]["basis"], "fixed")

    def test_another_unit_or_basis_keeps_the_mass(self) -> None:
        before = evaluate(GURNARD)
        for jar, line, unit, basis in (
            (0, 0, "g", None),
            (0, 0, "tsp", None),
            (1, 0, "cup", None),
            (1, 0, None, "piece"),
            (1, 1, None, "serving"),
            (1, 1, None, "line"),
            (1, 2, "g", None),
            (2, 0, None, "jar"),
            (2, 0, None, "fixed"),
            (1, 0, None, "cover"),
            (2, 3, "g", None),
            (1, 0, "part", None),
            (3, 0, None, "surface"),
        ):
            with self.subTest(jar=jar, line=line, unit=unit, basis=basis):
                written = rewrite(GURNARD, jar, line, unit, basis)
                self.assertTrue(written["kept"], written["text"])
                after = evaluate(taken(GURNARD, written["patch"]))
                old, new = (one["jars"][jar]["lines"][line]["mass_g"] for one in (before, after))
                self.assertAlmostEqual(new / old, 1, delta=0.001)
                self.assertTrue(after["jars"][jar]["reading"]["complete"])

    def test_a_range_stays_a_range_and_what_is_not_stated_stays_so(self) -> None:
        char = demo("char-citrus")
        written = taken(char, rewrite(char, 0, 2, "tbsp", None)["patch"])["jars"][0]["lines"][2]["amount"]
        self.assertAlmostEqual(written["high"] / written["low"], 30 / 20, delta=0.01)
        unstated = changed(zander(), jars__0__lines__0__amount={"unstated": True})
        self.assertFalse(rewrite(unstated, 0, 0, "g", None)["kept"])
        self.assertEqual(rewrite(zander(), 7, 0, "g", None)["patch"], [])


class SwapTest(TestCase):
    def test_lemon_to_vinegar_keeps_the_acid_and_crystal_to_crystal_the_salt(self) -> None:
        char = demo("char-citrus")
        acid = evaluate(char)["jars"][0]["lines"][0]["acid_meq"]
        found = {swap["id"]: swap for swap in swaps(char, 0, 0)}
        for name in ("distilled-vinegar", "lime-juice"):
            after = evaluate(taken(char, found[name]["patch"]))["jars"][0]["lines"][0]
            self.assertAlmostEqual(after["acid_meq"] / acid, 1, delta=0.002)
            self.assertAlmostEqual(after["mass_g"] / found[name]["mass_g"], 1, delta=0.002)
        flakes = next(swap for swap in swaps(zander(), 0, 0) if swap["id"] == "soy-sauce-light")
        after = evaluate(taken(zander(), flakes["patch"]))["jars"][0]["lines"][0]
        self.assertAlmostEqual(after["salt_g"], 8.16, delta=0.02)
        self.assertNotIn("nitrite-curing-salt", [swap["id"] for swap in swaps(zander(), 0, 0)])

    def test_every_line_of_the_shelf_swaps_to_what_evaluates(self) -> None:
        for starter in shelf():
            document = changed(zander(), jars=[{"id": "x", **starter["jar"]}])
            for place in range(len(starter["jar"]["lines"])):
                for swap in swaps(document, 0, place)[:2]:
                    after = evaluate(taken(document, swap["patch"]))["jars"][0]["lines"][place]
                    self.assertEqual(after["name"], swap["name"])
                    if after["mass_g"] is not None and starter["jar"]["lines"][place]["basis"] != "jar":
                        self.assertAlmostEqual(after["mass_g"] / swap["mass_g"], 1, delta=0.01)


class ScaleTest(TestCase):
    def test_to_48_covers_each_line_grows_by_its_own_basis(self) -> None:
        after = taken(GURNARD, scale(GURNARD, servings=48))
        self.assertEqual((after["servings"], after["fish"]["pieces"]), (48, 48))
        growth = compare(GURNARD, after)["growth"]
        times = {line["name"]: line["times"] for line in growth["lines"]}
        self.assertEqual(growth["times"], 4)
        self.assertAlmostEqual(times["Buttermilk"], 4)
        self.assertLess(times["Garlic, raw"], 3.5)
        said = " ".join(growth["warnings"])
        for words in ("Garlic, raw", "Coating to set out", "Time in the heat stays"):
            self.assertIn(words, said)

    def test_pieces_stay_whole_and_of_their_size(self) -> None:
        wish: Any
        for wish, pieces, grams in (
            ({"servings": 7}, 7, 1190),
            ({"pieces": 6}, 6, 1020),
            ({"edible_g": 1000}, 6, 1000),
            ({"servings": 1}, 1, 170),
        ):
            after = taken(zander(), scale(zander(), **wish))
            self.assertEqual((after["fish"]["pieces"], after["fish"]["weight"]["value"]), (pieces, grams), wish)
        self.assertEqual(scale(changed(zander(), fish={}), servings=8), [])

    def test_more_fish_in_the_same_oil_is_more_batches(self) -> None:
        fried = changed(GURNARD, cook={"method": "deep_fry", "oil": {"volume": {"value": 3, "unit": "l"}}})
        said = compare(fried, taken(fried, scale(fried, servings=48)))["growth"]["warnings"]
        self.assertTrue(any("The oil stays 3 l" in words for words in said), said)


class CompareTest(TestCase):
    def test_scaling_away_and_back_comes_back(self) -> None:
        strips = changed(GURNARD, fish__pieces=30, fish__weight__value=600.0, servings=12)
        groups = [
            {
                "id": name,
                "pieces": n,
                "weight": {"value": 50.0 * n, "unit": "g"},
                "thickness": {"value": mm, "unit": "mm"},
            }
            for name, n, mm in (("thin", 7, 8), ("thick", 19, 20))
        ]
        one = changed(strips, servings=1, fish__pieces=1, fish__weight__value=70.0)
        for start, way in (
            (strips, [48, 5, 12]),
            (changed(strips, fish__groups=groups), [48, 5, 12]),
            (changed(strips, servings=7), [3, 11, 7]),
            (one, [500, 1]),
        ):
            document = start
            for servings in way:
                document = jsonpatch.apply_patch(document, scale(document, servings=servings))
            parts = document["fish"].get("groups") or [document["fish"]]
            for part, was in zip(parts, start["fish"].get("groups") or [start["fish"]], strict=True):
                self.assertEqual(part["pieces"], was["pieces"])
                self.assertAlmostEqual(part["weight"]["value"], was["weight"]["value"], places=2)
        seven = jsonpatch.apply_patch(strips, scale(strips, pieces=7))
        self.assertEqual(seven["fish"]["pieces"], 7)
        many = jsonpatch.apply_patch(one, scale(one, pieces=500))
        self.assertEqual((many["fish"]["pieces"], many["servings"]), (500, 500))
        back = jsonpatch.apply_patch(many, scale(many, pieces=1))
        self.assertEqual((back["fish"]["pieces"], back["servings"]), (1, 1))

    def test_a_fish_is_scaled_by_its_weight_as_it_is_bought(self) -> None:
        whole = {"species": "sea-bass", "cut": "whole", "pieces": 4}
        document = changed(GURNARD, fish={**whole, "weight": {"value": 2, "unit": "kg", "basis": "whole"}}, servings=4)
        bought = jsonpatch.apply_patch(document, scale(document, bought_g=3100))
        self.assertAlmostEqual(bought["fish"]["weight"]["value"], 3.1)
        self.assertEqual((bought["fish"]["pieces"], bought["servings"]), (6, 6))

    def test_what_stays_whole_against_the_wish_is_said(self) -> None:
        whole = {"species": "sea-bass", "cut": "whole", "pieces": 1, "weight": {"value": 900, "unit": "g"}}
        document = changed(GURNARD, fish=whole, servings=4)
        half = jsonpatch.apply_patch(document, scale(document, servings=2))
        self.assertEqual(half["fish"]["pieces"], 1)
        self.assertIn("Pieces stay whole", " ".join(compare(document, half)["growth"]["warnings"]))
        halved = evaluate(changed(document, fish__pieces=0.5 + 1))["notices"]
        self.assertIn(("not-whole", "fault"), [(n["code"], n["grade"]) for n in halved])

    def test_a_strong_line_is_bounded_and_the_bound_is_said(self) -> None:
        line = {"id": "c", "ingredient": "cayenne", "basis": "fish", "amount": {"value": 3, "unit": "g"}}
        base = changed(
            GURNARD, jars=[{"id": "r", "kind": "rub", "lines": [{**line, "per": {"value": 100, "unit": "g"}}]}]
        )

        def grams(times: float) -> float:
            document = changed(base, fish__weight__value=100.0 * times, fish__weight__basis="edible")
            mass = evaluate(document)["jars"][0]["lines"][0]["mass_g"]
            assert mass is not None
            return mass

        self.assertAlmostEqual(grams(1), 3)
        for times in (0.01, 30, 1000):
            self.assertAlmostEqual(grams(times) / (3 * times), 1.3 if times < 1 else 0.7)
        self.assertTrue(0.7 < grams(2) / 6 < 1)
        far = changed(base, fish__weight__value=100.0, fish__weight__basis="edible")
        grown = compare(far, changed(far, fish__weight__value=9000.0))["growth"]["lines"][0]
        self.assertIn("30 % of a plain multiple at most", grown["why"])

    def test_another_fish_is_not_merely_renamed(self) -> None:
        thin = changed(GURNARD, fish__thickness__value=8)
        found = compare(thin, changed(thin, fish__species="mackerel"))["differences"]
        groups = {one["group"] for one in found}
        self.assertLessEqual({"fish", "window", "ledger", "caution"}, groups)
        self.assertIn("histamine", " ".join(str(one["what"]) for one in found if one["group"] == "caution"))
        self.assertEqual(compare(GURNARD, GURNARD)["differences"], [])

    def test_jars_that_come_and_go_are_said(self) -> None:
        less = changed(GURNARD, jars=GURNARD["jars"][:2])
        there, back = (compare(a, b)["differences"] for a, b in ((GURNARD, less), (less, GURNARD)))
        self.assertEqual(sum(one["after"] is None and one["group"] == "jar" for one in there), 2)
        self.assertIn("a new jar", [one["after"] for one in back])


class SchoolsTest(TestCase):
    def test_each_switch_changes_the_document_so_that_it_follows_that_school(self) -> None:
        seen = set()
        fishes = {"cut": "whole", "skin": "all_round", "weight": {"value": 900, "unit": "g", "basis": "gutted"}}
        for document in (
            GURNARD,
            demo("perch-yogurt"),
            demo("char-citrus"),
            changed(GURNARD, cook={"method": "oven"}, fish={**GURNARD["fish"], **fishes}),
            changed(GURNARD, cook={"method": "deep_fry"}, jars__0__kind="salt_crust"),
        ):
            for number, question in enumerate(schools_of(document)):
                seen.add(question["question"])
                self.assertLessEqual(sum(option["chosen"] for option in question["options"]), 1, question)
                for place, option in enumerate(question["options"]):
                    after = schools_of(taken(document, option["patch"]))[number]["options"]
                    self.assertEqual([o["chosen"] for o in after].index(True), place, (question, option))
        self.assertEqual(seen, {row["question"] for row in schools()})

    def test_a_school_changes_the_clock(self) -> None:
        question = schools_of(zander())[0]
        after = evaluate(taken(zander(), question["options"][1]["patch"]))
        self.assertLess(after["jars"][0]["window"]["latest_min"], 60)
        self.assertEqual(after["jars"][0]["window"]["binding"], "salt")


class ExplainTest(TestCase):
    def test_the_steps_end_at_the_reading_and_every_row_has_a_source(self) -> None:
        answer = evaluate(GURNARD)
        for jar in range(4):
            reading = answer["jars"][jar]["reading"]
            for name in (
                "salt_pct_of_fish",
                "salt_pct",
                "sugar_pct",
                "water_pct",
                "oil_pct",
                "acid_pct_citric",
                "ph",
                "oil_to_acid_volume",
            ):
                found = explain(GURNARD, name, jar)
                assert found is not None
                if reading[name] is not None and found["steps"]:
                    self.assertAlmostEqual(found["steps"][-1]["value"], reading[name], places=6, msg=name)
                self.assertTrue(all(row["source"] and row["confidence"] for row in found["rests_on"]))
        plate = explain(GURNARD, "salt_g_per_serving", 0)
        assert plate is not None
        self.assertAlmostEqual(sum(s["value"] for s in plate["steps"][:5]), answer["ledger"]["salt_g"], places=6)
        for name in ("window", "cook"):
            self.assertTrue(explain(GURNARD, name, 0))
        self.assertIsNone(explain(GURNARD, "secrets", 0))


class SuggestTest(TestCase):
    def notice(self, document: dict[str, Any], code: str) -> Any:
        return next((one for one in evaluate(document)["notices"] if one["code"] == code), None)

    def test_pieces_share_out_whole(self) -> None:
        seven = changed(zander(), servings=7)
        proposed = self.notice(seven, "pieces-servings")
        self.assertIn("7 make one each", proposed["text"])
        after = taken(seven, proposed["patch"])
        self.assertEqual((after["fish"]["pieces"], after["fish"]["weight"]["value"]), (7, 1190))
        self.assertIsNone(self.notice(after, "pieces-servings"))
        self.assertIsNone(self.notice(zander(), "pieces-servings"))

    def test_a_thick_whole_fish_is_slashed_and_a_coating_makes_what_is_set_out(self) -> None:
        whole = cases.slashed_trout()
        whole["fish"] = {**whole["fish"], "slashes": None, "weight": {"value": 900, "unit": "g", "basis": "gutted"}}
        proposed = self.notice(whole, "suggest-slashes")
        self.assertGreater(evaluate(taken(whole, proposed["patch"]))["fish"]["slots"], 0)
        large = taken(GURNARD, scale(GURNARD, servings=48))
        after = evaluate(taken(large, self.notice(large, "set-out-off")["patch"]))["jars"][2]["reading"]
        self.assertAlmostEqual(after["mass_g"] / after["set_out_g"], 1, delta=0.01)

    def test_salt_that_is_left_goes_into_the_finish_and_the_plate_lands_on_its_target(self) -> None:
        aimed = {**GURNARD, "targets": {"salt_pct_of_edible": {"value": 1.1}}}
        for document in (aimed, changed(aimed, jars__3__lines=aimed["jars"][3]["lines"][:1])):
            after = evaluate(taken(document, self.notice(document, "finish-salt")["patch"]))
            self.assertAlmostEqual(after["ledger"]["salt_pct_of_edible"], 1.1, delta=0.005)
            self.assertEqual(after["ledger"]["targets"]["salt_pct_of_edible"]["state"], "in")
            self.assertIn(
                "plate",
                [
                    line.get("when")
                    for line in taken(document, self.notice(document, "finish-salt")["patch"])["jars"][3]["lines"]
                ],
            )

    def test_cards_go_with_species_and_cut(self) -> None:
        cards = [card["card"] for card in evaluate(GURNARD)["fish"]["cards"]]
        self.assertEqual(cards[0], "spines")
        self.assertIn("fillet", cards)
        self.assertEqual(evaluate(changed(GURNARD, fish__species="perch"))["fish"]["cards"], [])

    def test_the_shelf_covers_every_kind_and_its_jars_are_whole(self) -> None:
        kinds = {starter["jar"]["kind"] for starter in shelf()}
        self.assertEqual(len(kinds), 12)
        self.assertGreaterEqual(len(shelf()), 24)
        fish = {
            "cut": "whole",
            "pieces": 2,
            "slashes": {"per_side": 3, "depth": "half"},
            "skin": "all_round",
            "weight": {"value": 1500, "unit": "g", "basis": "gutted"},
            "species": "zander",
        }
        for starter in shelf():
            answer = evaluate(changed(zander(), fish=fish, jars=[{"id": "x", **starter["jar"]}]))
            self.assertTrue(answer["jars"][0]["reading"]["complete"], starter["id"])
            self.assertFalse([n for n in answer["notices"] if n["code"] in ("out-of-range", "unit-basis-mismatch")])


class UntilPlateTest(TestCase):
    def test_what_comes_after_the_jar_is_counted_off(self) -> None:
        answer = until_plate(GURNARD, 1, "16:00", "19:00", PANTRY)
        cook = evaluate(GURNARD)["cook"]
        assert cook["minutes"] is not None and cook["rest_minutes"] is not None
        self.assertEqual(answer["minutes"], 180)
        self.assertEqual([one["what"] for one in answer["after"]], ["in the heat", "rest after the heat"])
        self.assertAlmostEqual(answer["left_min"], 180 - cook["minutes"] - cook["rest_minutes"])
        self.assertTrue(answer["fits"][0]["fits"])

    def test_late_salt_batches_and_losing_the_chill_are_counted_too(self) -> None:
        document = changed(
            zander(),
            jars__0__lines__0__when="before_heat",
            cook={
                "method": "pan",
                "start_temperature": {"value": 12, "unit": "degC"},
                "pan": {"diameter": {"value": 20, "unit": "cm"}},
            },
        )
        after = {one["what"]: one["minutes"] for one in until_plate(document, 0, "16:00", "19:00", PANTRY)["after"]}
        self.assertLessEqual({"salt just before heat", "losing its chill", "rest after the heat"}, set(after))
        (batches,) = [what for what in after if what.startswith("in the heat, ")]
        once = evaluate(document)["cook"]["minutes"]
        assert once is not None
        self.assertAlmostEqual(after[batches], once * int(batches.split()[3]))

    def test_a_plate_that_is_earlier_than_now_is_tomorrows_and_one_too_soon_says_so(self) -> None:
        self.assertEqual(until_plate(zander(), 0, "23:50", "00:10", PANTRY)["minutes"], 20)
        late = until_plate(zander(), 0, "19:00", "19:02", PANTRY)
        self.assertEqual((late["left_min"], late["fits"]), (0, []))
        self.assertIn("more than there is", late["text"])


class ExplainedTest(TestCase):
    def test_every_starter_explains_all_its_readings(self) -> None:
        for starter in shelf():
            document = changed(zander(), jars=[{"id": "x", **starter["jar"]}])
            reading = evaluate(document)["jars"][0]["reading"]
            for name in (
                "salt_pct_of_fish",
                "salt_pct",
                "sugar_pct",
                "acid_pct_citric",
                "ph",
                "hydration_pct",
                "alcohol_pct_volume",
            ):
                found = explain(document, name, 0)
                assert found is not None
                if reading[name] is not None and found["steps"]:
                    self.assertAlmostEqual(
                        found["steps"][-1]["value"], reading[name], places=6, msg=f"{starter['id']} {name}"
                    )
