"""What every screen can do: find by label, type, wait for words."""

from collections.abc import Callable
from typing import TypeVar

from selenium import webdriver
from selenium.common.exceptions import (
    ElementClickInterceptedException,
    NoSuchElementException,
    StaleElementReferenceException,
)
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support.select import Select
from selenium.webdriver.support.wait import WebDriverWait

from tests.browser.words import names

T = TypeVar("T")
# A bound for what never comes: a busy machine is no failure.
PATIENCE_S = 30
ANSWER = """
const [path, status, body] = arguments;
window.realFetch ??= window.fetch;
window.fetch = (asked, more) => (asked.url ?? asked).includes(path)
  ? Promise.resolve(new Response(body, {status, headers: {'Content-Type': 'application/problem+json'}}))
  : window.realFetch(asked, more);"""


def called(name: str) -> str:
    """What finds the part of a page with this accessible name."""
    return f'[aria-label="{name}"]'


class Page:
    """A screen in a browser at an address."""

    def __init__(self, driver: webdriver.Chrome, address: str) -> None:
        self.driver, self.address = driver, address

    def until(self, condition: Callable[[], T], what: str, within_s: float = PATIENCE_S) -> T:
        """Wait until CONDITION gives something, asking often."""
        ignored = (StaleElementReferenceException, NoSuchElementException)
        wait = WebDriverWait(self.driver, within_s, poll_frequency=0.05, ignored_exceptions=ignored)
        return wait.until(lambda _driver: condition(), f"waited {within_s} s for: {what}")

    def one(self, css: str) -> WebElement:
        return self.until(lambda: self.driver.find_element(By.CSS_SELECTOR, css), css)

    def gone(self, css: str) -> None:
        self.until(lambda: not self.driver.find_elements(By.CSS_SELECTOR, css), f"{css} is gone")

    def field(self, label: str) -> WebElement:
        return self.one(called(label))

    def type(self, label: str, text: str) -> None:
        """Replace what is in a field, by keys."""
        field = self.field(label)
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys(text or Keys.DELETE)

    def typed(self, label: str) -> str:
        """What stands in a field."""
        return str(self.field(label).get_attribute("value"))

    def choose(self, label: str, value: str) -> None:
        choice = (By.CSS_SELECTOR, f'option[value="{value}"]')
        self.until(lambda: self.field(label).find_element(*choice), f"{label}: {value}")
        Select(self.field(label)).select_by_value(value)

    def press(self, words: str) -> None:
        """Press the button (or item of a menu) with these words."""
        xpath = f"//*[self::button or @role='menuitem' or @role='option'][contains(normalize-space(.), \"{words}\")]"
        self.until(lambda: self._clicked(xpath), f"button {words}")

    def sign_out(self) -> None:
        """From the menu behind one's initials."""
        self.leave(names.signOut)

    def leave(self, way: str) -> None:
        """Choose something from the menu behind one's initials."""
        self.one("header button[aria-haspopup=menu]").click()
        self.until(lambda: self._clicked(f"//*[@role='menuitem'][.='{way}']"), way)

    def follow(self, words: str) -> None:
        """Follow the link with these words."""
        self.until(lambda: self._clicked(f'//a[normalize-space(.)="{words}"]'), f"link {words}")

    def _clicked(self, xpath: str) -> bool:
        """Click what is there; while the page still moves under the pointer it is tried again."""
        try:
            self.driver.find_element(By.XPATH, xpath).click()
        except ElementClickInterceptedException:
            return False
        return True

    def value_of(self, label: str) -> str | None:
        return self.field(label).get_attribute("value")

    def holds(self, label: str, value: str) -> None:
        """Wait until a field holds VALUE."""
        self.until(lambda: self.value_of(label) == value, f"{label} holds {value}")

    def leads_to(self, address: str) -> None:
        """Wait until the browser is at ADDRESS."""
        self.until(lambda: self.driver.current_url == address, address)

    def answers(self, path: str, status: int, body: str = "{}") -> None:
        """What the page asks of an address with PATH in it is answered so from now on, instead of by the server."""
        self.driver.execute_script(ANSWER, path, status, body)

    def answers_truly(self) -> None:
        """The server answers for itself again."""
        self.driver.execute_script("window.fetch = window.realFetch")

    def text(self, css: str) -> str:
        return self.one(css).text

    def sees(self, css: str, words: str) -> None:
        """Wait until an element holds WORDS."""
        self.until(lambda: words in self.driver.find_element(By.CSS_SELECTOR, css).text, f"{words!r} in {css}")

    def find(self, label: str, words: str, name: str) -> None:
        """Type into a search and choose the entry called NAME."""
        self.field(label).send_keys(words)
        xpath = f"//*[@role='option'][span[1]=\"{name}\"]"
        self.until(lambda: self.driver.find_element(By.XPATH, xpath), f"found {name}").click()
