"""Runs over HTTP: begun from a plan, told what happened late and twice, followed, ended, on record; nobody else's."""

import json
import uuid
from datetime import datetime, timedelta
from typing import Any
from unittest import mock

import time_machine
from django.db import DatabaseError, connection, transaction
from jsonschema_rs import validator_for

from server.accounts.models import Role
from server.day.models import Service, ServiceRevision
from server.day.services import save_now
from server.formulas.models import Formula
from server.runs import services
from server.runs.models import Run, RunEvent
from server.runs.selectors import events_after, runs
from tests.core.cases import DAY_AHEAD, OFFSET_AHEAD, ROOT, changed, service_ahead, zander
from tests.http.door import DoorTest, person

EVENING = service_ahead("zander-evening")
SERVICES, RUNS = "/api/kitchens/galley/services", "/api/kitchens/galley/runs"
# Before the first step of the evening.
BEFORE = f"{DAY_AHEAD}T12:00{OFFSET_AHEAD}"
# What the steps of a plan did not say before.
NEW_IN_STEPS = ("press", "calls", "must", "gates", "amounts", "rings", "alone")
MANY = 20_000
FILL = """INSERT INTO runs_run (kitchen_id, title, zone, document, planned, plan_number, served, began_at, ended_at,
    last)
  SELECT %s, 'Filled', 'UTC', '{}', '{"served": []}', 0, '[]', now(), now(), 0 FROM generate_series(1, 500);
INSERT INTO runs_runevent (id, run_id, number, document)
  SELECT gen_random_uuid(), runs.id, n, '{"do": "done"}'
  FROM (SELECT id FROM runs_run WHERE title = 'Filled') AS runs, generate_series(1, %s) AS n"""


class RunTest(DoorTest):
    def setUp(self) -> None:
        super().setUp()
        self.clock = self.enterContext(time_machine.travel(BEFORE, tick=False))

    def begun(self, **changes: Any) -> dict[str, Any]:
        """A run of the evening, opened."""
        made = self.json("POST", SERVICES, {"document": changed(EVENING, **changes)}, 201)
        begun = self.json("POST", f"{SERVICES}/{made['id']}/run")
        return self.json("GET", f"{RUNS}/{begun['id']}")

    def at(self, time: str) -> str:
        """The clock moves on to a time of the evening."""
        there = (
            datetime.fromisoformat(time) if "T" in time else datetime.fromisoformat(f"{DAY_AHEAD}T{time}{OFFSET_AHEAD}")
        )
        self.clock.move_to(there)
        return there.isoformat()

    def event(self, do: str, **says: Any) -> dict[str, Any]:
        return {"id": str(uuid.uuid4()), "version": 1, "do": do, "at": datetime.now().astimezone().isoformat(), **says}

    def send_events(self, run: dict[str, Any], *events: Any, status: int = 200, door: Any = None) -> Any:
        answer = self.send(
            door or self.door, "POST", f"{RUNS}/{run['id']}/events?plan_number={run['plan_number']}", {"events": events}
        )
        self.assertEqual(answer.status_code, status, answer.content[:600])
        return answer.json()

    def first(self, run: dict[str, Any], do: str | None = None) -> Any:
        return next(one for one in run["plan"]["steps"] if one["press"] == "done" and do in (None, one["do"]))


