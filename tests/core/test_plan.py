"""A service planned: by hand on paper, by rules that no plan may break, and by what has happened."""

import copy
import json
import random
from functools import cache
from typing import Any
from unittest import TestCase

import jsonpatch
from pydantic import TypeAdapter

from jarcore import Plan, evaluate, plan
from jarcore.data import default_pantry
from jarcore.service.deciding import decide
from jarcore.service.scheduling import schedule_of
from jarcore.service.times import zone_of
from tests.core import cases
from tests.core.plan_check import at, broken, minutes, misses
from tests.core.test_total import places

FRIDAY = json.loads((cases.ROOT / "examples/friday.service.json").read_text(encoding="utf-8"))
FORMULAS = [
    json.loads(path.read_text(encoding="utf-8")) for path in sorted((cases.ROOT / "server/demo").rglob("*.jar.json"))
]
ANYTHING = [
    None,
    True,
    -1,
    0.5,
    1e300,
    "",
    "x",
    "2026-12-04T19:00",
    "25:00",
    "12:00",
    [],
    {},
    [None],
    [[]],
    {"id": "a"},
]
HAPPENED: list[Any] = [
    {"step": "c.trim", "do": "done", "at": "2026-12-04T16:40"},
    {"step": "c.brine.put-on", "do": "started", "at": "2026-12-04T17:00"},
    {"step": 7, "do": "done", "at": "2026-12-04T17:00"},
    {"step": "c.trim", "at": None},
    "nothing",
]
METHODS = ["pan", "oven", "deep_fry", "grill", "steam", "poach", "braise", "top_grill", "shallow_fry", "none"]


def small() -> dict[str, Any]:
    """Four fillets of zander from a dry brine for 19:00: one cook, one burner, the cook's own minutes in the pan."""
    formula = cases.changed(cases.zander(), jars__0__method__contact_time={"value": 120, "unit": "min"})
    formula["cook"]["stages"] = [{"minutes": 4}, {"minutes": 3}]
    return {
        "format": "jar-table/service",
        "format_version": 1,
        "timezone": "Europe/Oslo",
        "plates": [{"id": "p", "at": "2026-12-04T19:00"}],
        "kitchen": {"people": [{"id": "A"}], "stations": [{"id": "b", "kind": "burner"}, {"id": "o", "kind": "oven"}]},
        "courses": [{"id": "c", "plate": "p", "covers": 4, "formula": formula}],
    }


def with_(service: dict[str, Any], *operations: tuple[str, str, Any]) -> Any:
    """A service with some things otherwise."""
    return jsonpatch.apply_patch(service, [{"op": op, "path": path, "value": value} for op, path, value in operations])


def windows(service: dict[str, Any]) -> dict[tuple[Any, Any], list[float]]:
    """Latest, best from and best to of every jar, as the formulas themselves are evaluated."""
    found = {}
    for course in service["courses"]:
        for jar in evaluate(course["formula"])["jars"]:
            if window := jar["window"]:
                ends = [window["latest_min"], window["best_from_min"], window["best_to_min"]]
                found[course["id"], jar["id"]] = ends
    return found


def some_service(seed: int) -> dict[str, Any]:
    """A service by chance: demo formulas, people, stations, plates and waves."""
    chance = random.Random(seed)
    hours = [{}, {"from": "12:00", "to": "23:00"}, {"from": "10:00"}, {"from": "14:00", "to": "01:00"}]
    people = [{"id": name, **chance.choice(hours)} for name in ["A", "B", "C"][: chance.randint(1, 3)]]
    stations = [
        {"id": f"{kind}-{number}", "kind": kind, **({"litres": 6, "watts": 3000} if kind == "fryer" else {})}
        for number, kind in enumerate(["burner", "burner", "oven", "fryer", "grill", "steamer", "top_grill"])
        if chance.random() < 0.8
    ]
    plates: list[dict[str, Any]] = [{"id": "one", "at": f"2026-12-04T{chance.choice([18, 19, 20])}:30"}]
    plates.append({"id": "wave", "from": "2026-12-04T19:00", "to": "2026-12-04T19:29", "at_most": chance.randint(4, 9)})
    courses = []
    for number in range(chance.randint(1, 2)):
        formula = copy.deepcopy(chance.choice(FORMULAS))
        if chance.random() < 0.5:
            formula["cook"] = {"method": chance.choice(METHODS)}
        course = {"id": f"c{number}", "plate": chance.choice(plates)["id"], "covers": chance.randint(1, 16)}
        if chance.random() < 0.4:
            course["variants"] = [{"covers": 1, "without": [chance.choice(["gluten", "milk", "mustard"])]}]
        courses.append({**course, "formula": formula})
    return {**small(), "plates": plates, "kitchen": {"people": people, "stations": stations}, "courses": courses}


