"""A browser on the running application, with the demo kitchen in the test database."""

import time
from pathlib import Path

from django.conf import settings
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.core.cache import cache
from django.core.management import CommandError
from django.db import OperationalError, connection
from django.test import Client
from selenium import webdriver

from server.accounts.models import Kitchen, User
from server.formulas.models import Formula
from tests.browser.chrome import chrome, close, resize
from tests.browser.pages.bench import BenchPage
from tests.browser.pages.sign_in import SignInPage
from tests.browser.pages.table import TablePage
from tests.browser.rows import emptied, kitchen_as_seeded, may_put_aside
from tests.browser.words import names

AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
RUN_AXE = """const done = arguments[arguments.length - 1];
const rules = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
axe.run(document, {runOnly: rules, resultTypes: ['violations'], preload: false}).then(found => done(
  found.violations.map(v => v.id + ' (' + v.impact + '): ' + v.nodes.map(n => n.target.join(' ')).join(' | '))));"""
ZANDER = "Zander, caraway dry brine"


# What a page of ours leaves in a browser.
STORED_BY_PAGES = "local_storage,indexeddb,service_workers,cache_storage"
BUSY = """SELECT count(*) FROM pg_stat_activity
          WHERE datname = current_database() AND pid <> pg_backend_pid() AND state <> 'idle'"""


def wait_for_quiet(patience_s: float = 5.0) -> None:
    """Wait until the server has finished what the last page asked: three looks in a row without a busy connection."""
    quiet, ends = 0, time.monotonic() + patience_s
    while quiet < 3 and time.monotonic() < ends:
        with connection.cursor() as cursor:
            cursor.execute(BUSY)
            quiet = 0 if cursor.fetchone()[0] else quiet + 1
        time.sleep(0.02)


class BrowserTest(StaticLiveServerTestCase):
    """Signed in as the demo's owner, at the Table."""

    host = "127.0.0.1"
    kitchen: Kitchen

    def setUp(self) -> None:
        cache.clear()
        self.kitchen = kitchen_as_seeded()
        self.driver = chrome()
        resize(self.driver, 1280, 800)
        # Before anything is asked: the answer to a request with an old cookie would take the new one away.
        self.driver.execute_cdp_cmd("Network.clearBrowserCookies", {})
        # Something of the origin that asks for nothing.
        self.driver.get(f"{self.live_server_url}/static/icon.svg")
        self.driver.execute_cdp_cmd(
            "Storage.clearDataForOrigin", {"origin": self.live_server_url, "storageTypes": STORED_BY_PAGES}
        )
        # What an earlier test's page said is not this one's.
        self.driver.get_log("browser")
        self.sign_in = SignInPage(self.driver, self.live_server_url)
        self.table = TablePage(self.driver, self.live_server_url)
        self.bench = BenchPage(self.driver, self.live_server_url)

    def tearDown(self) -> None:
        # Nothing may still be asking when the test database goes: the page is left, and what it sent is waited for.
        self.driver.get("about:blank")
        wait_for_quiet()

    def _fixture_teardown(self) -> None:
        """Empty the database; where a request of the page that was left comes as late as that, once more."""
        try:
            self._empty()
        except (CommandError, OperationalError):
            wait_for_quiet()
            self._empty()

    def _empty(self) -> None:
        if may_put_aside():
            emptied()
        else:
            super()._fixture_teardown()  # type: ignore[misc]  # Django's own name for it

    def sign_in_by_cookie(self, driver: webdriver.Chrome, name: str) -> None:
        """Signed in without the page, which costs more than a second; sign-in itself has its own tests."""
        client = Client()
        client.force_login(User.objects.get(username=name), backend="django.contrib.auth.backends.ModelBackend")
        cookie = client.cookies[settings.SESSION_COOKIE_NAME]
        driver.add_cookie({"name": cookie.key, "value": cookie.value, "path": "/", "httpOnly": True})

    def enter(self, name: str = "mk") -> None:
        """At the Table."""
        self.sign_in_by_cookie(self.driver, name)
        self.driver.get(f"{self.live_server_url}/{self.kitchen.slug}")
        self.table.one("main li h2")

    def address(self, formula: Formula, room: str = "bench") -> str:
        return f"{self.live_server_url}/{self.kitchen.slug}/formula/{formula.pk}/{room}"

    def open_formula(self, title: str = ZANDER, name: str = "mk") -> None:
        """At the Bench, with a formula."""
        self.sign_in_by_cookie(self.driver, name)
        self.driver.get(self.address(self.stored(title)))
        self.bench.settled()

    def open_zander(self) -> None:
        self.open_formula()

    def another_browser(self, title: str = ZANDER, name: str = "ot") -> BenchPage:
        """Somebody else, in a browser of their own, with the same formula open."""
        other = chrome(fresh=True)
        self.addCleanup(close, other)
        other.get(f"{self.live_server_url}/sign-in")
        self.sign_in_by_cookie(other, name)
        other.get(self.address(self.stored(title)))
        bench = BenchPage(other, self.live_server_url)
        bench.settled()
        return bench

    def offline(self, away: bool = True) -> None:
        """The network is cut, or back."""
        self.addCleanup(self.driver.delete_network_conditions)
        if away:
            self.driver.set_network_conditions(offline=True, latency=1, throughput=500_000)
        else:
            self.driver.delete_network_conditions()

    def cut_off(self) -> None:
        """The network is cut, and the page has noticed."""
        self.offline()
        self.bench.sees("[data-part=connection]", "does not answer")

    def stored(self, title: str = ZANDER) -> Formula:
        return Formula.objects.of(self.kitchen).get(title=title)

    def clash_over_servings(self) -> None:
        """One types 8 without a connection, somebody else 6 meanwhile; with the connection back it is asked about."""
        other = self.another_browser()
        self.cut_off()
        self.bench.type(names.servings, "8")
        other.type(names.servings, "6")
        other.settled()
        self.offline(False)
        self.bench.sees("[role=dialog]", "theirs: 6")

    def assert_accessible(self) -> None:
        """axe finds nothing against WCAG 2.2 A and AA, nor against best practice."""
        self.driver.execute_script(AXE.read_text(encoding="utf-8"))
        self.assertEqual(self.driver.execute_async_script(RUN_AXE), [])

    def assert_quiet_console(self) -> None:
        """No script failed, nothing was blocked by the page's policy."""
        loud = [entry["message"] for entry in self.driver.get_log("browser") if entry["level"] == "SEVERE"]
        self.assertEqual([line for line in loud if "409" not in line and "401" not in line], [])
