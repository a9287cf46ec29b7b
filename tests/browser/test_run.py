"""The run at the tablet: stopped at a gate, taken back, put off, two at once, cut off, rung, ended and on record."""

from datetime import datetime, timedelta
from typing import Any

import time_machine
from selenium import webdriver
from selenium.webdriver.common.keys import Keys

from server.accounts.models import User
from server.day.models import Service
from server.day.services import begin as begin_service
from server.runs import services
from server.runs.models import Run, RunEvent
from tests.browser.case import BrowserTest
from tests.browser.chrome import chrome, close, resize
from tests.browser.pages.day import DayPage
from tests.browser.pages.run import RunPage
from tests.browser.words import day, run
from tests.core.cases import DAY_AHEAD, OFFSET_AHEAD, changed, service_ahead

EVENING = service_ahead("zander-evening")
EVENING["kitchen"]["people"] = [{"id": "MK"}, {"id": "OT"}]
RECEIVE, TRIM, CONTACT = "zander.receive", "zander.trim", "zander.brine.put-on.contact"
# A few minutes before the first step of the evening.
BEFORE = datetime.fromisoformat(f"{DAY_AHEAD}T16:20{OFFSET_AHEAD}")
# What is pressed or typed into with wet hands, and is lower than a finger needs.
LOW = """return [...document.querySelectorAll(
  'main button, main input:not([type=file]), main label:has([type=file]), main a, main summary')]
  .filter((one) => one.offsetParent && one.getBoundingClientRect().height < 43.5).map((one) => one.textContent)"""
WIDER = "return document.documentElement.scrollWidth - document.documentElement.clientWidth"


class RunBrowserTest(BrowserTest):
    """An evening of four fillets, a few minutes before it begins."""

    def setUp(self) -> None:
        self.clock = self.enterContext(time_machine.travel(BEFORE))
        super().setUp()
        self.page = RunPage(self.driver, self.live_server_url)
        self.owner = User.objects.get(username="mk")
        self.service = begin_service(self.kitchen, self.owner, EVENING)

    def begun(self, **changes: Any) -> Run:
        """A run, and the browser on it."""
        if changes:
            self.service = begin_service(self.kitchen, self.owner, changed(EVENING, **changes))
        run = services.begin(self.kitchen, self.owner, self.service.pk, datetime.now().astimezone())
        self.sign_in_by_cookie(self.driver, "mk")
        self.page.open(self.kitchen.slug, run.pk)
        return run

    def says(self, run: Run, *steps: str) -> None:
        """Somebody says of steps that they are done."""
        now = datetime.now().astimezone()
        events = [
            {"id": str(self.name(number)), "do": "done", "step": step, "at": now.isoformat(), "by": "OT"}
            for number, step in enumerate(steps)
        ]
        services.take(self.kitchen, self.owner, run.pk, events, now)

    @staticmethod
    def name(number: int) -> str:
        return f"00000000-0000-4000-8000-{number:012}"

    def told(self) -> list[tuple[str, str]]:
        """What is kept, in order: what was done to which step."""
        self.page.sent()
        return [(one.document["do"], one.document.get("step", "")) for one in RunEvent.objects.order_by("number")]


