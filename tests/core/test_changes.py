"""Changes of the day, jars made ahead, pars, what fits in the time that is left, and lists of what is wanted ahead."""

import copy
import json
import random
from collections import defaultdict
from unittest import TestCase

import jsonpatch
import vobject
from pydantic import TypeAdapter

from jarcore import Plan, evaluate, plan
from jarcore.data import default_pantry
from jarcore.exchange import calendar, run_sheet
from jarcore.service import ahead, moved
from tests.core import cases
from tests.core.plan_check import at, broken
from tests.core.test_moved import at_once, clocks
from tests.core.test_plan import ANYTHING, FRIDAY, small, some_service, windows, with_

DAY = "2026-12-04"


def under_way(service, **changes):
    """The service at work, with some things otherwise."""
    return cases.changed({**service, "began": f"{DAY}T12:00"}, **changes)


def begun_by(made, now):
    """What hands had begun by a time: when, until when, who."""
    return {
        s["id"]: (s["start"], s["end"], s["people"]) for s in made["steps"] if s["active"] and s["start"][:16] < now
    }


def covers(made):
    """How many covers each course is served."""
    found: dict[str, int] = defaultdict(int)
    for one in made["served"]:
        found[one["course"]] += one["covers"]
    return dict(found)


class ChangesTest(TestCase):
    def test_with_nothing_changed_the_plan_stays_to_the_minute(self) -> None:
        before = at_once(FRIDAY)
        for clock in ("12:30", "16:00", "17:30", "18:30", "19:10"):
            now = plan(under_way(FRIDAY), search=False, mends=False, before=before, now=f"{DAY}T{clock}")
            with self.subTest(clock):
                self.assertEqual(clocks(now), clocks(before))
                past = {one["id"] for one in now["steps"] if one["fixed"] and one["active"]}
                self.assertLessEqual(set(begun_by(before, f"{DAY}T{clock}")), past)

    def test_covers_up_leave_what_has_happened_and_those_who_ordered_first(self) -> None:
        before = at_once(FRIDAY)
        now = f"{DAY}T17:30"
        more = plan(under_way(FRIDAY, courses__0__covers=60), search=False, mends=False, before=before, now=now)
        self.assertEqual(covers(more), {"gurnard": 48, "gurnard-more": 12, "char": 20})
        self.assertEqual(begun_by(more, now), begun_by(before, now))
        # Once more: what came on top has begun by then, and stays as it is.
        later = f"{DAY}T20:30"
        again = plan(under_way(FRIDAY, courses__0__covers=62), search=False, mends=False, before=more, now=later)
        self.assertEqual(begun_by(again, later), begun_by(more, later))
        self.assertEqual(covers(again)["gurnard-more"], 12)

    def test_nobody_who_avoids_something_is_lost_when_covers_change(self) -> None:
        before = at_once(FRIDAY)
        now = f"{DAY}T17:30"
        for many, apart in ((60, 14), (50, 50), (1, 1), (49, 0)):
            variants = [{"id": "coeliac", "covers": apart, "without": ["gluten"]}]
            service = under_way(FRIDAY, courses__0__covers=many, courses__0__variants=variants)
            made = plan(service, search=False, mends=False, before=before, now=now)
            told = " ".join(one["text"] for one in made["unplanned"])
            plates = [one for one in made["steps"] if one["do"] == "plate" and one["course"].startswith("gurnard")]
            without = sum(int(one["text"].split()[1]) for one in plates if "without gluten" in one["text"])
            with self.subTest(many=many, apart=apart):
                self.assertTrue(without == apart or "gurnard" in told, (without, told))
                self.assertLessEqual(without, apart)
                self.assertTrue(all(one["covers"] > 0 for one in made["served"]))

    def test_a_course_that_is_called_like_a_part_is_its_own(self) -> None:
        service = copy.deepcopy(FRIDAY)
        service["courses"][1]["id"] = "gurnard-more"
        before = at_once(service)
        more = under_way(service, courses__0__covers=50)
        made = plan(more, search=False, mends=False, before=before, now=f"{DAY}T14:00")
        found = covers(made)
        self.assertEqual((found["gurnard"], found["gurnard-more"]), (48, 20))
        self.assertLessEqual(set(found), {"gurnard", "gurnard-more", "gurnard-more-2"})

    def test_covers_down_are_plated_no_more_and_what_was_cut_stays_cut(self) -> None:
        before = at_once(FRIDAY)
        now = f"{DAY}T17:30"
        fewer = plan(under_way(FRIDAY, courses__0__covers=36), search=False, mends=False, before=before, now=now)
        self.assertEqual(covers(fewer), {"gurnard": 36, "char": 20})
        self.assertEqual(begun_by(fewer, now), begun_by(before, now))

    def test_a_course_that_is_off_and_a_person_who_goes_change_nothing_behind(self) -> None:
        before = at_once(FRIDAY)
        now = f"{DAY}T18:10"
        less = copy.deepcopy(under_way(FRIDAY))
        del less["courses"][1]
        del less["kitchen"]["people"][1]
        made = plan(less, search=False, mends=False, before=before, now=now)
        self.assertEqual(begun_by(made, now), begun_by(before, now))
        ahead_of_now = [one for one in made["steps"] if one["active"] and not one["fixed"]]
        self.assertFalse([one for one in ahead_of_now if "OT" in one["people"] or one["course"] == "char"])

    def test_by_chance_the_past_never_moves_and_no_hard_rule_breaks(self) -> None:
        for seed in range(30):
            chance = random.Random(seed)
            service = {**some_service(seed), "began": f"{DAY}T10:00"}
            before = at_once(service)
            active = [one for one in before["steps"] if one["active"]]
            if not active:
                continue
            now = chance.choice(active)["start"][:16]
            changed = copy.deepcopy(service)
            course = chance.choice(changed["courses"])
            course["covers"] = max(1, course["covers"] + chance.randint(-6, 6))
            course.pop("variants", None)
            made = plan(changed, search=False, mends=False, before=before, now=now)
            with self.subTest(seed, now=now):
                self.assertEqual(begun_by(made, now), begun_by(before, now))
                self.assertEqual(list(broken(changed, made, windows(changed))), [])
                self.assertFalse([s["id"] for s in made["steps"] if not s["fixed"] and s["start"][:16] < now])

    def test_whoever_is_away_does_nothing_meanwhile(self) -> None:
        away = [{"from": "16:00", "to": "17:00", "note": "staff meal"}]
        made = at_once(with_(small(), ("add", "/kitchen/people/0/away", away)))
        taken = [one for one in made["steps"] if one["people"]]
        meal = [at(f"{DAY}T{clock}+01:00") for clock in ("16:00", "17:00")]
        self.assertFalse([one for one in taken if at(one["start"]) < meal[1] and at(one["end"]) > meal[0]])
        # On paper: what was to go on at 16:37 goes on before the meal or right after it.
        self.assertNotIn(clocks(made)["c.brine.put-on"][:2], ("16",))
        told = at_once(with_(small(), ("add", "/kitchen/people/0/away", [{"from": "16:00"}])))
        self.assertIn("/kitchen/people/0/away/0", [one["path"] for one in told["notices"]])


