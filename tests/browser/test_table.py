"""The Table: what a card says, formulas sorted and copied, and an empty kitchen that teaches."""

from django.db import connection

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

    def test_of_many_formulas_more_are_shown_until_there_are_no_more(self) -> None:
        here = Formula.objects.of(self.kitchen).count()
        Formula.objects.bulk_create(
            Formula(kitchen=self.kitchen, document={}, title=f"Filled {at:03}") for at in range(130)
        )
        self.enter()
        self.table.choose(names.sortedBy, "title")
        for shown in (60, 120, here + 130):
            self.table.shows(shown)
            if shown <= 120:
                self.table.press(names.moreFormulas)
        titles = self.table.titles()
        self.assertEqual(titles, sorted(titles, key=str.lower))
        self.assertEqual(len(set(titles)), here + 130)
        self.assertNotIn(names.moreFormulas, self.table.text("main"))
        # Another list begins from its beginning.
        self.table.choose(names.sortedBy, "")
        self.table.shows(60)

    def test_an_empty_kitchen_teaches_and_leads_to_the_first_formula(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute("TRUNCATE formulas_formula CASCADE")
            cursor.execute("TRUNCATE formulas_tally")
        self.sign_in_by_cookie(self.driver, "mk")
        self.driver.get(f"{self.live_server_url}/{self.kitchen.slug}")
        self.table.sees("[data-part=empty-table]", "A formula begins with the fish")
        self.assert_accessible()
        self.table.press(names.firstFormula)
        self.bench.one(f"[data-part=begin] {called(names.beginFish)}")

    def test_nothing_is_stored_until_something_is_typed(self) -> None:
        self.enter()
        before = Formula.objects.count()
        self.table.press(names.newFormula)
        self.bench.sees("[data-part=kept]", "Nothing typed, nothing kept")
        self.bench.to_the_table()
        self.assertEqual(Formula.objects.count(), before)
        self.table.press(names.newFormula)
        bench = self.bench
        title = bench.field(names.title)
        title.send_keys("Plaice ")
        bench.until(lambda: Formula.objects.count() == before + 1, "stored")
        bench.until(
            lambda: f"/formula/{Formula.objects.latest('id').pk}/bench" in self.driver.current_url, "its address"
        )
        # The page stays the one that it is: the field that is typed into has the focus, the steps back are there.
        self.assertEqual(self.driver.switch_to.active_element, title)
        title.send_keys("in rye")
        bench.settled()
        self.assertEqual(self.stored("Plaice in rye").revision, 2)
        bench.press(names.leaveBeginning)
        bench.find(names.findFish, "plaice", "Plaice")
        bench.settled()
        bench.to_the_table()
        self.table.press(names.newFormula)
        self.bench.sees("[data-part=kept]", "Nothing typed, nothing kept")
        self.assert_quiet_console()

    def test_a_formula_is_put_away_thrown_out_and_taken_back(self) -> None:
        self.enter()
        table = self.table
        menu = names.moreForFormula.format(title=ZANDER)
        table.field(menu).click()
        table.press(names.putAway)
        table.sees("[data-part=moved]", "is in the archive")
        table.until(lambda: ZANDER not in table.titles(), "not on the table")
        self.assertEqual(self.stored().place, "archive")
        self.assert_accessible()
        table.press(names.undoMove)
        table.until(lambda: ZANDER in table.titles(), "back on the table")
        self.assertEqual(self.stored().place, "table")
        table.field(menu).click()
        table.press(names.throwOut)
        table.until(lambda: ZANDER not in table.titles(), "not on the table")
        table.choose(names.whichPlace, "bin")
        table.waits_for(ZANDER)
        table.find_and_open(ZANDER)
        # What is in the bin may be looked at; it is brought back before it is changed.
        self.bench.press(names.putOnTable)
        self.bench.until(lambda: self.bench.field(names.servings).is_enabled(), "it may be changed")
        self.bench.type(names.servings, "5")
        self.bench.settled()
        self.assertEqual((self.stored().place, self.stored().document["servings"]), ("table", 5))
