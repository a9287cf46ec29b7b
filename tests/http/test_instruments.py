"""Weighed in, read off and mended over HTTP: what a scale said, what a door left open does, what is only simulated."""

import os
import tempfile
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from django.test import override_settings

from server.accounts.models import Role
from server.day.models import Service
from server.instruments.models import Panel
from server.runs import services
from server.runs.models import Run, RunEvent
from tests.http.door import person
from tests.http.test_runs import EVENING, RUNS, RunTest

INSTRUMENTS = "/api/kitchens/galley/instruments"
SCALE = "scale-1-5000"
WEIGH = "zander.brine.make-1"


class InstrumentsTest(RunTest):
    def press(self, instrument: str, deed: str, status: int = 200, **says: Any) -> Any:
        return self.json("POST", f"{INSTRUMENTS}/{instrument}/press", {"deed": deed, **says}, status)

    def reading(self, instrument: str, **asked: Any) -> Any:
        query = "&".join(f"{name}={value}" for name, value in asked.items())
        found = self.json("GET", f"{INSTRUMENTS}/readings?{query}")["readings"]
        return next(one for one in found if one["instrument"] == instrument)

    def later_by(self, seconds: float) -> None:
        self.clock.move_to(datetime.now().astimezone() + timedelta(seconds=seconds))

    def step(self, run: Any, name: str) -> Any:
        return next(one for one in run["plan"]["steps"] if one["id"] == name)

    def weighed(self, step: Any, line: str, times: float, **says: Any) -> Any:
        amount = next(one for one in step["amounts"] if one["line"] == line)
        said = {"step": step["id"], "course": step["course"], "jar": amount["jar"], "line": line, "unit": "g"}
        value = round(times * amount["mass_g"], 1)
        return self.event("weighed", **said, value=value, meant=amount["mass_g"], source="simulated", **says)


class WeighInTest(InstrumentsTest):
    def test_over_poured_it_is_mended_and_taken_back_it_is_as_before(self) -> None:
        run = self.begun()
        step = self.step(run, WEIGH)
        over = self.weighed(step, "l1", 1.3)
        answer = self.send_events(run, self.weighed(step, "l2", 1.0), over)
        # What is in is known to the plan; what it is to weigh stays what it was.
        self.assertEqual(self.step(answer, WEIGH)["amounts"], step["amounts"])
        mends = self.json("POST", f"{RUNS}/{run['id']}/ask/mends", {"step": WEIGH})
        choices = {one["id"]: one for one in mends["answer"]["choices"]}
        self.assertIn("leave", choices)
        self.assertEqual(RunEvent.objects.count(), 2)
        said = {"step": WEIGH, "course": "zander", "jar": "brine", "covers": mends["covers"]}
        taken = self.event("corrected", **said, choice="leave", patch=choices["leave"]["patch"])
        mended = self.send_events(run, taken)
        amounts = {one["line"]: one["mass_g"] for one in self.step(mended, WEIGH)["amounts"]}
        self.assertAlmostEqual(amounts["l1"], over["value"], 1)
        formula = Service.objects.get().document["courses"][0]["formula"]
        self.assertEqual(formula["corrections"][-1]["initials"], "CO")
        self.assertEqual(self.send_events(run, taken)["taken"][0]["became"], "again")
        back = self.send_events(run, self.event("void", event=taken["id"]))
        self.assertEqual(self.step(back, WEIGH)["amounts"], step["amounts"])
        record = self.json("GET", f"{RUNS}/{run['id']}/record")
        line = next(one for one in record["steps"] if one["step"] == WEIGH)["weighed"][0]
        self.assertEqual((line["was_g"], line["source"]), (over["value"], "simulated"))
        self.assertEqual(record["mended"], [])

    def test_a_mend_of_a_formula_that_is_another_by_now_is_told(self) -> None:
        run = self.begun()
        said = {"step": WEIGH, "course": "zander", "jar": "brine", "covers": 4}
        gone: Any = [{"op": "test", "path": "/title", "value": "another"}]
        for patch in (gone, [{"op": "replace", "path": "/jars/9", "value": {}}]):
            answer = self.send_events(run, self.event("corrected", **said, patch=patch))
            self.assertEqual(answer["taken"][0]["became"], "kept")
            self.assertIn("another by now", answer["taken"][0]["told"][0])
        self.assertEqual(Service.objects.get().document["courses"][0]["formula"], EVENING["courses"][0]["formula"])
        self.assertEqual(
            self.send(self.door, "POST", f"{RUNS}/{run['id']}/ask/mends", {"step": "nobody"}).status_code, 404
        )

    def test_as_it_is_goes_by_what_was_weighed(self) -> None:
        run = self.begun()
        self.send_events(run, self.weighed(self.step(run, WEIGH), "l1", 1.5))
        (course,) = self.json("GET", f"{RUNS}/{run['id']}/as-it-is")
        # 8.16 g on 680 g of fish are 1.2 %.
        self.assertAlmostEqual(course["readings"]["Caraway dry brine"]["salt_pct_of_fish"]["after"], 1.8, 1)


