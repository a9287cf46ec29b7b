"""The sign-in screen."""

from tests.browser.pages.page import Page
from tests.browser.words import names


class SignInPage(Page):
    """Name and password."""

    def open(self) -> "SignInPage":
        self.driver.get(f"{self.address}/sign-in")
        self.field(names.password)
        return self

    def enter(self, name: str, password: str) -> None:
        self.type(names.name, name)
        self.type(names.password, password)
        self.press(names.signIn)
