"""Two people on one formula, and a server that goes away: nothing typed is lost."""

from tests.browser.case import ZANDER, BrowserTest
from tests.browser.chrome import chrome, close
from tests.browser.pages.bench import BenchPage
from tests.browser.pages.sign_in import SignInPage
from tests.browser.pages.table import TablePage


class KeepTypingTest(BrowserTest):
    def second(self) -> BenchPage:
        """Another browser with the same formula open."""
        other = chrome(fresh=True)
        self.addCleanup(close, other)
        SignInPage(other, self.live_server_url).open().enter("ot", "rye-and-caraway")
        table = TablePage(other, self.live_server_url)
        table.open(ZANDER)
        bench = BenchPage(other, self.live_server_url)
        bench.settled()
        return bench

    def test_different_lines_are_both_in_the_next_revision(self) -> None:
        self.open_zander()
        other = self.second()
        other.type("Amount of Caraway seed", "5")
        other.settled()
        self.bench.type("Amount of Fine sea salt", "0.9")
        self.bench.until(lambda: self.stored().revision == 3, "the merged revision")
        salt, caraway = self.stored().document["jars"][0]["lines"]
        self.assertEqual((salt["amount"]["value"], caraway["amount"]["value"]), (0.9, 5))
        self.bench.until(lambda: "5.0 g" in self.bench.weighs(), "the other's caraway")

    def test_the_same_place_is_asked_about(self) -> None:
        self.open_zander()
        other = self.second()
        other.type("Servings", "6")
        other.settled()
        self.bench.type("Servings", "8")
        self.bench.sees("[role=dialog]", "theirs: 6")
        self.assert_accessible()
        self.driver.find_element("xpath", "//label[contains(., 'theirs')]").click()
        self.bench.press("Go on with these")
        self.bench.settled()
        self.assertEqual(self.stored().document["servings"], 6)
        self.assertEqual(self.bench.field("Servings").get_attribute("value"), "6")

    def offline(self, away: bool) -> None:
        if away:
            self.driver.set_network_conditions(offline=True, latency=1, throughput=500_000)
        else:
            self.driver.delete_network_conditions()

    def test_typing_goes_on_without_a_connection_and_is_sent_later(self) -> None:
        self.open_zander()
        self.addCleanup(self.offline, False)
        self.offline(True)
        self.bench.type("Thickness", "31")
        self.bench.sees("[role=status]", "Not connected")
        self.assertEqual(self.bench.one("main").get_attribute("data-stale"), "true")
        self.assertEqual(self.bench.weighs(), ["8.2 g", "3.0 g"])
        self.assertEqual(self.stored().document["fish"]["thickness"]["value"], 22)
        self.offline(False)
        self.driver.refresh()
        self.bench.settled()
        self.assertEqual(self.bench.field("Thickness").get_attribute("value"), "31")
        self.assertEqual(self.stored().document["fish"]["thickness"]["value"], 31)
