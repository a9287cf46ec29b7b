"""Services over HTTP: begun, changed, planned, merged, printed; nobody else's."""

import json
import re
from datetime import datetime, timedelta
from io import BytesIO
from typing import Any

import time_machine
import vobject
from pypdf import PdfReader

from server.accounts.models import Kitchen, Role
from server.day.models import Service
from server.day.selectors import planned_before
from server.day.services import plan_anew
from tests.core.cases import DAY_AHEAD, OFFSET_AHEAD, changed, service_ahead
from tests.http.door import DoorTest, person

DAY, OFFSET = DAY_AHEAD, OFFSET_AHEAD
EVENING = service_ahead("zander-evening")
BATCHES = "/api/kitchens/galley/batches"
SERVICES = "/api/kitchens/galley/services"


class ServicesTest(DoorTest):
    def begun(self, **changes: Any) -> dict[str, Any]:
        """A service of four zander fillets at seven, as the server has it."""
        return self.json("POST", SERVICES, {"document": changed(EVENING, **changes)}, 201)

    def saved(self, opened: dict[str, Any], status: int = 200, **changes: Any) -> dict[str, Any]:
        body = {"revision": opened["revision"], "document": changed(opened["document"], **changes)}
        return self.json("PUT", f"{SERVICES}/{opened['id']}", body, status)

    def test_a_plan_stands_at_once_and_a_better_one_is_looked_for(self) -> None:
        body = json.dumps({"document": EVENING})
        token = self.door.cookies["csrftoken"].value
        made = self.door.generic(
            "POST", SERVICES, body, content_type="application/json", headers={"X-CSRFToken": token}
        ).json()
        self.assertFalse(made["searched"])
        self.assertEqual(made["plan"]["served"][0]["at"], f"{DAY}T19:00{OFFSET}")
        self.work_off()
        later = self.json("GET", f"{SERVICES}/{made['id']}")
        self.assertTrue(later["searched"] and later["plan"]["kept"])
        self.assertEqual(later["revision"], made["revision"])

    def test_left_to_the_kitchen_it_has_the_hands_and_stations_of_the_last_one(self) -> None:
        first = self.json("POST", SERVICES, {}, 201)
        self.assertEqual([one["id"] for one in first["document"]["kitchen"]["people"]], ["CO"])
        self.begun()
        then = self.json("POST", SERVICES, {}, 201)
        self.assertEqual(then["document"]["kitchen"], EVENING["kitchen"])
        away = [{**EVENING["kitchen"]["people"][0], "away": [{"from": "16:00", "to": "17:00"}]}]
        self.begun(kitchen__people=away, kitchen__stations__0__held=["gluten"])
        self.assertEqual(self.json("POST", SERVICES, {}, 201)["document"]["kitchen"], EVENING["kitchen"])
        self.assertEqual(then["plan"]["notices"][0]["path"], "/courses")

    def test_a_change_says_what_is_otherwise(self) -> None:
        made = self.begun()
        later = self.saved(made, plates__0__at=f"{DAY}T19:30")
        self.assertTrue(any("30 min later" in text for text in later["changed"]), later["changed"])
        self.assertEqual(Service.objects.get().serves_at, datetime.fromisoformat(f"{DAY}T19:30{OFFSET}"))
        same = self.saved(later)
        self.assertEqual(same["revision"], later["revision"])

    def test_a_title_moves_nothing_and_a_plan_of_another_core_is_made_anew(self) -> None:
        made = self.begun()
        self.work_off()
        with time_machine.travel(f"{DAY}T18:30{OFFSET}", tick=False):
            called = self.saved(made, title="Supper")
        self.assertEqual(called["plan"]["title"], "Supper")
        called = self.saved(self.saved(called, title={"not": "a title"}), title="Supper")
        self.assertEqual(called["plan"]["steps"], self.json("GET", f"{SERVICES}/{made['id']}")["plan"]["steps"])
        self.assertLess(called["plan"]["starts_at"], f"{DAY}T18:30")
        Service.objects.update(plan={**called["plan"], "engine": "jarcore 0.1", "windows": None})
        self.assertEqual([one.slug for one in planned_before()], ["galley"])
        again = self.json("GET", f"{SERVICES}/{made['id']}")
        self.assertTrue(again["plan"]["windows"])
        plan_anew(Kitchen.objects.get(slug="galley"))
        self.work_off()
        self.assertEqual(planned_before(), [])
        # Another commit of the same version and tables plans alike.
        kept = Service.objects.get().plan
        Service.objects.update(plan={**kept, "engine": re.sub(r"commit:\S+", "commit:000000000000", kept["engine"])})
        self.assertEqual(planned_before(), [])

    def test_what_has_to_give_way_is_said_and_what_mends_it_mends(self) -> None:
        made = self.begun(kitchen__people=[])
        self.assertTrue(made["plan"]["unplanned"])
        looked = self.json("GET", f"{SERVICES}/{made['id']}")
        mend = looked["plan"]["mends"][0]
        people = next(op["value"] for op in mend["patch"])
        mended = self.saved(looked, kitchen__people=people if isinstance(people, list) else [people])
        self.assertEqual(mended["plan"]["unplanned"], [])

    def test_a_step_put_elsewhere_costs_what_is_said_and_stays_there(self) -> None:
        made = self.begun()
        step = next(one for one in made["plan"]["steps"] if one["do"] == "clean")
        asked = {"step": step["id"], "at": f"{DAY}T18:10"}
        told = self.json("POST", f"{SERVICES}/{made['id']}/ask/moved", asked)
        self.assertTrue(told["possible"])
        pinned = self.saved(made, pins=[asked])
        self.assertEqual([one["start"] for one in pinned["plan"]["steps"] if one["pinned"]], [f"{DAY}T18:10{OFFSET}"])
        plate = next(one for one in made["plan"]["steps"] if one["do"] == "plate")
        never = self.json("POST", f"{SERVICES}/{made['id']}/ask/moved", {"step": plate["id"], "at": f"{DAY}T17:00"})
        self.assertFalse(never["possible"])
        self.assertIn("cannot be at 17:00", never["says"][0])

    def test_two_who_change_it_meet(self) -> None:
        made = self.begun()
        self.saved(made, courses__0__covers=5)
        stale = self.saved(made, 409, title="Late")
        self.assertEqual(stale["conflicts"], [])
        self.assertEqual((stale["merged"]["title"], stale["merged"]["courses"][0]["covers"]), ("Late", 5))
        both = self.saved(made, 409, courses__0__covers=9)
        self.assertEqual([one["path"] for one in both["conflicts"]], ["/courses/0/covers"])

    def test_bad_services_are_told_at_their_places(self) -> None:
        for document in ({"format": "x"}, 7):
            self.assert_problem(self.send(self.door, "POST", SERVICES, {"document": document}), 400)
        made = self.begun(plates__0__at="2026-03-29T02:30", kitchen__stations=[{"id": "x", "kind": "moon"}])
        self.assertLessEqual({"/plates/0/at", "/kitchen/stations/0/kind"}, {n["path"] for n in made["plan"]["notices"]})
        self.assert_problem(self.send(self.door, "PUT", f"{SERVICES}/{made['id']}", {"document": EVENING}), 422)

    def test_lists_tell_what_is_served_and_today_what_comes_next(self) -> None:
        made = self.begun()
        listed = self.json("GET", SERVICES)["items"]
        self.assertEqual([(one["id"], one["courses"][0]["covers"]) for one in listed], [(made["id"], 4)])
        self.assertEqual(self.json("GET", f"{SERVICES}?before={made['id']}")["items"], [])
        self.assertEqual(self.json("GET", f"{SERVICES}/today"), [])
        with time_machine.travel(f"{DAY}T17:30{OFFSET}", tick=False):
            (now,) = self.json("GET", f"{SERVICES}/today")
        self.assertIn("Lift the fish out", now["next"][0]["text"])

    def test_thrown_out_it_is_off_every_list_and_comes_back(self) -> None:
        made = self.begun()
        for out, many in ((True, 0), (False, 1)):
            answer = self.send(self.door, "PUT", f"{SERVICES}/{made['id']}/thrown-out", {"thrown_out": out})
            self.assertEqual(answer.status_code, 204)
            self.assertEqual(len(self.json("GET", SERVICES)["items"]), many)

    def test_paper_and_calendar_hold_every_step(self) -> None:
        made = self.begun()
        active = [one for one in made["plan"]["steps"] if one["active"]]
        for paper, width in (("a4", 595), ("letter", 612)):
            answer = self.door.get(f"{SERVICES}/{made['id']}/run-sheet?paper={paper}")
            pages = PdfReader(BytesIO(answer.content)).pages
            self.assertEqual(round(pages[0].mediabox.width), width)
            text = " ".join(" ".join(page.extract_text() for page in pages).split())
            for one in active:
                self.assertIn(one["start"][11:16], text)
                self.assertIn(one["text"], text)
        self.assertEqual(self.door.get(f"{SERVICES}/{made['id']}/run-sheet?paper=a0").status_code, 422)
        read = vobject.readOne(self.door.get(f"{SERVICES}/{made['id']}/calendar").content.decode())
        starts = {event.uid.value: event.dtstart.value for event in read.vevent_list}
        for one in active:
            self.assertEqual(starts[f"galley.{made['id']}.{one['id']}@jar-table"], datetime.fromisoformat(one["start"]))
        self.assertTrue(all(event.valarm.trigger.value.total_seconds() == 0 for event in read.vevent_list))

    def test_whoever_only_looks_changes_nothing(self) -> None:
        made = self.begun()
        person("eyes", Role.VIEWER)
        eyes = self.signed_in("eyes")
        self.assertEqual(eyes.get(f"{SERVICES}/{made['id']}").status_code, 200)
        body = {"revision": 1, "document": EVENING}
        for method, path in (("POST", SERVICES), ("PUT", f"{SERVICES}/{made['id']}")):
            self.assert_problem(self.send(eyes, method, path, body), 403)

    def test_covers_that_come_on_top_leave_what_has_happened_where_it_was(self) -> None:
        made = self.begun()
        with time_machine.travel(f"{DAY}T17:30{OFFSET}", tick=False):
            under_way = self.saved(made, began=f"{DAY}T16:00")
            more = self.saved(under_way, courses__0__covers=6)
        before = {step["id"]: (step["start"], step["end"], step["people"]) for step in made["plan"]["steps"]}
        past = [step for step in more["plan"]["steps"] if step["fixed"]]
        self.assertTrue(past)
        for step in past:
            self.assertEqual((step["start"], step["end"], step["people"]), before[step["id"]])
        self.assertEqual(
            sorted((one["course"], one["covers"]) for one in more["plan"]["served"]),
            [("zander", 4), ("zander-more", 2)],
        )
        self.assertEqual([one["by"] for one in more["trail"]], ["CO"])
        self.assertTrue(more["trail"][0]["says"])

    def test_nothing_is_planned_before_now(self) -> None:
        with time_machine.travel(f"{DAY}T18:30{OFFSET}", tick=False):
            late = self.begun()
        self.assertGreaterEqual(late["plan"]["starts_at"], f"{DAY}T18:30")
        self.assertFalse(late["plan"]["kept"])
        with time_machine.travel(f"{DAY}T23:30{OFFSET}", tick=False):
            past = self.begun()
        self.assertIn("is past", " ".join(one["text"] for one in past["plan"]["notices"]))

    def test_who_is_in_another_service_is_not_in_two_places(self) -> None:
        first = self.begun(title="Lunch")
        taken = [one for one in first["plan"]["steps"] if one["active"]]
        second = self.begun(title="Supper")
        self.assertIn("at work in “Lunch”", second["plan"]["notices"][0]["text"])
        for mine in (one for one in second["plan"]["steps"] if one["active"]):
            self.assertFalse([one for one in taken if one["start"] < mine["end"] and mine["start"] < one["end"]])

    def test_a_batch_made_ahead_is_drawn_the_oldest_first_and_not_twice(self) -> None:
        formula = self.json("POST", "/api/kitchens/galley/formulas", EVENING["courses"][0]["formula"], 201)
        jar = formula["document"]["jars"][0]
        grams = 20.0
        with time_machine.travel(f"{DAY}T08:00{OFFSET}", tick=False):
            batches = [
                self.json("POST", BATCHES, {"formula": formula["id"], "jar": jar["id"], "mass_g": mass}, 201)
                for mass in (4.0, grams)
            ]
        self.assertIn(jar["name"], batches[0]["name"])
        version = {"formula": formula["id"], "number": None}
        with time_machine.travel(f"{DAY}T09:00{OFFSET}", tick=False):
            made = self.begun(courses__0__version=version)
        drawn = made["plan"]["drawn"]
        self.assertEqual([one["batch"] for one in drawn], [f"batch-{one['id']}" for one in batches])
        self.assertEqual(drawn[0]["mass_g"], 4.0)
        self.assertTrue(any("out of the batch" in one["text"] for one in made["plan"]["steps"]))
        left = {one["id"]: one["left_g"] for one in self.json("GET", BATCHES)}
        self.assertEqual(left[batches[0]["id"]], 0.0)
        self.assertAlmostEqual(left[batches[1]["id"]], grams - drawn[1]["mass_g"], 1)
        out = self.send(self.door, "PUT", f"{BATCHES}/{batches[1]['id']}/thrown-out", {"thrown_out": True})
        self.assertEqual(out.status_code, 204)
        again = self.json("GET", f"{SERVICES}/{made['id']}")
        self.assertEqual(again["plan"]["drawn"], [])
        self.assertIn("it is made anew", " ".join(one["text"] for one in again["plan"]["notices"]))
        bad = self.send(self.door, "POST", BATCHES, {"formula": formula["id"], "jar": "none", "mass_g": 5})
        self.assert_problem(bad, 422, "/jar")

    def test_a_batch_of_another_version_is_drawn_only_where_the_jar_is_the_same(self) -> None:
        formulas = "/api/kitchens/galley/formulas"
        formula = self.json("POST", formulas, EVENING["courses"][0]["formula"], 201)
        asked = {"formula": formula["id"], "jar": formula["document"]["jars"][0]["id"], "mass_g": 500}
        with time_machine.travel(f"{DAY}T08:00{OFFSET}", tick=False):
            self.json("POST", BATCHES, asked, 201)
        version = {"formula": formula["id"], "number": 7}
        with time_machine.travel(f"{DAY}T09:00{OFFSET}", tick=False):
            for line, drawn in (("caraway-seed", 1), ("fennel-seed", 0)):
                made = self.begun(
                    courses__0__version=version, courses__0__formula__jars__0__lines__1__ingredient=line, title=line
                )
                with self.subTest(line):
                    self.assertEqual(len(made["plan"]["drawn"]), drawn)

    def test_the_lists_of_the_next_days(self) -> None:
        self.begun(title="Supper")
        with time_machine.travel(f"{DAY}T08:00{OFFSET}", tick=False):
            lists = self.json("GET", "/api/kitchens/galley/ahead")
        self.assertIn("Trim 4 pieces: bones, spines, blood.", [one["text"] for one in lists["prep"]])
        wanted = {one["id"]: one for one in lists["order"]}
        # The recipe's own figures: 680 g of fillet, 1.2 % of salt, 3 g of caraway.
        self.assertAlmostEqual(wanted["zander"]["mass_g"], 680, 0)
        self.assertAlmostEqual(wanted["sea-salt-fine"]["mass_g"], 8.2, 1)
        self.assertAlmostEqual(wanted["caraway-seed"]["mass_g"], 3.0, 1)
        self.assertEqual(wanted["zander"]["services"], ["Supper"])
        with time_machine.travel(f"{DAY}T23:00{OFFSET}", tick=False):
            self.assertEqual(self.json("GET", "/api/kitchens/galley/ahead")["order"], [])

    def test_whatever_stands_in_a_service_is_kept_and_told_at_its_place(self) -> None:
        odd: list[Any] = [7, "x", [None], {"id": {}}]
        for field in ("plates", "kitchen", "courses", "pins", "batches", "began", "timezone", "title", "not_before"):
            for value in odd:
                with self.subTest(field, value=value):
                    made = self.begun(**{field: value})
                    self.assertEqual(made["document"][field], value)
                    self.assertEqual(self.saved(made, notes="more")["revision"], 2)
                    Service.objects.all().delete()
        made = self.begun(kitchen={"people": [None, 7, {"id": ["x"]}, {"away": 7}], "stations": {"a": 1}, "pans": 9})
        other = self.begun(title="Beside")
        for one in (made, other):
            self.assertEqual(self.json("GET", f"{SERVICES}/{one['id']}")["id"], one["id"])

    def test_a_service_of_another_kitchen_is_nowhere(self) -> None:
        made = self.begun()
        person("neighbour", Role.OWNER, slug="elsewhere")
        neighbour = self.signed_in("neighbour")
        for where in (f"{SERVICES}/{made['id']}", f"/api/kitchens/elsewhere/services/{made['id']}"):
            for path in (where, f"{where}/run-sheet", f"{where}/calendar"):
                self.assert_problem(neighbour.get(path), 404)
        body = {"revision": 1, "document": EVENING}
        path = f"/api/kitchens/elsewhere/services/{made['id']}"
        self.assert_problem(self.send(neighbour, "PUT", path, body), 404)
        self.assertEqual(self.json("GET", f"{SERVICES}/{made['id']}")["revision"], 1)

    def test_a_batch_is_used_within_what_a_jar_keeps_and_is_made_by_now(self) -> None:
        formula = self.json("POST", "/api/kitchens/galley/formulas", EVENING["courses"][0]["formula"], 201)
        asked = {"formula": formula["id"], "jar": formula["document"]["jars"][0]["id"], "mass_g": 100}
        far = f"{DAY}T08:00{OFFSET}"
        with time_machine.travel(far, tick=False):
            made = self.json("POST", BATCHES, {**asked, "use_by": "2099-12-31T23:00Z"}, 201)
            # Four days: the shorter of a prepared jar's seven, and of garlic in oil (Food Code 2022 3-501.17).
            kept = datetime.fromisoformat(made["use_by"]) - datetime.fromisoformat(made["made_at"])
            self.assertEqual(kept, timedelta(days=4))
            soon = self.json("POST", BATCHES, {**asked, "use_by": f"{DAY}T20:00{OFFSET}"}, 201)
            self.assertEqual(datetime.fromisoformat(soon["use_by"]), datetime.fromisoformat(f"{DAY}T20:00{OFFSET}"))
            later = {**asked, "made_at": f"{DAY}T09:00{OFFSET}"}
            self.assert_problem(self.send(self.door, "POST", BATCHES, later), 422, "/made_at")
            for mass in (0, -1, "much", 1e9):
                self.assert_problem(self.send(self.door, "POST", BATCHES, {**asked, "mass_g": mass}), 422)
        with time_machine.travel(f"{DAY}T21:00{OFFSET}", tick=False):
            self.assertEqual([one["over"] for one in self.json("GET", BATCHES)], [True, False])