@cache
def friday() -> Plan:
    return plan(FRIDAY)


def starts(made: Plan) -> dict[str, str]:
    return {step["id"]: step["start"] for step in made["steps"]}


class PlanTest(TestCase):
    def test_small_services_stand_where_they_do_on_paper(self) -> None:
        for row in cases.table("plans"):
            with self.subTest(row["what"], source=row["source"]):
                made = plan(jsonpatch.apply_patch(small(), json.loads(row["changes"])))
                expected = json.loads(row["starts"])
                found = {
                    name: start[11 : 11 + len(expected[name])]
                    for name, start in starts(made).items()
                    if name in expected
                }
                self.assertEqual(found, expected)
                self.assertEqual(made["kept"], row["kept"] == "1")
                TypeAdapter(Plan).validate_python(made)

    def test_the_friday_of_the_example_stands(self) -> None:
        made = friday()
        self.assertEqual(list(broken(FRIDAY, made, windows(FRIDAY))), [])
        self.assertEqual(made["unplanned"], [])
        served = [
            (one["course"], one["at"][11:16], one["covers"]) for one in made["served"] if one["course"] == "gurnard"
        ]
        self.assertEqual(sum(covers for _, _, covers in served), 48)
        self.assertEqual([covers for _, _, covers in served], [12, 2, 12, 11, 11])
        first = next(step for step in made["steps"] if step["do"] == "thaw")
        self.assertEqual(first["start"][:10], "2026-12-03")
        self.assertTrue(all(step["not_before"] or step["not_after"] for step in made["steps"] if step["active"]))
        self.assertGreater(len(made["steps"]), 60)

    def test_no_hard_rule_is_broken_and_what_is_given_up_is_listed(self) -> None:
        for seed in range(14):
            service = some_service(seed)
            made = plan(service, search=seed % 7 == 0)
            with self.subTest(seed):
                self.assertEqual(list(broken(service, made, windows(service))), [])
                of = {step["id"]: step["course"] for step in made["steps"]}
                told = {(one["rule"], of[one["step"]]) for one in made["relaxed"]}
                self.assertLessEqual(misses(service, made, windows(service)), told)
                self.assertEqual(made["kept"], not made["relaxed"] and not made["unplanned"])
                self.assertEqual(
                    {one["course"] for one in made["unplanned"]} <= set(map(course_id, service["courses"])), True
                )

    def test_part_cooked_fish_is_told_so_and_finished_in_time(self) -> None:
        twice = {"method": "deep_fry", "second_fry": {"time": {"value": 1, "unit": "min"}}}
        finished = {"method": "pan", "finished_in": {"method": "oven", "after": {"value": 3, "unit": "min"}}}
        kitchen = {"people": [{"id": "A"}], "stations": FRIDAY["kitchen"]["stations"]}
        for cook in (twice, finished):
            formula = cases.changed(small()["courses"][0]["formula"], cook=cook)
            service = with_(
                small(),
                ("replace", "/courses/0/formula", formula),
                ("replace", "/kitchen", kitchen),
                ("replace", "/courses/0/covers", 9),
            )
            made = plan(service, search=False)
            self.assertEqual(list(broken(service, made, windows(service))), [])
            self.assertEqual(made["unplanned"], [])
            lifted = [step["text"] for step in made["steps"] if step["id"].startswith("c.batch-1.1.lift_out")]
            self.assertIn("not done yet", lifted[0])
            self.assertIn("63", lifted[1])

    def test_the_same_service_gives_the_same_plan(self) -> None:
        for service in (small(), some_service(4)):
            self.assertEqual(json.dumps(plan(service)), json.dumps(plan(copy.deepcopy(service))))

    def test_the_search_never_gives_a_worse_plan(self) -> None:
        for service in map(some_service, range(30, 33)):
            found = schedule_of(service, default_pantry())
            once = decide(found.work.work, found.service, found.past)
            self.assertLessEqual(found.decided.relaxing, once.relaxing + 1e-6)

    def test_a_mend_that_is_offered_mends(self) -> None:
        offered = 0
        for service in (*map(some_service, range(40, 46)), with_(small(), ("replace", "/kitchen/people", []))):
            made = plan(service, search=False)
            for mend in made["mends"]:
                after = plan(jsonpatch.apply_patch(service, mend["patch"]), search=False)
                offered += 1
                if "That mends" not in mend["text"] and "Then" not in mend["text"]:
                    self.assertTrue(after["kept"], mend)
                before, left = (len(one["relaxed"]) + len(one["unplanned"]) for one in (made, after))
                fewer = len(after["unplanned"]) < len(made["unplanned"])
                self.assertTrue(fewer or left < before, mend)
        self.assertGreater(offered, 3)

    def test_the_past_never_moves_and_what_is_late_moves_what_it_must(self) -> None:
        before = plan(small())
        events = [
            {"step": "c.receive", "do": "done", "at": "2026-12-04T16:31"},
            {"step": "c.trim", "do": "done", "at": "2026-12-04T16:45"},
            {"do": "now", "at": "2026-12-04T16:50"},
        ]
        made = plan(small(), events=events)
        then = {step["id"]: step for step in made["steps"]}
        self.assertEqual((then["c.receive"]["start"][11:16], then["c.receive"]["fixed"]), ("16:22", True))
        self.assertEqual((then["c.trim"]["end"][11:16], then["c.trim"]["fixed"]), ("16:45", True))
        self.assertEqual(list(broken(small(), made, windows(small()))), [])
        for step in made["steps"]:
            if not step["fixed"]:
                self.assertGreaterEqual(at(step["start"]), at("2026-12-04T16:50+01:00"), step["id"])
        # Ten minutes lost on the fish are taken from the brine, which has time: the plate stays.
        self.assertEqual(starts(made)["c.plate-1"], starts(before)["c.plate-1"])
        backwards = plan(small(), events=[*reversed(events), events[0]])
        self.assertEqual(json.dumps(backwards), json.dumps(made))

    def test_a_fryer_that_has_held_gluten_fries_nothing_without_it(self) -> None:
        soiled = with_(FRIDAY, ("add", "/kitchen/stations/3/held", ["gluten"]))
        made = plan(soiled, search=False)
        self.assertNotIn("gurnard~without-gluten.batch-1.1.cook", starts(made))
        self.assertTrue(any(one["course"] == "gurnard" for one in made["unplanned"]))
        self.assertIn("gurnard.batch-1.1.cook", starts(made))

    def test_anything_anywhere_in_a_service_is_planned_or_refused_at_the_door(self) -> None:
        chance = random.Random(7)
        ways = [way for way in places(small()) if "formula" not in way]
        for number in range(60):
            service = small()
            for _ in range(chance.randint(1, 3)):
                here: Any = service
                way = chance.choice(ways)
                try:
                    for step in way[:-1]:
                        here = here[step]
                    here[way[-1]] = copy.deepcopy(chance.choice(ANYTHING))
                except (LookupError, TypeError):
                    continue
            before = copy.deepcopy(service)
            with self.subTest(number, service={key: value for key, value in service.items() if key != "courses"}):
                made = plan(service, search=False, events=chance.choices(HAPPENED, k=2))
                json.dumps(made, allow_nan=False)
                TypeAdapter(Plan).validate_python(made)
                self.assertEqual(service, before)

    def test_two_courses_of_one_name_have_steps_of_their_own(self) -> None:
        twice = with_(small(), ("add", "/courses/-", small()["courses"][0]), ("add", "/kitchen/people/-", {"id": "B"}))
        made = plan(twice, search=False)
        self.assertEqual(len({step["id"] for step in made["steps"]}), len(made["steps"]))
        self.assertEqual({step["course"] for step in made["steps"]}, {"c", "c-2"})

    def test_thickness_and_not_weight_makes_the_minutes(self) -> None:
        few, many = (plan(with_(small(), ("replace", "/courses/0/covers", covers))) for covers in (2, 20))
        cooks = [
            [minutes(step["start"], step["end"]) for step in one["steps"] if step["do"] == "cook"]
            for one in (few, many)
        ]
        self.assertEqual(set(cooks[0]), set(cooks[1]))