class BatchTest(TestCase):
    def drawn(self, *batches, **changes):
        return at_once({**cases.changed(FRIDAY, **changes), "batches": list(batches)})

    def test_the_oldest_is_drawn_first_and_counts_for_all_of_it(self) -> None:
        old = {"id": "old", "jar": "b", "course": "gurnard", "mass_g": 600, "made_at": "2026-12-02T14:00"}
        new = {"id": "new", "jar": "b", "course": "gurnard", "mass_g": 5000, "made_at": "2026-12-03T14:00"}
        made = self.drawn(new, old)
        self.assertEqual([(one["batch"], one["jar"]) for one in made["drawn"]], [("old", "b"), ("new", "b")])
        self.assertEqual(made["drawn"][0]["mass_g"], 600)
        (text,) = [one["text"] for one in made["steps"] if one["jar"] == "b" and one["do"] == "weigh"]
        self.assertIn("14:00 on 2 December", text)
        self.assertFalse([one for one in made["steps"] if one["jar"] == "b" and one["do"] in ("heat", "cool")])
        # What it is all together: the jar of the recipe for four, for 48 covers.
        jar = next(one for one in evaluate(FRIDAY["courses"][0]["formula"])["jars"] if one["id"] == "b")
        servings = FRIDAY["courses"][0]["formula"]["servings"]
        weighed = sum(line["mass_g"] for line in jar["lines"])
        self.assertAlmostEqual(
            sum(one["mass_g"] for one in made["drawn"]), weighed * 48 / servings, delta=weighed * 0.2
        )

    def test_too_little_is_made_anew_and_too_old_is_not_used(self) -> None:
        little = {"id": "x", "jar": "b", "mass_g": 500, "made_at": "2026-12-03T14:00"}
        over = {"id": "y", "jar": "b", "mass_g": 9000, "made_at": "2026-11-28T14:00"}
        for batch, code in ((little, "batch-short"), (over, "batch-over"), ({"id": "z", "jar": "b"}, "unstated")):
            made = self.drawn(batch)
            with self.subTest(code):
                self.assertEqual(made["drawn"], [])
                self.assertIn(code, {one["code"] for one in made["notices"]})
                self.assertTrue([one for one in made["steps"] if one["jar"] == "b" and one["do"] == "heat"])

    def test_who_avoids_something_gets_nothing_out_of_a_batch_that_brings_it(self) -> None:
        dredge = {"id": "x", "jar": "c", "course": "gurnard", "mass_g": 9000, "made_at": "2026-12-03T14:00"}
        plain, made = at_once(FRIDAY), self.drawn(dredge)
        own = [one for one in made["steps"] if one["jar"] == "c" and one["do"] == "weigh"]
        drawn = [one for one in own if "out of the batch" in one["text"]]
        apart = [one for one in own if "~" in one["id"]]
        self.assertEqual((len(own), len(drawn), len(apart)), (2, 1, 1))
        self.assertNotIn("out of the batch", apart[0]["text"])
        self.assertNotIn("rye", apart[0]["text"])
        # For 46 of the 48: two have their own.
        whole = self.drawn(dredge, courses__0__variants=[])
        self.assertAlmostEqual(made["drawn"][0]["mass_g"] / whole["drawn"][0]["mass_g"], 46 / 48, 2)
        self.assertEqual(covers(made), covers(plain))

    def test_nothing_is_drawn_twice(self) -> None:
        service = copy.deepcopy(FRIDAY)
        service["courses"].append({**copy.deepcopy(service["courses"][0]), "id": "again", "covers": 12, "variants": []})
        one = {"id": "x", "jar": "b", "mass_g": 3400, "made_at": "2026-12-03T14:00"}
        made = at_once({**service, "batches": [one]})
        self.assertLessEqual(sum(part["mass_g"] for part in made["drawn"]), 3400)
        self.assertEqual({part["course"] for part in made["drawn"]}, {"gurnard"})


