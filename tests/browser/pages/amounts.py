"""The two dialogs about the amounts of a jar: what is asked for, and what went otherwise."""

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from tests.browser.pages.page import Page, called
from tests.browser.words import amounts, names

ASK, CORRECT = amounts.names, amounts.correct


class AskPage(Page):
    """Targets in, amounts out."""

    def show(self) -> "AskPage":
        self.press(names.askAmounts)
        self.field(ASK.addTarget)
        return self

    def aim(self, key: str, reading: str, bound: str, figure: str) -> None:
        """Aim at a reading by its KEY, with one bound of it."""
        if not self.driver.find_elements(By.CSS_SELECTOR, f'[data-aim="{key}"]'):
            self.choose(ASK.addTarget, key)
        self.type(ASK.bound.format(reading=reading, bound=bound), figure)

    def solved(self, met: bool) -> None:
        """Wait until the answer to what is asked now is there."""
        self.one(f"[data-part=solved][data-met={str(met).lower()}][aria-busy=false]")

    def line(self, name: str) -> tuple[str, str]:
        """What a line weighs now and then, as it is shown."""
        cells = self.driver.find_elements(By.CSS_SELECTOR, f'[data-solved="{name}"] td')
        return cells[1].text, cells[2].text

    def lock(self, name: str) -> None:
        """A line stays, by the keyboard."""
        self.field(ASK.stays.format(line=name)).send_keys(Keys.SPACE)

    def relaxations(self) -> list[str]:
        """What may be given up, each a button."""
        found = self.driver.find_elements(By.CSS_SELECTOR, f"{called(ASK.relaxations)} button")
        return [one.text for one in found]

    def take(self) -> None:
        """Put the amounts in, by the keyboard."""
        xpath = f'//button[.="{ASK.takeAmounts}"]'
        self.until(lambda: self.driver.find_element(By.XPATH, xpath).is_enabled(), "amounts to put in")
        self.driver.find_element(By.XPATH, xpath).send_keys(Keys.ENTER)


class CorrectPage(Page):
    """What went otherwise."""

    def show(self) -> "CorrectPage":
        self.press(names.correctIt)
        self.one(called(ASK.what))
        return self

    def about(self, what: str) -> None:
        """What happened: a tab of the dialog."""
        self.until(lambda: self._clicked(f'//*[@role="tab"][.="{what}"]'), what)

    def went_in(self, line: str, grams: str) -> None:
        self.type(ASK.wentIn.format(line=line), grams)

    def as_planned(self, line: str) -> None:
        """A line went in as planned, by the keyboard."""
        self.field(ASK.asPlanned.format(line=line)).send_keys(Keys.SPACE)

    def on_fish(self) -> None:
        """The jar is on the fish, or it is not yet."""
        self.until(lambda: self._clicked(f'//label[normalize-space(.)="{ASK.onFish}"]'), ASK.onFish)

    def choices(self) -> list[str]:
        """Which choices there are, once there are some to what is typed now."""
        self.one(f"{called(ASK.choices)}[aria-busy=false]")
        return [
            str(one.get_attribute("data-choice")) for one in self.driver.find_elements(By.CSS_SELECTOR, "[data-choice]")
        ]

    def read(self, choice: str, key: str) -> list[str]:
        """A reading of a choice, from what was planned to what it is with it."""
        cells = self.driver.find_elements(By.CSS_SELECTOR, f'[data-choice="{choice}"] [data-changed="{key}"] td')
        return [one.text for one in cells[1:]]

    def take(self, choice: str) -> None:
        """Take a choice, by the keyboard."""
        button = self.until(
            lambda: self.driver.find_element(By.CSS_SELECTOR, f'[data-choice="{choice}"] button:enabled'), choice
        )
        button.send_keys(Keys.ENTER)
