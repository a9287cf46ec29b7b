"""The second design: the whole job in sight, one verdict that leads to its place, and nothing printed over anything."""

from typing import Any

from selenium.webdriver.common.keys import Keys

from server.accounts.models import User
from server.formulas.models import Formula
from server.formulas.services import create_formula
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.chrome import resize
from tests.browser.pages.bench import OPEN_JAR, TIME
from tests.browser.pages.page import called
from tests.browser.pages.window import WindowPage
from tests.browser.words import names

CHAR = "Arctic char, lemon and orange"
GURNARD = "Gurnard, mustard buttermilk"
# Desktop, tablet and phone, and the desktop at up to four times its size.
WIDTHS = (1440, 1280, 1100, 1024, 960, 820, 768, 640, 512, 430, 390, 320)
# Of each selector the parts that cannot be seen whole: out of the page, or covered where their middle is.
HIDDEN = """return arguments[0].flatMap((css) => [...document.querySelectorAll(css)].filter((part) => {
  const box = part.getBoundingClientRect();
  const top = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2);
  const whole = box.width > 0 && box.top >= 0 && box.left >= 0
    && box.bottom <= innerHeight && box.right <= innerWidth;
  return !whole || !top || !(part.contains(top) || top.contains(part));
}).map((part) => `${css}: ${part.textContent || part.value}`));"""
# Pairs of parts that lie over each other by more than a hair.
OVERLAPS = """const found = [...document.querySelectorAll(arguments[0])]
  .map((part) => [part, part.getBoundingClientRect()]).filter(([, box]) => box.width > 0);
return found.flatMap(([part, a], place) => found.slice(place + 1).filter(([other, b]) =>
  Math.min(a.right, b.right) - Math.max(a.left, b.left) > 1
  && Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 1
  && !part.contains(other) && !other.contains(part))
  .map(([other]) => `${part.textContent} / ${other.textContent}`));"""
WIDE = "return document.documentElement.scrollWidth - document.documentElement.clientWidth"
MANY = ["lemon-juice", "olive-oil", "bean-paste-fermented", "sea-salt-fine", "dill"]
FOCUSED = "return document.activeElement.getAttribute('aria-label') || document.activeElement.textContent"


class SeenTest(BrowserTest):
    def overlaps(self, css: str) -> Any:
        return self.driver.execute_script(OVERLAPS, css)

    def many(self) -> Formula:
        """A formula of twelve jars, the first with twenty-five lines."""
        lines = [
            {"id": f"l{place}", "ingredient": name, "amount": {"value": 5 + place, "unit": "g"}, "basis": "serving"}
            for place, name in enumerate(MANY * 5)
        ]
        jars = [
            {
                "id": f"j{place}",
                "name": f"A jar with a rather long name, {place + 1}",
                "kind": "marinade",
                "method": {"vessel": "bath", "contact_time": {"value": 20, "unit": "min"}},
                "lines": lines if place == 0 else lines[:3],
            }
            for place in range(12)
        ]
        document = {**self.stored(CHAR).document, "title": "Many", "jars": jars}
        return create_formula(self.kitchen, User.objects.get(username="mk"), document)


class InSightTest(SeenTest):
    def test_the_whole_job_of_a_usual_formula_is_in_sight(self) -> None:
        self.open_formula(CHAR)
        parts = [
            "[data-part=verdict]",
            "[data-weigh]",
            "[data-part=written]",
            called(names.addLine),
            "[data-words]",
            "[data-part=handle]",
            "[data-reading=plate]",
            f"section{called(names.cautions)} details:first-of-type summary",
        ]
        for css in parts:
            self.bench.one(css)
        self.assertEqual(len(self.bench.weighs()), 5)
        self.assertEqual(self.driver.execute_script(HIDDEN, parts), [])
        # Also with a title that leaves the head no room.
        self.bench.type(names.title, "Arctic char, lemon and orange, for the long table on a Saturday in late autumn")
        self.bench.settled()
        self.assertEqual(self.driver.execute_script(HIDDEN, parts), [])

    def test_many_lines_and_jars_stay_workable(self) -> None:
        formula = self.many()
        self.sign_in_by_cookie(self.driver, "mk")
        self.driver.get(self.address(formula))
        bench = self.bench
        bench.settled()
        for width in (1280, 820):
            resize(self.driver, width, 900)
            self.assertEqual(self.overlaps("[data-jar], [data-line]"), [])
            self.assertEqual(self.overlaps("[data-line] td"), [])
            self.assertLessEqual(self.driver.execute_script(WIDE), 0)
        resize(self.driver, 1280, 800)
        # Whatever is scrolled, the field for the next line stays in sight; the last line comes with it.
        bench.type_line("3 g thyme")
        self.assertEqual(self.driver.execute_script(HIDDEN, [called(names.addLine)]), [])
        self.assertEqual(len(bench.weighs()), 26)
        bench.open_jar(11)
        bench.holds(names.jarName, "A jar with a rather long name, 12")
        self.assertEqual(self.driver.execute_script(HIDDEN, ["[data-jar='11']"]), [])
        self.assert_accessible()

    def test_no_words_are_printed_over_others_at_any_width(self) -> None:
        for title in (CHAR, GURNARD):
            self.open_formula(title)
            for width in WIDTHS:
                resize(self.driver, width, 800)
                with self.subTest(title, width=width):
                    # What is drawn by its own width is drawn anew a moment after the window is another.
                    self.bench.until(lambda: self.driver.execute_script(WIDE) <= 0, f"all of it within {width} px")
                    self.assertEqual(self.overlaps(f"{TIME} :is([data-words], [data-tick])"), [])
                    self.assertEqual(self.overlaps("header :is(button, a, input), [data-jar], [data-line] input"), [])
            resize(self.driver, 1280, 800)


