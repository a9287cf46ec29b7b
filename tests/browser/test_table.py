"""The Table: what a card says, formulas sorted and copied, and an empty kitchen that teaches."""

from server.formulas.models import Formula
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.pages.page import called
from tests.browser.words import names


class TableTest(BrowserTest):
    def test_a_card_says_whether_it_is_ready_and_the_times_that_are_planned(self) -> None:
        self.enter()
        self.table.sees("main", "Zander, 680 g · Dry brine 1 h")
        self.table.sees("main", "Ready, but mind: Caraway dry brine comes out 14 min before its best.")
        self.assert_accessible()

    def test_formulas_are_sorted_by_name_and_one_is_copied_beside_the_others(self) -> None:
        self.enter()
        self.table.choose(names.sortedBy, "title")
        self.table.until(lambda: self.table.titles() == sorted(self.table.titles()), "sorted by name")
        self.table.field(names.moreForFormula.format(title=ZANDER)).click()
        self.table.press(names.copyFormula)
        copied = f"{ZANDER}, copy"
        self.table.until(lambda: copied in self.table.titles(), "the copy on the table")
        first, second = self.stored(), self.stored(copied)
        self.assertEqual({**first.document, "title": copied}, second.document)
        # What is changed in one does not change the other.
        self.table.open(copied)
        self.bench.type(names.servings, "9")
        self.bench.settled()
        self.assertEqual((self.stored().document["servings"], self.stored(copied).document["servings"]), (4, 9))

    def test_an_empty_kitchen_teaches_and_leads_to_the_first_formula(self) -> None:
        Formula.objects.all().delete()
        self.sign_in_by_cookie(self.driver, "mk")
        self.driver.get(f"{self.live_server_url}/{self.kitchen.slug}")
        self.table.sees("[data-part=empty-table]", "A formula begins with the fish")
        self.assert_accessible()
        self.table.press(names.firstFormula)
        self.bench.one(f"[data-part=begin] {called(names.beginFish)}")
