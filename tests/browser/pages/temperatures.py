"""The temperature record: what was read and checked, what was missed, and a line to be entered."""

from selenium.webdriver.common.by import By
from selenium.webdriver.support.ui import Select

from tests.browser.pages.page import Page
from tests.browser.words import temperatures

NAMES = temperatures.names


class TemperaturesPage(Page):
    """The record of a day."""

    def open(self, kitchen: str, day: str = "") -> "TemperaturesPage":
        self.driver.get(f"{self.address}/{kitchen}/temperatures{f'?day={day}' if day else ''}")
        self.one("[data-part=due]")
        return self

    def enter(self, kind: str, value: str = "", which: str = "", **more: str) -> None:
        """Fill the form in and send it: MORE by the names of its fields."""
        Select(self.one("[data-part=log] select")).select_by_value(kind)
        if which:
            self.one("[data-part=log] input[id$='-which']").send_keys(which)
        if value:
            self.type(NAMES.value, value)
        for name, text in more.items():
            self.one(f"[data-part=log] input[id$='-{name}']").send_keys(text)
        self.one("[data-part=enter]").click()

    def lines(self) -> list[str]:
        """What is in the record, each as it is read."""
        return [one.text for one in self.driver.find_elements(By.CSS_SELECTOR, "[data-line]")]

    def has(self, *words: str) -> None:
        """Wait until a line has all of these words."""
        self.until(lambda: any(all(word in line for word in words) for line in self.lines()), f"a line with {words}")

    def says_what_was_done(self, note: str) -> None:
        """Of the first that was missed."""
        self.one("[data-missed] input").send_keys(note)
        self.one("[data-missed] button:enabled").click()
