"""Services over HTTP: begun, changed, planned, merged, printed; nobody else's."""

import json
from datetime import datetime
from io import BytesIO
from typing import Any

import time_machine
import vobject
from pypdf import PdfReader

from server.accounts.models import Role
from server.day.models import Service
from tests.core.cases import ROOT, changed
from tests.http.door import DoorTest, person

EVENING = json.loads((ROOT / "examples/zander-evening.service.json").read_text(encoding="utf-8"))
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
        self.assertEqual(made["plan"]["served"][0]["at"], "2026-12-04T19:00+01:00")
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
        self.assertEqual(then["plan"]["notices"][0]["path"], "/courses")

    def test_a_change_says_what_is_otherwise(self) -> None:
        made = self.begun()
        later = self.saved(made, plates__0__at="2026-12-04T19:30")
        self.assertTrue(any("30 min later" in text for text in later["changed"]), later["changed"])
        self.assertEqual(Service.objects.get().serves_at, datetime.fromisoformat("2026-12-04T19:30+01:00"))
        same = self.saved(later)
        self.assertEqual(same["revision"], later["revision"])

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
        asked = {"step": step["id"], "at": "2026-12-04T18:10"}
        told = self.json("POST", f"{SERVICES}/{made['id']}/moved", asked)
        self.assertTrue(told["possible"])
        pinned = self.saved(made, pins=[asked])
        self.assertEqual([one["start"] for one in pinned["plan"]["steps"] if one["pinned"]], ["2026-12-04T18:10+01:00"])
        plate = next(one for one in made["plan"]["steps"] if one["do"] == "plate")
        never = self.json("POST", f"{SERVICES}/{made['id']}/moved", {"step": plate["id"], "at": "2026-12-04T17:00"})
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
        with time_machine.travel("2026-12-04T17:30+01:00", tick=False):
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
