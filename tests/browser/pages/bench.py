"""The Bench: one formula."""

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from tests.browser.pages.page import Page, called
from tests.browser.words import names

FISH, OPEN_JAR, PLATE, TIME = (
    f"section{called(name)}" for name in (names.fish, names.openJar, names.saltToPlate, names.timeOfJar)
)


class BenchPage(Page):
    """Fish, jars, readings, window."""

    def settled(self) -> None:
        """Wait until the evaluation is of what is typed, and the server keeps it."""
        self.one("main[data-stale=false]")
        self.one("[data-part=kept][data-state=kept]")

    def fresh(self) -> None:
        self.one("main[data-stale=false]")

    def weighs(self) -> list[str]:
        """What stands on the scale, line by line."""
        return [cell.get_attribute("value") for cell in self.driver.find_elements(By.CSS_SELECTOR, "[data-weigh]")]

    def marks(self) -> dict[str, str]:
        """The window's four times, as written."""
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-mark]")
        return {m.get_attribute("data-mark"): m.text.removeprefix(m.get_attribute("data-mark")).strip() for m in found}

    def reading(self, name: str) -> str:
        return self.text(f'[data-reading="{name}"]')

    def complains(self, words: str) -> None:
        """Wait until a field says what is wrong with it."""
        faults = (By.CSS_SELECTOR, "[role=alert], [data-part=fault]")
        self.until(lambda: any(words in fault.text for fault in self.driver.find_elements(*faults)), words)

    def open_jar(self, place: int) -> None:
        """Open a jar of the rail, counted from 0."""
        self.one(f"[data-jar='{place}']").click()
        self.one(f"[data-jar='{place}'][aria-pressed=true]")

    def jar_open(self) -> int:
        """Which jar is open, counted from 0."""
        return int(self.one("[data-jar][aria-pressed=true]").get_attribute("data-jar") or "")

    def verdict(self) -> str:
        return self.text("[data-part=verdict]")

    def to_the_window(self) -> None:
        self.follow(names.window)
        self.one(f"{TIME} [data-part=handle], [data-part=no-window]")

    def to_the_bench(self) -> None:
        self.follow(names.bench)
        self.one(FISH)

    def to_the_table(self) -> None:
        self.field(names.toTable).click()
        self.one("main li h2")

    def add_jar(self, name: str) -> None:
        self.press(names.addJar)
        self.press(name)

    def type_line(self, words: str, name: str | None = None) -> None:
        """Type a line as a cook writes it; NAME chooses among several that it may mean."""
        self.field(names.addLine).send_keys(words)
        if name:
            self.find(names.addLine, "", name)
        else:
            self.one(called(names.addLine) + "[data-busy=false]")
            self.one(called(names.readAs) + " [role=option]")
            self.field(names.addLine).send_keys(Keys.ENTER)
        self.until(lambda: self.field(names.addLine).get_attribute("value") == "", f"{words} taken")

    def menu(self, label: str, item: str) -> None:
        """Choose from the menu behind a button."""
        self.field(label).click()
        self.press(item)

    def tab(self, name: str) -> None:
        """Open a tab; a click that missed, as the page moved under the pointer, is tried again."""
        xpath = f"//*[@role='tab'][starts-with(normalize-space(.), '{name}')]"

        def opened() -> bool:
            if self.driver.find_element(By.XPATH, xpath).get_attribute("aria-selected") == "true":
                return True
            self._clicked(xpath)
            return False

        self.until(opened, f"tab {name} open")

    def avoids(self, what: str) -> None:
        """Tick what the first diner avoids."""
        self.one(FISH + " fieldset summary").click()
        xpath = f"//section[@aria-label='{names.fish}']//label[normalize-space(.)='{what}']//input"
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
        self.press(names.keepVersion)
        self.type(names.whatIsDifferent, note)
        self.press(names.keepReady)
