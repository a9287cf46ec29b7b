"""The page for whoever uses it: by keyboard alone, by a screen reader, with a finger, in colours of their own."""

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from jarcore.data import program
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.chrome import resize
from tests.browser.pages.people import KitchenPage, YouPage
from tests.browser.words import catalogue, names, says

CHAR, GURNARD = "Arctic char, lemon and orange", "Gurnard, mustard buttermilk"
# What can be pressed or typed into and is in sight, smaller than so many pixels in either direction.
SMALL = """
return [...document.querySelectorAll('button, select, input, summary, a[href], [role=tab], [role=slider]')]
  .filter((one) => one.offsetParent && !one.matches(':disabled, [type=checkbox]'))
  .map((one) => [one.getBoundingClientRect(), one.getAttribute('aria-label') || one.textContent])
  .filter(([box]) => box.height && (box.height < arguments[0] - 0.5 || box.width < Math.min(arguments[0], 24) - 0.5))
  .map(([box, name]) => `${name}: ${Math.round(box.width)} x ${Math.round(box.height)}`)
"""


class EverybodyTest(BrowserTest):
    def keys(self, *keys: str) -> None:
        """Press keys wherever the focus is."""
        actions = ActionChains(self.driver)
        for key in keys:
            actions.send_keys(key)
        actions.perform()

    def focused(self) -> str:
        active = self.driver.switch_to.active_element
        return active.get_attribute("aria-label") or active.text or active.tag_name

    def focus_is(self, name: str) -> None:
        self.bench.until(lambda: self.focused().startswith(name), f"the focus on {name}, not on {self.focused()}")

    def tab_to(self, name: str, most: int = 80) -> None:
        """Go on with Tab until something of this name has the focus."""
        for _ in range(most):
            if self.focused().startswith(name):
                return
            self.keys(Keys.TAB)
        self.fail(f"{name} is not reached by Tab; the last was {self.focused()}")

    def emulate(self, feature: str, value: str) -> None:
        features = [{"name": feature, "value": value}]
        self.driver.execute_cdp_cmd("Emulation.setEmulatedMedia", {"features": features})
        self.addCleanup(self.driver.execute_cdp_cmd, "Emulation.setEmulatedMedia", {"features": []})

    def test_the_first_story_by_keyboard_alone(self) -> None:
        """From the Table to a window for one's own fish, without the pointer."""
        self.enter()
        self.table.until(lambda: len(self.table.titles()) > 1, "the table is set")
        self.tab_to(names.newFormula)
        self.keys(Keys.ENTER)
        self.bench.one("[data-step=fish]")
        self.tab_to(names.beginFish)
        self.keys("zander")
        self.bench.one("[role=option]")
        self.keys(Keys.ARROW_DOWN, Keys.ENTER)
        self.bench.one("[data-step=cut]")
        self.tab_to("Fillet")
        self.keys(Keys.ENTER)
        self.focus_is(names.beginWeight)
        self.keys("600", Keys.TAB)
        self.tab_to(names.beginPieces)
        self.keys("4", Keys.ENTER)
        self.focus_is(names.beginThickness)
        self.keys("22", Keys.ENTER)
        self.bench.one("[data-step=jar]")
        self.tab_to(names.addJar)
        self.keys(Keys.ENTER)
        self.bench.one("[role=dialog]")
        self.tab_to("Measured dry brine")
        self.keys(Keys.ENTER)
        self.bench.sees("[data-part=advice]", "Lift out between")
        self.tab_to(names.addLine)
        self.keys("3 g caraway seed")
        self.bench.one("[role=option]")
        self.keys(Keys.ENTER)
        self.bench.until(lambda: len(self.bench.weighs()) == 2, "the line is in")
        self.bench.settled()
        jar = self.stored("Zander").document["jars"][0]
        self.assertEqual([line["ingredient"] for line in jar["lines"]], ["sea-salt-fine", "caraway-seed"])
        self.assert_quiet_console()

    def test_the_focus_comes_back_from_every_dialog(self) -> None:
        self.open_formula(GURNARD)
        bench = self.bench
        opened = {
            names.help: names.help,
            names.addJar: names.addJar,
            names.notes: names.notes,
            names.keepVersion: names.keepVersion,
            names.scale: names.scale,
            names.schools: names.schools,
            names.ourScales: names.ourScales,
        }
        for name, back in opened.items():
            with self.subTest(name):
                self.press_by_key(name)
                bench.one("[role=dialog]")
                self.keys(Keys.ESCAPE)
                bench.until(lambda: not self.driver.find_elements(By.CSS_SELECTOR, "[role=dialog]"), "closed")
                self.focus_is(back if back != names.addJar else f"+ {names.addJar}")
        # Of an item of a menu it comes back to the menu's button.
        menu = names.moreFor.format(line="Buttermilk")
        bench.open_jar(1)
        bench.menu(menu, names.swap)
        bench.one("[role=dialog]")
        self.keys(Keys.ESCAPE)
        self.focus_is(menu)

    def press_by_key(self, name: str) -> None:
        xpath = f"//button[@aria-label='{name}' or normalize-space(.)='{name}' or normalize-space(.)='+ {name}']"
        button = self.bench.until(lambda: self.driver.find_element(By.XPATH, xpath), name)
        self.driver.execute_script("arguments[0].focus()", button)
        self.keys(Keys.ENTER)

    def test_each_screen_has_one_head_a_title_and_a_way_past_the_head(self) -> None:
        self.enter()
        bench = self.bench

        def said(title: str) -> None:
            bench.until(lambda: self.driver.title == f"{title} · Jar Table", f"{title}, not {self.driver.title}")
            self.assertEqual(len(self.driver.find_elements(By.TAG_NAME, "h1")), 1, title)
            self.assertEqual(len(self.driver.find_elements(By.TAG_NAME, "main")), 1, title)
            bench.field(names.help).click()
            bench.sees("[data-part=help-here]", " ")
            bench.close()

        said("On the table")
        self.table.open(ZANDER)
        said(f"{ZANDER} · Bench")
        self.driver.refresh()
        bench.settled()
        self.keys(Keys.TAB)
        self.focus_is(names.skip)
        self.keys(Keys.ENTER)
        bench.until(lambda: self.driver.switch_to.active_element.tag_name == "main", "past the head")
        bench.to_the_window()
        said(f"{ZANDER} · Window")
        bench.follow(names.versions)
        said(f"{ZANDER} · Versions")

    def test_help_is_searched_and_knows_every_word(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.field(names.help).click()
        for word in ("Formula", "Basis", "Window", "Ledger", "Caution", "Diners", "Kitchen", "Tasting", "Run"):
            bench.sees("[data-part=help-words]", word)
        bench.type(names.searchHelp, "pick-up")
        bench.sees("[data-part=help-words]", "what stays on the fish")
        bench.until(lambda: not self.driver.find_elements(By.CSS_SELECTOR, "[data-part=help-here]"), "only that")
        bench.type(names.searchHelp, "zzz")
        bench.sees("[role=dialog]", "Nothing here speaks of that.")
        bench.sees("[data-part=program]", program().removeprefix("jarcore "))
        self.assert_accessible()

    def test_lines_and_jars_are_walked_by_arrows_and_told_by_name(self) -> None:
        self.open_formula(GURNARD)
        bench = self.bench
        bench.open_jar(1)
        # One stop of Tab on the rail, and arrows from jar to jar.
        tabbed = self.driver.find_elements(By.CSS_SELECTOR, "[data-jar][tabindex='0']")
        self.assertEqual(len(tabbed), 1)
        tabbed[0].send_keys(Keys.ARROW_RIGHT)
        self.assertEqual(self.driver.switch_to.active_element.get_attribute("data-jar"), "2")
        self.keys(Keys.HOME)
        self.assertEqual(self.driver.switch_to.active_element.get_attribute("data-jar"), "0")
        # One line is in the order of Tab; the same field of the next is one arrow away.
        bench.field(names.weighOf.format(line="Buttermilk")).click()
        self.keys(Keys.ARROW_DOWN)
        self.focus_is(names.weighOf.format(line="Smooth mustard"))
        stops = self.driver.find_elements(By.CSS_SELECTOR, "[data-weigh][tabindex='0']")
        self.assertEqual([one.get_attribute("aria-label") for one in stops], [self.focused()])
        bench.menu(names.moreFor.format(line="Smooth mustard"), names.moveUp)
        told = says.sorting.down.format(what="Smooth mustard", place=1, all=3)
        bench.until(lambda: bench.text("[data-part=announced]") == told, told)
        bench.menu(names.moreForJar, names.later)
        bench.until(lambda: "stands at place 3 of 4" in bench.text("[data-part=announced]"), "the jar is told")

    def test_what_follows_from_typing_is_told_once_it_is_still(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.settled()
        bench.type(names.amountOf.format(line="Fine sea salt"), "1.5")
        bench.until(lambda: "salt 1.50 % of the fish" in bench.text("[data-part=announced]"), "the reading is told")
        bench.type(names.thickness, "9000")
        bench.until(lambda: "thickest point" in bench.text("[data-part=announced]"), "the fault is told")
        self.assertEqual(bench.value_of(names.thickness), "9000")
        self.assertEqual(bench.field(names.thickness).get_attribute("aria-invalid"), "true")

    def test_steps_back_are_the_browser_s_own_where_nothing_of_the_formula_is_typed(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.type(names.servings, "6")
        bench.settled()
        line = bench.field(names.addLine)
        line.send_keys("salt", Keys.CONTROL, "z")
        bench.fresh()
        self.assertEqual(bench.value_of(names.servings), "6")

    def test_targets_are_as_large_as_a_finger_on_touch_and_24_pixels_elsewhere(self) -> None:
        for touch, least in ((False, 24), (True, 44)):
            if touch:
                self.driver.execute_cdp_cmd("Emulation.setTouchEmulationEnabled", {"enabled": True})
                self.addCleanup(self.driver.execute_cdp_cmd, "Emulation.setTouchEmulationEnabled", {"enabled": False})
            self.open_formula(GURNARD)
            bench = self.bench
            for tab in (names.fish, names.prep, names.heat, names.sides, names.diners):
                bench.tab(tab)
                self.assertEqual(self.driver.execute_script(SMALL, least), [], (tab, least))
            bench.to_the_window()
            self.assertEqual(self.driver.execute_script(SMALL, least), [], ("window", least))
            bench.to_the_table()
            self.assertEqual(self.driver.execute_script(SMALL, least), [], ("table", least))
            for part in ("people", "settings", "trail"):
                KitchenPage(self.driver, self.live_server_url).open(self.kitchen.slug, part)
                self.assertEqual(self.driver.execute_script(SMALL, least), [], (part, least))
            YouPage(self.driver, self.live_server_url).open(self.kitchen.slug)
            self.assertEqual(self.driver.execute_script(SMALL, least), [], ("you", least))

    def test_in_colours_of_one_s_own_and_with_more_contrast_it_is_still_accessible(self) -> None:
        self.open_formula(CHAR)
        for feature, value in (
            ("forced-colors", "active"),
            ("prefers-contrast", "more"),
            ("prefers-color-scheme", "dark"),
        ):
            with self.subTest(feature):
                self.emulate(feature, value)
                self.assert_accessible()
                self.bench.to_the_window()
                self.assert_accessible()
                self.bench.to_the_bench()
                self.bench.settled()

    def test_on_a_phone_the_weigh_list_is_first(self) -> None:
        self.open_formula(GURNARD)
        for width in (390, 320):
            resize(self.driver, width, 844)
            self.addCleanup(resize, self.driver, 1280, 800)
            tops = [
                self.driver.execute_script("return arguments[0].getBoundingClientRect().top", self.bench.one(css))
                for css in (
                    "[data-part=lines]",
                    f"[aria-label='{names.readings}']",
                    f"[aria-label='{names.aboutFish}']",
                )
            ]
            self.assertEqual(tops[0], min(tops), width)
            wide = "return document.documentElement.scrollWidth"
            self.assertLessEqual(self.driver.execute_script(wide), width)
        for part in ("people", "settings", "trail"):
            KitchenPage(self.driver, self.live_server_url).open(self.kitchen.slug, part)
            self.assertLessEqual(self.driver.execute_script(wide), width, part)
        YouPage(self.driver, self.live_server_url).open(self.kitchen.slug)
        self.assertLessEqual(self.driver.execute_script(wide), width, "you")

    def test_no_words_speak_as_a_chemist_does(self) -> None:
        """Nothing that is shown says what a cook would have to look up: common practice."""
        words = str(catalogue())
        for odd in ("meq", "eq/l", "strong ion", "Do it", "Take it"):
            self.assertNotIn(odd, words)
        self.open_formula(CHAR)
        for reading in ("pH", "Acid, as citric"):
            self.bench.field(names.howReached.format(what=reading)).click()
            self.bench.one("[data-part=steps]")
            self.assertNotRegex(self.bench.text("[role=dialog]"), r"\bmeq\b|eq/l|strong ion")
            self.bench.close()


class LostTest(BrowserTest):
    def test_a_room_that_was_not_opened_yet_opens_without_a_connection(self) -> None:
        self.open_formula(ZANDER)
        bench = self.bench
        bench.one("[data-fetched=all]")
        self.offline(True)
        bench.follow(names.versions)
        bench.until(lambda: names.versions in self.driver.title, "the versions")
        bench.sees("main", "The draft, after version 1")
        bench.follow(names.window)
        bench.until(lambda: names.window in self.driver.title, "the Window")
        bench.sees("[data-part=connection]", "does not answer")
        self.offline(False)
