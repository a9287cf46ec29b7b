"""Steps that a cook puts somewhere, what that costs, and the plan on paper and in a calendar."""

import json
import random
from datetime import UTC, datetime, timedelta
from io import BytesIO
from unittest import TestCase

import vobject
from pypdf import PdfReader

from jarcore import plan
from jarcore.data import default_pantry
from jarcore.exchange import calendar, run_sheet
from jarcore.service import compared, moved
from tests.core import cases
from tests.core.plan_check import at, broken
from tests.core.test_plan import FRIDAY, small, some_service, windows, with_

PLATE_AT = "/plates/0/at"


def at_once(service, before=None):
    """The plan at once, without what would mend it."""
    return plan(service, search=False, mends=False, before=before)


def clocks(made):
    return {step["id"]: step["start"][11:16] for step in made["steps"]}


class PinTest(TestCase):
    def test_steps_are_where_they_are_put_and_the_rest_follows_as_on_paper(self) -> None:
        before = at_once(small())
        for row in cases.table("pins"):
            with self.subTest(row["step"], at=row["at"], source=row["source"]):
                pins = [{"step": row["step"], "at": f"2026-12-04T{row['at']}"}]
                made = at_once(with_(small(), ("add", "/pins", pins)), before)
                expected = json.loads(row["starts"])
                self.assertEqual({name: clocks(made)[name] for name in expected}, expected)
                told = [one["text"] for one in made["notices"] if one["path"].startswith("/pins")]
                self.assertIn(row["tells"], " ".join([*told, *compared(before, made)]))
                self.assertEqual([one["id"] for one in made["steps"] if one["pinned"]], [] if told else [row["step"]])

    def test_asked_of_a_step_it_says_what_moving_it_costs_and_changes_nothing(self) -> None:
        service = small()
        shown, kept = at_once(service), json.dumps(service)
        cheap, says = moved(service, shown, "c.clean", "2026-12-04T18:10", default_pantry())
        self.assertTrue(cheap)
        self.assertEqual(says, ["2 steps move."])
        dear, says = moved(service, shown, "c.clean", "2026-12-04T19:12", default_pantry())
        self.assertTrue(dear)
        self.assertIn("c leaves 30 min later, the last at 19:30.", says)
        never, says = moved(service, shown, "c.plate-1", "2026-12-04T17:00", default_pantry())
        self.assertFalse(never)
        self.assertEqual(len(says), 1)
        self.assertEqual(json.dumps(service), kept)

    def test_wherever_a_step_is_put_no_hard_rule_breaks(self) -> None:
        for seed in range(40):
            chance = random.Random(seed)
            service = some_service(seed)
            before = at_once(service)
            active = [step for step in before["steps"] if step["active"]]
            if not active:
                continue
            step = chance.choice(active)
            there = (at(step["start"]) + timedelta(minutes=chance.randint(-90, 90))).replace(tzinfo=None)
            pins = [{"step": step["id"], "at": there.isoformat(timespec="minutes")}]
            pinned = {**service, "pins": pins}
            made = at_once(pinned, before)
            with self.subTest(seed, step=step["id"], at=pins[0]["at"]):
                self.assertEqual(list(broken(service, made, windows(service))), [])
                told = [one for one in made["notices"] if one["path"] == "/pins/0"]
                now = next((one["start"][:16] for one in made["steps"] if one["id"] == step["id"]), None)
                self.assertTrue(told or now == pins[0]["at"], (now, told))
                self.assertLessEqual(len(made["unplanned"]), len(before["unplanned"]))

    def test_the_search_leaves_a_step_where_it_was_put(self) -> None:
        pins = [{"step": "c.clean", "at": "2026-12-04T18:10"}]
        self.assertEqual(clocks(plan(with_(small(), ("add", "/pins", pins))))["c.clean"], "18:10")

    def test_of_two_pins_that_cannot_both_be_the_newer_gives_way(self) -> None:
        pins = [{"step": "c.trim", "at": "2026-12-04T16:00"}, {"step": "c.receive", "at": "2026-12-04T17:00"}]
        made = at_once(with_(small(), ("add", "/pins", pins)))
        self.assertEqual([one["id"] for one in made["steps"] if one["pinned"]], ["c.trim"])
        self.assertEqual([one["path"] for one in made["notices"] if one["code"] == "pin-not-kept"], ["/pins/1"])

    def test_a_pin_that_makes_it_late_is_let_go_as_a_mend(self) -> None:
        pins = [{"step": "c.clean", "at": "2026-12-04T19:12"}]
        late = with_(small(), ("add", "/pins", pins))
        mend = next(one for one in plan(late)["mends"] if one["patch"][0]["path"] == "/pins/0")
        self.assertIn("19:12", mend["text"])
        self.assertTrue(plan(with_(late, ("remove", "/pins/0", None)))["kept"])


