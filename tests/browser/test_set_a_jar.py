"""The main job: open a formula, measure another fish, set a second jar, keep a version, find it again."""

import json

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from jarcore.formula import evaluate
from server.formulas.models import FormulaVersion
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.chrome import resize
from tests.browser.pages.bench import FISH, TIME
from tests.browser.pages.page import called
from tests.browser.words import names


class SetAJarTest(BrowserTest):
    def test_sign_in_refuses_and_lets_in(self) -> None:
        self.sign_in.open().enter("mk", "wrong")
        self.sign_in.sees("[role=alert]", "do not go together")
        self.assert_accessible()
        self.sign_in.enter("mk", "rye-and-caraway")
        self.table.one("main li h2")
        self.assertEqual(len(self.table.titles()), 8)
        self.assert_accessible()
        self.table.type(names.searchFormulas, "caraway")
        self.table.waits_for(ZANDER)
        self.table.type(names.searchFormulas, "")
        self.table.choose(names.fish, "gurnard")
        self.table.waits_for("Gurnard, mustard buttermilk")
        self.table.choose(names.fish, "")
        self.table.choose(names.kindOfJar, "batter")
        self.table.waits_for("Plaice in beer batter")

    def test_from_another_fish_to_a_kept_version(self) -> None:
        self.open_zander()
        bench = self.bench
        before = (bench.weighs(), bench.marks())
        self.assertEqual(before[0], ["8.2 g", "3.0 g"])
        self.assertEqual(before[1]["best from"], "1 h 14")

        bench.type(names.weight, "2.3")
        bench.choose(names.unitOf.format(what="weight"), "kg")
        bench.type(names.thickness, "34")
        bench.sees("tr[data-line=l1]", "27.6 g")
        bench.fresh()
        self.assertEqual(bench.weighs(), ["27.6 g", "10.1 g"])
        self.assertEqual(bench.marks()["best from"], "2 h")
        self.assertEqual(bench.reading("salt_pct_of_fish"), "1.20 %")

        bench.add_jar("Citrus marinade")
        bench.sees('[data-reading="ph"]', "2.6")
        bench.fresh()
        self.assertEqual(bench.reading("acid_pct_citric"), "1.53 %")
        # On pieces this thick the acid takes longer than a sour jar may be kept.
        self.assertEqual(bench.one("[data-binding]").get_attribute("data-binding"), "keeping")
        self.assertEqual(bench.marks()["latest"], "2 h")
        bench.type_line("0.5 % dill")
        bench.until(lambda: "11.5 g" in bench.weighs(), "dill weighed")
        self.assert_strata_to_scale()
        self.assert_accessible()

        bench.settled()
        bench.keep_version("for the large fillets")
        bench.sees("[data-part=after-version]", "draft after version 2")
        self.driver.refresh()
        bench.settled()
        self.assertEqual(bench.field(names.weight).get_attribute("value"), "2.3")
        self.assertEqual(bench.weighs(), ["27.6 g", "10.1 g"])
        version = FormulaVersion.objects.get(formula=self.stored(), number=2)
        self.assertEqual(version.note, "for the large fillets")
        self.assertEqual(version.document["fish"]["weight"], {"value": 2.3, "unit": "kg", "basis": "fillet"})
        self.assertEqual([jar["kind"] for jar in version.document["jars"]], ["dry_brine", "marinade"])
        self.assert_quiet_console()

    def assert_strata_to_scale(self) -> None:
        """The height of a layer on the page is its share of the evaluation's strata."""
        self.bench.settled()
        strata = evaluate(self.stored().document)["jars"][1]["reading"]["strata"]
        whole = sum(stratum["volume_ml"] for stratum in strata)
        jar = self.driver.find_element(By.CSS_SELECTOR, "button[aria-pressed=true] svg")
        layers = {
            group.get_attribute("data-component"): float(
                group.find_element(By.TAG_NAME, "rect").get_attribute("height")
            )
            for group in jar.find_elements(By.CSS_SELECTOR, "g[data-component]")
        }
        for stratum in strata:
            share = layers[stratum["component"]] / sum(layers.values())
            self.assertAlmostEqual(share, stratum["volume_ml"] / whole, places=4, msg=stratum["component"])

    def test_a_new_formula_from_nothing_by_keyboard(self) -> None:
        self.enter()
        self.table.press(names.newFormula)
        bench = self.bench
        bench.field(names.findFish).send_keys("pikeperch", Keys.ENTER)
        bench.choose(names.cut, "fillet")
        bench.type(names.weight, "500")
        bench.choose(names.unitOf.format(what="weight"), "g")
        bench.type(names.title, "Zander from nothing")
        bench.sees('[data-reading="edible"]', "500 g")
        bench.settled()
        self.assertEqual(self.stored("Zander from nothing").species, "zander")
        self.assert_accessible()


