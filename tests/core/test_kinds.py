"""Every kind of jar on its fish: window, coating, ledger, groups, diners."""

import json
import math
from unittest import TestCase

from jarcore.data import ALLERGENS, BadPantry, avoided_by, default_pantry, named_in, with_rows
from jarcore.flesh.diffusion import box_uptake
from jarcore.formula import evaluate
from tests.core import cases
from tests.core.cases import changed, jar, with_jars, zander


class EveryKindTest(TestCase):
    def test_each_kind_answers(self) -> None:
        for row in cases.table("kinds"):
            with self.subTest(row["kind"], school=row["school"]):
                made = jar(row["kind"], *row["ingredients"].split(";"), school=row["school"] or None)
                answer = evaluate(with_jars(made))["jars"][0]
                self.assertEqual(answer["window"] is not None, row["window"] == "1")
                if row["binding"]:
                    self.assertEqual(answer["window"]["binding"], row["binding"])
                self.assertGreaterEqual(answer["reading"]["set_out_g"], answer["reading"]["pick_up_g"])

    def test_set_out_does_not_double_with_the_fish_and_pick_up_does(self) -> None:
        for kind, *contents in (
            ("dredge", "rye-flour:200 g"),
            ("crumb", "breadcrumbs:200 g"),
            ("wash", "egg:100 g"),
            ("batter", "wheat-flour:200 g", "beer:280 ml"),
        ):
            one, two = (
                evaluate(with_jars(jar(kind, *contents), fish__weight__value=grams, fish__pieces=pieces))["jars"][0][
                    "reading"
                ]
                for grams, pieces in ((680, 4), (1360, 8))
            )
            with self.subTest(kind):
                self.assertAlmostEqual(two["pick_up_g"] / one["pick_up_g"], 2)
                self.assertLess(two["set_out_g"] / one["set_out_g"], 2)
                self.assertAlmostEqual(one["discard_g"], one["set_out_g"] - one["pick_up_g"])

    def test_batter_flows_by_the_water_left_over(self) -> None:
        for water, flow in ((340, "thin_cream"), (250, "heavy_cream"), (210, "coats_spoon")):
            reading = evaluate(with_jars(jar("batter", "wheat-flour:200 g", f"water:{water} ml")))["jars"][0]["reading"]
            self.assertEqual(reading["flow"], flow)
        wanted = with_jars(jar("batter", "wheat-flour:200 g", "water:210 ml", flow="thin_cream"))
        self.assertIn("add", next(n["text"] for n in evaluate(wanted)["notices"] if n["code"] == "flow-off"))

    def test_a_bar_takes_salt_on_all_sides(self) -> None:
        """A bar 38 x 13 x 25 mm at D 8.714e-10 after 20 min: F = 0.2988."""
        fouriers = tuple(8.714e-10 * 1200 / (mm / 2000) ** 2 for mm in (38, 13, 25))
        self.assertAlmostEqual(box_uptake(fouriers), 0.2988, delta=0.001)

    def test_unlike_pieces_are_governed_by_the_tightest(self) -> None:
        groups = [
            {"id": name, "pieces": 4, "weight": {"value": 400, "unit": "g"}, "thickness": {"value": mm, "unit": "mm"}}
            for name, mm in (("thin", 12), ("thick", 30))
        ]
        citrus = jar("marinade", "orange-juice:200 ml", "lemon-juice:200 ml", vessel="bath")
        answer = evaluate(with_jars(citrus, fish__groups=groups))
        window = answer["jars"][0]["window"]
        self.assertEqual(answer["fish"]["edible_g"], 800)
        self.assertEqual([group["id"] for group in window["groups"]], ["thin", "thick"])
        self.assertEqual(window["latest_min"], min(group["latest_min"] for group in window["groups"]))