class ParTest(TestCase):
    def test_a_par_is_raw_ready_by_the_first_ticket_and_held_to_the_last(self) -> None:
        par = {"id": "p", "from": f"{DAY}T18:00", "to": f"{DAY}T22:00", "par": True}
        made = at_once(with_(small(), ("replace", "/plates/0", par)))
        self.assertTrue(made["kept"])
        steps = {one["do"]: one for one in made["steps"]}
        self.assertEqual((steps["label"]["end"][11:16], steps["hold"]["end"][11:16]), ("18:00", "22:00"))
        self.assertFalse({"cook", "plate", "preheat"} & set(steps))
        self.assertEqual([(one["at"][11:16], one["covers"]) for one in made["served"]], [("18:00", 4)])
        # On paper: two sides of 4 and 3 min, a turn 1, a probe 1, a rest of 1, plating one 1 min and 20 s, so 2.
        self.assertIn("12 min from the call", steps["label"]["text"])

    def test_covers_without_something_are_held_apart_and_say_so(self) -> None:
        par = {"id": "wave", "from": f"{DAY}T19:00", "to": f"{DAY}T22:00", "par": True}
        made = at_once(with_(FRIDAY, ("replace", "/plates/0", par)))
        labels = {one["id"]: one["text"] for one in made["steps"] if one["do"] == "label"}
        self.assertEqual(len(labels), 2)
        for name, text in labels.items():
            self.assertEqual("without gluten: own tray, tongs" in text, "~" in name, text)


