"""Versions: the tree, what the draft changes in words, one opened as it was kept, brought back, named."""

from selenium.webdriver.common.keys import Keys

from server.formulas.models import FormulaVersion, VersionName
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.pages.versions import VersionsPage
from tests.browser.words import names


class VersionsTest(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.page = VersionsPage(self.driver, self.live_server_url)

    def test_a_version_is_looked_at_brought_back_and_goes_on_in_a_branch_of_its_own(self) -> None:
        self.open_zander()
        page = self.page
        page.type(names.thickness, "31")
        page.settled()
        page.keep_version("thicker")
        page.sees("[data-part=after-version]", "draft after version 2")
        # Kept once more it is the same version: that is said, and what was typed of it stands.
        page.keep_version("thicker, and once more")
        page.sees("[role=dialog] [role=alert]", "kept, as version 2")
        page.holds(names.whatIsDifferent, "thicker, and once more")
        page.close()
        page.opened()
        page.until(lambda: page.tree() == {"2": "1", "1": ""}, "two versions")
        page.sees("[data-chosen]", "Nothing that a cook would notice changes")
        page.choose_version(1)
        self.assertIn("Thickness", page.differences())
        page.type(names.versionName, "the first one")
        page.field(names.versionName).send_keys(Keys.ENTER)
        page.until(lambda: VersionName.objects.filter(name="the first one").exists(), "named")
        page.sees("button[data-version='1']", "the first one")
        self.assert_accessible()

        # As it was kept: its own figures, and nothing that can be changed.
        page.press(names.openAsKept)
        page.sees("[data-part=as-kept]", "Version 1 as it was kept")
        page.holds(names.thickness, "22")
        self.assertFalse(page.field(names.thickness).is_enabled())
        self.assertFalse(self.driver.find_elements("css selector", f'[aria-label="{names.addLine}"]'))
        self.assert_accessible()

        page.press(names.bringBack)
        page.holds(names.thickness, "22")
        self.assertTrue(page.field(names.thickness).is_enabled())
        page.sees("[data-part=after-version]", "draft after version 1")
        page.type(names.servings, "6")
        page.settled()
        page.keep_version("the first, for six")
        page.sees("[data-part=after-version]", "draft after version 3")
        page.opened()
        page.until(lambda: page.tree() == {"3": "1", "2": "1", "1": ""}, "a branch")
        self.assertEqual(FormulaVersion.objects.get(formula=self.stored(), number=3).document["servings"], 6)
        self.assert_quiet_console()

    def test_bringing_back_is_a_step_that_is_taken_back(self) -> None:
        self.open_zander()
        page = self.page
        page.type(names.thickness, "31")
        page.settled()
        page.opened()
        page.press(names.bringBack)
        page.holds(names.thickness, "22")
        page.field(names.stepBack).click()
        page.holds(names.thickness, "31")
        page.settled()
        self.assertNotIn("brought_back", self.stored(ZANDER).document)

    def test_a_viewer_looks_at_versions_and_a_new_formula_has_none(self) -> None:
        self.open_formula(name="vs")
        page = self.page
        page.opened()
        self.assertFalse(page.field(names.versionName).is_enabled())
        self.assertFalse(self.driver.find_elements("xpath", f"//button[.='{names.bringBack}']"))
        self.driver.delete_all_cookies()
        self.enter()
        self.table.press(names.newFormula)
        self.bench.settled()
        page.opened()
        page.sees("main", "No version is kept yet")
