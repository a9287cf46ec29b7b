"""The screens about people: one's own, the kitchen's, and the doors in front of it."""

from selenium.webdriver.common.by import By

from tests.browser.pages.page import Page
from tests.browser.words import people


class YouPage(Page):
    """What is one's own."""

    def open(self, kitchen: str) -> "YouPage":
        self.driver.get(f"{self.address}/{kitchen}/you")
        self.one("[data-part=sessions] li")
        return self

    def done(self, part: str, words: str) -> None:
        self.sees(f"[data-part={part}] [role=status]", words)

    def faulty(self, part: str, words: str) -> None:
        """Wait until something in a part is told to be wrong."""
        self.sees(f"[data-part={part}] [role=alert]", words)

    def sessions(self) -> list[str]:
        return [one.text for one in self.driver.find_elements(By.CSS_SELECTOR, "[data-part=sessions] li")]


class KitchenPage(Page):
    """A kitchen's people, settings and trail."""

    def open(self, kitchen: str, part: str = "people") -> "KitchenPage":
        self.driver.get(f"{self.address}/{kitchen}/kitchen" + (f"?part={part}" if part != "people" else ""))
        self.one("[data-person]" if part == "people" else f"[data-part={part}]")
        return self

    def link(self) -> str:
        """The link that was just made."""
        return str(self.one("[data-part=link] input").get_attribute("value"))

    def more(self, username: str, name: str) -> None:
        """Choose something in somebody's menu."""
        self.one(f"[data-person={username}] button[aria-haspopup=menu]").click()
        self.press(name)

    def roles(self) -> dict[str, str]:
        return {
            str(one.get_attribute("data-person")): str(one.find_element(By.TAG_NAME, "select").get_attribute("value"))
            for one in self.driver.find_elements(By.CSS_SELECTOR, "[data-person]")
        }

    def deeds(self) -> list[str]:
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-deed]")
        return [str(one.get_attribute("data-deed")) for one in found]


class DoorPage(Page):
    """What stands before every kitchen: links, the first owner, and who is at the tablet."""

    def introduce(self, username: str, name: str, initials: str, password: str) -> None:
        """Say who one is, as somebody new."""
        self.type(people.names.signInName, username)
        self.type(people.names.yourName, name)
        self.type(people.names.initials, initials)
        self.type(people.names.password, password)

    def come(self, initials: str, code: str) -> None:
        """Say that one is at the tablet."""
        self.until(lambda: self._clicked(f"//fieldset//button[strong='{initials}']"), initials)
        self.field(people.names.digits).send_keys(code)
        self.press(people.names.come)

    def at(self, initials: str) -> None:
        """Wait until somebody of these initials is signed in."""
        self.sees("header button[aria-haspopup=menu]", initials)