class LedgerTest(TestCase):
    def test_salt_through_the_jars_adds_up(self) -> None:
        answer = evaluate(
            with_jars(
                jar("dry_brine", "sea-salt-fine:0.6 %", name="a", school="measured"),
                jar("dredge", "wheat-flour:100 g", "sea-salt-fine:2 g", name="b"),
                jar("finish", "butter-salted:40 g", name="c"),
                targets={"salt_pct_of_edible": {"value": 1.3}},
            )
        )
        ledger = answer["ledger"]
        kept = sum(entry["taken_up_g"] - entry["removed_g"] for entry in ledger["entries"])
        self.assertAlmostEqual(ledger["added_salt_g"], kept)
        self.assertAlmostEqual(ledger["salt_g"], kept + ledger["native_salt_g"])
        self.assertAlmostEqual(ledger["left_for_finish_g"], 0.013 * 680 - ledger["salt_g"])
        dredge = answer["jars"][1]["reading"]
        self.assertAlmostEqual(ledger["entries"][1]["taken_up_g"], dredge["pick_up_g"] * 2 / 102, delta=0.01)
        for entry in ledger["entries"]:
            self.assertTrue(entry["low_g"] <= entry["taken_up_g"] - entry["removed_g"] <= entry["high_g"] + 1e-9)

    def test_unchanged_heavy_salting_then_a_rinse_and_a_light_second_salting(self) -> None:
        """185 g of fatty fish 27 mm thick, skin on, coarse salt, 15 s rinse: 0.66 % stays after 15 min, 2.39 % after 2
        h.
        """
        fish = {
            "species": "sablefish",
            "cut": "fillet",
            "pieces": 1,
            "weight": {"value": 185, "unit": "g"},
            "thickness": {"value": 27, "unit": "mm"},
            "skin": "one_side",
        }
        for minutes, stays in ((15, 0.662), (30, 1.073), (60, 1.624), (120, 2.386)):
            made = jar(
                "dry_brine",
                "sea-salt-coarse:30 g",
                school="timed_rinse",
                coverage="full",
                after="rinse",
                contact_time={"value": minutes, "unit": "min"},
                rinse_time={"value": 15, "unit": "s"},
            )
            ledger = evaluate(with_jars(made, fish=fish))["ledger"]
            self.assertAlmostEqual(ledger["added_pct_of_edible"] / stays, 1, delta=0.01)
            self.assertAlmostEqual(ledger["second_salting_g"], max(0, 1.85 - ledger["added_salt_g"]), delta=0.01)

    def test_deferred_salt_is_proposed_with_a_patch_and_counted_when_taken(self) -> None:
        yogurt = jar(
            "marinade",
            "yogurt-strained:25 %",
            "sea-salt-fine:1 %",
            vessel="bag",
            contact_time={"value": 12, "unit": "h"},
        )
        answer = evaluate(with_jars(yogurt))
        notice = next(n for n in answer["notices"] if n["code"] == "defer-salt")
        self.assertEqual(notice["patch"], [{"op": "add", "path": "/jars/0/lines/1/when", "value": "before_heat"}])
        yogurt["lines"][1]["when"] = "before_heat"
        deferred = evaluate(with_jars(yogurt))
        self.assertGreater(deferred["jars"][0]["window"]["latest_min"], answer["jars"][0]["window"]["latest_min"])
        self.assertGreaterEqual(deferred["ledger"]["added_salt_g"], 6.8)
        self.assertIn("deferred-salt", [caution["code"] for caution in deferred["cautions"]])

    def test_discarded_liquid_is_not_eaten_and_a_sauce_is_by_its_share(self) -> None:
        soy = jar("marinade", "soy-sauce-light:10 %", vessel="bag", contact_time={"value": 10, "unit": "min"})
        salts = []
        for method in ({}, {"fate": "cooked", "eaten_share": {"value": 50}}, {"fate": "cooked"}):
            salts.append(evaluate(with_jars({**soy, "method": {**soy["method"], **method}}))["ledger"]["added_salt_g"])
        whole = evaluate(with_jars(soy))["jars"][0]["reading"]["salt_pct_of_fish"] * 6.8
        self.assertTrue(salts[0] < salts[1] < salts[2])
        self.assertAlmostEqual(salts[2], whole, places=6)

    def test_skin_keeps_a_packed_crust_from_salting_the_flesh(self) -> None:
        crust = jar("salt_crust", "sea-salt-coarse:2 kg", "egg-white:140 g", school="packed")
        bare, skin = (
            evaluate(
                with_jars(
                    crust,
                    fish__cut="whole",
                    fish__weight={"value": 1.2, "unit": "kg", "basis": "gutted"},
                    fish__pieces=1,
                    fish__thickness=None,
                    fish__skin=side,
                )
            )["ledger"]["added_salt_g"]
            for side in ("none", "all_round")
        )
        self.assertLess(skin, bare / 2)


