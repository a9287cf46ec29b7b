"""Without a network: a run goes on, opens again, rings, and is the same on every tablet afterwards."""

from datetime import UTC, datetime, timedelta
from urllib.parse import urlsplit

from selenium import webdriver

from jarcore.run import events_of
from server.day.models import Service
from server.runs.models import RunEvent
from tests.browser.chrome import chrome, close
from tests.browser.line import Line
from tests.browser.pages.run import RunPage
from tests.browser.test_run import BEFORE, CONTACT, RECEIVE, TRIM, RunBrowserTest
from tests.browser.words import run

# A tablet whose clock can be set, as somebody does by hand: so far it is ahead [ms].
CLOCK = """{
  const Real = Date, ahead = () => Number(localStorage.getItem('clock') ?? 0);
  globalThis.Date = class extends Real {
    constructor(...given) { if (given.length) super(...given); else super(Real.now() + ahead()); }
    static now() { return Real.now() + ahead(); }
  };
}"""
READY = "return navigator.serviceWorker.getRegistration().then((one) => Boolean(one?.active))"
KEPT = """return new Promise((done) => {
  const asked = indexedDB.open('jar-table');
  asked.onsuccess = () => {
    const got = asked.result.transaction(['runs', 'sessions', 'events']);
    const counts = ['runs', 'sessions', 'events'].map((name) => got.objectStore(name).count());
    got.oncomplete = () => { asked.result.close(); done(counts.map((one) => one.result)); };
  };
})"""
FULL = """IDBObjectStore.prototype.put = () => { throw new DOMException('full', 'QuotaExceededError') }"""
LOOKS = """return {
  steps: [...document.querySelectorAll('[data-block]')].map((one) => [one.dataset.block, one.dataset.standing]).sort(),
  timers: [...document.querySelectorAll('[data-timer]')].map((one) => one.dataset.timer).sort(),
  happened: document.querySelector('[data-part=happened] ul')?.textContent,
}"""
HOUR_MS = 3_600_000


