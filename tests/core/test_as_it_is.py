"""What really went in: weighed otherwise than meant, mended, and what that makes of the fish, minute by minute."""

import re
from datetime import UTC, datetime, timedelta
from typing import Any
from unittest import TestCase

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from jarcore import plan
from jarcore.data import default_pantry
from jarcore.documents.patches import changed
from jarcore.formula import prepare
from jarcore.questions.correct import Happened, of_other_fish, stated_g
from jarcore.run import events_of, fold, pours_in, times_of
from jarcore.service import as_it_is, mended, mends
from tests.core.cases import zander
from tests.core.plan_check import at
from tests.core.test_plan import FRIDAY

STOCK = default_pantry()
PLAN = plan(FRIDAY, search=False, mends=False)
BRINE, CITRUS = ("gurnard", "a"), ("char", "citrus")
FISH_G = 8640.0


def step_of(course: str, do: str, jar: str | None = None, of: Any = PLAN) -> Any:
    return next(one for one in of["steps"] if (one["course"], one["do"], one["jar"]) == (course, do, jar))


def meant(step: Any) -> dict[str, float]:
    return {one["line"]: one["mass_g"] for one in step["amounts"]}


class Evening:
    """The Friday, with what a cook says of it: one minute after the other."""

    def __init__(self) -> None:
        self.service, self.plan = FRIDAY, PLAN
        self.said: list[dict[str, Any]] = []
        self.now = at(PLAN["steps"][0]["start"])

    def say(self, do: str, **says: Any) -> "Evening":
        self.now += timedelta(minutes=1)
        self.said.append({"id": f"{len(self.said):03}", "do": do, "at": self.now.isoformat(), **says})
        local = self.now.isoformat(timespec="minutes")
        self.plan = plan(self.service, search=False, mends=False, events=self.said, before=self.plan, now=local)
        return self

    def weigh(self, step: Any, line: str, value: float) -> "Evening":
        amount = next(one for one in step["amounts"] if one["line"] == line)
        step_id, course, jar = step["id"], step["course"], amount["jar"]
        return self.say("weighed", step=step_id, course=course, jar=jar, line=line, value=value, meant=amount["mass_g"])

    def mends(self, course: str, jar: str, **happened: Any) -> Any:
        events = events_of(self.said, UTC)
        return mends(self.service, events, course, jar, Happened(**happened), at=None, initials="ES", pantry=STOCK)

    def take(self, course: str, jar: str, choice: str) -> "Evening":
        found = self.mends(course, jar)
        patch = next(one["patch"] for one in found.answer["choices"] if one["id"] == choice)
        service = mended(self.service, course, found.covers, patch, STOCK)
        assert service is not None
        self.service = service
        return self.say("corrected", course=course, jar=jar, covers=found.covers, patch=patch)

    def as_it_is(self, course: str, now: datetime | None = None) -> Any:
        events = events_of(self.said, UTC)
        ms = round((now or self.now).timestamp() * 1000)
        found = as_it_is(self.service, self.plan, events, fold(self.plan, events), ms, STOCK)
        return next(one for one in found if one["course"] == course)


