"""Versions side by side."""

from selenium.webdriver.common.by import By

from tests.browser.pages.page import Page
from tests.browser.words import amounts

WORDS = amounts.compare


class ComparePage(Page):
    """The sheet on which two to four versions stand."""

    def open(self, kitchen: str, of: str) -> "ComparePage":
        self.driver.get(f"{self.address}/{kitchen}/compare?of={of}")
        self.settled()
        return self

    def settled(self) -> None:
        """What is asked of the columns has been answered."""
        self.one("[data-part=beside][aria-busy=false] [data-jars]")

    def titles(self) -> list[str]:
        return [one.text for one in self.driver.find_elements(By.CSS_SELECTOR, "th[data-column] a")]

    def row(self, what: str) -> list[str]:
        """What is read of each, in the order of the columns; of several rows of the name the first."""
        row = self.one(f'[data-row="{what}"], [data-line="{what}"]')
        return [one.text for one in row.find_elements(By.CSS_SELECTOR, "td")]

    def rows(self) -> list[str]:
        """All readings that are shown."""
        return [str(one.get_attribute("data-row")) for one in self.driver.find_elements(By.CSS_SELECTOR, "[data-row]")]

    def heights(self) -> list[int]:
        """How high the jars are drawn."""
        return [one.size["height"] for one in self.driver.find_elements(By.CSS_SELECTOR, "[data-drawn] svg")]

    def take_line(self, name: str) -> None:
        """A line goes into the new one."""
        self.field(WORDS.takeLine.format(line=name)).click()
        self.settled()
