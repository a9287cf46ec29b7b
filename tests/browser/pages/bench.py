"""The Bench: one formula."""

from selenium.webdriver.common.by import By

from tests.browser.pages.page import Page


class BenchPage(Page):
    """Fish, jars, readings, window."""

    def settled(self) -> None:
        """Wait until the evaluation is of what is typed, and the server keeps it."""
        self.one("main[data-stale=false]")
        self.one("[role=status][data-state=kept]")

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

    def faults(self) -> list[str]:
        return [fault.text for fault in self.driver.find_elements(By.CSS_SELECTOR, "[role=alert]")]

    def add_jar(self, name: str) -> None:
        self.press("Add a jar")
        self.press(name)

    def keep_version(self, note: str) -> None:
        self.press("Keep a version")
        self.type("What is different in it?", note)
        self.press("Keep it")