class ServiceReadTest(TestCase):
    def test_local_times_are_read_over_the_nights_of_the_clock_change(self) -> None:
        for row in cases.table("service_times"):
            with self.subTest(row["text"], zone=row["zone"], source=row["source"]):
                said = list[str]()
                zone = zone_of(row["zone"])
                minute = zone.read(row["text"], "/plates/0/at", lambda key, path, said=said, **_: said.append(key))
                self.assertEqual(zone.written(minute) if minute is not None else "", row["written"])
                self.assertEqual(said, [row["notice"]] if row["notice"] else [])

    def test_a_wave_is_served_in_goes_that_are_even_in_time_and_size(self) -> None:
        for covers, most, expected in (
            (48, 12, [("19:00", 12), ("19:13", 12), ("19:27", 12), ("19:40", 12)]),
            (7, 3, [("19:00", 3), ("19:20", 2), ("19:40", 2)]),
            (5, 9, [("19:00", 5)]),
        ):
            wave = {"id": "p", "from": "2026-12-04T19:00", "to": "2026-12-04T19:40", "at_most": most}
            made = plan(
                with_(small(), ("replace", "/plates/0", wave), ("replace", "/courses/0/covers", covers)), search=False
            )
            planned = {step["id"]: step for step in made["steps"] if step["do"] == "plate"}
            found = [(one["at"][11:16], one["covers"]) for one in made["served"]]
            late = {one["step"]: one["by_min"] for one in made["relaxed"] if one["rule"] == "service-time"}
            self.assertEqual([covers for _, covers in found], [covers for _, covers in expected])
            if not late:
                self.assertEqual(found, expected)
            self.assertEqual(len(planned), len(expected))

    def test_covers_without_something_are_cooked_of_what_stands_for_it_and_apart(self) -> None:
        steps = {step["id"]: step for step in friday()["steps"]}
        made, plated = (steps[f"gurnard~without-gluten.{name}"]["text"] for name in ("c.make-1", "plate-1"))
        self.assertNotIn("rye", made)
        self.assertIn("own tray, tongs, board and oil", plated)
        # What holds no gluten is made once, for all.
        self.assertNotIn("gurnard~without-gluten.b.make-1", steps)
        self.assertIn("48 pieces", steps["gurnard.b.put-on"]["text"])

    def test_a_jar_is_made_as_its_making_says_and_is_cold_before_raw_fish(self) -> None:
        steps = [step for step in friday()["steps"] if step["id"].startswith("gurnard.b.make")]
        self.assertEqual([step["do"] for step in steps], ["heat", "cool", "weigh", "cool"])
        self.assertIn("ice bath", steps[1]["text"])
        put_on = next(step for step in friday()["steps"] if step["id"] == "gurnard.b.put-on")
        self.assertLessEqual(at(steps[-1]["end"]), at(put_on["start"]))

    def test_every_step_says_what_holds_it(self) -> None:
        held = {step["id"]: (step["not_before"], step["not_after"]) for step in plan(small())["steps"]}
        self.assertIn("served at 19:00", held["c.plate-1"][1]["why"])
        self.assertIn("begins at", held["c.batch-1.1.cook"][1]["why"])
        self.assertIn("best from", held["c.brine.put-on"][1]["why"])
        self.assertIn("ends at", held["c.dry"][0]["why"])


