"""A recipe developer at the Bench: from nothing to a plate that lands on its target, scaled, swapped, argued about."""

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from server.pantry.models import OwnRows, ShelfJar
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.pages.bench import FISH, OPEN_JAR
from tests.browser.words import names, says

GURNARD = "Gurnard, mustard buttermilk"
CHAR = "Arctic char, lemon and orange"
READ_AS = "[data-part=read-as]"


class FromNothingTest(BrowserTest):
    def test_gurnard_for_twelve_lands_on_its_target_and_scales_to_48(self) -> None:
        self.enter()
        self.table.press(names.newFormula)
        bench = self.bench
        bench.sees("main h2", "Which fish?")
        bench.type(names.title, "Gurnard from nothing")
        bench.field(names.findFish).send_keys("red gurnard", Keys.ENTER)
        bench.choose(names.cut, "fillet")
        bench.type(names.weight, "2160")
        bench.type(names.pieces, "12")
        bench.type(names.thickness, "18")
        bench.type(names.servings, "12")
        bench.choose(names.skin, "one_side")
        bench.add_jar("Measured dry brine")
        bench.type(names.amountOf.format(line="Fine sea salt"), "0.3")
        bench.add_jar("Buttermilk marinade")
        bench.add_jar("Rye and rice flour dredge")
        bench.add_jar("Horseradish and sour cream")
        bench.field(names.howReached.format(what="Salt to the plate")).click()
        bench.type(names.target.format(bound="or just"), "1.1")
        bench.close()
        bench.sees("[data-part=left]", "Left for the finish")
        bench.press("in the finish")
        bench.until(
            lambda: bench.one("[data-reading=plate]").get_attribute("data-state") == "in", "the plate on target"
        )
        bench.sees("[data-reading=plate]", "1.10 %")
        bench.settled()
        self.assert_accessible()

        bench.press(names.scale)
        bench.type(names.scaleTo, "48")
        bench.sees("[data-part=growth]", "its tray does not grow")
        bench.press(names.scaleIt)
        bench.settled()
        document = self.stored("Gurnard from nothing").document
        self.assertEqual(
            (document["servings"], document["fish"]["pieces"], document["fish"]["weight"]["value"]), (48, 48, 8640)
        )
        self.assertEqual([jar["kind"] for jar in document["jars"]], ["dry_brine", "marinade", "dredge", "finish"])
        self.assert_quiet_console()

    def test_a_treatment_finds_its_fish_and_size_stands_for_a_scale(self) -> None:
        self.enter()
        self.table.press(names.newFormula)
        bench = self.bench
        bench.choose(names.whichSuits, "braise")
        bench.press("Wolffish")
        bench.choose(names.cut, "loin")
        bench.press(names.noScale)
        for label, typed in (
            ("Length of one piece", "120"),
            ("Width of one piece", "50"),
            ("Thickness", "30"),
            ("Pieces", "4"),
        ):
            bench.type(label, typed)
        bench.sees(FISH, "estimated")
        bench.settled()
        document = self.stored("Wolffish").document
        self.assertEqual((document["fish"]["species"], document["cook"]["method"]), ("wolffish", "braise"))
        self.assertNotIn("weight", document["fish"])

    def test_a_fish_chosen_for_a_treatment_keeps_what_was_said_of_the_heat(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.tab(names.heat)
        bench.type(names.coreTarget, "65")
        bench.press(names.anotherFish)
        bench.choose(names.whichSuits, "steam")
        bench.press("Plaice")
        bench.press(names.makeChange)
        bench.settled()
        cook = self.stored().document["cook"]
        self.assertEqual((cook["method"], cook["core_target"]["value"]), ("steam", 65))


class LinesTest(BrowserTest):
    def test_typed_words_and_what_is_not_understood(self) -> None:
        self.open_formula(CHAR)
        bench = self.bench
        bench.type_line("2 tsp fine salt")
        bench.type_line("20 ml vinegar", name="Cider vinegar 5 %")
        # A guess is taken by an arrow key or a press, never by Enter alone; what it leaves of the words is kept.
        bench.field(names.addLine).send_keys("5 g dried chives")
        bench.sees(READ_AS, "Not understood: “dried”")
        bench.field(names.addLine).send_keys(Keys.ENTER)
        bench.sees(READ_AS, "Is it one of these?")
        self.assertEqual(bench.value_of(names.addLine), "5 g dried chives")
        bench.field(names.addLine).send_keys(Keys.ARROW_DOWN, Keys.ENTER)
        bench.holds(names.addLine, "")
        bench.settled()
        lines = self.stored(CHAR).document["jars"][0]["lines"][-3:]
        self.assertEqual([line["ingredient"] for line in lines], ["sea-salt-fine", "cider-vinegar", "chives"])
        self.assertEqual(lines[1]["amount"], {"value": 20, "unit": "ml"})
        self.assertEqual(lines[2]["note"], "dried")

    def test_what_the_pantry_has_not_is_made_in_place_from_its_label(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.field(names.addLine).send_keys("20 g house rub")
        bench.sees(READ_AS, "Not understood: “house”")
        bench.press(names.makeRow)
        bench.holds(names.rowName, "house rub")
        bench.type(names.inHundred.format(what="salt"), "120")
        bench.press(names.keepRow)
        bench.sees("[role=dialog] [role=alert]", "house-rub")
        bench.type(names.inHundred.format(what="salt"), "40")
        self.driver.find_element(By.XPATH, "//*[@role='dialog']//label[.='mustard']/input").click()
        self.assert_accessible()
        bench.press(names.keepRow)
        bench.until(lambda: bench.weighs()[-1] == "20.0 g", "the new line weighs")
        bench.sees("[data-part=beside]", "mustard")
        bench.settled()
        self.assertEqual(self.stored().document["jars"][0]["lines"][2]["ingredient"], "house-rub")
        row = OwnRows.objects.get().document["ingredients"][0]
        self.assertEqual((row["name"], row["salt"], row["allergens"]), ("house rub", 40, ["mustard"]))

    def test_what_a_line_weighs_is_typed_and_what_is_written_follows(self) -> None:
        """Of a line written for another fish the sentence has its base; grams typed as weighed weigh that."""
        self.open_formula(CHAR)
        bench = self.bench
        lemon = names.amountOf.format(line="Lemon juice")
        bench.type(names.weight, "840")
        bench.until(lambda: bench.weighs()[0] == "258 g", "twice the fish, twice the juice")
        self.assertEqual(bench.value_of(names.fishFor.format(line="Lemon juice")), "420")
        bench.field(names.weighOf.format(line="Lemon juice")).click()
        bench.type(names.weighOf.format(line="Lemon juice"), "75")
        bench.until(lambda: bench.value_of(lemon) == "72.82", "the writing follows")
        bench.field(names.addLine).click()
        bench.until(lambda: bench.weighs()[0] == "75.0 g", "as it was weighed")
        bench.settled()
        line = self.stored(CHAR).document["jars"][0]["lines"][0]
        self.assertEqual((line["amount"]["unit"], line["per"]["value"]), ("ml", 840))
        # What is written is typed with its base beside it: half the fish, half the weight.
        bench.type(names.fishFor.format(line="Lemon juice"), "1680")
        bench.until(lambda: bench.weighs()[0] == "37.5 g", "written for twice the fish")

    def test_lemon_for_vinegar_keeps_the_acid_and_says_what_changes(self) -> None:
        self.open_formula(CHAR)
        bench = self.bench
        before = bench.text("tr[data-line] [data-part=brings]").partition(" · ")[2]
        self.assertIn("g acid", before)
        bench.menu(names.moreFor.format(line="Lemon juice"), names.swap)
        bench.press("Distilled vinegar")
        self.assertIn("Latest — Lemon and orange", bench.differences())
        self.assert_accessible()
        bench.press(names.swapIt)
        bench.sees(OPEN_JAR, "Distilled vinegar")
        bench.fresh()
        self.assertEqual(bench.text("tr[data-line] [data-part=brings]").partition(" · ")[2], before)

    def test_ranges_unstated_and_salt_held_back(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.menu(names.moreFor.format(line="Caraway seed"), names.asRange)
        bench.type(names.mostOf.format(line="Caraway seed"), "5")
        bench.sees("tr[data-line=l2]", "3.0 g – 5.0 g")
        bench.menu(names.moreFor.format(line="Caraway seed"), names.leaveUnstated)
        bench.until(lambda: bench.weighs()[1] == "", "no weight is known")
        bench.menu(names.moreFor.format(line="Fine sea salt"), names.putIt.format(when="just before heat"))
        bench.sees("tr[data-line=l1]", "just before heat")
        bench.menu(names.moreFor.format(line="Fine sea salt"), names.moveDown)
        bench.settled()
        lines = self.stored().document["jars"][0]["lines"]
        self.assertEqual([line["ingredient"] for line in lines], ["caraway-seed", "sea-salt-fine"])
        self.assertEqual((lines[0]["amount"]["unstated"], lines[1]["when"]), (True, "before_heat"))


class BackAndForthTest(BrowserTest):
    def test_undo_and_redo_go_through_the_whole_edit(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.type(names.weight, "900")
        bench.add_jar("Oil and herb marinade")
        bench.sees(OPEN_JAR, "Olive oil")
        body = self.driver.find_element(By.TAG_NAME, "body")
        body.send_keys(Keys.CONTROL, "z")
        bench.until(lambda: "Olive oil" not in bench.text(OPEN_JAR), "the jar gone again")
        body.send_keys(Keys.CONTROL, "z")
        bench.until(lambda: bench.field(names.weight).get_attribute("value") == "680", "the weight back")
        bench.field(names.stepForth).click()
        bench.field(names.stepForth).click()
        bench.settled()
        self.assertEqual(len(self.stored().document["jars"]), 2)
        self.assertEqual(self.stored().document["fish"]["weight"]["value"], 900)

    def test_a_line_is_dragged_and_a_jar_is_moved_by_keys(self) -> None:
        self.open_formula(GURNARD)
        bench = self.bench
        bench.press("2 Mustard buttermilk")
        handle, target = (
            bench.field(names.moveLine.format(line="Garlic, raw")),
            bench.field(names.moveLine.format(line="Buttermilk")),
        )
        drag = ActionChains(self.driver).click_and_hold(handle).move_by_offset(0, -8)
        drag.move_to_element(target).move_by_offset(0, -4).pause(0.2).release().perform()
        bench.settled()
        self.assertEqual(self.stored(GURNARD).document["jars"][1]["lines"][0]["ingredient"], "garlic")
        jar = self.driver.find_elements(By.CSS_SELECTOR, "button[aria-pressed]")[0]
        jar.send_keys(Keys.SPACE)
        for key in (Keys.ARROW_RIGHT, Keys.SPACE):
            ActionChains(self.driver).pause(0.3).send_keys(key).perform()
        bench.until(lambda: "1 Mustard buttermilk" in bench.text("[data-jar='0']"), "moved")
        bench.settled()
        self.assertEqual([jar["kind"] for jar in self.stored(GURNARD).document["jars"]][:2], ["marinade", "dry_brine"])


class ArgueTest(BrowserTest):
    def test_another_fish_is_shown_before_it_is_taken(self) -> None:
        self.open_formula(GURNARD)
        bench = self.bench
        bench.press(names.anotherFish)
        bench.find(names.findFish, "mackerel", "Mackerel")
        found = bench.differences()
        self.assertTrue(any("histamine" in what for what in found))
        self.assertIn("Fat", found)
        bench.press(names.leaveIt)
        self.assertEqual(bench.text(FISH + " h2"), "Gurnard")
        bench.press(names.anotherFish)
        bench.find(names.findFish, "zander", "Zander")
        bench.press(names.makeChange)
        bench.settled()
        self.assertEqual(self.stored(GURNARD).document["fish"]["species"], "zander")

    def test_a_school_is_switched_with_both_reasons_in_sight(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.press(names.schools)
        bench.sees("[role=dialog]", "every minute counts")
        self.driver.find_element(By.XPATH, "//label[contains(., 'heavy, timed, rinsed')]").click()
        bench.sees("[role=dialog] [role=status]", "Latest — Caraway dry brine")
        self.assert_accessible()
        bench.close()
        bench.settled()
        self.assertEqual(self.stored().document["jars"][0]["method"]["school"], "timed_rinse")
        bench.sees("[data-part=advice]", "Lift out between")

    def test_a_reading_tells_how_it_is_reached_and_takes_a_target(self) -> None:
        self.open_formula(GURNARD)
        bench = self.bench
        bench.press("2 Mustard buttermilk")
        bench.field(names.howReached.format(what="Salt, of the fish")).click()
        bench.sees("[data-part=steps]", "Smooth mustard")
        bench.sees("[role=dialog]", "edible weight of the fish")
        bench.type(names.target.format(bound="at least"), "1.2")
        bench.close()
        # The fish is salted already by the jar before: what is missing is little.
        bench.sees("dd[data-state=under]", "0.40 % under its target")
        bench.settled()
        self.assertEqual(self.stored(GURNARD).document["jars"][1]["targets"]["salt_pct_of_fish"], {"min": 1.2})


class KnowinglyTest(BrowserTest):
    def test_a_stop_is_accepted_only_with_initials_and_a_reason(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.tab(names.heat)
        bench.type(names.coreTarget, "55")
        bench.sees("[data-code=parasites-freezing]", "Stop")
        bench.press(names.acceptKnowingly)
        self.assertFalse(self.driver.find_element(By.XPATH, "//button[.='Accept, on record']").is_enabled())
        bench.type(names.initials, "MK")
        bench.type(names.why, "Frozen by the supplier, papers seen")
        bench.press(names.acceptOnRecord)
        bench.sees("[data-code=parasites-freezing][data-accepted]", "Accepted on record")
        bench.settled()
        record = self.stored().document["accepted"][0]
        self.assertEqual((record["code"], record["initials"]), ("parasites-freezing", "MK"))
        # Nobody accepts a low pull for somebody vulnerable.
        bench.tab(names.diners)
        bench.press(names.nameDiner)
        self.driver.find_element(By.XPATH, "//label[contains(., 'vulnerable')]/input").click()
        refused = bench.one("[data-code=undercooked-vulnerable]")
        self.assertNotIn("Accept", refused.text)

    def test_a_rejected_lot_stops_everything_and_cards_say_what_to_do(self) -> None:
        self.open_formula(GURNARD)
        bench = self.bench
        bench.tab(names.prep)
        bench.sees("[data-card=spines]", "Cut the fin spines off")
        bench.press(names.refuseLot)
        bench.sees("[data-code=rejected-lot]", "Refused")
        bench.settled()
        self.assertEqual(self.stored(GURNARD).document["fish"]["receiving"], "rejected")
        self.assert_accessible()

    def test_unlike_pieces_are_grouped_and_the_tightest_governs(self) -> None:
        self.open_formula(CHAR)
        bench = self.bench
        before = bench.marks()["latest"]
        bench.press(names.unlike)
        bench.type(names.piecesOfGroup.format(group="2"), "4")
        bench.type(names.weightOfGroup.format(group="2"), "300")
        bench.type(names.thicknessOfGroup.format(group="2"), "30")
        bench.settled()
        self.assertEqual(len(self.stored(CHAR).document["fish"]["groups"]), 2)
        self.assertEqual(bench.marks()["latest"], before)
        bench.press(names.oneSize)
        bench.settled()
        self.assertNotIn("groups", self.stored(CHAR).document["fish"])


class JarsTest(BrowserTest):
    def test_jars_are_doubled_shelved_and_taken_from_another_formula(self) -> None:
        self.open_zander()
        bench = self.bench
        bench.menu(names.moreForJar, names.duplicate)
        bench.settled()
        first, second = self.stored().document["jars"]
        self.assertEqual(second["name"], "Caraway dry brine, again")
        self.assertFalse({line["id"] for line in first["lines"]} & {line["id"] for line in second["lines"]})
        bench.menu(names.moreForJar, names.saveToShelf)
        bench.type(names.goodFor, "large fillets")
        bench.press(names.saveIt)
        bench.until(lambda: ShelfJar.objects.count() == 1, "kept")
        bench.press(names.addJar)
        bench.tab(names.ownShelf)
        bench.press("large fillets")
        bench.press(names.addJar)
        bench.tab(names.fromFormula)
        bench.press("Arctic char, lemon and orange")
        bench.press(says.jars.manyLines.format(count=5))
        bench.sees(OPEN_JAR, "Orange juice")
        bench.settled()
        jars = self.stored().document["jars"]
        self.assertEqual([jar["kind"] for jar in jars], ["dry_brine", "dry_brine", "dry_brine", "marinade"])
        # The ratio hangs on the lemon of its own jar.
        self.assertEqual(jars[3]["lines"][1]["of"], jars[3]["lines"][0]["id"])

    def test_keys_of_our_own(self) -> None:
        self.open_zander()
        body = self.driver.find_element(By.TAG_NAME, "body")
        body.send_keys("?")
        self.bench.sees("[role=dialog]", "type the weight of the fish")
        self.assert_accessible()
        self.bench.close()
        body.send_keys("w")
        weight = self.bench.field(names.weight)
        self.bench.until(lambda: self.driver.switch_to.active_element == weight, "the weight is typed")
        weight.send_keys("a")
        self.assertFalse(self.driver.find_elements(By.CSS_SELECTOR, "[role=dialog]"))