class WithoutNetworkTest(RunBrowserTest):
    """A tablet whose line can be cut, and another one with somebody else at it."""

    def setUp(self) -> None:
        super().setUp()
        self.line = Line(urlsplit(self.live_server_url).port or 0)
        self.addCleanup(self.line.cut)

    def tablet(self, number: int, name: str, address: str) -> RunPage:
        """A tablet of its own, with somebody at it and a run open."""
        driver: webdriver.Chrome = chrome(fresh=True)
        self.addCleanup(close, driver)
        driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": CLOCK})
        driver.get(f"{address}/sign-in")
        self.sign_in_by_cookie(driver, name)
        page = RunPage(driver, address).open(self.kitchen.slug, number)
        page.is_somebody(name.upper())
        return page

    def set_clock(self, page: RunPage, ahead_ms: int) -> None:
        page.driver.execute_script(f"localStorage.setItem('clock', '{ahead_ms}')")

    def ready(self, page: RunPage) -> None:
        """It can do without a network from now on."""
        page.until(lambda: page.driver.execute_script(READY), "the worker is there")
        page.until(lambda: page.driver.execute_script(KEPT)[:2] == [1, 1], "the run and who is here are kept")

    def test_ten_minutes_without_it_reloaded_with_its_clock_set_and_the_same_everywhere_after(self) -> None:
        begun = self.begun()
        who = next(one for one in self.service.plan["steps"] if one["id"] == RECEIVE)["calls"][0]
        other = self.page
        cut = self.tablet(begun.pk, who.lower(), self.line.address)
        self.ready(cut)
        cut.read("fish-cold", "3")
        cut.sent()
        cut.is_somebody(who)
        self.set_clock(cut, -HOUR_MS)
        self.line.cut()
        self.clock.shift(timedelta(minutes=4))
        cut.done()
        cut.comes_to(TRIM)
        other.notes("the boat was late")
        # Its clock is set once more, and the page is loaded anew: nobody is there to ask.
        self.set_clock(cut, HOUR_MS // 2)
        cut.driver.refresh()
        cut.comes_to(TRIM)
        cut.sees("[data-part=stands]", "The plan is as of 16:2")
        cut.looked("bones-out")
        cut.done()
        cut.sees("[data-part=stands]", "3 kept on this tablet")
        self.clock.shift(timedelta(minutes=6))
        self.assertEqual(RunEvent.objects.filter(document__do="done").count(), 0)
        self.line.back()
        cut.until(lambda: cut.unsent() == 0, "all is sent")
        told = [(one.document["do"], one.document.get("step")) for one in RunEvent.objects.order_by("number")]
        said = [("passed", RECEIVE), ("happened", RECEIVE), ("done", RECEIVE), ("passed", TRIM), ("done", TRIM)]
        self.assertEqual(sorted(told, key=str), sorted(said, key=str))
        other.until(lambda: other.standing(TRIM) == "over", "the other tablet has caught up")
        cut.until(lambda: cut.driver.execute_script(LOOKS) == other.driver.execute_script(LOOKS), "both show the same")
        self.assertIn("Something else", cut.driver.execute_script(LOOKS)["happened"])
        # Whatever the tablet's clock showed, nothing counts as of before it was cut off, nor later than it came.
        read = events_of([one.document for one in RunEvent.objects.all()], UTC)
        now = datetime.now(UTC).timestamp() * 1000
        self.assertTrue(all(BEFORE.timestamp() * 1000 <= one.at <= now for one in read), [one.at for one in read])

    def test_a_jar_rings_without_anybody_to_ask(self) -> None:
        begun = self.begun()
        window = next(one for one in self.service.plan["windows"])
        steps = [one["id"] for one in Service.objects.get(pk=self.service.pk).plan["steps"] if one["press"] == "done"]
        self.says(begun, *steps[: steps.index(window["step"]) + 1])
        cut = self.tablet(begun.pk, "mk", self.line.address)
        cut.one(f'[data-timer="{CONTACT}"]')
        self.ready(cut)
        self.line.cut()
        best = datetime.fromisoformat(window["best_from"]) - BEFORE + timedelta(minutes=1)
        self.set_clock(cut, round(best.total_seconds() * 1000))
        cut.one("[data-ring=best]")
        cut.sees("[data-part=stands]", run.jumped)
        # Also where the page is loaded anew, and later.
        latest = datetime.fromisoformat(window["latest"]) - BEFORE + timedelta(minutes=1)
        self.set_clock(cut, round(latest.total_seconds() * 1000))
        cut.driver.refresh()
        cut.one("[data-ring=hard]")

    def test_a_tablet_without_room_says_so_and_nothing_is_lost_while_it_is_open(self) -> None:
        begun = self.begun()
        cut = self.tablet(begun.pk, "mk", self.line.address)
        self.ready(cut)
        self.line.cut()
        cut.driver.execute_script(FULL)
        cut.notes("the boat was late")
        cut.sees("[data-part=stands]", run.notKept)
        self.line.back()
        cut.until(lambda: cut.unsent() == 0, "all is sent")
        cut.until(lambda: run.notKept not in cut.text("[data-part=stands]"), "there is nothing to keep")
        self.assertEqual(RunEvent.objects.get().document["note"], "the boat was late")

    def test_signed_out_nothing_of_it_stays_but_what_could_not_be_sent(self) -> None:
        begun = self.begun()
        cut = self.tablet(begun.pk, "mk", self.line.address)
        self.ready(cut)
        cut.sign_out()
        cut.until(lambda: cut.driver.execute_script(KEPT) == [0, 0, 0], "nothing is kept")
        self.line.cut()
        cut.driver.get(f"{self.line.address}/{self.kitchen.slug}/runs/{begun.pk}")
        cut.one("[data-part=failure][data-trouble=lost]")
