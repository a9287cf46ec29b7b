"""Versions side by side: aligned, drawn to one scale, and another made from them."""

import copy

from selenium.webdriver.common.by import By

from server.accounts.models import User
from server.formulas.models import Formula
from server.formulas.services import Keeping, save_draft, save_version
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.pages.compare import WORDS, ComparePage
from tests.browser.words import names

GURNARD = "Gurnard, mustard buttermilk"


class CompareTest(BrowserTest):
    def test_a_version_and_the_draft_differ_in_what_was_changed_and_in_nothing_else(self) -> None:
        formula, owner = self.stored(), User.objects.get(username="mk")
        changed = copy.deepcopy(formula.document)
        changed["jars"][0]["lines"][0]["amount"]["value"] = 1.0
        save_draft(self.kitchen, owner, formula.pk, formula.revision, changed)
        save_version(self.kitchen, owner, formula.pk, self.stored().revision, Keeping("Less salt"))
        self.open_formula(ZANDER)
        self.driver.get(self.address(formula, "versions") + "?number=1")
        # The branch says what each version changed against the one that it came from.
        self.bench.one("[data-version='2']").click()
        self.bench.sees("[data-part=branch] [data-difference*='Salt, of the fish']", "1.00 %")
        self.bench.one("[data-version='1']").click()
        self.bench.follow(names.sideBySide)
        page = ComparePage(self.driver, self.live_server_url)
        page.settled()
        self.assertEqual(page.titles(), [ZANDER, ZANDER])
        self.assertEqual(page.row("Fine sea salt"), ["8.2 g 1.20 %", "6.8 g 1.00 %"])
        self.assertNotIn("Edible weight", page.rows())
        self.driver.find_element(By.XPATH, f'//label[normalize-space(.)="{WORDS.onlyDiffers}"]').click()
        page.until(lambda: "Edible weight" in page.rows(), "all of it")
        self.assert_accessible()
        # The address is what is looked at: it can be sent to somebody.
        self.driver.refresh()
        page.settled()
        self.assertEqual(page.titles(), [ZANDER, ZANDER])

    def test_a_third_is_made_from_both_and_put_on_the_table(self) -> None:
        self.enter()
        zander, gurnard = self.stored(), self.stored(GURNARD)
        page = ComparePage(self.driver, self.live_server_url).open(self.kitchen.slug, f"{zander.pk}~{gurnard.pk}.1")
        # The same dose of salt is drawn as high, whichever formula it is of.
        self.assertEqual(page.row("Fine sea salt")[:2], ["8.2 g 1.20 %", "10.8 g 0.50 %"])
        page.press(WORDS.begin)
        page.until(lambda: len(page.row("Fine sea salt")) == 3, "the new one stands beside them")
        self.driver.find_elements(By.CSS_SELECTOR, "[data-line='Fine sea salt'] button")[1].click()
        page.until(lambda: page.row("Fine sea salt")[2].endswith("0.50 %"), "the line is taken")
        jar = f'//*[@data-jars="Mustard buttermilk"]//button[.="{WORDS.takeJar}"]'
        self.driver.find_element(By.XPATH, jar).click()
        page.until(lambda: page.row("Buttermilk")[2] != "—", "the jar is taken")
        page.settled()
        self.assert_accessible()
        # What is begun waits here, also over a reload.
        self.driver.refresh()
        page.until(lambda: len(page.row("Buttermilk")) == 3, "it is still there")
        page.type(WORDS.titleOfMade, "Zander in buttermilk")
        page.press(WORDS.put)
        self.bench.settled()
        made = Formula.objects.of(self.kitchen).get(title="Zander in buttermilk")
        self.assertEqual([one["kind"] for one in made.document["jars"]], ["dry_brine", "marinade"])
        self.assertEqual(made.document["fish"]["species"], "zander")
        self.assertEqual(made.document["jars"][0]["lines"][0]["amount"], {"value": 0.5, "unit": "%"})

    def test_the_fish_is_taken_across_a_column_goes_and_what_was_begun_is_dropped(self) -> None:
        self.enter()
        zander, gurnard = self.stored(), self.stored(GURNARD)
        page = ComparePage(self.driver, self.live_server_url).open(self.kitchen.slug, f"{zander.pk}~{gurnard.pk}")
        page.press(WORDS.begin)
        page.until(lambda: len(page.row("Edible weight")) == 3, "the new one stands beside them")
        self.driver.find_elements(By.XPATH, f'//button[.="{WORDS.takeFish}"]')[1].click()
        page.until(lambda: len(set(page.row("Edible weight")[1:])) == 1, "the fish is the gurnard's")
        self.assertNotEqual(*page.row("Edible weight")[:2])
        page.press(WORDS.drop)
        page.until(lambda: len(page.row("Edible weight")) == 2, "dropped")
        page.field(WORDS.without.format(what=GURNARD)).click()
        page.until(lambda: page.titles() == [ZANDER], "one is left")
        page.sees("main", WORDS.one)
        self.assertEqual(Formula.objects.of(self.kitchen).filter(title__contains="+").count(), 0)

    def test_formulas_are_added_by_a_search_and_a_viewer_makes_none(self) -> None:
        self.enter("vs")
        zander = self.stored()
        self.driver.get(f"{self.live_server_url}/{self.kitchen.slug}/compare?of={zander.pk}")
        page = ComparePage(self.driver, self.live_server_url)
        page.sees("main", WORDS.one)
        page.type(WORDS.search, "gurnard")
        page.choose(WORDS.add, f"f{self.stored(GURNARD).pk}")
        page.settled()
        self.assertEqual(page.titles(), [ZANDER, GURNARD])
        self.assertFalse(self.driver.find_elements(By.XPATH, f'//button[.="{WORDS.begin}"]'))
        heights = page.heights()
        self.assertGreater(max(heights), 3 * min(heights))
