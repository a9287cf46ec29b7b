"""The Window: one jar through time."""

import csv
import io

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By

from tests.browser.pages.bench import BenchPage
from tests.browser.words import names


class WindowPage(BenchPage):
    """The cut across, the time, the fish at each minute, and what lies beside it."""

    def opened(self) -> None:
        self.one("[data-part=cross-section]")
        self.one("[data-now=mean]")

    def now(self) -> dict[str, str]:
        """The figures of the fish at the minute that is shown."""
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-now]")
        return {one.get_attribute("data-now"): one.text for one in found}

    def sentence(self) -> str:
        return self.text("[data-part=sentence]")

    def drag_time(self, pixels: int) -> None:
        handle = self.field(names.timeInJar)
        ActionChains(self.driver).click_and_hold(handle).move_by_offset(pixels, 0).release().perform()

    def bars(self) -> dict[str, str]:
        """The aligned windows, as their rows read."""
        self.one("[data-bar]")
        return {
            row.get_attribute("data-bar"): row.text for row in self.driver.find_elements(By.CSS_SELECTOR, "[data-bar]")
        }

    def exported(self, kind: str, where: str = "[role=tabpanel] ") -> tuple[str, str]:
        """Press an export of a part of the page and read what would have been saved: the file's name, and what is in
        it.
        """
        self.driver.execute_script("""
            window.saved = null;
            const make = URL.createObjectURL;
            URL.createObjectURL = (blob) => {
              blob.text().then((text) => { window.saved = text; });
              return make(blob);
            };
            HTMLAnchorElement.prototype.click = function () { window.savedAs = this.download; };""")
        self.one(f"{where}[data-part=exports] button[data-kind={kind}]").click()
        said = self.until(lambda: self.driver.execute_script("return window.saved"), f"the {kind}")
        return self.driver.execute_script("return window.savedAs"), said

    def table(self, where: str = "[role=tabpanel] ") -> tuple[str, list[dict[str, str]]]:
        """Export a table and read it as another program would: the file's name, and its rows."""
        name, said = self.exported("CSV", where)
        return name, list(csv.DictReader(io.StringIO(said, newline="")))