class RunTest(RunBrowserTest):
    def test_from_the_plan_to_the_stove_and_stopped_at_the_gate(self) -> None:
        self.sign_in_by_cookie(self.driver, "mk")
        DayPage(self.driver, self.live_server_url).open(self.kitchen.slug, self.service.pk)
        self.page.press(day.names.cook)
        self.page.comes_to(RECEIVE)
        self.assertFalse(self.page.can_be_done())
        self.page.read("fish-cold", "9")
        self.page.sees("[data-gate=fish-cold]", "Do not take it")
        self.assertFalse(self.page.can_be_done())
        self.page.read("fish-cold", "3,2")
        self.page.one("[data-gate=fish-cold][data-passed=true]")
        self.page.done()
        self.page.comes_to(TRIM)
        self.assertEqual(self.told(), [("passed", RECEIVE), ("passed", RECEIVE), ("done", RECEIVE)])
        read = [one.document.get("value") for one in RunEvent.objects.order_by("number")]
        self.assertEqual(read, [9, 3.2, None])
        last = RunEvent.objects.latest("number").document
        self.assertEqual((last["by"], last["signed"], last["source"]), ("MK", "MK", "pressed"))
        version = Service.objects.get(pk=self.service.pk).document["courses"][0]["version"]
        self.assertGreaterEqual(version["number"], 1)
        self.assert_quiet_console()

    def test_taken_back_within_ten_seconds_and_gone_on_without_knowingly(self) -> None:
        self.begun()
        self.page.read("fish-cold", "3")
        self.page.done()
        self.page.comes_to(TRIM)
        self.page.take_back()
        self.page.comes_to(RECEIVE)
        self.assertEqual(self.told()[-1][0], "void")
        self.page.done()
        self.page.comes_to(TRIM)
        self.page.looked("bones-out")
        self.page.done()
        self.page.done()
        self.assertEqual(self.told()[-1], ("done", "zander.dry"))

    def test_what_does_not_hold_is_gone_on_with_only_for_a_reason_on_record(self) -> None:
        self.begun()
        self.page.read("fish-cold", "6.5")
        self.page.go_on_anyway("iced over the way, smells of the sea")
        self.page.one("[data-gate=fish-cold][data-passed=true]")
        self.page.done()
        self.page.sent()
        accepted = RunEvent.objects.get(document__accepted__isnull=False).document
        self.assertEqual((accepted["value"], accepted["signed"]), (6.5, "MK"))

    def test_what_is_typed_wrong_is_told_where_it_is_and_nothing_typed_is_lost(self) -> None:
        begun = self.begun()
        self.page.read("fish-cold", "cold")
        self.page.sees("[data-gate=fish-cold]", "“cold” is no number")
        self.page.retype("fish-cold", "400")
        self.page.sees("[data-gate=fish-cold]", "400 °C cannot be")
        self.assertFalse(self.page.can_be_done())
        self.page.something_else("covers")
        field = self.page.one("[role=dialog] input")
        field.send_keys("many")
        self.page.sees("[role=dialog]", "“many” is no number of covers")
        self.assertFalse(self.page.one("[data-part=say]").is_enabled())
        # Somebody else does the step meanwhile: what is being said stays where it is.
        self.says(begun, RECEIVE)
        self.page.until(lambda: self.page.standing(RECEIVE) == "over", "the other tablet's word comes in")
        self.assertEqual(field.get_attribute("value"), "many")
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys("5")
        self.page.say_so()
        self.page.sent()
        self.service.refresh_from_db()
        self.assertEqual(self.service.document["courses"][0]["covers"], 5)

    def test_put_off_it_says_what_that_costs_and_covers_change_under_way(self) -> None:
        run_ = self.begun()
        says = self.page.not_yet(20)
        self.page.sees("[data-part=said]", "put off until")
        self.assertEqual(self.told(), [("not_yet", RECEIVE)])
        self.service.refresh_from_db()
        (step,) = [one for one in self.service.plan["steps"] if one["id"] == RECEIVE]
        self.assertGreaterEqual(step["start"][11:16], "16:40")
        self.assertTrue(says)
        self.page.something_else("covers")
        self.page.one("[role=dialog] input").send_keys("6")
        field = self.page.one("[role=dialog] input")
        self.driver.execute_script("arguments[0].select()", field)
        field.send_keys("6")
        self.page.say_so()
        self.page.sent()
        self.service.refresh_from_db()
        self.assertEqual(self.service.document["courses"][0]["covers"], 6)
        self.assertEqual(Run.objects.get(pk=run_.pk).document["courses"][0]["covers"], 4)

    def test_a_ring_is_gentle_at_best_hard_at_latest_and_is_heard(self) -> None:
        self.begun()
        window = next(one for one in self.service.plan["windows"])
        steps = [one["id"] for one in Service.objects.get(pk=self.service.pk).plan["steps"] if one["press"] == "done"]
        on = steps.index(window["step"])
        self.says(Run.objects.get(ended_at=None), *steps[: on + 1])
        self.page.one(f'[data-timer="{CONTACT}"]')
        self.page.gone("[data-ring]")
        for loudness, at in (("best", "best_from"), ("hard", "latest")):
            # The clock that all go by is the server's; the page learns of it with the next news.
            there = datetime.fromisoformat(window[at]) + timedelta(minutes=1)
            self.clock.move_to(there)
            other = {
                "id": self.name(90 + (loudness == "hard")),
                "do": "happened",
                "what": "other",
                "at": there.isoformat(),
            }
            services.take(self.kitchen, self.owner, Run.objects.get(ended_at=None).pk, [other], there)
            self.page.one(f"[data-ring={loudness}]")
            self.page.until(lambda: "⏰" in self.driver.title, "the title says so")
            self.assertIn(self.page.one("body").get_attribute("data-sounded"), ("true", "false"))
            self.page.press(run.names.heard)
            self.page.gone(f"[data-ring={loudness}]")
            self.hear_all()

    def hear_all(self) -> None:
        # One that is heard goes while the next comes: whichever stands there is pressed.
        while self.driver.find_elements("css selector", "[data-ring]"):
            self.driver.execute_script("document.querySelector('[data-ring] button')?.click()")

    def test_ended_it_is_on_record(self) -> None:
        begun = self.begun()
        self.says(begun, RECEIVE)
        self.page.until(lambda: self.page.standing(RECEIVE) == "over", "what the other said is there")
        self.page.something_else("burnt")
        self.page.say_so()
        self.page.one("[data-part=else]").click()
        self.page.one("[data-part=end]").click()
        self.page.sees("[data-part=record]", run.whats.burnt)
        self.page.sees(f'[data-record="{RECEIVE}"]', "OT")
        begun.refresh_from_db()
        self.assertIsNotNone(begun.ended_at)
        self.driver.get(f"{self.live_server_url}/{self.kitchen.slug}/runs")
        self.page.one(f"[data-run='{begun.pk}']")
        self.assert_quiet_console()