class PanelTest(InstrumentsTest):
    def test_a_scale_is_poured_on_read_and_tared(self) -> None:
        self.press(SCALE, "put", grams=412)
        self.later_by(3)
        reading = self.reading(SCALE)
        self.assertEqual((reading["value"], reading["steady"], reading["simulated"]), (412, True, True))
        self.press(SCALE, "tare")
        self.assertEqual(self.reading(SCALE)["value"], 0)
        self.assertEqual(Panel.objects.count(), 1)
        panel = self.json("GET", INSTRUMENTS)
        self.assertIn("tare", next(one for one in panel["instruments"] if one["id"] == SCALE)["deeds"])
        self.assertNotIn("tare", next(one for one in panel["instruments"] if one["id"] == "room")["deeds"])

    def test_what_cannot_be_done_is_answered_and_nobody_else_does_it(self) -> None:
        self.press(SCALE, "open", 422)
        self.press(SCALE, "put", 422)
        self.press("scale-7", "tare", 404)
        self.press("core_probe", "into", 422, what="oil:fryer")
        self.press("core_probe", "into", 404, what="ice", run=10**6)
        person("looks", Role.VIEWER)
        looks = self.signed_in("looks")
        body = {"deed": "tare"}
        self.assertEqual(self.send(looks, "POST", f"{INSTRUMENTS}/{SCALE}/press", body).status_code, 403)
        self.assertEqual(looks.get(f"{INSTRUMENTS}/readings").status_code, 200)
        run = self.begun()
        person("stranger", Role.COOK, "elsewhere")
        stranger = self.signed_in("stranger")
        self.assertEqual(stranger.get(f"{INSTRUMENTS}/readings").status_code, 404)
        path = f"/api/kitchens/elsewhere/instruments/readings?run={run['id']}"
        self.assertEqual(stranger.get(path).status_code, 404)

    def test_a_probe_reads_what_a_run_has_made(self) -> None:
        run = self.begun()
        things = {one["id"]: one["called"] for one in self.json("GET", f"{INSTRUMENTS}?run={run['id']}")["things"]}
        self.assertIn("jar:zander:brine", things)
        batch = next(name for name in things if name.startswith("fish:"))
        self.press("core_probe", "into", what=batch, run=run["id"])
        cook = next(one for one in run["plan"]["steps"] if one["do"] == "cook")
        self.at(cook["start"])
        raw = self.reading("core_probe", run=run["id"])["value"]
        self.send_events(run, self.event("started", step=cook["id"]))
        self.at(cook["start"])
        self.later_by(6 * 60)
        self.assertLess(raw, 6)
        self.assertGreater(self.reading("core_probe", run=run["id"])["value"], raw + 12)

    def test_a_real_one_takes_the_place_of_a_simulated_one(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "scale"
            path.write_text("S 345 g\n")
            # It says that now, by the clock of the test.
            os.utime(path, (datetime.now().timestamp(),) * 2)
            with override_settings(INSTRUMENT_LINES={SCALE: str(path)}):
                reading = self.reading(SCALE)
                self.assertEqual((reading["value"], reading["simulated"]), (345, False))
                self.press(SCALE, "tare", 404)
                path.unlink()
                self.assertEqual(self.reading(SCALE)["fault"], "unplugged")


class SimulatedTest(InstrumentsTest):
    def passed(self) -> Any:
        run = self.begun()
        step = self.first(run)
        gate = step["gates"][0]
        event = self.event("passed", step=step["id"], gate=gate["id"], value=2, source="simulated")
        self.send_events(run, event)
        return self.json("GET", f"{RUNS}/{run['id']}/record")["steps"][0]["gates"][0]

    def test_in_a_rehearsal_it_counts_and_says_so(self) -> None:
        gate = self.passed()
        self.assertEqual((gate["standing"], gate["source"]), ("held", "simulated"))

    @override_settings(REHEARSAL=False)
    def test_where_it_is_served_it_opens_no_gate_of_safety(self) -> None:
        self.assertEqual(self.passed()["standing"], "simulated")
        run = Run.objects.get()
        document = self.json("GET", f"{RUNS}/{run.pk}/document")
        self.assertFalse(document["rehearsal"])
        self.assertFalse(self.json("GET", f"{INSTRUMENTS}/readings?run={run.pk}")["rehearsal"])

    def left_open(self) -> Any:
        """The chiller's door is left open for half an hour while raw fish stands in it."""
        run = self.begun()
        self.at("16:40")
        self.press("chiller", "open")
        self.at("17:10")
        self.press("chiller", "shut")
        for minutes in (0, 1, 45):
            self.later_by(60 * minutes)
            services.follow_the_clock(datetime.now().astimezone())
        return self.json("GET", f"{RUNS}/{run['id']}/live")

    def test_a_door_left_open_is_on_the_fishs_clock_once(self) -> None:
        before = self.begun()["plan"]["warm_minutes"][0]["minutes"]
        live = self.left_open()
        told = [one for one in live["events"] if one.get("instrument") == "chiller" and one["do"] == "happened"]
        self.assertTrue(told)
        self.assertTrue(all((one["what"], one["source"]) == ("warmer", "simulated") for one in told))
        minutes = sum(one["minutes"] for one in told)
        self.assertTrue(29 < minutes < 30 + 8 * 3, minutes)
        self.assertGreaterEqual(live["plan"]["warm_minutes"][0]["minutes"], before + minutes - 2)

    @override_settings(REHEARSAL=False)
    def test_where_it_is_served_a_simulated_door_warms_nothing(self) -> None:
        self.assertEqual(self.left_open()["events"], [])


class PlayedTest(InstrumentsTest):
    """A rehearsal that is played faster: an evening in some minutes, for everybody."""

    def play(self, pace: int, status: int = 204) -> Any:
        answer = self.send(self.door, "PUT", "/api/kitchens/galley/clock", {"pace": pace})
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer

    def now(self, run: Any) -> datetime:
        """What the kitchen's clock shows."""
        return datetime.fromtimestamp(self.json("GET", f"{RUNS}/{run['id']}/live")["now_ms"] / 1000, UTC)

    def test_the_clock_goes_on_from_where_it_is_at_the_pace_that_is_asked_for(self) -> None:
        run = self.begun()
        began = self.now(run)
        self.play(60)
        self.clock.shift(10)
        self.assertEqual(self.now(run) - began, timedelta(minutes=10))
        self.play(10)
        self.clock.shift(6)
        self.assertEqual(self.now(run) - began, timedelta(minutes=11))
        self.play(1)
        self.clock.shift(60)
        self.assertEqual(self.now(run) - began, timedelta(minutes=12))
        # What is said now counts at the time that the kitchen's clock shows; the plan follows that clock.
        step = self.first(run)["id"]
        self.send_events(run, self.event("done", step=step))
        said = datetime.fromisoformat(self.json("GET", f"{RUNS}/{run['id']}/live")["events"][-1]["received_at"])
        self.assertEqual(said, self.now(run))
        kitchens = self.json("GET", "/api/session")["person"]["kitchens"]
        self.assertEqual((kitchens[0]["pace"], kitchens[0]["now_ms"]), (1, round(said.timestamp() * 1000)))

    def test_plans_follow_each_second_while_it_is_played(self) -> None:
        run = self.begun()
        first = self.first(run)
        self.play(60)
        self.clock.shift(60 * 5)
        self.work_off()
        moved = self.step(self.json("GET", f"{RUNS}/{run['id']}/live"), first["id"])
        self.assertGreater(moved["end"], first["end"])
        self.assertTrue([job for job in self.queue.jobs.values() if job["task_name"] == services.FOLLOW_PLAYED])

    def test_nobody_plays_with_the_clock_of_a_kitchen_that_is_served(self) -> None:
        run = self.begun()
        self.play(60)
        self.assert_problem(self.play(7, 422), 422, "/pace")
        self.clock.shift(60)
        with override_settings(REHEARSAL=False):
            self.assertEqual(self.now(run), datetime.now(UTC))
            self.play(10, 404)