class ComparedTest(TestCase):
    def test_what_a_change_costs_and_buys_is_said(self) -> None:
        alone = at_once(FRIDAY)
        fryer = {"id": "second", "kind": "fryer", "litres": 6, "watts": 3000}
        helped = at_once(with_(FRIDAY, ("add", "/kitchen/stations/-", fryer)))
        self.assertTrue(any("no longer given up" in text for text in compared(alone, helped)), compared(alone, helped))
        nobody = at_once(with_(small(), ("replace", "/kitchen/people", [])))
        self.assertIn("c has a plan now.", compared(nobody, at_once(small())))
        self.assertIn("nobody is there", compared(at_once(small()), nobody)[0])
        self.assertEqual(compared(alone, alone), [])
        sooner = at_once(with_(small(), ("replace", PLATE_AT, "2026-12-04T18:00")))
        self.assertIn("c leaves 1 h sooner, the last at 18:00.", compared(at_once(small()), sooner))


class WindowsTest(TestCase):
    def test_each_jar_on_its_fish_has_its_window_in_time(self) -> None:
        made = at_once(FRIDAY)
        ends = windows(FRIDAY)
        on_fish = {(one["course"], one["jar"]) for one in made["windows"]}
        self.assertLessEqual({("gurnard", "b"), ("char", "citrus")}, on_fish)
        for one in made["windows"]:
            latest, best_from, _ = ends[one["course"], one["jar"]]
            on = at(one["on"])
            self.assertLessEqual(on, at(one["off"]))
            self.assertLessEqual(at(one["off"]), at(one["latest"]))
            self.assertLessEqual((at(one["latest"]) - on) / timedelta(minutes=1), latest)
            self.assertLessEqual(best_from - 1, (at(one["best_from"]) - on) / timedelta(minutes=1))


class PaperTest(TestCase):
    def test_the_run_sheet_holds_every_step_on_either_paper(self) -> None:
        made = at_once(FRIDAY)
        active = [step for step in made["steps"] if step["active"]]
        for paper, size in (("a4", (595, 842)), ("letter", (612, 792))):
            pages = PdfReader(BytesIO(run_sheet(FRIDAY, made, paper))).pages
            self.assertEqual((round(pages[0].mediabox.width), round(pages[0].mediabox.height)), size)
            text = " ".join(" ".join(page.extract_text() for page in pages).split())
            for step in active:
                self.assertIn(step["text"], text)
            self.assertIn("2 without gluten, apart", text)
            fonts = [font for page in pages for font in page.get("/Resources")["/Font"].values()]
            self.assertTrue(all("/FontFile2" in str(font.get_object()) or "Atkinson" in str(font) for font in fonts))
        with self.assertRaises(ValueError):
            run_sheet(FRIDAY, made, "a0")

    def test_one_persons_sheet_holds_their_steps_alone(self) -> None:
        made = at_once(FRIDAY)
        pages = PdfReader(BytesIO(run_sheet(FRIDAY, made, "a4", "ES"))).pages
        text = " ".join(" ".join(page.extract_text() for page in pages).split())
        mine, others = ({s["text"] for s in made["steps"] if s["people"] == [who]} for who in ("ES", "OT"))
        self.assertTrue(all(one in text for one in mine))
        self.assertFalse([one for one in others - mine if one in text])

    def test_the_calendar_is_read_by_another_program(self) -> None:
        made = at_once(FRIDAY)
        written = calendar(FRIDAY, made, "x", datetime(2026, 12, 1, tzinfo=UTC))
        events = {event.uid.value: event for event in vobject.readOne(written.decode()).vevent_list}
        for step in (one for one in made["steps"] if one["active"]):
            event = events[f"x.{step['id']}@jar-table"]
            self.assertEqual((event.dtstart.value, event.dtend.value), (at(step["start"]), at(step["end"])))
            self.assertIn(step["text"], event.summary.value)
            self.assertEqual(event.valarm.trigger.value, timedelta(0))
        for one in made["windows"]:
            self.assertEqual(events[f"x.{one['step']}.latest@jar-table"].dtstart.value, at(one["latest"]))
        self.assertEqual(written, calendar(FRIDAY, made, "x", datetime(2026, 12, 1, tzinfo=UTC)))