class TwoTabletsTest(RunBrowserTest):
    def second(self, run_: Run) -> RunPage:
        """Another tablet, with somebody else at it."""
        other: webdriver.Chrome = chrome(fresh=True)
        self.addCleanup(close, other)
        other.get(f"{self.live_server_url}/sign-in")
        self.sign_in_by_cookie(other, "ot")
        page = RunPage(other, self.live_server_url).open(self.kitchen.slug, run_.pk)
        page.is_somebody("OT")
        return page

    def test_each_sees_what_the_other_says_and_who_is_at_what(self) -> None:
        run_ = self.begun()
        who = next(one for one in self.service.plan["steps"] if one["id"] == RECEIVE)["calls"][0]
        other = self.second(run_)
        for page in (self.page, other):
            page.is_somebody(who)
            page.comes_to(RECEIVE)
        other.read("fish-cold", "2")
        other.done()
        self.page.until(lambda: self.page.standing(RECEIVE) == "over", "the other tablet's word comes in")
        self.page.comes_to(TRIM)
        another = {"MK": "OT", "OT": "MK"}[who]
        self.page.is_somebody(another)
        self.page.one(f"[data-other={who}]")
        # Whose step waits for others may have to say something all the same.
        self.page.one("[data-part=waits]")
        self.page.something_else("burnt")
        self.page.say_so()
        self.assertEqual(self.told()[-1], ("happened", "zander.weigh_fish"))

    def test_cut_off_it_goes_on_and_nothing_is_lost_or_doubled(self) -> None:
        self.begun()
        self.page.read("fish-cold", "3")
        self.page.sent()
        self.offline()
        self.page.done()
        self.page.comes_to(TRIM)
        self.page.looked("bones-out")
        self.page.sees("[data-part=stands]", "kept on this tablet")
        self.assertEqual(RunEvent.objects.count(), 1)
        self.offline(False)
        self.page.until(lambda: self.page.unsent() == 0, "all is sent")
        self.assertEqual(self.told(), [("passed", RECEIVE), ("done", RECEIVE), ("passed", TRIM)])


class RunLooksTest(RunBrowserTest):
    def test_at_arm_s_length_on_tablet_and_phone_and_for_everybody(self) -> None:
        self.begun(courses__0__variants=[{"covers": 1, "without": ["gluten"]}])
        self.addCleanup(resize, self.driver, 1280, 800)
        for width, height in ((820, 1180), (390, 844), (1280, 800)):
            resize(self.driver, width, height)
            with self.subTest(width=width):
                self.page.until(lambda: self.driver.execute_script(WIDER) <= 0, "nothing is cut off at the side")
                big = self.page.one("[data-part=done]")
                self.assertGreaterEqual(big.size["height"], 90)
                self.assertEqual(self.driver.execute_script(LOW), [])
                self.assert_accessible()
        self.page.sees("[data-part=apart]", "gluten")