def course_id(course: dict[str, Any]) -> Any:
    return course["id"]


class BadServiceTest(TestCase):
    def test_each_thing_that_is_wrong_gets_a_plain_word_and_nothing_breaks(self) -> None:
        refused = cases.changed(cases.zander(), fish__receiving="rejected")
        for code, text, *changes in (
            ("unstated", "Nobody is there", ("replace", "/kitchen/people", [])),
            ("", "there is no burner", ("remove", "/kitchen/stations/0", None)),
            ("not-a-time", "is no time", ("replace", "/plates/0/at", "half past")),
            ("past-plate", "is past", ("add", "/not_before", "2026-12-04T21:00")),
            ("no-time-zone", "No time zone", ("replace", "/timezone", "Europe/Nowhere")),
            ("no-such-time", "does not exist", ("replace", "/plates/0/at", "2026-03-29T02:30")),
            ("time-twice", "comes twice", ("replace", "/plates/0/at", "2026-10-25T02:30")),
            ("duplicate-id", "Name each otherwise", ("add", "/kitchen/people/-", {"id": "A"})),
            ("duplicate-id", "Name each otherwise", ("add", "/courses/-", small()["courses"][0])),
            ("", "not to be cooked", ("replace", "/courses/0/formula", refused)),
            ("", "must be", ("replace", "/courses/0/formula", {"format": "something"})),
            ("unknown-plate", "No plate", ("replace", "/courses/0/plate", "nowhere")),
            ("not-a-count", "is no number of covers", ("replace", "/courses/0/covers", 2.5)),
            ("variant-too-many", "more than", ("add", "/courses/0/variants", [{"covers": 9, "without": ["milk"]}])),
            ("not-a-choice", "is no station", ("add", "/kitchen/stations/-", {"id": "x", "kind": "anvil"})),
            (
                "",
                "too little",
                ("add", "/courses/0/formula/fish/state", "thawed"),
                ("add", "/not_before", "2026-12-04T18:00"),
            ),
            ("", "", ("add", "/courses/0/formula/jars/0/making", [{"do": "rest", "minutes": 2000}])),
        ):
            with self.subTest(text, changes=changes):
                made = plan(with_(small(), *changes), search=False)
                said = [one["text"] for one in (*made["notices"], *made["unplanned"])]
                self.assertTrue(any(text in one for one in said) or not text, said)
                self.assertTrue(not code or code in {one["code"] for one in made["notices"]})
                json.dumps(made, allow_nan=False)