class FitTest(TestCase):
    def test_what_still_fits_is_offered_and_does_fit(self) -> None:
        now = f"{DAY}T17:40"
        made = plan(small(), search=False, now=now)
        self.assertFalse(made["kept"])
        thinner = next(one for one in made["mends"] if "thickness" in one["text"])
        for mend in made["mends"]:
            then = plan(jsonpatch.apply_patch(small(), mend["patch"]), search=False, mends=False, now=now)
            self.assertTrue(then["kept"], mend["text"])
        fish = jsonpatch.apply_patch(small(), thinner["patch"])["courses"][0]["formula"]["fish"]
        self.assertLess(fish["thickness"]["value"], small()["courses"][0]["formula"]["fish"]["thickness"]["value"])


class AheadTest(TestCase):
    def test_what_is_wanted_is_what_the_recipes_hold(self) -> None:
        service = {**small(), "title": "Supper"}
        lists = ahead([(service, at_once(service)), (service, at_once(service))], default_pantry())
        order = {one["id"]: one for one in lists["order"]}
        # Twice 680 g of fillet with 1.2 % of salt and 3 g of caraway.
        for name, grams in (("zander", 1360), ("sea-salt-fine", 16.3), ("caraway-seed", 6)):
            self.assertAlmostEqual(order[name]["mass_g"], grams, delta=0.1)
        self.assertEqual(order["zander"]["bought"], "1.36 kg")
        self.assertEqual([one["text"] for one in lists["prep"]].count("Trim 4 pieces: bones, spines, blood."), 2)

    def test_what_thaws_and_what_is_drawn_is_pulled_and_not_bought(self) -> None:
        batch = {"id": "x", "jar": "b", "course": "gurnard", "mass_g": 9000, "made_at": "2026-12-03T14:00"}
        plain, drawn = at_once(FRIDAY), at_once({**FRIDAY, "batches": [batch]})
        lists = ahead([({**FRIDAY, "batches": [batch]}, drawn)], default_pantry())
        self.assertEqual(len([one for one in lists["pull"] if "thaw" in one["text"]]), 1)
        self.assertEqual(len([one for one in lists["pull"] if "out of the batch" in one["text"]]), 1)
        self.assertNotIn("buttermilk", [one["id"] for one in lists["order"]])
        self.assertIn("buttermilk", [one["id"] for one in ahead([(FRIDAY, plain)], default_pantry())["order"]])
        # What is squeezed is bought in whole ones.
        lemons = next(one for one in lists["order"] if one["id"] == "lemon-juice")
        self.assertRegex(lemons["bought"], r"^\d+ lemons$")
        self.assertEqual(
            json.dumps(lists), json.dumps(ahead([({**FRIDAY, "batches": [batch]}, drawn)], default_pantry()))
        )

    def test_what_is_over_is_on_no_list_but_that_of_what_is_bought(self) -> None:
        made = at_once(FRIDAY)
        whole = ahead([(FRIDAY, made)], default_pantry())
        later = ahead([(FRIDAY, made)], default_pantry(), at(f"{DAY}T17:45+01:00"))
        self.assertTrue(all(one["at"] > f"{DAY}T17:30" for one in [*later["prep"], *later["pull"]]))
        self.assertLess(len(later["prep"]), len(whole["prep"]))
        self.assertEqual(later["order"], whole["order"])


