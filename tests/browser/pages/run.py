"""The run: what is to be done now, its gates, timers, and what else happened."""

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from tests.browser.pages.page import Page
from tests.browser.words import run

NAMES = run.names
NOTE = "[role=dialog] input"


class RunPage(Page):
    """A run at a tablet."""

    def open(self, kitchen: str, number: int) -> "RunPage":
        self.driver.get(f"{self.address}/{kitchen}/runs/{number}")
        self.one("[data-part=action]")
        return self

    def number(self) -> int:
        """Of the run that is opened."""
        self.one("[data-part=action]")
        return int(self.driver.current_url.rpartition("/")[2])

    def step(self) -> str:
        """What is to be done now, by its id; nothing while there is nothing."""
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-part=action] [data-step]")
        return found[0].get_attribute("data-step") or "" if found else ""

    def comes_to(self, deed: str) -> None:
        """Wait until a step whose id ends so is to be done."""
        self.until(lambda: self.step().endswith(deed), f"{deed}, not {self.step()}")

    def done(self) -> None:
        """The big button."""
        before = self.step()
        self.one("[data-part=done]:enabled").click()
        self.until(lambda: self.step() != before, f"{before} is over")

    def can_be_done(self) -> bool:
        return self.one("[data-part=done]").is_enabled()

    def read(self, gate: str, value: str) -> None:
        """Type what is read off at a gate."""
        field = self.one(f"[data-gate={gate}] input")
        field.send_keys(value, Keys.ENTER)

    def to_a_gate(self) -> None:
        """Go on until something has to be read off, and let it be too warm."""
        self.one("[data-person]")
        for alarm in self.driver.find_elements(By.CSS_SELECTOR, "[data-part=alarm] button"):
            alarm.click()
        who = [one.get_attribute("data-person") for one in self.driver.find_elements(By.CSS_SELECTOR, "[data-person]")]
        for turn in range(4 * len(who)):
            self.is_somebody(str(who[turn % len(who)]))
            while self.driver.find_elements(By.CSS_SELECTOR, "[data-part=done]:enabled"):
                self.done()
            if self.driver.find_elements(By.CSS_SELECTOR, "[data-gate] input"):
                self.one("[data-gate] input").send_keys("9", Keys.ENTER)
                self.one("[data-gate] [role=alert]")
                return

    def retype(self, gate: str, value: str) -> None:
        """Type another value over what stands at a gate."""
        self.one(f"[data-gate={gate}] input").send_keys(Keys.CONTROL, "a")
        self.read(gate, value)

    def looked(self, gate: str) -> None:
        """Say of a gate that is looked at that it is so."""
        self.one(f"[data-gate={gate}] button").click()
        self.one(f"[data-gate={gate}][data-passed=true]")

    def go_on_anyway(self, why: str) -> None:
        self.press(NAMES.goOnAnyway)
        self.type(NAMES.why, why)
        self.field(NAMES.why).send_keys(Keys.ENTER)

    def hand(self, part: str) -> None:
        """What a hand does at the simulated scale: pour, more, out, tare, take; until that is at rest."""
        before = self.on_the_scale()
        self.one(f"[data-hand={part}]").click()
        # Its noise alone, a step of it up or down, is no change.
        shown = self.text("[data-part=scale]")
        fine = "." in shown and "kg" not in shown
        self.until(lambda: abs(self.on_the_scale() - before) > (0.2 if fine else 2), f"{part} shows on the scale")
        self.one("[data-part=scale][data-steady=true]")

    def on_the_scale(self) -> float:
        """What the scale shows, in grams; nothing while it shows nothing."""
        value, _, unit = self.text("[data-part=scale]").replace(",", "").partition(" ")
        return float(value) * (1000 if unit == "kg" else 1) if unit else 0.0

    def is_in(self, line: str) -> None:
        """What is on the scale is in: pressed once it is at rest, and again where it was not at that very moment."""

        def pressed() -> bool:
            if self.inside(line) == "":
                self.lot()
            return self.inside(line) != ""

        self.until(pressed, f"{line} is in")

    def lot(self) -> None:
        """What is on the scale goes in, or is weighed as one lot: once it is at rest."""
        self.one("[data-part=in]:enabled").click()

    def type_weight(self, line: str, grams: str) -> None:
        """Type what a line weighs."""
        self.one("[data-part=weigh] input").send_keys(grams, Keys.ENTER)
        self.until(lambda: self.inside(line) != "", f"{line} is in")

    def inside(self, line: str) -> str:
        """What is in of a line, in grams; nothing while it is not."""
        return str(self.one(f"[data-line={line}]").get_attribute("data-in"))

    def mends(self) -> list[str]:
        """What is offered for a jar that went in otherwise, by what each is called."""
        self.one("[data-mend]")
        found = self.driver.find_elements(By.CSS_SELECTOR, "[data-mend]")
        return [str(one.get_attribute("data-mend")) for one in found]

    def mend(self, choice: str) -> None:
        self.one(f"[data-mend={choice}]").click()
        self.gone("[data-mend]")

    def mend_jar(self, taste: str) -> None:
        """Say how the jar of a step tastes; what mends it stands open."""
        self.one("[data-part=mend]").click()
        self.one(f"[role=dialog] [data-taste={taste}]").click()

    def panel(self) -> None:
        """The panel of instruments."""
        self.one("[data-part=panel]").click()
        self.one("[role=dialog] [data-instrument]")

    def put_into(self, instrument: str, what: str) -> None:
        """Put an instrument of the panel into something."""
        Select(self.one(f"[role=dialog] [data-instrument={instrument}] select")).select_by_value(what)

    def make_wrong(self, instrument: str, fault: str) -> None:
        """Make an instrument of the panel wrong."""
        last = self.driver.find_elements(By.CSS_SELECTOR, f"[role=dialog] [data-instrument={instrument}] select")[-1]
        Select(last).select_by_value(fault)

    def close(self) -> None:
        """Close what is open over the run."""
        self.one("[role=dialog]").send_keys(Keys.ESCAPE)
        self.gone("[role=dialog]")

    def take_reading(self, gate: str) -> None:
        """Take what the probe shows at a gate."""
        self.one(f"[data-gate={gate}] [data-part=take-reading]:enabled").click()

    def not_yet(self, minutes: int) -> str:
        """Put it off; what that costs, in words."""
        self.one("[data-part=not-yet]").click()
        choice = f"[role=dialog] [data-minutes='{minutes}']"
        self.until(lambda: run.reckoning not in self.text(choice), "the cost is known")
        says = self.text(choice)
        self.one(choice).click()
        return says

    def something_else(self, what: str) -> None:
        """Choose what else happened; what is asked of it stands open."""
        self.one("[data-part=else]").click()
        self.one(f"[role=dialog] [data-what={what}]").click()

    def notes(self, text: str) -> None:
        """Say that something else happened, in words of one's own."""
        self.tap("[data-part=else]")
        self.tap("[role=dialog] [data-what=other]")
        self.one(NOTE).send_keys(text)
        self.say_so()

    def tap(self, css: str) -> None:
        """Press something; what is drawn anew while it is pressed is pressed again."""

        def pressed() -> bool:
            self.driver.find_element(By.CSS_SELECTOR, css).click()
            return True

        self.until(pressed, css)

    def say_so(self) -> None:
        self.one("[data-part=say]").click()
        self.gone("[role=dialog]")

    def take_back(self) -> None:
        self.one("[data-part=said] button").click()

    def is_somebody(self, who: str) -> None:
        """Who is at this tablet."""
        self.one(f"[data-person={who}]").click()
        self.one(f"[data-person={who}][aria-pressed=true]")

    def standing(self, step: str) -> str:
        """Where a step stands, as the docket draws it."""
        return str(self.one(f'[data-block="{step}"]').get_attribute("data-standing"))

    def unsent(self) -> int:
        return int(self.one("[data-part=stands]").get_attribute("data-unsent") or 0)

    def sent(self) -> None:
        """Everything that was said is kept by the server."""
        self.until(lambda: self.unsent() == 0, "all is sent")
