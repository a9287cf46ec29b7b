"""The sign-in screen."""

from tests.browser.pages.page import Page


class SignInPage(Page):
    """Name and password."""

    def open(self) -> "SignInPage":
        self.driver.get(f"{self.address}/sign-in")
        self.field("Password")
        return self

    def enter(self, name: str, password: str) -> None:
        self.type("Name", name)
        self.type("Password", password)
        self.press("Sign in")