class AnythingTest(TestCase):
    def test_anything_in_what_a_change_of_the_day_says_is_planned_or_told(self) -> None:
        whole = {
            **small(),
            "began": f"{DAY}T12:00",
            "not_before": f"{DAY}T08:00",
            "pins": [{"step": "c.clean", "at": f"{DAY}T18:10"}],
            "batches": [{"id": "x", "jar": "brine", "course": "c", "mass_g": 90, "made_at": f"{DAY}T08:00"}],
        }
        whole["kitchen"]["people"][0]["away"] = [{"from": "16:00", "to": "16:20", "note": "meal", "service": "Lunch"}]
        whole["plates"] = [{"id": "p", "from": f"{DAY}T19:00", "to": f"{DAY}T21:00", "par": True}]
        before = at_once(whole)
        self.assertTrue(before["kept"])
        parts = ("/pins", "/pins/0", "/pins/0/step", "/pins/0/at", "/batches", "/batches/0", "/batches/0/mass_g",
                 "/batches/0/made_at", "/batches/0/use_by", "/batches/0/jar", "/batches/0/course", "/began",
                 "/kitchen/people/0/away", "/kitchen/people/0/away/0", "/kitchen/people/0/away/0/from",
                 "/kitchen/people/0/away/0/service", "/plates/0/par", "/not_before")  # fmt: skip
        for path in parts:
            for value in ANYTHING[::4]:
                changed = jsonpatch.apply_patch(whole, [{"op": "add", "path": path, "value": value}])
                with self.subTest(path, value=value):
                    made = plan(changed, search=False, mends=False, before=before, now=f"{DAY}T17:00")
                    TypeAdapter(Plan).validate_python(made)
            # On paper, in the calendar and on the lists the last of them.
            with self.subTest(path):
                run_sheet(changed, made)
                calendar(changed, made, "x", at(f"{DAY}T00:00+01:00"))
                ahead([(changed, made)], default_pantry())

    def test_anything_asked_of_a_step_is_answered(self) -> None:
        shown = at_once(small())
        for step in ("c.clean", "", "c", "c.brine.put-on.contact", "no such step"):
            for when in (f"{DAY}T18:10", "", "soon", "25:00", "9999-12-31T23:59"):
                with self.subTest(step, when=when):
                    possible, says = moved(small(), shown, step, when, default_pantry())
                    self.assertTrue(says)
                    self.assertEqual(possible, step == "c.clean" and when == f"{DAY}T18:10")

    def test_paper_bears_any_title(self) -> None:
        for title in ("", "Пятница", "魚の日", "🐟 " * 40, "a" * 400, "one\ntwo\tthree", "<b>&amp;"):
            service = {**small(), "title": title}
            service["courses"][0]["formula"]["title"] = title
            with self.subTest(title):
                made = at_once(service)
                self.assertTrue(run_sheet(service, made, "letter", "A").startswith(b"%PDF"))
                written = calendar(service, made, "x", at(f"{DAY}T00:00+01:00"))
                self.assertTrue(list(vobject.readOne(written.decode()).vevent_list))

    def test_by_chance_nothing_is_drawn_that_is_not_there(self) -> None:
        for seed in range(12):
            chance = random.Random(seed)
            service = some_service(seed)
            jars = [jar["id"] for course in service["courses"] for jar in course["formula"]["jars"] if "id" in jar]
            service["batches"] = [
                {
                    "id": f"b{number}",
                    "jar": chance.choice(jars),
                    "mass_g": chance.choice([5, 50, 500, 5000]),
                    "made_at": f"{DAY[:-2]}0{chance.randint(1, 4)}T{chance.randint(0, 23):02}:00",
                    **({"course": chance.choice(service["courses"])["id"]} if chance.random() < 0.5 else {}),
                }
                for number in range(chance.randint(1, 4))
            ]
            made = at_once(service)
            there = {one["id"]: one for one in service["batches"]}
            taken: dict[str, float] = defaultdict(float)
            for one in made["drawn"]:
                taken[one["batch"]] += one["mass_g"]
                self.assertEqual(one["jar"], there[one["batch"]]["jar"])
                self.assertIn(there[one["batch"]].get("course"), (None, one["course"]))
                first = min(served["at"] for served in made["served"])
                self.assertLessEqual(there[one["batch"]]["made_at"], first[:16])
            with self.subTest(seed):
                for name, mass in taken.items():
                    self.assertLessEqual(mass, there[name]["mass_g"] + 0.1)
                self.assertEqual(list(broken(service, made, windows(service))), [])

    def test_by_chance_whoever_is_away_does_nothing_meanwhile(self) -> None:
        for seed in range(12):
            chance = random.Random(seed)
            service = some_service(seed)
            for one in service["kitchen"]["people"]:
                hour = chance.randint(12, 19)
                one["away"] = [{"from": f"{hour}:{chance.choice(['00', '20'])}", "to": f"{hour + 1}:10"}]
            made = at_once(service)
            with self.subTest(seed):
                for one in service["kitchen"]["people"]:
                    begins, ends = (at(f"{DAY}T{one['away'][0][end]}+01:00") for end in ("from", "to"))
                    mine = [step for step in made["steps"] if one["id"] in step["people"]]
                    self.assertFalse([s["id"] for s in mine if at(s["start"]) < ends and at(s["end"]) > begins])
                self.assertEqual(list(broken(service, made, windows(service))), [])
