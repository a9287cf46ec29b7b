"""Every field on every screen is called as the catalogue of words has it."""

import re

from tests.browser.case import BrowserTest
from tests.browser.pages.window import WindowPage
from tests.browser.words import catalogue, names

GURNARD = "Gurnard, mustard buttermilk"
# What is typed into or chosen from; boxes to tick stand in their own words.
FIELDS = """return [...document.querySelectorAll('input:not([type=checkbox], [type=radio]), select, textarea')]
    .map((field) => field.getAttribute('aria-label') ?? field.outerHTML)"""


class NamesTest(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        words = catalogue()
        named = [*words["names"].values(), *words["day"]["names"].values()]
        named += [one for one in words["making"].values() if isinstance(one, str)]
        self.known = [re.sub(r"\\\{\w+\\\}", ".+", re.escape(name)) for name in named]

    def assert_fields_are_named(self, least: int) -> None:
        """At least so many fields, each called as the catalogue says, a slot of a name filled with what it is of."""
        found: list[str] = self.driver.execute_script(FIELDS)
        self.assertGreaterEqual(len(found), least)
        for name in found:
            self.assertTrue(any(re.fullmatch(known, name) for known in self.known), name)

    def test_the_table(self) -> None:
        self.enter()
        self.assert_fields_are_named(4)

    def test_the_bench(self) -> None:
        self.open_formula(GURNARD)
        for place, jar in enumerate(self.stored(GURNARD).document["jars"], start=1):
            self.bench.press(f"{place} {jar['name']}")
            self.bench.holds(names.jarName, jar["name"])
            self.assert_fields_are_named(20)
        for tab, least in ((names.prep, 15), (names.heat, 15), (names.diners, 10)):
            self.bench.tab(tab)
            self.assert_fields_are_named(least)

    def test_the_window(self) -> None:
        self.open_formula(GURNARD)
        self.bench.to_the_window()
        page = WindowPage(self.driver, self.live_server_url)
        page.opened()
        for tab, least in ((names.curves, 3), (names.untilService, 3)):
            page.tab(tab)
            self.assert_fields_are_named(least)
