"""A whole evening at sixty times speed: two cooks, a jar of miso, a fryer that is late, a network that goes.

Where the machine is busy the cooks come to things later, and in another order: each does what the tablet calls them to.
"""

import json
from collections.abc import Callable
from contextlib import suppress
from datetime import datetime, timedelta
from typing import Any
from urllib.parse import urlsplit

from django.utils import timezone
from selenium import webdriver
from selenium.common.exceptions import (
    ElementNotInteractableException,
    NoSuchElementException,
    StaleElementReferenceException,
    TimeoutException,
)
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement

from server.accounts.clock import now_in, play
from server.accounts.models import User
from server.day.models import Service
from server.day.services import begin as begin_service
from server.runs import services
from server.runs.models import Run, RunEvent
from tests.browser.case import BrowserTest
from tests.browser.chrome import chrome, close
from tests.browser.line import Line
from tests.browser.pages.run import RunPage
from tests.browser.pages.temperatures import TemperaturesPage
from tests.browser.test_without_network import LOOKS, READY
from tests.browser.words import run, temperatures
from tests.core.cases import DAY_AHEAD, TABLES

# Times of the service are local ones of a day that lies ahead.
EVENING = json.loads((TABLES / "miso_evening.json").read_text(encoding="utf-8").replace("2026-12-04", DAY_AHEAD))
PACE, WITHIN_S, LATE_MIN = 60, 400, 10
MISO = "char.m.make-1"
# What is typed at a gate, the first time and after that.
READ = {"fish-cold": ["3"], "jar-cold": ["9", "4.2"], "oil-hot": ["160", "177"], "core-done": ["58", "64.5"]}
# What the plan draws anew, or takes away, while it is pressed is looked at again.
MOVED = (StaleElementReferenceException, ElementNotInteractableException, NoSuchElementException)


