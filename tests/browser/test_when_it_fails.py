"""A server that refuses, errs, forgets who one is, or is not there: it is said, on every screen, with a way on."""

import json

from selenium.webdriver.common.by import By

from server.accounts.models import Session
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.pages.window import WindowPage
from tests.browser.words import names

KEPT = "[data-part=kept]"
FAILURE = "[data-part=failure]"


class FailingTest(BrowserTest):
    def sign_out_elsewhere(self) -> None:
        Session.objects.all().delete()

    def to_the_window(self) -> WindowPage:
        window = WindowPage(self.driver, self.live_server_url)
        self.driver.get(self.address(self.stored(), "window"))
        window.opened()
        return window

    def links(self) -> list[str]:
        return [link.text for link in self.driver.find_elements(By.CSS_SELECTOR, f"{FAILURE} a, {FAILURE} button")]


class SaidTest(FailingTest):
    def test_signed_out_elsewhere_is_said_and_typing_goes_on_after_signing_in(self) -> None:
        self.open_zander()
        self.sign_out_elsewhere()
        self.bench.type(names.thickness, "31")
        self.bench.sees(KEPT, "Signed out: typing is kept here")
        self.assert_accessible()
        self.bench.one(f"{KEPT} a").click()
        self.sign_in.enter("mk", "rye-and-caraway")
        self.bench.settled()
        self.assertEqual(self.bench.value_of(names.thickness), "31")
        self.assertEqual(self.stored().document["fish"]["thickness"]["value"], 31)

    def test_the_window_says_so_too(self) -> None:
        self.open_zander()
        window = self.to_the_window()
        self.sign_out_elsewhere()
        window.press(names.planMinutes.format(time=""))
        window.sees(KEPT, "Signed out: typing is kept here")

    def test_a_draft_that_is_refused_is_said_in_the_window(self) -> None:
        self.open_zander()
        window = self.to_the_window()
        why = {"title": "Too large", "detail": "This is 9.1 MB; at most 2 MB is read.", "errors": []}
        window.answers("/draft", 413, json.dumps(why))
        window.press(names.planMinutes.format(time=""))
        window.sees(KEPT, "at most 2 MB is read")
        window.answers_truly()
        self.bench.press(names.tryAgain)
        self.bench.settled()
        self.assertIn("contact_time", self.stored().document["jars"][0]["method"])

    def test_signed_out_while_nothing_is_typed_is_said_on_every_screen(self) -> None:
        self.enter()
        self.sign_out_elsewhere()
        self.table.sees("[data-part=connection]", "You are signed out")

    def test_figures_that_are_not_reckoned_say_so_and_can_be_asked_again(self) -> None:
        self.open_zander()
        self.bench.answers("/ask/evaluate", 500)
        self.bench.type(names.thickness, "31")
        self.bench.sees(KEPT, "Figures are the last ones")
        self.assertEqual(self.bench.one("main").get_attribute("data-stale"), "true")
        self.bench.until(lambda: self.stored().document["fish"]["thickness"]["value"] == 31, "the draft is kept")
        self.bench.answers_truly()
        self.bench.until(self.fresh_or_asked, "asked again")
        self.bench.settled()

    def fresh_or_asked(self) -> bool:
        """Presses to ask again, unless the page, which asks again by itself as well, was first."""
        if self.bench.one("main").get_attribute("data-stale") != "true":
            return True
        self.driver.find_element(By.XPATH, f"//button[normalize-space(.)='{names.tryAgain}']").click()
        return True