class DinersTest(TestCase):
    def test_diners_drive_cautions(self) -> None:
        wine = jar("marinade", "white-wine:100 ml", "honey:20 g", "chilli-fresh:10 g", "milk:50 ml")
        for diner, code, grade in (
            ({"age": "infant"}, "honey-infant", "refuse"),
            ({"age": "4-8"}, "bones-child", "warn"),
            ({"age": "4-8"}, "mercury-child", "warn"),
            ({"avoid": ["milk"]}, "diner-avoids", "stop"),
            ({"avoid": ["alcohol"]}, "alcohol-avoid", "stop"),
            ({"heat": 0}, "heat-over", "warn"),
        ):
            with self.subTest(code):
                found = {
                    c["code"]: c["grade"] for c in evaluate(with_jars(wine, diners=[{"count": 1, **diner}]))["cautions"]
                }
                self.assertEqual(found.get(code), grade)
        raw = with_jars(wine, cook={"method": "none"}, diners=[{"vulnerable": True}])
        self.assertIn("undercooked-vulnerable", [c["code"] for c in evaluate(raw)["cautions"]])

    def test_a_childs_sodium_is_capped_sooner(self) -> None:
        salty = with_jars(jar("dry_brine", "sea-salt-fine:0.9 %", school="measured"))
        codes = [
            {c["code"] for c in evaluate({**salty, "diners": d})["cautions"]}
            for d in ([{"age": "adult"}], [{"age": "1-3"}])
        ]
        self.assertNotIn("sodium-high", codes[0])
        self.assertIn("sodium-high", codes[1])


class AvoidedTest(TestCase):
    def test_what_is_avoided_is_understood_as_it_is_said(self) -> None:
        for row in cases.table("avoided"):
            with self.subTest(row["said"], source=row["source"]):
                self.assertEqual(";".join(avoided_by(row["said"])), row["means"])

    def test_names_of_shipped_rows_tell_no_allergen_that_they_do_not_hold(self) -> None:
        for one in default_pantry().ingredients.values():
            with self.subTest(one.id):
                told = {word for word in named_in(f"{one.name} {one.id}") if word in ALLERGENS}
                self.assertLessEqual(told, set(one.allergens))


class PantryTest(TestCase):
    def test_a_kitchens_own_rows_are_used(self) -> None:
        own = {
            "format": "jar-table/pantry",
            "ingredients": [{"id": "house-salt", "like": "sea-salt-fine", "name": "House salt", "density_g_ml": 0.9}],
        }
        pantry, faults = with_rows(default_pantry(), own)
        self.assertEqual(faults, [])
        document = changed(zander(), jars__0__lines__0__ingredient="house-salt")
        line = evaluate(document, pantry)["jars"][0]["lines"][0]
        self.assertEqual(line["name"], "House salt")
        self.assertAlmostEqual(line["volume_ml"], 8.16 / 0.9)

    def test_a_row_with_a_fault_is_told_and_not_used(self) -> None:
        for row in cases.table("pantry_faults"):
            document = {"format": "jar-table/pantry", row["list"]: [json.loads(row["entry"])]}
            with self.subTest(row["what"]):
                pantry, faults = with_rows(default_pantry(), document)
                self.assertEqual([fault.path for fault in faults], [f"/{row['list']}/0"])
                self.assertIn(row["words"], faults[0].text)
                known = pantry.ingredients if row["list"] == "ingredients" else pantry.species
                self.assertNotIn(json.loads(row["entry"]).get("id"), known)

    def test_another_version_or_another_document_is_no_pantry(self) -> None:
        for head in (
            {"format_version": 2},
            {"format_version": True},
            {"format_version": "1"},
            {"format": "jar-table/formula"},
        ):
            with self.subTest(head), self.assertRaises(BadPantry):
                with_rows(default_pantry(), {"format": "jar-table/pantry", "ingredients": [], **head})

    def test_what_must_be_known_of_a_thing_comes_with_what_it_is_like(self) -> None:
        for row in cases.table("pantry_like"):
            changes, must = json.loads(row["changes"]), json.loads(row["must"])
            own = {"format": "jar-table/pantry", row["list"]: [json.loads(row["entry"])]}
            with self.subTest(row["what"]):
                pantry, faults = with_rows(default_pantry(), own)
                self.assertEqual(faults, [])
                found = {c["code"]: c["grade"] for c in evaluate(changed(zander(), **changes), pantry)["cautions"]}
                self.assertLessEqual(must.items(), found.items())

    def test_whole_pieces_and_as_bought(self) -> None:
        answer = evaluate(changed(cases.example("char-citrus"), fish__pieces=31.5))
        self.assertEqual(answer["fish"]["whole_pieces"], 32)
        self.assertAlmostEqual(answer["fish"]["surplus_g"], 0.5 * 420 / 31.5)
        self.assertEqual(answer["jars"][0]["lines"][0]["as_bought"], f"{math.ceil(128.75 / 45)} lemons")
