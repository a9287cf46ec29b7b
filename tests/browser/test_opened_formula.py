"""One opened formula for all its screens: one draft, one undo; what others save comes in by itself."""

from selenium.webdriver.common.keys import Keys

from server.accounts.models import User
from server.formulas.models import Formula
from server.formulas.services import create_formula
from server.pantry.services import keep_rows
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.pages.window import WindowPage
from tests.browser.words import names

GURNARD = "Gurnard, mustard buttermilk"


class RoomsTest(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.window = WindowPage(self.driver, self.live_server_url)

    def to_the_window(self) -> None:
        self.bench.to_the_window()
        self.window.opened()

    def undo_by_keys(self) -> None:
        self.driver.find_element("tag name", "body").send_keys(Keys.CONTROL, "z")


class OpenedFormulaTest(RoomsTest):
    def test_bench_and_window_show_and_change_the_same_draft(self) -> None:
        self.open_zander()
        thin = self.bench.marks()
        self.bench.type(names.thickness, "31")
        self.bench.settled()
        thick = self.bench.marks()
        self.assertNotEqual(thick, thin)
        self.to_the_window()
        self.assertEqual(self.window.marks(), thick)
        # A plan made in the Window stands on the fish as it is by now, and nobody is asked about it.
        self.window.type(names.minute, "45")
        self.window.press(names.planMinutes.format(time="45 min"))
        self.bench.settled()
        self.assertEqual(self.driver.find_elements("css selector", "[role=dialog]"), [])
        stored = self.stored().document
        self.assertEqual(stored["fish"]["thickness"]["value"], 31)
        self.assertEqual(stored["jars"][0]["method"]["contact_time"]["value"], 45)
        self.bench.to_the_bench()
        self.assertEqual(self.bench.value_of(names.thickness), "31")
        # The steps back go through both screens.
        self.undo_by_keys()
        self.undo_by_keys()
        self.bench.holds(names.thickness, "22")
        self.bench.settled()
        self.assertEqual(self.stored().document["jars"][0]["method"]["contact_time"]["value"], 60)

    def test_a_step_is_taken_back_in_the_window_too(self) -> None:
        self.open_zander()
        self.bench.type(names.thickness, "31")
        self.bench.settled()
        self.to_the_window()
        self.window.field(names.stepBack).click()
        self.bench.settled()
        self.assertEqual(self.stored().document["fish"]["thickness"]["value"], 22)

    def test_a_new_formula_has_its_jar_in_the_window(self) -> None:
        self.enter()
        self.table.press(names.newFormula)
        bench = self.bench
        bench.settled()
        bench.find(names.findFish, "zander", "Zander")
        bench.choose(names.cut, "fillet")
        bench.type(names.weight, "600")
        bench.type(names.thickness, "22")
        bench.add_jar("Measured dry brine")
        bench.settled()
        self.to_the_window()
        self.assertIn("1 Measured dry brine", self.window.one("[data-jar='0']").text)


class AddressesTest(RoomsTest):
    def test_the_jar_that_is_open_is_the_one_in_time_and_stays_open(self) -> None:
        self.open_formula(GURNARD)
        self.bench.press("2 Mustard buttermilk")
        self.to_the_window()
        self.assertEqual(self.window.jar_open(), 1)
        self.window.open_jar(0)
        self.bench.to_the_bench()
        self.assertEqual(self.bench.value_of(names.jarName), "Dry brine")

    def test_one_formula_after_another_each_has_its_own_draft(self) -> None:
        """A formula, its clone (the same jars and lines, by the same ids), another one, and back."""
        clone = create_formula(
            self.kitchen, User.objects.get(username="mk"), {**self.stored().document, "title": "A clone"}
        )
        self.open_zander()
        self.bench.type(names.thickness, "31")
        thickness = {ZANDER: "31", "A clone": "22", GURNARD: "18"}
        for title in ("A clone", GURNARD, ZANDER):
            self.bench.to_the_table()
            self.table.open(title)
            self.bench.settled()
            self.assertEqual(self.bench.value_of(names.title), title)
            self.assertEqual(self.bench.value_of(names.thickness), thickness[title])
        # Straight from one to the next, by the address in history.
        for title in (GURNARD, "A clone"):
            self.driver.back()
            self.driver.back()
            self.bench.holds(names.title, title)
            self.bench.settled()
            self.assertEqual(self.bench.value_of(names.thickness), thickness[title])
        self.assertEqual(Formula.objects.get(pk=clone.pk).revision, 1)
        self.assertEqual(self.stored().document["fish"]["thickness"]["value"], 31)

    def test_old_addresses_lead_to_the_new_ones(self) -> None:
        self.open_formula(GURNARD)
        number = self.stored(GURNARD).pk
        for old, new in (
            (f"bench/{number}", f"formula/{number}/bench"),
            (f"window/{number}?jar=1", f"formula/{number}/window?jar=1"),
            (f"formula/{number}", f"formula/{number}/bench"),
        ):
            with self.subTest(old):
                self.driver.get(f"{self.live_server_url}/ternlund/{old}")
                address = f"{self.live_server_url}/ternlund/{new}"
                self.bench.leads_to(address)
                self.bench.settled()
        self.driver.get(f"{self.live_server_url}/ternlund/window/{number}?jar=1")
        self.window.until(lambda: self.window.jar_open() == 1, "the second jar open")


class OthersTest(BrowserTest):
    def test_what_somebody_else_saves_is_seen_without_typing(self) -> None:
        self.open_zander()
        other = self.another_browser()
        other.type(names.thickness, "30")
        self.bench.holds(names.thickness, "30")
        self.bench.sees("[data-part=kept]", "Merged with somebody")
        other.keep_version("thicker")
        self.bench.sees("[data-part=after-version]", "draft after version 2")
        # The Table of a third window follows as well.
        self.bench.to_the_table()
        self.table.one("main li h2")
        other.type(names.title, "Zander, thicker")
        self.table.until(lambda: "Zander, thicker" in self.table.titles(), "the new title")

    def test_a_second_window_of_the_same_person_follows(self) -> None:
        self.open_zander()
        first = self.driver.current_window_handle
        self.driver.switch_to.new_window("window")
        second = self.driver.current_window_handle
        self.driver.get(self.address(self.stored()))
        self.bench.settled()
        self.bench.type(names.thickness, "29")
        self.bench.settled()
        self.driver.switch_to.window(first)
        self.bench.holds(names.thickness, "29")
        self.bench.type(names.weight, "640")
        self.bench.settled()
        self.driver.switch_to.window(second)
        self.bench.holds(names.weight, "640")
        self.driver.close()
        self.driver.switch_to.window(first)

    def test_a_merge_keeps_the_steps_back_that_are_ones_own(self) -> None:
        self.open_zander()
        other = self.another_browser()
        self.bench.type(names.thickness, "31")
        self.bench.settled()
        other.holds(names.thickness, "31")
        other.type(names.servings, "6")
        self.bench.holds(names.servings, "6")
        self.bench.field(names.stepBack).click()
        self.bench.settled()
        self.assertEqual(self.bench.value_of(names.thickness), "22")
        stored = self.stored().document
        self.assertEqual((stored["fish"]["thickness"]["value"], stored["servings"]), (22, 6))


class StepsBackTest(BrowserTest):
    def test_a_conflict_keeps_the_steps_back_too(self) -> None:
        self.open_zander()
        self.bench.type(names.thickness, "31")
        self.bench.settled()
        self.clash_over_servings()
        self.bench.press(names.goOn)
        self.bench.settled()
        self.assertEqual(self.stored().document["servings"], 8)
        for place, back in (("Servings", "6"), ("Thickness", "22")):
            self.bench.field(names.stepBack).click()
            self.bench.holds(place, back)
        self.bench.settled()
        self.assertEqual(self.stored().document["servings"], 6)

    def test_a_viewer_sees_what_cooks_change(self) -> None:
        self.open_formula(name="vs")
        other = self.another_browser()
        other.type(names.thickness, "30")
        self.bench.holds(names.thickness, "30")

    def test_other_rows_of_the_kitchen_are_reckoned_with_at_once(self) -> None:
        """A kitchen that states its own salt: the open formula says so without a key pressed."""
        self.open_zander()
        before = self.bench.weighs()
        salt = {"id": "sea-salt-fine", "like": "sea-salt-fine", "density_g_ml": 0.6}
        own = {"format": "jar-table/pantry", "format_version": 1, "ingredients": [salt], "fish": []}
        spoons = "tr[data-line=l1] [data-part=spoons]"
        self.assertEqual(self.bench.text(spoons), "1 3/8 tsp")
        keep_rows(self.kitchen, User.objects.get(username="mk"), own)
        self.bench.until(lambda: self.bench.text(spoons) != "1 3/8 tsp", "twice the spoons for the lighter salt")
        self.assertEqual(self.bench.weighs(), before)