class EveningTest(BrowserTest):
    """Everything that the run is for, one thing after another, as it comes."""

    def setUp(self) -> None:
        super().setUp()
        owner = User.objects.get(username="mk")
        self.service = begin_service(self.kitchen, owner, EVENING)
        first = min(datetime.fromisoformat(one["start"]) for one in self.service.plan["steps"])
        # The kitchen's clock stands a minute before the first step, and goes sixty times as fast.
        self.kitchen.clock = {
            "real": timezone.now().isoformat(),
            "shown": (first - timedelta(minutes=1)).isoformat(),
            "pace": 1,
        }
        play(self.kitchen, PACE)
        self.cook = services.begin(self.kitchen, owner, self.service.pk, self.now())
        self.line = Line(urlsplit(self.live_server_url).port or 0)
        self.addCleanup(self.line.cut)
        self.tablets = {
            "MK": self.tablet("mk", self.line.address),
            "OT": self.tablet("ot", self.live_server_url),
        }
        # Which gates were read, and what it costs that the fryer is late.
        self.read: set[str] = set()
        self.late = ""

    def now(self) -> datetime:
        """What the kitchen's clock shows."""
        self.kitchen.refresh_from_db()
        return now_in(self.kitchen)

    def tablet(self, name: str, address: str) -> RunPage:
        driver: webdriver.Chrome = chrome(fresh=True)
        self.addCleanup(close, driver)
        driver.get(f"{address}/sign-in")
        self.sign_in_by_cookie(driver, name)
        page = RunPage(driver, address).open(self.kitchen.slug, self.cook.pk)
        page.is_somebody(name.upper())
        return page

    def events(self, do: str) -> list[Any]:
        return [one.document for one in RunEvent.objects.filter(document__do=do).order_by("number")]

    def plan(self) -> Any:
        return Service.objects.get(pk=self.service.pk).plan

    def step(self, name: str) -> Any:
        """A step as the plan has it now; nothing where a tablet still shows one of a plan of before."""
        return next((one for one in self.plan()["steps"] if one["id"] == name), {})

    def work_until(self, over: Callable[[], bool], what: str) -> None:
        """Both do what stands there, one after the other, until something is so."""

        def so() -> bool:
            for page in self.tablets.values():
                with suppress(*MOVED):
                    if not over() and self.step(page.step()) and not self.waits(page):
                        self.work(page)
            return over()

        try:
            self.tablets["OT"].until(so, what, WITHIN_S)
        except TimeoutException as late:
            stands = {name: page.text("[data-part=action]") for name, page in self.tablets.items()}
            raise AssertionError(f"{what}, at {self.now()}: there stands {stands}") from late

    def part(self, page: RunPage, css: str) -> WebElement:
        """A part that stands at a tablet now: what went meanwhile does not come back, and is not waited for.

        Raises: NoSuchElementException.
        """
        return page.driver.find_element(By.CSS_SELECTOR, css)

    def done(self, *steps: str) -> Callable[[], bool]:
        """Whether some steps are over."""
        return lambda: {one["step"] for one in self.events("done")} >= set(steps)

    def waits(self, page: RunPage) -> bool:
        return bool(page.driver.find_elements(By.CSS_SELECTOR, "[data-part=waits]"))

    def work(self, page: RunPage) -> None:
        """Weigh what is to be weighed, pass what has to be passed, and say that it is done."""
        for alarm in page.driver.find_elements(By.CSS_SELECTOR, "[data-ring] button"):
            page.driver.execute_script("arguments[0].click()", alarm)
        before = page.step()
        if before.endswith(".salt"):
            page.sees("[data-part=action]", run.must)
        if before.endswith(".cook") and not self.late:
            return self.fryer_is_late(page)
        self.weigh(page)
        self.pass_gates(page)
        enabled = "[data-part=done]:enabled"
        self.goes(page, before, enabled)
        if page.step() == before:
            self.part(page, enabled).click()
            page.until(lambda: page.step() != before, f"{before} is over")
        return None

    def fryer_is_late(self, page: RunPage) -> None:
        """By ten minutes: the plan follows, and says what that costs."""
        before = Service.objects.get(pk=self.service.pk).plan_number
        self.late = page.not_yet(LATE_MIN)
        page.sent()
        self.assertGreater(Service.objects.get(pk=self.service.pk).plan_number, before)

    def weigh(self, page: RunPage) -> None:
        """Type what each line of a step weighs that is not in yet; where the plan calls to another, that first."""
        step = page.step()
        for amount in self.step(step).get("amounts", ()):
            line = amount["line"] or amount["name"]
            open_one = f"[data-line='{line}'][data-in='']"
            if page.step() == step and page.driver.find_elements(By.CSS_SELECTOR, open_one):
                self.part(page, "[data-part=weigh] input").send_keys(f"{amount['mass_g']:.1f}", Keys.ENTER)
                self.goes(page, step, open_one, there=False)

    def goes(self, page: RunPage, step: str, css: str, *, there: bool = True) -> None:
        """Wait until something of a step is there, or is not any more; or until the plan calls to another step."""
        page.until(lambda: page.step() != step or bool(page.driver.find_elements(By.CSS_SELECTOR, css)) == there, css)

    def pass_gates(self, page: RunPage) -> None:
        """Pass the gates of a step; where the plan calls to another one meanwhile, that comes first."""
        step = page.step()
        open_ones = page.driver.find_elements(By.CSS_SELECTOR, "[data-gate][data-passed=false]")
        for gate in [str(one.get_attribute("data-gate")) for one in open_ones]:
            # Each kind is stopped at once; then it is as it should be.
            first = gate not in self.read
            for value in READ.get(gate, ())[0 if first else -1 :]:
                if page.step() != step:
                    return
                field = self.part(page, f"[data-gate={gate}] input")
                field.send_keys(Keys.CONTROL, "a")
                field.send_keys(value, Keys.ENTER)
                self.read.add(gate)
                if value != READ[gate][-1]:
                    self.goes(page, step, f"[data-gate={gate}] [role=alert]")
                    self.assertFalse(page.step() == step and page.can_be_done(), f"{step} is stopped at {gate}")
            if gate not in READ and page.step() == step:
                self.part(page, f"[data-gate={gate}] button").click()
            self.goes(page, step, f"[data-gate={gate}][data-passed=true]")

    def test_from_the_first_jar_to_the_last_plate(self) -> None:
        cut = self.tablets["MK"]
        cut.until(lambda: cut.driver.execute_script(READY), "the worker is there")
        self.miso_is_over_poured_and_mended()
        # Stopped at the gate, for the jar is at 9 °C; the plates that are kept apart have a jar of their own.
        on = [one["step"] for one in self.plan()["windows"]]
        self.assertEqual(len(on), 2)
        self.work_until(lambda: any(self.done(one)() for one in on), "the first jar is on its fish")
        self.network_goes_for_ten_minutes()
        self.work_until(self.done(*on), "both are")
        # Nobody lifts it out: it rings hard at its latest.
        self.rings(self.tablets["OT"], "hard")
        self.work_until(self.all_plated, "all is plated")
        # What was late has its price, in words.
        self.assertRegex(self.late, r"\d")
        self.end()
        self.on_record()

    def miso_is_over_poured_and_mended(self) -> None:
        page = next(one for one in self.tablets.values() if self.comes_to_the_miso(one))
        page.hand("pour")
        page.is_in("l1")
        page.hand("pour")
        page.hand("more")
        page.hand("more")
        page.is_in("l2")
        page.mend(page.mends()[0])
        self.assertEqual(len(self.events("corrected")), 1)

    def comes_to_the_miso(self, page: RunPage) -> bool:
        """Whether it is weighed at a tablet; what stands before it there is done."""
        step = next(one for one in self.plan()["steps"] if one["id"] == MISO)
        who = next(name for name, one in self.tablets.items() if one is page)
        if who not in step["calls"]:
            return False
        while page.step() != MISO:
            with suppress(*MOVED):
                self.work(page)
        return True

    def network_goes_for_ten_minutes(self) -> None:
        """The jar rings gently all the same; what is said meanwhile is there afterwards, on the other tablet too."""
        cut, other = self.tablets["MK"], self.tablets["OT"]
        cut.one("[data-timer$='.put-on.contact']")
        self.line.cut()
        gone = self.now()
        # At its best, and when it is to come off, which is two minutes later: two seconds here.
        self.rings(cut, "best", "gentle")
        cut.notes("the line was down")
        cut.sees("[data-part=stands]", "kept on this tablet")
        cut.until(lambda: self.now() - gone >= timedelta(minutes=10), "ten minutes", WITHIN_S)
        self.line.back()
        cut.sent()
        self.assertEqual([one["note"] for one in self.events("happened")], ["the line was down"])
        other.until(lambda: other.driver.execute_script(LOOKS) == cut.driver.execute_script(LOOKS), "the same on both")

    def rings(self, page: RunPage, *hows: str) -> None:
        """A tablet rings one of these ways."""
        css = ", ".join(f"[data-ring={how}]" for how in hows)
        page.until(lambda: page.driver.find_elements(By.CSS_SELECTOR, css), f"it rings {hows}", WITHIN_S)

    def all_plated(self) -> bool:
        return not any(page.step() for page in self.tablets.values())

    def end(self) -> None:
        page = self.tablets["MK"]
        page.one("[data-part=else]").click()
        page.one("[data-part=end]").click()
        page.one("[data-part=record] tr")

    def on_record(self) -> None:
        """Planned against actual, the warm minutes, what was read, and nothing lost or doubled."""
        names = [str(one.pk) for one in RunEvent.objects.filter(run=self.cook)]
        self.assertEqual(len(names), len(set(names)))
        self.assertEqual({one["gate"] for one in self.events("passed")} & set(READ), set(READ))
        steps = [one["step"] for one in self.events("done")]
        self.assertEqual(len(steps), len(set(steps)))
        self.assertTrue([one for one in steps if one.endswith(".salt")])
        page = self.tablets["MK"]
        page.sees("[data-part=record]", "warm")
        page.one("[data-part=record] [data-part=mended]")
        page.one("[data-part=record] [data-part=as-it-is] [data-jar]")
        self.assertIsNotNone(Run.objects.get(pk=self.cook.pk).ended_at)
        record = TemperaturesPage(page.driver, page.address).open(self.kitchen.slug, DAY_AHEAD)
        record.has("9.0", temperatures.held.missed)
        record.has("58.0", temperatures.held.missed)
        record.has("64.5", temperatures.held.kept)
