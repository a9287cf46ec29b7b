"""The day: a kitchen's services, and one of them with its docket."""

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement

from tests.browser.pages.page import Page
from tests.browser.words import day

NAMES = day.names


class DayPage(Page):
    """The list, and the service that is opened."""

    def show(self, kitchen: str) -> "DayPage":
        self.driver.get(f"{self.address}/{kitchen}/day")
        self.sees("h1", day.title)
        return self

    def open(self, kitchen: str, service: int) -> "DayPage":
        self.driver.get(f"{self.address}/{kitchen}/day/{service}")
        return self.settled()

    def follow_service(self, title: str) -> None:
        """From the list to a service, by how its title begins."""
        self.until(lambda: self._clicked(f'//*[@data-service]//a[starts-with(normalize-space(.), "{title}")]'), title)

    def settled(self) -> "DayPage":
        """The plan is of what is typed."""
        self.one("[data-part=kept][data-state=kept]")
        self.one("[data-part=stands][data-fresh=true]")
        return self

    def searched(self) -> "DayPage":
        """A better plan has been looked for."""
        self.one("[data-part=stands][data-searched=true]")
        return self

    def number(self) -> int:
        """Of the service that is opened."""
        return int(self.driver.current_url.rpartition("/")[2])

    def listed(self) -> list[str]:
        return [one.text for one in self.driver.find_elements(By.CSS_SELECTOR, "[data-service] h2")]

    def add_course(self, words: str, title: str) -> None:
        """Find a formula and cook it."""
        self.find(NAMES.addCourse, words, title)
        self.one("[data-course]")
        self.settled()

    def stands(self) -> str:
        """How the plan stands, in words."""
        return self.text("[data-part=stands] [role=status]")

    def step(self, deed: str) -> WebElement:
        """The first step of hands whose id ends so."""
        return self.one(f'[data-column] [data-step$="{deed}"]')

    def moments(self) -> dict[str, str]:
        """When each step on the docket begins, with its day."""
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-column] [data-step]")
        return {str(one.get_attribute("data-step")): one.get_attribute("data-start") or "" for one in found}

    def starts(self) -> dict[str, str]:
        """When each step on the docket begins, by the clock."""
        return {step: at[11:16] for step, at in self.moments().items()}

    def begins(self, deed: str) -> str:
        return str(self.step(deed).get_attribute("data-start"))[11:16]

    def columns(self) -> list[str]:
        """Whose columns there are."""
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-column]")
        return [str(one.get_attribute("data-column")) for one in found]

    def choose_step(self, deed: str) -> None:
        """Look at a step: why it is where it is."""
        self.step(deed).click()
        self.one(f'[data-part=step][data-step$="{deed}"]')

    def costs(self, by: int) -> str:
        """What it would cost to have the chosen step so many minutes elsewhere."""
        css = f'[data-moved="{by}"] p'
        self.until(lambda: self.driver.find_element(By.CSS_SELECTOR, css).text != day.step.asking, "the cost")
        return self.text(css)

    def drag(self, deed: str, pixels: int) -> None:
        """Drag a step down the docket, or up."""
        step = self.step(deed)
        ActionChains(self.driver).move_to_element(step).click_and_hold().move_by_offset(0, pixels // 2).move_by_offset(
            0, pixels - pixels // 2
        ).release().perform()

    def move_by_keys(self, deed: str, times: int) -> None:
        """So many presses of Shift and an arrow, down where there are more than none, then Enter."""
        step = self.step(deed)
        for _ in range(abs(times)):
            step.send_keys(Keys.SHIFT, Keys.ARROW_DOWN if times > 0 else Keys.ARROW_UP)
        step.send_keys(Keys.ENTER)

    def mends(self) -> list[str]:
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-part=mends] li span")
        return [one.text for one in found]