class WeighedTest(TestCase):
    def test_what_is_in_is_what_the_fish_is_salted_with(self) -> None:
        brine = step_of("gurnard", "weigh", "a")
        # Half of one per cent of 8,640 g of fish is 43.2 g; 56.16 g are 0.65 %.
        self.assertAlmostEqual(meant(brine)["g1"], 43.2, 3)
        salt = Evening().weigh(brine, "g1", 56.16).as_it_is("gurnard")["readings"]["Dry brine"]["salt_pct_of_fish"]
        self.assertAlmostEqual(salt["planned"], 0.5, 6)
        self.assertAlmostEqual(salt["after"], 0.65, 3)

    def test_what_follows_the_fish_follows_what_it_weighs(self) -> None:
        fish = step_of("gurnard", "weigh_fish")
        self.assertAlmostEqual(meant(fish)["fish"], FISH_G, 3)
        lighter = Evening().weigh(fish, "fish", 8000.0)
        self.assertAlmostEqual(meant(step_of("gurnard", "weigh", "a", lighter.plan))["g1"], 40.0, 2)
        # What the scale was to show stays what it was.
        self.assertAlmostEqual(meant(step_of("gurnard", "weigh_fish", None, lighter.plan))["fish"], FISH_G, 3)
        # Salt that was weighed for the fish that was thought of is more of the fish that there is: 43.2 of 8,000.
        brine = step_of("gurnard", "weigh", "a")
        salted = Evening().weigh(brine, "g1", 43.2).weigh(fish, "fish", 8000.0).as_it_is("gurnard")
        self.assertAlmostEqual(salted["readings"]["Dry brine"]["salt_pct_of_fish"]["after"], 0.54, 3)

    def test_the_last_word_on_a_line_counts_and_several_steps_count_together(self) -> None:
        def pour(name: str, step: str, value: float, minute: int) -> dict[str, Any]:
            said = {"id": name, "do": "weighed", "step": step, "course": "a", "jar": "j", "line": "salt"}
            return {**said, "value": value, "meant": 25.0, "at": f"2026-12-04T16:{minute:02}Z"}

        first = [pour("1", "batch-1", 60, 1), pour("2", "batch-1", 31, 2), pour("3", "batch-2", 20, 3)]
        self.assertEqual(times_of(pours_in(events_of(first, UTC))), {"j": {"salt": 51 / 50}})
        done = {"id": "4", "do": "corrected", "course": "a", "jar": "j", "at": "2026-12-04T16:04Z"}
        self.assertEqual(pours_in(events_of([*first, done], UTC)), ())
        other = {**done, "jar": "k"}
        self.assertEqual(len(pours_in(events_of([*first, other], UTC))), 2)

    def test_over_poured_it_is_mended_and_what_is_in_is_never_touched(self) -> None:
        weighing = step_of("char", "weigh", "citrus")
        lines = meant(weighing)
        for times in (0.8, 1.2, 2.5):
            over = Evening().weigh(weighing, "c1", lines["c1"]).weigh(weighing, "c2", times * lines["c2"])
            found = over.mends(*CITRUS)
            self.assertEqual(found.covers, next(one["covers"] for one in FRIDAY["courses"] if one["id"] == "char"))
            self.assertEqual(found.answer["choices"][-1]["id"], "leave")
            for choice in found.answer["choices"]:
                with self.subTest(times=times, choice=choice["id"]):
                    service = mended(FRIDAY, "char", found.covers, choice["patch"], STOCK)
                    assert service is not None
                    then = step_of("char", "weigh", "citrus", plan(service, search=False, mends=False))
                    if choice["id"] != "top-up":
                        self.assertAlmostEqual(meant(then)["c2"] / lines["c2"], times, 2)
                        self.assertAlmostEqual(meant(then)["c1"] / lines["c1"], 1.0, 2)
                    record = next(one for one in service["courses"] if one["id"] == "char")["formula"]["corrections"]
                    self.assertEqual(record[-1]["initials"], "ES")

    def test_once_it_is_mended_it_is_as_it_was_meant(self) -> None:
        weighing = step_of("char", "weigh", "citrus")
        over = Evening().weigh(weighing, "c2", 1.3 * meant(weighing)["c2"])
        self.assertIn("Lemon and orange", over.as_it_is("char")["readings"])
        kept = over.take("char", "citrus", "leave")
        self.assertNotIn("Lemon and orange", kept.as_it_is("char")["readings"])
        now = meant(step_of("char", "weigh", "citrus", kept.plan))
        self.assertAlmostEqual(now["c2"], 1.3 * meant(weighing)["c2"], 0)
        self.assertAlmostEqual(now["c5"], meant(weighing)["c5"], 3)

    def test_a_weaker_jar_leaves_more_time_and_the_plan_knows_it(self) -> None:
        weighing = step_of("char", "weigh", "citrus")
        weaker = Evening()
        for line in ("c1", "c2"):
            weaker.weigh(weighing, line, 0.3 * meant(weighing)[line])
        before, after = (next(one for one in some["windows"] if one["jar"] == "citrus") for some in (PLAN, weaker.plan))
        self.assertGreater(at(after["latest"]) - at(after["on"]), at(before["latest"]) - at(before["on"]))

    def test_what_tastes_off_or_is_spilled_is_mended_in_what_the_jar_really_weighs(self) -> None:
        # Doses and losses are of the jar as it is made for all covers, not of what one formula was written for.
        weighing = step_of("char", "weigh", "citrus")
        whole = sum(meant(weighing).values())
        spilled = Evening().mends(*CITRUS, spilled_g=whole / 4).answer["choices"][0]
        lost = [float(one) for one in re.findall(r"([\d.]+) g of", spilled["text"])]
        self.assertAlmostEqual(sum(lost), whole / 4, delta=whole / 100)
        sharp = Evening().mends(*CITRUS, taste="sharp")
        self.assertTrue(sharp.answer["choices"])
        # Over-poured and left so by nobody: the mend of the taste makes that the formula too.
        over = Evening().weigh(weighing, "c2", 1.5 * meant(weighing)["c2"])
        dose = over.mends(*CITRUS, taste="sharp")
        service = mended(FRIDAY, "char", dose.covers, dose.answer["choices"][0]["patch"], STOCK)
        then = meant(step_of("char", "weigh", "citrus", plan(service or {}, search=False, mends=False)))
        self.assertAlmostEqual(then["c2"] / meant(weighing)["c2"], 1.5, 2)
        on_it = Evening().mends(*CITRUS, taste="sharp", on_fish=True)
        self.assertEqual(on_it.answer["choices"], [])
        self.assertIn("raw fish", on_it.answer["refused"])

    def test_what_has_no_place_is_no_mend(self) -> None:
        self.assertIsNone(Evening().mends("gurnard", "nowhere"))
        self.assertIsNone(Evening().mends("nobody", "a"))
        wrong: Any = [{"op": "replace", "path": "/jars/9/lines/0/amount", "value": 1}]
        for course, covers, patch in (("gurnard", 48, wrong), ("gurnard", 0, []), ("nobody", 48, wrong)):
            self.assertIsNone(mended(FRIDAY, course, covers, patch, STOCK))


