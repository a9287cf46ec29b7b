"""The temperature record on the screen: by itself and by hand, and what was missed asks what was done."""

from selenium.webdriver.common.keys import Keys

from server.runs import services
from server.temperatures.models import LogEntry
from tests.browser.chrome import resize
from tests.browser.pages.temperatures import TemperaturesPage
from tests.browser.test_run import LOW, WIDER, RunBrowserTest
from tests.browser.words import temperatures

KIND_OF = "const done = arguments[1]; fetch(arguments[0]).then((got) => done(got.headers.get('content-type')))"


class TemperaturesTest(RunBrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.record = TemperaturesPage(self.driver, self.live_server_url)

    def test_what_was_read_missed_and_done_is_on_record_and_goes_along(self) -> None:
        self.begun()
        self.page.read("fish-cold", "9")
        self.page.retype("fish-cold", "3.4")
        # In the middle of a run, with wet hands.
        self.page.one("[data-part=log-open]").click()
        self.record.enter("hot_holding", "51", "stock")
        self.page.gone("[role=dialog]")
        self.page.sent()
        self.record.open(self.kitchen.slug)
        self.record.has("9.0", temperatures.held.missed, "Do not take it")
        self.record.has("3.4", temperatures.held.kept)
        self.record.says_what_was_done("Heated through again")
        self.record.has("51", "Heated through again")
        self.page.gone("[data-missed]")
        # What is typed wrong is told where it is, and stays.
        self.record.enter("chiller", "400", "Fish chiller")
        self.record.sees("[data-part=log] [role=alert]", "cannot be")
        self.assertEqual(self.record.typed(temperatures.names.value), "400")
        self.record.type(temperatures.names.value, "3,5")
        self.record.one("[data-part=enter]").click()
        self.record.has("Fish chiller", "3.5", temperatures.held.kept)
        self.record.enter("probe_boiling", "95.4", "Core probe", meant="high up")
        self.record.sees("[data-part=log] [role=alert]", "“high up” is no number")
        # What is typed is there when one comes back to the page.
        self.record.open(self.kitchen.slug)
        self.record.enter("probe_boiling")
        self.assertEqual(self.record.typed(temperatures.names.value), "95.4")
        meant = self.record.one("[data-part=log] input[id$='-meant']")
        meant.send_keys(Keys.CONTROL, "a")
        meant.send_keys("95", Keys.ENTER)
        self.record.has("Core probe", "95 °C", temperatures.held.kept)
        self.assertEqual(LogEntry.objects.latest("at").document["signed"], "MK")
        for kind, head in (("CSV", "text/csv"), ("PDF", "application/pdf")):
            link = next(one for one in self.driver.find_elements("css selector", "main a") if kind in one.text)
            asked = (
                "const done = arguments[1]; fetch(arguments[0]).then((got) => done(got.headers.get('content-type')))"
            )
            self.assertIn(head, self.driver.execute_async_script(asked, link.get_attribute("href")))
        self.assert_quiet_console()

    def test_taken_off_the_thermometer_and_cut_off_nothing_typed_is_lost(self) -> None:
        self.begun()
        self.record.open(self.kitchen.slug)
        self.record.one("[data-part=log] [data-part=take]").click()
        self.record.one("[data-part=enter]").click()
        self.record.has(temperatures.simulated)
        self.offline()
        self.record.enter("oil_discarded", "", "Fryer")
        self.record.sees("[data-part=entering]", "does not answer")
        self.assertEqual(self.record.one("[data-part=log] input[id$='-which']").get_attribute("value"), "Fryer")
        self.offline(False)
        self.record.one("[data-part=enter]").click()
        self.record.has("Fryer")

    def test_on_tablet_and_phone_and_for_everybody(self) -> None:
        begun = self.begun()
        event = {"id": self.name(1), "do": "logged", "what": "hot_holding", "value": 50, "note": "stock"}
        now = begun.began_at
        services.take(self.kitchen, self.owner, begun.pk, [{**event, "at": now.isoformat(), "source": "typed"}], now)
        self.record.open(self.kitchen.slug)
        self.record.one("[data-missed]")
        self.addCleanup(resize, self.driver, 1280, 800)
        self.driver.execute_cdp_cmd("Emulation.setEmulatedMedia", {"features": []})
        for width, height in ((820, 1180), (390, 844), (1280, 800)):
            resize(self.driver, width, height, dark=width == 820)
            with self.subTest(width=width):
                self.record.until(lambda: self.driver.execute_script(WIDER) <= 0, "nothing is cut off at the side")
                self.assert_accessible()
        self.assertNotIn("log", "".join(self.driver.execute_script(LOW)))
