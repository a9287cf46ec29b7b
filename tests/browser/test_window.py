"""The Window: drag, type, switch cuts, read the sentence, plan a time, take what fits, carry the chart away."""

import re

from selenium.webdriver.common.keys import Keys

from jarcore import profiles
from jarcore.data import program
from jarcore.formula import evaluate
from server.pantry.selectors import stock_of
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.chrome import resize
from tests.browser.pages.window import WindowPage
from tests.browser.words import names

CHAR = "Arctic char, lemon and orange"
PERCH = "Perch strips, spiced yogurt"


def nearest(values: list[float], value: float) -> int:
    """Where the value stands among others that were written to more digits."""
    return min(range(len(values)), key=lambda place: abs(values[place] - value))


class WindowTest(BrowserTest):
    def open(self, title: str) -> WindowPage:
        self.enter()
        self.table.open(title)
        self.bench.settled()
        self.bench.to_the_window()
        page = WindowPage(self.driver, self.live_server_url)
        page.opened()
        return page

    def test_time_is_dragged_typed_and_stepped_by_keys(self) -> None:
        page = self.open(CHAR)
        self.assertIn("0.5 mm of rim turned by acid, still raw", page.sentence())
        before = page.now()
        page.drag_time(150)
        page.until(lambda: page.now()["acid"] != before["acid"], "the rim grows")
        page.type(names.minute, "18")
        page.sees("[data-part=sentence]", "It is at its best now.")
        page.type(names.minute, "45")
        page.sees("[data-part=sentence]", "That is past the latest")
        page.sees("[data-now=next]", "past the latest")
        page.field(names.timeInJar).send_keys(Keys.HOME)
        page.sees("[data-part=sentence]", "It has done little yet")
        self.assertEqual(page.marks()["latest"], "30 min")
        self.assert_accessible()
        self.assert_quiet_console()

    def test_the_bar_and_the_figures_are_the_evaluations(self) -> None:
        page = self.open(ZANDER)
        answer = evaluate(self.stored().document)["jars"][0]["window"]
        self.assertEqual(
            page.marks(), {"best from": "1 h 14", "best to": "19 h", "earliest": "19 min", "latest": "48 h"}
        )
        self.assertAlmostEqual(answer["best_from_min"], 74, delta=1)
        page.type(names.minute, "60")
        page.sees("[data-now=mean]", "1.20 %")
        page.type(names.minute, "120")
        page.press(names.planMinutes.format(time="2 h"))
        page.until(lambda: self.stored().document["jars"][0]["method"]["contact_time"]["value"] == 120, "planned")

    def test_the_same_jar_on_other_cuts_and_colder(self) -> None:
        page = self.open(CHAR)
        bars = page.bars()
        self.assertIn("14 min – 21 min", bars["Chunk, as it is"])
        self.assertIn("10 min, acid", bars["Thin ribbon"])
        page.tab(names.byTemperature)
        page.until(lambda: "20 °C" in page.bars(), "the bars by temperature")
        self.assertIn("14 min – 21 min", page.bars()["20 °C"])
        page.tab(names.curves)
        page.choose(names.overWhat, "acid")
        page.sees("[role=tabpanel][data-state=active]", "what is sour in it")
        page.one("path[data-series='best from']")
        name, rows = page.table()
        self.assertRegex(name, r"^arctic-char-lemon-and-orange_.*_window-over-acid_jarcore_")
        self.assertEqual({row["over"] for row in rows}, {"what is sour in it, times as much"})
        page.tab(names.whatMovesIt)
        self.assertEqual(page.one("[data-influence]").get_attribute("data-influence"), "thickness")
        page.tab(names.inTheHeat)
        page.sees("[data-part=heat]", "read a probe")
        self.assert_accessible()

    def test_what_fits_the_time_until_service_is_taken(self) -> None:
        page = self.open(PERCH)
        page.tab(names.untilService)
        page.type(names.timeNow, "16:00")
        page.type(names.plateTime, "18:60")
        page.complains("A time of the day")
        page.type(names.plateTime, "18:34")
        page.sees("[data-part=until]", "in the heat")
        page.one("[data-fits=true]")
        page.press("Take 15 mm")
        page.sees("[data-fits=true]", "lies within it")
        page.until(lambda: self.stored(PERCH).document["fish"]["thickness"]["value"] == 15, "the thicker strips")
        page.tab(names.afterJar)
        page.sees("[data-part=after]", "salt stays in")
        name, svg = page.exported("SVG")
        self.assertIn("<svg", svg)
        self.assertRegex(name, r"_after-the-jar_jarcore_.*\.svg$")

    def test_a_table_is_tidy_and_says_of_what_it_is_and_what_reckoned_it(self) -> None:
        page = self.open(ZANDER)
        name, rows = page.table("figure ")
        stored = self.stored()
        made = profiles(stored.document, stock_of(stored.kitchen).pantry)
        jar = made["jars"][0]
        version, tables = re.match(r"jarcore (\S+) tables:(\S+)", program()).groups()
        self.assertEqual(
            name, f"zander-caraway-dry-brine_draft_caraway-dry-brine_cut-across_jarcore_{version}_{tables}.csv"
        )
        self.assertEqual(
            {(row["formula"], row["version"], row["jar"], row["engine"]) for row in rows},
            {(ZANDER, "draft", stored.document["jars"][0]["name"], made["engine"])},
        )
        told = {(float(row["time_min"]), float(row["depth_mm"])): float(row["salt_pct"]) for row in rows}
        self.assertEqual(len(told), len(jar["t_min"]) * len(jar["depth_mm"]))
        for (time, depth), salt in told.items():
            row = nearest(jar["t_min"], time)
            self.assertAlmostEqual(salt, jar["salt_pct"][row][nearest(jar["depth_mm"], depth)], places=4)
        for tab, columns in (
            (names.inTheHeat, ["zone", "thickness_mm", "time_min", "core_c"]),
            (names.afterJar, ["after_lifting_min", "depth_mm", "salt_pct", "mean_salt_pct"]),
        ):
            page.tab(tab)
            with self.subTest(tab):
                head = list(page.table()[1][0])
                self.assertEqual(head, ["formula", "version", "jar", *columns, "engine"])

    def test_a_jar_that_is_not_timed_says_so_and_leads_back(self) -> None:
        page = self.open("Gurnard, mustard buttermilk")
        page.open_jar(3)
        page.sees("[data-part=no-window]", "nothing has to be timed here")
        page.to_the_bench()
        page.settled()
        page.press(names.addJar)
        page.tab(names.emptyJar)
        page.press("Wet brine")
        page.to_the_window()
        page.sees("[data-part=no-window]", "something in the jar")

    def test_tablet_and_dark(self) -> None:
        page = self.open(ZANDER)
        for width, height, dark in ((820, 1180, False), (1280, 800, True)):
            resize(self.driver, width, height, dark)
            page.opened()
            wide = self.driver.execute_script("return document.documentElement.scrollWidth")
            self.assertLessEqual(wide, width)
            self.assert_accessible()
