"""What can hurt someone, seen on the screen: allergens without an amount, unlike pieces, whole fish, stops beside
windows.
"""

from selenium.webdriver.common.by import By

from server.formulas.models import FormulaVersion
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.pages.bench import FISH, PLATE, TIME
from tests.browser.words import names


class HurtTest(BrowserTest):
    def test_an_ingredient_without_an_amount_stops_a_diner_who_avoids_it(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.tab(names.diners)
        bench.press(names.nameDiner)
        bench.avoids("peanut")
        bench.fresh()
        bench.sees("[data-part=verdict]", "Ready")
        bench.type_line("peanut oil")
        bench.sees("[data-code=diner-avoids]", "avoids peanut")
        bench.sees("[data-part=verdict]", "Stopped: A diner avoids peanut")
        bench.sees("[data-code=allergens-present]", "peanut")
        bench.settled()
        line = self.stored().document["jars"][0]["lines"][-1]
        self.assertEqual((line["ingredient"], line["amount"]["unstated"]), ("peanut-oil", True))

    def test_garlic_that_was_kept_in_oil_is_asked_for_its_age(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.type_line("10 g garlic in oil", "Garlic in oil")
        bench.sees("[data-code=oil-garlic-herb]", "not said how long Garlic in oil is kept")
        bench.type(names.ageOf.format(line="Garlic in oil"), "6")
        bench.sees("[data-code=oil-garlic-old]", "6 d old")
        bench.sees("[data-part=verdict]", "Stopped: ")
        bench.settled()
        self.assertEqual(self.stored().document["jars"][0]["lines"][-1]["age"], {"value": 6, "unit": "d"})

    def test_salt_to_taste_is_at_least(self) -> None:
        self.open_zander()
        self.bench.type_line("miso", "Red miso")
        self.bench.sees("[data-part=missing]", "Red miso in Caraway dry brine")
        self.bench.sees(PLATE, "at least")
        self.assert_accessible()

    def test_unlike_pieces_have_each_their_minutes(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.type(names.pieces, "12")
        bench.type(names.weight, "2400")
        bench.type(names.thickness, "25")
        bench.tab(names.heat)
        bench.fresh()
        before = bench.reading("cook").split("\n")[0]
        bench.tab(names.fish)
        bench.press(names.unlike)
        bench.type(names.piecesOfGroup.format(group="2"), "3")
        bench.type(names.weightOfGroup.format(group="2"), "240")
        bench.type(names.thicknessOfGroup.format(group="2"), "12")
        bench.settled()
        bench.tab(names.heat)
        bench.sees("[data-reading=cook]", "for the slowest")
        self.assertIn(before, bench.reading("cook"))
        bench.sees("[data-part=unlike] [data-group='0']", before)
        bench.sees("[data-part=unlike] [data-group='1']", "before the rest")
        groups = self.stored().document["fish"]["groups"]
        self.assertEqual([group["weight"]["basis"] for group in groups], ["fillet", "fillet"])


class WholeFishTest(BrowserTest):
    def test_what_is_taken_for_granted_is_one_press_to_change(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.choose(names.cut, "whole")
        bench.sees("[data-assumed='/fish/cut']", "skin all round")
        bench.field("skin off").click()
        bench.until(lambda: "skin" not in bench.text("[data-assumed='/fish/cut']"), "the skin is stated")
        bench.field(names.itIs.format(what="bone in")).click()
        bench.settled()
        fish = self.stored().document["fish"]
        self.assertEqual((fish["skin"], fish["bone"]), ("none", "in"))

    def test_a_whole_fish_is_weighed_whole_in_whatever_order_it_is_typed(self) -> None:
        self.enter()
        edible = []
        for steps in (("cut", "weight"), ("weight", "cut"), ("basis", "weight", "cut"), ("cut", "basis", "weight")):
            self.driver.get(self.live_server_url)
            self.table.press(names.newFormula)
            bench = self.bench
            bench.sees("main h2", "Which fish?")
            bench.find(names.findFish, "red snapper", "Red snapper")
            for step in steps:
                if step == "cut":
                    bench.choose(names.cut, "whole")
                elif step == "weight":
                    bench.type(names.weight, "900")
                else:
                    bench.choose(names.weighedAs, "whole")
            bench.type(names.pieces, "2")
            bench.fresh()
            bench.sees("[data-reading=edible]", "378 g")
            bench.sees(FISH, "skin all round, bone in")
            edible.append([bench.value_of(label) for label in ("Weighed as", "Skin", "Bone")])
        self.assertEqual(edible, [["whole", "all_round", "in"]] * 4)
        bench.choose(names.cut, "fillet")
        bench.fresh()
        self.assertEqual([bench.value_of(label) for label in ("Skin", "Bone")], ["none", "out"])

    def test_a_whole_fish_that_was_a_fillet_is_weighed_whole(self) -> None:
        self.open_zander()
        self.bench.choose(names.cut, "whole")
        self.bench.fresh()
        self.bench.sees("[data-reading=edible]", "306 g")
        self.bench.settled()
        fish = self.stored().document["fish"]
        self.assertFalse({"skin", "bone"} & set(fish) or "basis" in fish["weight"], fish)


class StoppedTest(BrowserTest):
    def test_a_stop_and_a_green_window_do_not_stand_together(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.sees("[data-part=advice]", "Lift out between")
        bench.tab(names.diners)
        bench.press(names.nameDiner)
        bench.avoids("alcohol")
        bench.type_line("20 ml white wine")
        bench.sees("[data-part=advice]", "Stopped: no time to go by")
        self.assertTrue(bench.one("[data-stopped] [data-part=best].stopped"))
        self.assert_accessible()
        bench.settled()

        bench.press(names.keepVersion)
        bench.sees("[role=dialog]", "This is not ready")
        bench.sees("[role=dialog]", "A diner avoids alcohol")
        keep = bench.one("[role=dialog] button[type=submit]")
        self.assertFalse(keep.is_enabled())
        bench.type(names.keptBy, "MK")
        self.assert_accessible()
        bench.press(names.keepNotReady)
        bench.sees("[data-part=after-version]", "draft after version 2, which is not ready")
        version = FormulaVersion.objects.get(formula=self.stored(), number=2)
        self.assertEqual((version.standing, version.initials), ("not_ready", "MK"))

        bench.to_the_window()
        bench.sees("[data-part=verdict]", "Stopped: ")
        self.assertTrue(bench.one(TIME + " [data-stopped]"))
        bench.sees("[data-part=sentence]", "Stopped")
        self.assertFalse(self.driver.find_elements(By.CSS_SELECTOR, "[data-bar] [data-binding]:not([data-stopped])"))
        self.assert_accessible()

    def test_what_is_refused_is_kept_only_as_not_to_be_cooked(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.tab(names.prep)
        bench.press(names.refuseLot)
        bench.sees("[data-part=no-window]", "refused")
        bench.sees("[data-part=verdict]", "Not to be cooked")
        bench.settled()
        bench.press(names.keepVersion)
        bench.type(names.keptBy, "OT")
        self.assertFalse(bench.one("[role=dialog] button[type=submit]").is_enabled())
        bench.one("[role=dialog] input[type=checkbox]").click()
        bench.press(names.keepNotToBeCooked)
        bench.sees("[data-part=after-version]", "not to be cooked")
        version = FormulaVersion.objects.get(formula=self.stored(), number=2)
        self.assertEqual((version.standing, version.initials), ("not_to_be_cooked", "OT"))
        bench.press(names.keepVersion)
        bench.sees("[data-version='2']", "not to be cooked, kept by OT")
        bench.close()
        self.driver.get(self.live_server_url)
        self.table.sees("[data-standing=not_to_be_cooked]", "Not to be cooked")
        self.assertEqual(self.table.titles()[0], ZANDER)
        self.assert_accessible()

    def test_a_plan_past_the_latest_is_said_with_the_verdict(self) -> None:
        self.enter()
        self.table.open("Arctic char, lemon and orange")
        bench = self.bench
        bench.settled()
        bench.sees("[data-part=verdict]", "Ready.")
        bench.type(names.contactTime, "180")
        bench.sees("[data-part=verdict]", "which may act 30 min at most")
        bench.sees("[data-part=advice]", "Too long")
        self.assertEqual(bench.one("[data-code=contact-past-latest]").get_attribute("data-grade"), "warn")
        self.assert_accessible()

    def test_oil_too_hot_or_too_little_is_stopped_at_its_place(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.tab(names.heat)
        bench.choose(names.cooked, "deep_fry")
        bench.type(names.oilVolume, "3")
        bench.type(names.heatTemperature, "190")
        bench.fresh()
        bench.sees("[data-part=verdict]", "Ready")
        bench.choose(names.whichOil, "butter")
        bench.sees("[data-code=oil-smoke]", "Butter, unsalted smokes from about 150 °C")
        bench.choose(names.whichOil, "sunflower-oil")
        bench.type(names.oilVolume, "0.5")
        bench.sees("[data-code=oil-too-little]", "One piece weighs 170 g")
        bench.settled()
        oil = self.stored().document["cook"]["oil"]
        self.assertEqual((oil["ingredient"], oil["volume"]), ("sunflower-oil", {"value": 0.5, "unit": "l"}))

    def test_groups_are_weighed_in_one_way_and_a_step_back_brings_the_cut_back(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.press(names.unlike)
        bench.type(names.piecesOfGroup.format(group="2"), "1")
        bench.type(names.weightOfGroup.format(group="2"), "320")
        bench.type(names.thicknessOfGroup.format(group="2"), "30")
        bench.choose(names.cut, "whole")
        bench.sees("[data-reading=edible]", "450 g")
        bench.choose(names.weighedAs, "gutted")
        bench.sees("[data-reading=edible]", "520 g")
        bench.settled()
        groups = self.stored().document["fish"]["groups"]
        self.assertEqual([group["weight"]["basis"] for group in groups], ["gutted", "gutted"])
        for _ in range(2):
            bench.field(names.stepBack).click()
        bench.sees("[data-reading=edible]", "1.00 kg")
        self.assertEqual(bench.value_of(names.cut), "fillet")