class WhatIsTypedTest(BrowserTest):
    def test_bad_input_is_named_where_it_is_wrong_and_kept(self) -> None:
        self.open_zander()
        bench = self.bench
        for label, typed, words in (
            ("Weight", "-5", "must lie between"),
            ("Thickness", "a lot", "is not a number"),
            ("Amount of Fine sea salt", "2400", "between 0 and 2000"),
        ):
            bench.type(label, typed)
            bench.complains(words)
            self.assertEqual(bench.field(label).get_attribute("aria-invalid"), "true")
        bench.settled()
        self.driver.refresh()
        bench.settled()
        self.assertEqual(bench.field(names.thickness).get_attribute("value"), "a lot")
        self.assertEqual(self.stored().document["fish"]["weight"]["value"], -5)
        # The rest still evaluates: cautions and target stand.
        bench.sees("[data-code=probe-core]", "63 °C")

    def test_a_fish_of_many_names_must_be_resolved(self) -> None:
        self.open_zander()
        self.bench.press(names.anotherFish)
        self.bench.find(names.findFish, "perch", "Perch")
        self.bench.press(names.makeChange)
        self.bench.sees(TIME, "No time can be given")
        self.bench.press("European perch")
        self.bench.sees("[data-part=advice]", "Lift out between")

    def test_a_viewer_looks_and_changes_nothing(self) -> None:
        self.enter("vs")
        self.table.open(ZANDER)
        self.bench.sees("header", "You may look, not change")
        self.assertFalse(self.bench.field(names.weight).is_enabled())
        self.assert_accessible()

    def test_tablet_and_dark(self) -> None:
        self.open_zander()
        for width, height, dark in ((820, 1180, False), (1280, 800, True), (820, 1180, True)):
            resize(self.driver, width, height, dark)
            self.bench.fresh()
            wide = self.driver.execute_script("return document.documentElement.scrollWidth")
            self.assertLessEqual(wide, width, json.dumps([width, dark]))
            self.assert_accessible()


class BeginTest(BrowserTest):
    def focused(self) -> str | None:
        return self.driver.switch_to.active_element.get_attribute("aria-label")

    def begin(self) -> None:
        self.enter()
        self.table.press(names.newFormula)
        self.bench.one("[data-part=begin] [data-step=fish]")

    def test_a_new_formula_asks_one_thing_at_a_time_and_the_focus_walks_on(self) -> None:
        self.begin()
        bench = self.bench
        # A name of many fish asks which one; a shape shows those that have it.
        bench.find(names.beginFish, "perch", "Perch")
        bench.sees("[data-step=fish]", "is the name of several fish")
        bench.one(f"{called(names.fishToChoose)} button").click()
        bench.one("[data-step=cut]")
        self.assert_accessible()
        bench.one(f"{called(names.cutToChoose)} li:nth-child(3) button").click()
        bench.until(lambda: self.focused() == names.beginWeight, "the weight is asked")
        self.driver.switch_to.active_element.send_keys("600")
        bench.type(names.beginPieces, "4")
        bench.field(names.beginPieces).send_keys(Keys.ENTER)
        bench.until(lambda: self.focused() == names.beginThickness, "the thickness is asked")
        self.driver.switch_to.active_element.send_keys("22", Keys.ENTER)
        bench.one("[data-step=jar]")
        self.assert_accessible()
        bench.one("[data-step=jar] button").click()
        bench.press("Measured dry brine")
        bench.sees("[data-part=advice]", "Lift out between")
        bench.settled()
        fish = self.stored("European perch").document["fish"]
        self.assertEqual((fish["species"], fish["cut"]), ("european-perch", "fillet"))
        self.assertEqual((fish["weight"]["value"], fish["pieces"], fish["thickness"]["value"]), (600, 4, 22))

    def test_the_questions_are_left_at_any_step_and_asked_again(self) -> None:
        self.begin()
        self.bench.press(names.leaveBeginning)
        self.bench.sees("main", "Begin here")
        self.driver.refresh()
        self.bench.sees("main", "Begin here")
        self.bench.press(names.askOneByOne)
        self.bench.one("[data-step=fish]")

    def test_without_a_scale_the_size_of_one_piece_is_asked(self) -> None:
        self.begin()
        bench = self.bench
        bench.find(names.beginFish, "wolffish", "Wolffish")
        bench.one(f"{called(names.cutToChoose)} li:nth-child(4) button").click()
        bench.one("[data-step=weight]")
        self.driver.find_element("xpath", f"//*[@data-step='weight']//button[.='{names.noScale}']").click()
        for label, typed in ((names.beginLength, "120"), (names.beginWidth, "50"), (names.beginPieces, "4")):
            bench.type(label, typed)
        bench.press(names.goOnBeginning)
        bench.type(names.beginThickness, "30")
        bench.sees(FISH, "estimated")
