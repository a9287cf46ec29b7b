"""The Table: formulas as jars."""

from selenium.webdriver.common.by import By

from tests.browser.pages.page import Page

TITLES = "return [...document.querySelectorAll('main li h2')].map((one) => one.innerText)"


class TablePage(Page):
    """The kitchen's formulas."""

    def titles(self) -> list[str]:
        # All at once: asked one by one a hundred take seconds.
        return list(self.driver.execute_script(TITLES))

    def waits_for(self, *titles: str) -> None:
        self.until(lambda: self.titles() == list(titles), f"titles {titles}")

    def shows(self, number: int) -> None:
        """Wait until so many formulas are there."""
        self.until(lambda: len(self.titles()) == number, f"{number} formulas")

    def find_and_open(self, title: str) -> None:
        """Press the formula, whatever comes of it."""
        xpath = f'//li//h2[text()="{title}"]'
        self.until(lambda: self.driver.find_element(By.XPATH, xpath), title).click()

    def open(self, title: str) -> None:
        self.find_and_open(title)
        self.one("[data-part=advice], [data-part=no-window]")
