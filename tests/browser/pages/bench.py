"""The Bench: one formula."""

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from tests.browser.pages.page import Page


class BenchPage(Page):
    """Fish, jars, readings, window."""

    def settled(self) -> None:
        """Wait until the evaluation is of what is typed, and the server keeps it."""
        self.one("main[data-stale=false]")
        self.one("[data-part=kept][data-state=kept]")

    def fresh(self) -> None:
        self.one("main[data-stale=false]")

    def weighs(self) -> list[str]:
        return [cell.text for cell in self.driver.find_elements(By.CSS_SELECTOR, "[data-weigh]")]

    def marks(self) -> dict[str, str]:
        """The window's four times, as written."""
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-mark]")
        return {m.get_attribute("data-mark"): m.text.removeprefix(m.get_attribute("data-mark")).strip() for m in found}

    def reading(self, name: str) -> str:
        return self.text(f'[data-reading="{name}"]')

    def complains(self, words: str) -> None:
        """Wait until a field says what is wrong with it."""
        faults = (By.CSS_SELECTOR, "[role=alert]")
        self.until(lambda: any(words in fault.text for fault in self.driver.find_elements(*faults)), words)

    def add_jar(self, name: str) -> None:
        self.press("Add a jar")
        self.press(name)

    def type_line(self, words: str, name: str | None = None) -> None:
        """Type a line as a cook writes it; NAME chooses among several that it may mean."""
        self.field("Add a line").send_keys(words)
        if name:
            self.find("Add a line", "", name)
        else:
            self.one('[aria-label="Add a line"][data-busy=false]')
            self.one("[aria-label='Read as'] [role=option]")
            self.field("Add a line").send_keys(Keys.ENTER)
        self.until(lambda: self.field("Add a line").get_attribute("value") == "", f"{words} taken")

    def menu(self, label: str, item: str) -> None:
        """Choose from the menu behind a button."""
        self.field(label).click()
        self.press(item)

    def tab(self, name: str) -> None:
        """Open a tab; a click that missed, as the page moved under the pointer, is tried again."""
        xpath = f"//*[@role='tab'][normalize-space(.)='{name}']"

        def opened() -> bool:
            if self.driver.find_element(By.XPATH, xpath).get_attribute("aria-selected") == "true":
                return True
            self._clicked(xpath)
            return False

        self.until(opened, f"tab {name} open")

    def avoids(self, what: str) -> None:
        """Tick what the first diner avoids."""
        self.one("section[aria-label=Fish] fieldset summary").click()
        xpath = f"//section[@aria-label='Fish']//label[normalize-space(.)='{what}']//input"
        self.until(lambda: self.driver.find_element(By.XPATH, xpath), what).click()

    def differences(self) -> dict[str, str]:
        """What a change changes, as told before it is taken."""
        self.one("[data-part=differences] [data-difference]")
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-difference]")
        return {one.get_attribute("data-difference"): one.text for one in found}

    def close(self) -> None:
        """Close the dialog that is open."""
        self.one("[role=dialog]").send_keys(Keys.ESCAPE)
        self.until(lambda: not self.driver.find_elements(By.CSS_SELECTOR, "[role=dialog]"), "the dialog closed")

    def keep_version(self, note: str) -> None:
        self.press("Keep a version")
        self.type("What is different in it?", note)
        self.press("Keep it")