class WayOutTest(FailingTest):
    def test_something_in_between_that_answers_in_its_place_is_no_answer(self) -> None:
        self.open_zander()
        self.bench.answers("/api/", 200, "<html>Welcome to the network of the harbour</html>")
        self.bench.type(names.thickness, "31")
        self.bench.sees(KEPT, "Not connected")
        self.bench.answers_truly()
        self.bench.settled()
        self.assertEqual(self.stored().document["fish"]["thickness"]["value"], 31)

    def test_a_version_is_never_made_of_an_older_draft_than_the_one_that_is_seen(self) -> None:
        self.open_zander()
        self.bench.answers("/draft", 503)
        self.bench.type(names.thickness, "31")
        self.bench.sees(KEPT, "Not connected")
        self.bench.keep_version("thicker")
        self.bench.sees("[role=dialog] [role=alert]", "not kept by the server yet")
        self.assertEqual(self.stored().latest_version, 1)
        self.bench.answers_truly()
        self.bench.press(names.keepReady)
        self.bench.sees("[data-part=after-version]", "draft after version 2")
        kept = self.stored().versions.get(number=2).document
        self.assertEqual(kept["fish"]["thickness"]["value"], 31)

    def test_a_formula_that_is_not_there_leads_to_the_table(self) -> None:
        self.enter()
        for address in ("bench/999999", "formula/999999/window"):
            self.driver.get(f"{self.live_server_url}/ternlund/{address}")
            self.table.sees(FAILURE, "nothing here that you may see")
            self.assertEqual(self.links(), ["To the Table"])
        self.assert_accessible()
        self.table.follow(names.toTable)
        self.table.one("main li h2")
        self.driver.get(f"{self.live_server_url}/ternlund/formula/first/bench")
        self.table.sees(FAILURE, "There is nothing at this address")

    def test_a_screen_that_the_server_did_not_answer_comes_when_it_does(self) -> None:
        self.open_zander()
        self.bench.to_the_table()
        self.table.answers("/api/kitchens/ternlund/formulas/", 503)
        self.table.find_and_open("Gurnard, mustard buttermilk")
        self.table.sees(FAILURE, "The kitchen server does not answer")
        self.assertEqual(self.links(), ["Try again"])
        self.table.answers_truly()
        self.driver.execute_script("window.dispatchEvent(new Event('online'))")
        self.bench.settled()
        self.assertEqual(self.bench.value_of(names.title), "Gurnard, mustard buttermilk")

    def test_while_the_pantry_does_not_come_the_table_shows_no_ids_for_words(self) -> None:
        self.driver.execute_cdp_cmd("Network.enable", {})
        self.driver.execute_cdp_cmd("Network.setBlockedURLs", {"urls": ["*/pantry"]})
        self.addCleanup(self.driver.execute_cdp_cmd, "Network.setBlockedURLs", {"urls": []})
        self.enter()
        self.table.sees("main", "Gurnard, 2.16 kg")
        self.assertNotIn("_", self.table.text("main ul"))
        self.driver.execute_cdp_cmd("Network.setBlockedURLs", {"urls": []})
        self.driver.refresh()
        self.table.sees("main", "Dry brine 4 h, Marinade 1 h 30, Dredge, Finish")


class SigningOutTest(FailingTest):
    def test_signing_out_sends_what_was_typed(self) -> None:
        self.open_zander()
        self.bench.type(names.thickness, "31")
        self.bench.sign_out()
        self.sign_in.field(names.password)
        self.assertEqual(self.stored().document["fish"]["thickness"]["value"], 31)

    def test_signing_out_where_the_session_has_ended_leads_to_signing_in(self) -> None:
        self.enter()
        self.sign_out_elsewhere()
        self.table.sign_out()
        self.sign_in.field(names.password)

    def test_signing_out_without_a_connection_says_what_stays_here(self) -> None:
        self.open_zander()
        self.offline()
        self.bench.type(names.thickness, "31")
        self.bench.sign_out()
        self.bench.sees("[data-part=connection]", "not sent yet")
        self.bench.sign_out()
        self.bench.sees("[data-part=connection]", "You are still signed in")
        self.offline(False)
        self.bench.settled()
        self.assertEqual(self.stored(ZANDER).document["fish"]["thickness"]["value"], 31)