class RunsTest(RunTest):
    def test_it_begins_at_the_plan_and_a_draft_is_kept_as_a_version_first(self) -> None:
        run = self.begun()
        self.assertEqual(run["plan"]["steps"], run["planned"]["steps"])
        self.assertEqual([one["id"] for one in self.json("GET", RUNS)["items"]], [run["id"]])
        version = run["document"]["courses"][0]["version"]
        formula = Formula.objects.get(pk=version["formula"])
        self.assertEqual(formula.versions.get(number=version["number"]).document, EVENING["courses"][0]["formula"])
        again = self.json("POST", f"{SERVICES}/{run['service']}/run")
        self.assertEqual((again["id"], Run.objects.count(), Formula.objects.count()), (run["id"], 1, 1))

    def test_a_draft_that_is_another_by_now_or_is_not_to_be_cooked_is_said(self) -> None:
        formula = self.json("POST", "/api/kitchens/galley/formulas", zander(), 201)
        for document, of in (
            (changed(zander(), servings=9), {"formula": formula["id"]}),
            (changed(zander(), fish__species="puffer-fish"), None),
        ):
            course = {**EVENING["courses"][0], "formula": document, **({"version": of} if of else {})}
            made = self.json("POST", SERVICES, {"document": {**EVENING, "courses": [course]}}, 201)
            told = self.assert_problem(self.send(self.door, "POST", f"{SERVICES}/{made['id']}/run"), 422)
            self.assertTrue(told["errors"][0]["path"].startswith("/courses"), told)
        empty = self.json("POST", SERVICES, {}, 201)
        self.assert_problem(self.send(self.door, "POST", f"{SERVICES}/{empty['id']}/run"), 422, "/courses")

    def test_begun_late_it_is_planned_from_then_on(self) -> None:
        made = self.json("POST", SERVICES, {"document": EVENING}, 201)
        self.at("18:00")
        self.json("POST", f"{SERVICES}/{made['id']}/run")
        plan = Service.objects.get().plan
        self.assertGreaterEqual(plan["starts_at"], f"{DAY_AHEAD}T18:00")

    def test_where_work_was_under_way_what_lies_behind_was_done(self) -> None:
        self.at("18:00")
        run = self.begun(began=f"{DAY_AHEAD}T15:00")
        done = {one["step"] for one in run["events"] if one["source"] == "planned"}
        behind = {
            one["id"] for one in run["plan"]["steps"] if one["active"] and one["end"][:16] <= f"{DAY_AHEAD}T18:00"
        }
        self.assertEqual(done & behind, behind)

    def test_late_twice_and_in_any_order_each_event_is_there_once(self) -> None:
        run = self.begun()
        steps = [one for one in run["plan"]["steps"] if one["press"] == "done"][:2]
        self.at(steps[1]["end"])
        late, soon = (self.event("done", step=one["id"], at=one["end"]) for one in steps)
        self.send_events(run, soon)
        answer = self.send_events(run, late, soon, late)
        self.assertEqual([one["became"] for one in answer["taken"]], ["kept", "again", "again"])
        self.assertEqual([one["number"] for one in answer["events"]], [1, 2])
        self.assertEqual(RunEvent.objects.count(), 2)
        other = self.send_events(run, {**soon, "step": "x"})
        self.assertIn("never changed", other["taken"][0]["told"][0])
        fixed = {one["id"]: one["end"] for one in answer["plan"]["steps"] if one["fixed"]}
        self.assertEqual({fixed[one["id"]] for one in steps}, {one["end"] for one in steps})

    def test_what_slips_moves_the_plan_and_says_what_that_costs(self) -> None:
        run = self.begun()
        step = self.first(run)
        self.at(step["start"])
        asked = {"step": step["id"], "until": [self.later(step["start"], 5), self.later(step["start"], 240)]}
        costs = self.json("POST", f"{RUNS}/{run['id']}/ask/not-yet", asked)
        self.assertTrue(any("later" in text for text in costs[1]["says"]), costs)
        self.assertLessEqual(len(costs[0]["says"]), len(costs[1]["says"]))
        self.assertEqual(RunEvent.objects.count(), 0)
        answer = self.send_events(run, self.event("not_yet", step=step["id"], until=asked["until"][1]))
        now = next(one for one in answer["plan"]["steps"] if one["id"] == step["id"])
        self.assertGreaterEqual(datetime.fromisoformat(now["start"]), datetime.fromisoformat(asked["until"][1]))
        self.assertEqual(answer["changed"], costs[1]["says"])
        self.assertEqual(self.json("GET", f"{SERVICES}/{run['service']}")["plan"]["steps"], answer["plan"]["steps"])

    @staticmethod
    def later(at: str, minutes: int) -> str:
        return (datetime.fromisoformat(at) + timedelta(minutes=minutes)).isoformat()

    def test_taken_back_it_is_as_it_was(self) -> None:
        run = self.begun()
        step = self.first(run)
        self.at(step["end"])
        done = self.event("done", step=step["id"])
        first = self.send_events(run, done)
        self.assertTrue(next(one["fixed"] for one in first["plan"]["steps"] if one["id"] == step["id"]))
        self.at(step["start"])
        back = self.send_events(run, self.event("void", event=done["id"]))
        self.assertFalse(next(one["fixed"] for one in back["plan"]["steps"] if one["id"] == step["id"]))
        self.assertEqual(RunEvent.objects.count(), 2)

    def test_covers_and_courses_follow_what_was_said_and_come_back(self) -> None:
        run = self.begun()
        course = run["document"]["courses"][0]
        said = self.event("happened", what="covers", course=course["id"], covers=7)
        self.assertEqual(self.send_events(run, said)["document"]["courses"][0]["covers"], 7)
        self.assertEqual(self.send_events(run, self.event("void", event=said["id"]))["document"]["courses"], [course])
        # Somebody else has changed it since: what is taken back leaves theirs.
        said, then = (
            self.event("happened", what=what, course=course["id"], covers=covers)
            for what, covers in (("dropped", 3), ("covers", 5))
        )
        self.send_events(run, said, then)
        self.assertEqual(
            self.send_events(run, self.event("void", event=said["id"]))["document"]["courses"][0]["covers"], 5
        )
        # Of two that came together each finds what the one before has left.
        six, eight = (self.event("happened", what="covers", course=course["id"], covers=many) for many in (6, 8))
        self.send_events(run, six, eight)
        back = self.send_events(run, self.event("void", event=eight["id"]))
        self.assertEqual(back["document"]["courses"][0]["covers"], 6)
        back = self.send_events(run, self.event("void", event=six["id"]))
        self.assertEqual(back["document"]["courses"][0]["covers"], 5)
        off = self.event("happened", what="off", course=course["id"])
        self.assertEqual(self.send_events(run, off)["document"]["courses"], [])
        self.assertEqual(
            self.send_events(run, self.event("void", event=off["id"]))["document"]["courses"], [{**course, "covers": 5}]
        )
        odd = [self.event("happened", what="covers", course=course["id"], covers=covers) for covers in (-1, 2.5)]
        answer = self.send_events(run, *odd, self.event("happened", what="covers", course="nobody", covers=3))
        self.assertEqual([one["became"] for one in answer["taken"]], ["kept"] * 3)
        self.assertEqual(Service.objects.get().document["courses"][0]["covers"], 5)

    def test_what_is_no_event_is_refused_by_itself_and_the_rest_is_kept(self) -> None:
        run = self.begun()
        step = self.first(run)["id"]
        answer = self.send_events(
            run, 7, {"do": "done"}, self.event("done", step=step), self.event("done", step=step, at="soon")
        )
        self.assertEqual([one["became"] for one in answer["taken"]], ["refused", "refused", "kept", "refused"])
        self.assertTrue(all(one["told"] for one in answer["taken"] if one["became"] == "refused"))
        future = self.send_events(run, self.event("done", step=step, at=f"{DAY_AHEAD}T23:00{OFFSET_AHEAD}"))
        self.assertIn("ahead", future["taken"][0]["told"][0])
        bodies: list[Any] = [{}, {"events": 7}, {"events": [{}] * 501}]
        for body in bodies:
            self.assert_problem(self.send(self.door, "POST", f"{RUNS}/{run['id']}/events", body), 422, "/events")
        with mock.patch.object(services, "MOST_OF_RUN", 2):
            self.assert_problem(
                self.send(self.door, "POST", f"{RUNS}/{run['id']}/events", {"events": [self.event("done", step=step)]}),
                422,
            )

    def test_an_event_of_another_run_or_kitchen_is_refused_there(self) -> None:
        run, other = self.begun(), self.begun()
        mine = self.event("done", step=self.first(run)["id"])
        self.send_events(run, mine)
        self.assertEqual(self.send_events(other, mine)["taken"][0]["became"], "refused")
        person("stranger", Role.COOK, "elsewhere")
        stranger = self.signed_in("stranger")
        path = f"/api/kitchens/elsewhere/runs/{run['id']}/events"
        self.assertEqual(self.send(stranger, "POST", path, {"events": [mine]}).status_code, 404)
        person("looks", Role.VIEWER)
        self.send_events(run, mine, status=403, door=self.signed_in("looks"))

    def test_ended_it_is_on_record_and_taken_back_it_goes_on(self) -> None:
        run = self.begun()
        for step in [one for one in run["plan"]["steps"] if one["press"] != "none"]:
            self.at(max(step["end"], datetime.now().astimezone().isoformat(), key=datetime.fromisoformat))
            gates = [
                self.event("passed", step=step["id"], gate=gate["id"], held=True, value=2) for gate in step["gates"]
            ]
            self.send_events(
                run, *gates, self.event("done" if step["press"] == "done" else "started", step=step["id"], by="A")
            )
        over = self.event("ended")
        answer = self.send_events(run, over)
        self.assertTrue(answer["ended_at"])
        record = self.json("GET", f"{RUNS}/{run['id']}/record")
        self.assertEqual((record["open"], record["late_min"]), (0, 0))
        self.assertTrue(all(one["was"] for one in record["steps"]))
        document = self.json("GET", f"{RUNS}/{run['id']}/document")
        schema = json.loads((ROOT / "docs" / "format" / "run.schema.json").read_text(encoding="utf-8"))
        validator_for(schema).validate(document)
        self.assertEqual(len(document["events"]), RunEvent.objects.count())
        Service.objects.all().delete()
        self.assertEqual(self.json("GET", f"{RUNS}/{run['id']}/record"), record)
        self.assertIsNone(self.send_events(run, self.event("void", event=over["id"]))["ended_at"])

    def test_what_was_kept_when_the_plan_could_not_follow_is_followed_a_minute_later(self) -> None:
        run = self.begun()
        step = self.first(run)
        self.at(step["end"])
        with mock.patch.object(services, "catch_up", side_effect=OSError), self.assertRaises(OSError):
            self.send_events(run, self.event("done", step=step["id"]))
        self.assertEqual(RunEvent.objects.count(), 1)
        services.follow_the_clock(datetime.now().astimezone())
        plan = Service.objects.get().plan
        self.assertTrue(next(one["fixed"] for one in plan["steps"] if one["id"] == step["id"]))

    def test_what_an_event_changes_is_changed_once_whatever_breaks_off(self) -> None:
        run = self.begun()
        course = run["document"]["courses"][0]
        seven = self.event("happened", what="covers", course=course["id"], covers=7)

        def breaks(*changes: Any) -> None:
            save: Any = save_now
            save(*changes[:-1], mock.Mock(side_effect=OSError))

        with mock.patch("server.runs.services.save_now", breaks), self.assertRaises(OSError):
            self.send_events(run, seven)
        self.assertEqual(self.covers(), course["covers"])
        self.assertEqual([one["became"] for one in self.send_events(run, seven)["taken"]], ["again"])
        revisions = ServiceRevision.objects.count()
        for _ in range(2):
            services.follow_the_clock(self.now())
        self.assertEqual((self.covers(), ServiceRevision.objects.count()), (7, revisions + 1))

    @staticmethod
    def now() -> datetime:
        return datetime.now().astimezone()

    @staticmethod
    def covers() -> int:
        return int(Service.objects.get().document["courses"][0]["covers"])

    def test_what_takes_too_long_after_it_was_kept_is_kept_and_left_to_the_worker(self) -> None:
        run = self.begun()
        done = self.event("done", step=self.first(run)["id"])
        with self.settings(RECKONED_AT_MOST_S=0):
            answer = self.send_events(run, done)
        self.assertEqual([one["became"] for one in answer["taken"]], ["kept"])
        self.assertIn(services.FOLLOW, [job["task_name"] for job in self.queue.jobs.values()])

    def test_what_one_run_trips_over_is_no_matter_to_the_others(self) -> None:
        for _ in range(2):
            self.begun()
        with (
            mock.patch.object(services, "catch_up", side_effect=OSError) as tried,
            self.assertLogs("server.runs.services", "ERROR") as told,
        ):
            services.follow_the_clock(self.now())
        self.assertEqual((tried.call_count, len(told.records)), (2, 2))

    def test_with_time_the_plan_moves_what_nobody_has_begun(self) -> None:
        run = self.begun()
        step = self.first(run)
        self.at(self.later(step["end"], 30))
        self.assertEqual(services.follow_the_clock(datetime.now().astimezone()), 1)
        live = self.json("GET", f"{RUNS}/{run['id']}/live?plan_number={run['plan_number']}")
        now = next(one for one in live["plan"]["steps"] if one["id"] == step["id"])
        self.assertGreater(now["end"], step["end"])
        again = self.json("GET", f"{RUNS}/{run['id']}/live?plan_number={live['plan_number']}")
        services.follow_the_clock(datetime.now().astimezone())
        self.assertEqual((again["plan"], again["document"]), (None, None))
        self.assertEqual(self.json("GET", f"{RUNS}/{run['id']}/live")["plan_number"], live["plan_number"])