class VerdictTest(SeenTest):
    def test_it_leads_to_its_place_and_mends_it(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.sees("[data-part=verdict]", "comes out 14 min before its best")
        bench.press("comes out 14 min before its best")
        bench.until(lambda: self.driver.execute_script(FOCUSED) == names.contactTime, "the time has the focus")
        bench.press("Plan 1 h 15")
        bench.sees("[data-part=verdict]", "Ready.")
        bench.settled()
        planned = self.stored().document["jars"][0]["method"]["contact_time"]
        self.assertEqual(planned, {"value": 75, "unit": "min"})

    def test_what_is_open_is_one_press_away_from_every_room(self) -> None:
        self.open_formula(GURNARD)
        bench = self.bench
        bench.type(names.weight, "")
        bench.sees("[data-part=verdict]", "The fish is not weighed")
        bench.tab(names.heat)
        bench.press("The fish is not weighed")
        bench.until(lambda: self.driver.execute_script(FOCUSED) == names.weight, "the weight has the focus")
        bench.to_the_window()
        bench.follow("Not yet: The fish is not weighed.")
        bench.until(lambda: self.driver.execute_script(FOCUSED) == names.weight, "and from the Window")

    def test_a_refused_formula_looks_like_nothing_else_and_leads_to_why(self) -> None:
        self.open_formula(GURNARD)
        bench = self.bench
        bench.one("section[data-tone=calm]")
        bench.tab(names.prep)
        bench.press(names.refuseLot)
        bench.one("section[data-tone=grave].refused")
        bench.press("This lot was refused")
        bench.until(lambda: "This lot was refused" in self.driver.execute_script(FOCUSED), "the caution has the focus")
        self.assert_accessible()


class WindowInSightTest(SeenTest):
    def test_two_moments_stand_side_by_side_and_time_plays(self) -> None:
        self.open_formula(CHAR)
        self.bench.to_the_window()
        page = WindowPage(self.driver, self.live_server_url)
        page.opened()
        page.type(names.minute, "5")
        page.press(names.pin)
        page.type(names.minute, "18")
        page.sees("[data-pinned=acid]", "mm")
        self.assertNotEqual(page.text("[data-pinned=acid]"), page.text("[data-now=acid]"))
        self.assertEqual(len(self.driver.find_elements("css selector", "[data-part=cross-section]")), 2)
        page.press(names.unpin.format(time="5 min"))
        page.press(names.play)
        page.until(lambda: page.value_of(names.minute) not in ("18", "0"), "time goes on by itself")
        page.press(names.stopPlaying)
        self.assert_accessible()

    def test_salt_that_is_held_back_appears_in_time(self) -> None:
        self.open_formula(ZANDER)
        self.bench.menu(names.moreFor.format(line="Fine sea salt"), names.putIt.format(when="just before heat"))
        self.bench.sees(OPEN_JAR, "just before heat")
        self.bench.field(names.addLine).send_keys("20 ml lemon juice", Keys.ENTER)
        self.bench.settled()
        self.bench.to_the_window()
        self.bench.sees("[data-part=held-back]", "go on just before heat")

    def test_what_the_numbers_are_of_is_said_on_every_tab(self) -> None:
        self.open_formula(CHAR)
        self.bench.to_the_window()
        for name, words in (
            (names.byCut, "the usual piece of each cut"),
            (names.curves, "all else stays as it is"),
            (names.untilService, "losing its chill"),
            (names.inTheHeat, "the thickest and the thinnest place"),
        ):
            self.bench.tab(name)
            self.bench.sees("[role=tabpanel][data-state=active]", words)
