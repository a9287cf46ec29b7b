"""The versions of one formula."""

from selenium.webdriver.common.by import By

from tests.browser.pages.bench import BenchPage
from tests.browser.words import names


class VersionsPage(BenchPage):
    """The tree of versions, the chosen one against the draft, and a version as it was kept."""

    def opened(self) -> None:
        self.follow(names.versions)
        self.one("[data-part=tree], main > p")

    def tree(self) -> dict[str, str]:
        """Each version with the one that it came from."""
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-version]")
        return {one.get_attribute("data-version"): one.get_attribute("data-after") for one in found}

    def choose_version(self, number: int) -> None:
        self.one(f"button[data-version='{number}']").click()
        self.one(f"[data-chosen='{number}']")