PATCH = st.lists(
    st.fixed_dictionaries(
        {
            "op": st.sampled_from(["add", "replace", "remove", "move", "test", "dance"]),
            "path": st.sampled_from(["", "/", "/jars/0/lines/0/amount", "/jars/0/lines/-", "/jars/9", "/fish", "jars"]),
        },
        optional={"value": st.sampled_from([None, 7, {}, [], {"value": 3, "unit": "g"}]), "from": st.just("/title")},
    ),
    max_size=4,
)


class TotalTest(TestCase):
    @settings(max_examples=80, deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
    @given(PATCH, st.integers(-1, 60))
    def test_whatever_is_sent_as_a_mend_leaves_a_service_or_nothing(self, patch: list[Any], covers: int) -> None:
        after = mended(FRIDAY, "gurnard", covers, patch, STOCK)
        if after is not None:
            self.assertEqual([one["id"] for one in after["courses"]], [one["id"] for one in FRIDAY["courses"]])
            self.assertIsInstance(after["courses"][0]["formula"], dict)
            self.assertEqual(after["courses"][1], FRIDAY["courses"][1])

    def test_whatever_is_weighed_there_is_a_plan_with_everything_that_has_begun(self) -> None:
        before = {one["id"] for one in PLAN["steps"]}
        brine, fish = step_of("gurnard", "weigh", "a"), step_of("gurnard", "weigh_fish")
        for step, line, value in (
            (brine, "g1", 0.0),
            (brine, "g1", 1e9),
            (fish, "fish", 0.0),
            (fish, "fish", 1e7),
            (fish, "fish", 8.64),
        ):
            with self.subTest(line=line, value=value):
                evening = Evening().weigh(step, line, value)
                self.assertEqual(evening.plan["unplanned"], [])
                if line == "fish":
                    # What cannot be is not gone by.
                    self.assertEqual({one["id"] for one in evening.plan["steps"]}, before)

    def test_fish_is_weighed_as_it_is_stated_whatever_the_unit(self) -> None:
        for fish, grams in (
            ({"weight": {"value": 1.5, "unit": "kg"}}, 1500.0),
            ({"weight": {"value": 2, "unit": "lb"}}, 907.185),
            ({"groups": [{"weight": {"value": 300, "unit": "g"}}, {"weight": {"value": 0.2, "unit": "kg"}}]}, 500.0),
            ({}, None),
            ({"weight": {"value": 3, "unit": "tsp"}}, None),
        ):
            document = {**zander(), "fish": {"species": "zander", "cut": "fillet", **fish}}
            ready = prepare(document, STOCK)
            stated = stated_g(document, ready)
            with self.subTest(fish):
                if grams is None:
                    self.assertIsNone(stated)
                    self.assertEqual(of_other_fish(document, ready, 500.0), [])
                    continue
                assert stated is not None
                self.assertAlmostEqual(stated, grams, 2)
                other = changed(document, of_other_fish(document, ready, grams * 0.8))
                self.assertAlmostEqual((stated_g(other, prepare(other, STOCK)) or 0) / grams, 0.8, 4)


class SoFarTest(TestCase):
    def test_minute_by_minute_the_fish_takes_up_more_until_it_is_lifted_out(self) -> None:
        on, off = step_of("char", "put_on", "citrus"), step_of("char", "lift_out", "citrus")
        evening = Evening()
        self.assertEqual(evening.as_it_is("char")["jars"], [])
        evening.now = at(on["end"]) - timedelta(minutes=1)
        evening.say("done", step=on["id"])
        since = evening.now
        so_far = [evening.as_it_is("char", since + timedelta(minutes=minutes))["jars"][0] for minutes in (0, 8, 20)]
        self.assertEqual([round(one["minutes"]) for one in so_far], [0, 8, 20])
        depths = [one["acid_depth_mm"] for one in so_far]
        salts = [one["salt_pct_of_fish"] for one in so_far]
        self.assertEqual((depths, salts), (sorted(depths), sorted(salts)))
        self.assertGreater(depths[2], 0.1)
        self.assertIn(f"{depths[2]:.1f} mm turned", so_far[2]["says"])
        window = next(one for one in evening.plan["windows"] if one["jar"] == "citrus")
        self.assertEqual(so_far[2]["latest"], window["latest"])
        evening.now = since + timedelta(minutes=21)
        evening.say("done", step=off["id"])
        later = evening.as_it_is("char", since + timedelta(hours=2))["jars"][0]
        self.assertTrue(later["over"])
        self.assertEqual(round(later["minutes"]), 22)

    def test_fish_that_came_warm_is_warm_as_it_really_is(self) -> None:
        thawed = next(one for one in PLAN["steps"] if one["gates"] and one["gates"][0]["id"] == "fish-cold")
        evening = Evening().say("passed", step=thawed["id"], gate="fish-cold", value=9.0, accepted="iced since")
        cautions = evening.as_it_is(str(thawed["course"]))["cautions"]
        self.assertTrue(cautions)
