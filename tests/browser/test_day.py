"""The day: a service begun, planned, broken and mended, moved by hand and keys; today on the Table."""

from datetime import timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.utils import timezone
from selenium.webdriver.common.by import By

from server.accounts.models import User
from server.day.models import Batch, Service
from server.day.planned import look_for_better
from server.day.services import begin
from tests.browser.case import ZANDER, BrowserTest
from tests.browser.chrome import resize
from tests.browser.pages.day import DayPage
from tests.browser.words import day, names, says
from tests.core.cases import DAY_AHEAD, changed, service_ahead

EVENING, FRIDAY = service_ahead("zander-evening"), service_ahead("friday")
WIDER = "const p = document.querySelector('[data-part=docket]'); return p.scrollWidth - p.clientWidth"
CLEAN, PLATE = ".clean", ".plate-1"


class DayTest(BrowserTest):
    def setUp(self) -> None:
        super().setUp()
        self.day = DayPage(self.driver, self.live_server_url)

    def begun(self, document: Any = EVENING) -> Service:
        return begin(self.kitchen, User.objects.get(username="mk"), document)

    def opened(self, document: Any = EVENING, name: str = "mk") -> Service:
        """A service, and the browser on it."""
        service = self.begun(document)
        self.sign_in_by_cookie(self.driver, name)
        self.day.open(self.kitchen.slug, service.pk)
        return service

    def worker_does(self, service: Service) -> None:
        """What the worker does once the page has saved: looks for a better plan, and for mends."""
        self.day.settled()
        look_for_better(service.pk)
        self.day.searched()

    def stored(self, service: Service) -> Any:  # type: ignore[override]
        service.refresh_from_db()
        return service.document

    def test_a_service_from_nothing_to_its_plan(self) -> None:
        self.enter()
        self.table.follow(names.dayRoom)
        self.day.sees("main", day.none)
        self.day.press(day.names.begin)
        self.day.sees("[data-part=stands]", day.empty)
        self.day.type(day.names.title, "Friday")
        self.day.add_course("zander", ZANDER)
        self.day.type(day.names.plateAt.format(place=1), "20:15")
        self.day.settled()
        self.day.sees("[data-part=stands]", "Everything is kept")
        document = Service.objects.get(pk=self.day.number()).document
        (course,) = document["courses"]
        self.assertEqual((document["title"], course["id"], course["covers"]), ("Friday", "zander", 4))
        self.assertEqual(course["version"]["number"], 1)
        self.assertTrue(document["plates"][0]["at"].endswith("T20:15"))
        # What the docket shows is what is stored, back from the plate: a plate of four takes three minutes.
        plan = Service.objects.get(pk=self.day.number()).plan
        self.assertEqual(self.day.begins(PLATE), "20:12")
        active = {one["id"]: one["start"][11:16] for one in plan["steps"] if one["active"]}
        self.assertEqual({name: at for name, at in self.day.starts().items() if name in active}, active)
        self.day.show(self.kitchen.slug)
        self.day.until(lambda: self.day.listed() == ["Friday"], "it is listed")
        self.assert_quiet_console()

    def test_take_a_person_away_and_one_press_mends_it(self) -> None:
        service = self.opened()
        self.day.field(day.names.dropPerson.format(who="ES")).click()
        self.day.settled()
        self.day.sees("[data-part=stands]", "1 without a plan")
        self.day.sees("[data-part=stands]", "nobody is there")
        self.worker_does(service)
        self.assertEqual(self.day.mends(), ["Somebody to do the work."])
        self.day.press(day.names.takeMend)
        self.day.sees("[data-part=stands]", "Everything is kept")
        self.day.settled()
        self.assertEqual(len(self.stored(service)["kitchen"]["people"]), 1)
        # One step back takes the mend back, and one more the loss.
        for _ in range(2):
            self.day.field(names.stepBack).click()
            self.day.settled()
        self.day.until(lambda: len(self.stored(service)["kitchen"]["people"]) == 1, "one is there again")
        self.assertEqual(self.stored(service)["kitchen"]["people"], EVENING["kitchen"]["people"])

    def test_more_covers_and_some_without_are_planned_apart(self) -> None:
        service = self.opened()
        title = EVENING["courses"][0]["formula"]["title"]
        self.day.type(day.names.covers.format(course=title), "12")
        self.day.sees("[data-part=changed]", "Work begins")
        self.day.settled()
        self.day.press(day.names.addApart)
        self.day.choose(day.names.apartWithout.format(course=title, place=1), "milk")
        self.day.settled()
        course = self.stored(service)["courses"][0]
        self.assertEqual((course["covers"], course["variants"][0]["without"]), (12, ["milk"]))
        self.day.sees("[data-part=docket]", "Plate 11 of")
        self.day.type(day.names.covers.format(course=title), "a dozen")
        self.day.sees(f"[data-course={course['id']}]", "is not a number")
        self.assertEqual(self.day.typed(day.names.covers.format(course=title)), "a dozen")

    def test_a_step_says_why_and_what_moving_costs_and_is_put_there(self) -> None:
        service = self.opened()
        self.day.choose_step(CLEAN)
        self.day.sees("[data-part=not-before]", "Not earlier than 18:42: “Lift the fish out")
        self.assertIn("move", self.day.costs(-15))
        self.assertIn("15 min late", self.day.costs(15))
        self.day.one('[data-moved="-15"] button').click()
        self.day.settled()
        self.day.until(lambda: self.day.begins(CLEAN) == "18:27", "clean down at 18:27")
        self.assertEqual(
            [(one["step"], one["at"]) for one in self.stored(service)["pins"]], [("zander.clean", f"{DAY_AHEAD}T18:27")]
        )
        self.day.press(day.names.letGo)
        self.day.until(lambda: self.day.begins(CLEAN) == "18:42", "clean down where it was")

    def test_dragged_by_hand_or_moved_by_keys_the_rest_follows(self) -> None:
        service = self.opened()
        self.day.move_by_keys(CLEAN, -3)
        self.day.until(lambda: self.day.begins(CLEAN) == "18:27", "moved by keys")
        self.day.settled()
        self.assertLessEqual(self.day.begins(".lift-out"), "18:25")
        self.day.drag(CLEAN, -20)
        self.day.until(lambda: self.day.begins(CLEAN) < "18:27", "dragged up")
        self.day.settled()
        self.assertEqual(len(self.stored(service)["pins"]), 1)
        # What cannot be there says why, and stays where it was.
        at = self.day.begins(PLATE)
        self.day.move_by_keys(PLATE, -6)
        self.day.sees("[data-part=stands]", "cannot be at 18:27")
        self.assertEqual(self.day.begins(PLATE), at)

    def test_a_wave_and_what_is_wrong_at_its_place(self) -> None:
        service = self.opened()
        self.day.choose(day.names.plateKind.format(place=1), "wave")
        self.day.settled()
        self.day.type(day.names.plateTo.format(place=1), "19:30")
        self.day.type(day.names.plateMost.format(place=1), "2")
        self.day.settled()
        plate = self.stored(service)["plates"][0]
        self.assertEqual((plate["from"][11:], plate["to"][11:], plate["at_most"]), ("19:00", "19:30", 2))
        self.assertEqual(len(service.plan["served"]), 2)
        self.day.type(day.names.plateTo.format(place=1), "soon")
        self.day.sees("[data-plate='0']", "is no time")
        self.assertEqual(self.day.typed(day.names.plateTo.format(place=1)), "soon")
        self.day.type(day.names.plateTo.format(place=1), "18:00")
        self.day.sees("[data-plate='0']", "ends before it begins")

    def test_the_friday_is_read_without_scrolling_sideways(self) -> None:
        self.opened(FRIDAY)
        self.assertEqual(self.driver.execute_script(WIDER), 0)
        self.assertGreater(len(self.day.starts()), 60)
        self.assertEqual(self.day.columns(), ["ES", "OT", "left", "oven", "fryer"])
        self.assert_accessible()
        resize(self.driver, 820, 1180)
        self.assertEqual(self.driver.execute_script(WIDER), 0)
        resize(self.driver, 390, 844)
        page = self.driver.execute_script("return document.documentElement.scrollWidth - window.innerWidth")
        self.assertLessEqual(page, 0)

    def test_two_who_change_it_meet_and_nothing_typed_is_lost(self) -> None:
        service = self.opened()
        title = EVENING["courses"][0]["formula"]["title"]
        covers = day.names.covers.format(course=title)
        self.offline()
        self.day.type(covers, "8")
        self.day.sees("[data-part=kept]", says.troubles.lost.typing)
        Service.objects.filter(pk=service.pk).update(
            document=changed(EVENING, courses__0__covers=6), revision=service.revision + 1
        )
        service.revisions.update_or_create(revision=2, defaults={"document": changed(EVENING, courses__0__covers=6)})
        self.offline(False)
        self.day.sees("[role=dialog]", "Yours 8, theirs 6, before 4.")
        self.day.press(day.names.keepMine)
        self.day.settled()
        self.assertEqual(self.stored(service)["courses"][0]["covers"], 8)

    def test_whoever_only_looks_changes_nothing(self) -> None:
        self.opened(name="vs")
        self.assertFalse(self.day.field(day.names.title).is_enabled())
        self.day.choose_step(CLEAN)
        self.assertEqual(self.driver.find_elements(By.CSS_SELECTOR, "[data-moved]"), [])
        self.day.show(self.kitchen.slug)
        self.assertNotIn(day.names.begin, self.day.text("main"))

    def test_today_stands_on_the_table_with_what_comes_next(self) -> None:
        first = timezone.localtime(timezone.now() + timedelta(hours=6))
        document = changed(
            EVENING, plates__0__at=first.strftime("%Y-%m-%dT%H:%M"), timezone="UTC", kitchen__people=[{"id": "MK"}]
        )
        document["not_before"] = None
        document["title"] = "Supper"
        service = self.begun(document)
        self.enter()
        self.table.sees("[data-part=today]", "Supper")
        after = [one for one in service.plan["steps"] if one["active"]]
        self.table.sees("[data-part=next]", next(one["text"] for one in after))
        self.table.one("[data-part=today] a").click()
        self.day.settled()

    def test_thrown_out_and_brought_back_and_another_like_it(self) -> None:
        service = self.begun({**EVENING, "title": "Supper"})
        self.enter()
        self.day.show(self.kitchen.slug)
        self.day.field(f"{day.names.more_}: Supper").click()
        self.day.press(day.names.throwOut)
        self.day.sees("[data-part=thrown-out]", "Supper is thrown out.")
        self.day.until(lambda: not self.day.listed(), "none is listed")
        self.day.press(day.names.bringBack)
        self.day.until(lambda: self.day.listed() == ["Supper"], "it is back")
        self.day.field(f"{day.names.more_}: Supper").click()
        self.day.press(day.names.copy)
        self.day.settled()
        other = Service.objects.get(pk=self.day.number())
        self.assertNotEqual(other.pk, service.pk)
        self.assertEqual(other.document["courses"], EVENING["courses"])

    def test_work_has_begun_and_covers_go_up(self) -> None:
        start = timezone.localtime(timezone.now() + timedelta(hours=2), ZoneInfo("Europe/Oslo")).replace(second=0)
        document = changed(EVENING, plates__0__at=start.strftime("%Y-%m-%dT%H:%M"), kitchen__people=[{"id": "MK"}])
        document.pop("not_before", None)
        service = self.opened(document)
        self.day.press(day.names.began)
        self.day.sees("[data-part=under-way]", "Under way since")
        self.day.settled()
        past = {name: at for name, at in self.day.moments().items() if at[:16] < now_in_oslo()}
        self.assertTrue(past)
        title = EVENING["courses"][0]["formula"]["title"]
        self.day.type(day.names.covers.format(course=title), "6")
        self.day.settled()
        self.day.until(lambda: any("zander-more" in name for name in self.day.starts()), "two more are planned")
        now = self.day.moments()
        self.assertEqual({name: now[name] for name in past}, past)
        self.day.one("[data-part=trail] summary").click()
        self.day.sees("[data-part=trail]", "MK")
        service.refresh_from_db()
        self.assertEqual(len(service.trail), 1)

    def test_somebody_is_away_and_a_par_is_held(self) -> None:
        service = self.opened()
        named = {"who": "ES", "place": 1}
        self.day.press(day.names.addAway)
        self.day.type(day.names.away.format(**named), "16:00")
        self.day.type(day.names.awayTo.format(**named), "17:00")
        self.day.settled()
        self.day.until(lambda: not [at for at in self.day.starts().values() if "16:00" <= at < "17:00"], "a free hour")
        self.assertEqual(self.stored(service)["kitchen"]["people"][0]["away"], [{"from": "16:00", "to": "17:00"}])
        self.day.choose(day.names.plateKind.format(place=1), "par")
        self.day.type(day.names.plateTo.format(place=1), "22:00")
        self.day.settled()
        self.day.sees("[data-part=docket]", "raw-ready")
        self.assertTrue(self.stored(service)["plates"][0]["par"])

    def test_the_fish_is_out_and_another_stands_in(self) -> None:
        service = self.opened()
        self.day.press("zander is out")
        self.day.find(day.names.instead, "perch", "European perch")
        self.day.settled()
        self.day.sees("[data-part=docket]", "European perch".lower())
        self.assertEqual(self.stored(service)["courses"][0]["formula"]["fish"]["species"], "european-perch")

    def test_a_batch_is_kept_drawn_and_thrown_out_and_lists_say_what_is_wanted(self) -> None:
        self.enter()
        self.table.follow(names.aheadRoom)
        self.day.sees("[data-part=batches]", day.batches.none)
        self.day.find(day.names.addCourse, "zander", ZANDER)
        self.day.type(day.names.batchMass, "400")
        self.day.press(day.names.keepBatch)
        self.day.sees("[data-batch]", "400 g of 400 g left")
        batch = Batch.objects.get()
        soon = timezone.localtime(timezone.now() + timedelta(hours=20)).strftime("%Y-%m-%dT%H:%M")
        document = changed(EVENING, plates__0__at=soon, timezone="UTC", kitchen__people=[{"id": "MK"}])
        document.pop("not_before", None)
        document["courses"][0]["version"] = {"formula": batch.formula, "number": 1}
        document["courses"][0]["formula"]["jars"][0]["id"] = batch.jar
        service = self.begun({**document, "title": "Supper"})
        drawn = service.plan["drawn"][0]["mass_g"]
        self.driver.refresh()
        self.day.sees("[data-part=pull]", "out of the batch")
        self.day.sees("[data-order=zander]", "680 g")
        self.day.sees("[data-batch]", f"{400 - drawn:.0f} g of 400 g left")
        self.assert_accessible()
        self.day.field(day.names.dropBatch.format(name=batch.name)).click()
        self.day.sees("[data-part=batches]", "is thrown out")
        self.day.press(day.names.bringBack)
        self.day.one("[data-batch]")


def now_in_oslo() -> str:
    """The minute that it is there."""
    return timezone.localtime(timezone.now(), ZoneInfo("Europe/Oslo")).strftime("%Y-%m-%dT%H:%M")