class RunRowsTest(RunTest):
    def test_the_database_changes_no_event_and_lets_none_go(self) -> None:
        run = self.begun()
        self.send_events(run, self.event("done", step=self.first(run)["id"]))
        for change in (lambda: RunEvent.objects.update(document={}), lambda: RunEvent.objects.all().delete()):
            with self.assertRaises(DatabaseError), transaction.atomic():
                change()

    def test_a_plan_of_an_older_core_is_cooked_on(self) -> None:
        made = self.json("POST", SERVICES, {"document": EVENING}, 201)
        kept = Service.objects.get().plan
        weights = ("line", "name", "mass_g", "step_g")
        before = {
            "jarcore 0.5.3": [{k: v for k, v in one.items() if k not in NEW_IN_STEPS} for one in kept["steps"]],
            "jarcore 0.6.0": [
                {**one, "amounts": [{name: amount[name] for name in weights} for amount in one["amounts"]]}
                for one in kept["steps"]
            ],
        }
        for engine, steps in before.items():
            with self.subTest(engine):
                Service.objects.update(plan={**kept, "engine": engine, "steps": steps})
                begun = self.json("POST", f"{SERVICES}/{made['id']}/run")
                run = self.json("GET", f"{RUNS}/{begun['id']}")
                step = self.first(run)
                self.at(step["end"])
                answer = self.send_events(run, self.event("done", step=step["id"]))
                self.assertEqual([one["became"] for one in answer["taken"]], ["kept"])
                self.assertTrue(all("off_g" in one for step in answer["plan"]["steps"] for one in step["amounts"]))

    def test_lists_runs_and_events_are_read_by_index(self) -> None:
        run = Run.objects.select_related("kitchen").get(pk=self.begun()["id"])
        with connection.cursor() as cursor:
            cursor.execute(FILL, [run.kitchen_id, MANY // 500])
            cursor.execute("ANALYZE runs_run; ANALYZE runs_runevent")
            for read in (lambda: runs(run.kitchen, None), lambda: events_after(run, 0)):
                with self.assertNumQueries(1) as asked:
                    read()
                cursor.execute("EXPLAIN " + asked.captured_queries[0]["sql"])
                plan = "\n".join(row[0] for row in cursor.fetchall())
                self.assertNotIn("Seq Scan", plan)
