"""What multiplying a recipe gets wrong, one check each: the marked stories under fish, composing, salt, time, coating,
cooking.
"""

import json
from typing import Any
from unittest import TestCase

from jarcore.data import default_pantry
from jarcore.data.tables import shelf
from jarcore.formula import evaluate
from jarcore.questions import windows
from jarcore.reading import kitchen_measure
from tests.core import cases
from tests.core.cases import changed, citrus_chunks_counter, example, one_jar, zander
from tests.core.test_evaluate import WINDOW, window


def doubled(document: dict[str, Any]) -> dict[str, Any]:
    """Twice the fish in twice the pieces, for the same people."""
    fish = document["fish"]
    return changed(document, fish__weight__value=fish["weight"]["value"] * 2, fish__pieces=fish["pieces"] * 2)


class FishStories(TestCase):
    def test_a_name_of_many_fish_gives_no_times_and_the_cautions_of_the_strictest(self) -> None:
        for name in ("snapper", "rockfish", "bream", "bass", "perch", "yellowtail", "butterfish", "redfish", "pollock"):
            with self.subTest(name):
                answer = evaluate(changed(zander(), fish__species=name))
                self.assertIsNone(answer["jars"][0]["window"])
                self.assertIsNone(answer["cook"]["minutes"])
                notice = next(n for n in answer["notices"] if n["code"] == "ambiguous-species")
                candidates = default_pantry().species[name].candidates
                self.assertTrue(all(default_pantry().species[one].name in notice["text"] for one in candidates))
                by_flag = {"histamine": "histamine-fish", "reef": "reef-fish", "wax-ester": "wax-ester"}
                strictest = {
                    code
                    for flag, code in by_flag.items()
                    for one in (name, *candidates)
                    if flag in default_pantry().species[one].flags
                }
                self.assertLessEqual(strictest, {c["code"] for c in answer["cautions"]})
                self.assertIsNotNone(answer["ledger"]["native_salt_g"])

    def test_the_weight_says_what_was_weighed(self) -> None:
        edible = {
            basis: evaluate(changed(zander(), fish__weight={"value": 1000, "unit": "g", "basis": basis}))["fish"][
                "edible_g"
            ]
            for basis in ("whole", "gutted", "fillet", "edible")
        }
        self.assertEqual(edible, {"whole": 450, "gutted": 520, "fillet": 1000, "edible": 1000})
        bony = evaluate(changed(zander(), fish__bone="in"))["fish"]["edible_g"]
        self.assertAlmostEqual(bony, 680 * 0.88)

    def test_no_scale_means_an_estimate_that_says_so(self) -> None:
        sizes = {"length": {"value": 130, "unit": "mm"}, "width": {"value": 60, "unit": "mm"}}
        fish = {**zander()["fish"], **sizes, "weight": None}
        answer = evaluate(changed(zander(), fish=fish))
        self.assertIn("edible_g", answer["fish"]["estimated"])
        self.assertAlmostEqual(answer["fish"]["edible_g"] / 543, 1, delta=0.01)
        self.assertIn(("estimated", "/fish/weight"), [(n["code"], n["path"]) for n in answer["notices"]])

    def test_another_fish_changes_more_than_the_name(self) -> None:
        lean, oily = (evaluate(changed(zander(), fish__species=name)) for name in ("zander", "herring"))
        self.assertNotEqual(lean["jars"][0]["window"]["best_from_min"], oily["jars"][0]["window"]["best_from_min"])
        self.assertIn("histamine-fish", [c["code"] for c in oily["cautions"]])
        self.assertNotEqual(lean["ledger"]["native_salt_g"], oily["ledger"]["native_salt_g"])

    def test_a_rejected_lot_cannot_be_formulated_on(self) -> None:
        answer = evaluate(changed(zander(), fish__receiving="rejected"))
        self.assertFalse(answer["ready"])
        self.assertIn(("rejected-lot", "refuse"), [(c["code"], c["grade"]) for c in answer["cautions"]])

    def test_slashes_make_slots_and_let_more_in(self) -> None:
        whole = changed(
            zander(), fish__cut="whole", fish__weight={"value": 800, "unit": "g", "basis": "gutted"}, fish__pieces=2
        )
        slashed = changed(whole, fish__slashes={"per_side": 3, "depth": "bone"}, fish__skin="all_round")
        self.assertEqual(evaluate(slashed)["fish"]["slots"], 12)
        self.assertIsNone(window(changed(whole, fish__skin="all_round")))
        self.assertIsNotNone(window(slashed))


class ComposingStories(TestCase):
    def test_spoons_follow_the_crystal_and_grams_do_not(self) -> None:
        for row in cases.table("kitchen"):
            with self.subTest(row["words"], ingredient=row["ingredient"]):
                ingredient = default_pantry().ingredients[row["ingredient"]]
                self.assertEqual(kitchen_measure(float(row["grams"]), ingredient, row["measures"]), row["words"])

    def test_every_basis_follows_what_it_says(self) -> None:
        for row in cases.table("basis"):
            extra = json.loads(row["extra"] or "{}")
            line = {
                "id": "b",
                "ingredient": "water",
                "amount": {"value": float(row["value"]), "unit": row["unit"]},
                "basis": row["basis"],
            }
            base = changed(zander(), jars__0__lines=[{**line, **extra}])
            first = evaluate(base)["jars"][0]["lines"][0]["mass_g"]
            with self.subTest(row["basis"], unit=row["unit"]):
                self.assertAlmostEqual(first / float(row["before_g"]), 1, delta=0.001)
                for column, other in (
                    ("grows_with_fish", changed(base, fish__weight__value=1360)),
                    ("grows_with_pieces", changed(base, fish__pieces=8)),
                    ("grows_with_servings", changed(base, servings=8)),
                ):
                    if row[column]:
                        after = evaluate(other)["jars"][0]["lines"][0]["mass_g"]
                        self.assertAlmostEqual(after / first, float(row[column]), places=6, msg=column)

    def test_cover_follows_the_vessel_and_not_the_fish(self) -> None:
        size = {name: {"value": value, "unit": "cm"} for name, value in (("length", 30), ("width", 20), ("depth", 10))}
        base = one_jar("wet_brine", [("water", 100, "%", "cover")], vessel="dish", vessel_size=size)
        one, two = (evaluate(document)["jars"][0]["lines"][0]["mass_g"] for document in (base, doubled(base)))
        # Four fillets of 22 mm lie in one layer: 600 cm2 by 32 mm, less the fish.
        self.assertAlmostEqual(one, 600 * 3.2 - 680 / 1.055, delta=1)
        self.assertLess(two, one)

    def test_a_ratio_keeps_its_basis(self) -> None:
        def oil(by: str) -> float:
            lines = [
                {"id": "l", "ingredient": "lemon-juice", "amount": {"value": 2, "unit": "tbsp"}, "basis": "fixed"},
                {
                    "id": "o",
                    "ingredient": "olive-oil",
                    "amount": {"value": 3, "unit": "part"},
                    "basis": "line",
                    "of": "l",
                    "by": by,
                },
            ]
            reading = evaluate(changed(zander(), jars__0__kind="marinade", jars__0__lines=lines))["jars"][0]["reading"]
            return reading["oil_to_acid_volume"]

        self.assertAlmostEqual(oil("volume"), 3)
        self.assertAlmostEqual(oil("mass"), 3 * 1.03 / 0.915, places=3)

    def test_what_is_not_stated_stays_so_and_the_jar_is_incomplete(self) -> None:
        answer = evaluate(changed(zander(), jars__0__lines__1__amount={"unstated": True}))
        line, reading = answer["jars"][0]["lines"][1], answer["jars"][0]["reading"]
        self.assertEqual((line["written"], line["mass_g"], reading["complete"]), ("not stated", None, False))
        self.assertAlmostEqual(reading["mass_g"], 8.16)
        self.assertFalse(answer["ready"])

    def test_acid_is_the_sum_of_acids_and_never_an_average_of_ph(self) -> None:
        mixed = [("lemon-juice", 100, "ml", "fixed"), ("buttermilk", 100, "ml", "fixed")]
        both = evaluate(one_jar("marinade", mixed))["jars"][0]["reading"]
        alone = [evaluate(one_jar("marinade", [line]))["jars"][0]["reading"] for line in mixed]
        self.assertAlmostEqual(
            both["acid_meq_per_kg_fish"], sum(one["acid_meq_per_kg_fish"] for one in alone), places=6
        )
        self.assertGreater(abs(both["ph"] - sum(one["ph"] for one in alone) / 2), 0.2)

    def test_targets_say_under_in_or_over(self) -> None:
        for target, state in (
            ({"value": 1.2}, "in"),
            ({"min": 1.5}, "under"),
            ({"max": 1.0}, "over"),
            ({"min": 1, "max": 1.3}, "in"),
        ):
            found = evaluate(changed(zander(), jars__0__targets={"salt_pct_of_fish": target}))["jars"][0]["reading"][
                "targets"
            ]
            self.assertEqual(found["salt_pct_of_fish"]["state"], state, target)
        unknown = evaluate(changed(zander(), jars__0__targets={"taste": {"value": 1}}))
        self.assertIn("/jars/0/targets/taste", [n["path"] for n in unknown["notices"]])


class SaltStories(TestCase):
    salted = {"id": "first", "kind": "dry_brine", "method": {"school": "measured", "after": "leave"}}

    def salting(self, first_pct: float, second_pct: float) -> dict[str, Any]:
        """Two measured dry brines, one after the other, each to make the fish 0.8 to 1.2 % salt."""
        targets = {"salt_pct_of_fish": {"min": 0.8, "max": 1.2}}
        lines = [
            {"id": "s", "ingredient": "sea-salt-fine", "amount": {"value": pct, "unit": "%"}, "basis": "fish"}
            for pct in (first_pct, second_pct)
        ]
        jars = [{**self.salted, "id": f"j{n}", "lines": [line], "targets": targets} for n, line in enumerate(lines)]
        return changed(zander(), jars=jars)

    def test_salting_twice_counts_what_is_in(self) -> None:
        for first, second, state, left in ((1.0, 0.1, "in", 0.0), (1.0, 0.8, "over", 0.0), (0.5, 0.2, "under", 0.68)):
            answer = evaluate(self.salting(first, second))
            reading = answer["jars"][1]["reading"]
            with self.subTest(first=first, second=second):
                self.assertEqual(reading["targets"]["salt_pct_of_fish"]["state"], state)
                self.assertAlmostEqual(reading["in_already_g"], first * 6.8)
                self.assertAlmostEqual(reading["left_to_add_g"], left)
                said = next(n["text"] for n in answer["notices"] if n["code"] == "salted-already")
                self.assertIn(f"{first:.1f} % salt in the fish: {left:.1f} g left to add", said)

    def test_how_far_off_is_never_less_than_nothing_whatever_is_aimed_at(self) -> None:
        """A jar of 1.0 % salt: off by the value that is aimed at, or by the bound where the value lies on its side."""
        for target, state, off in (
            ({"value": 1.5, "min": 1.2}, "under", 0.5),
            ({"value": 0.6, "max": 0.8}, "over", 0.4),
            ({"value": 0.9, "min": 2.0}, "under", 1.0),
        ):
            document = changed(self.salting(1.0, 0.0), jars__0__targets={"salt_pct_of_fish": target})
            held = evaluate(document)["jars"][0]["reading"]["targets"]["salt_pct_of_fish"]
            with self.subTest(target=target):
                self.assertEqual((held["state"], round(held["by"], 2)), (state, off))

    def test_a_fish_that_is_too_salty_is_never_on_target(self) -> None:
        document = changed(self.salting(1.2, 1.1), targets={"added_pct_of_edible": {"min": 1.0}})
        document["jars"][1]["targets"] = {"salt_pct_of_fish": {"min": 0.5}}
        answer = evaluate(document)
        self.assertEqual(answer["jars"][1]["reading"]["targets"]["salt_pct_of_fish"]["state"], "over")
        self.assertEqual(answer["ledger"]["targets"]["added_pct_of_edible"]["state"], "over")

    def test_a_cure_is_no_plan(self) -> None:
        alone = changed(zander(), jars__0__lines__0__amount__value=3)
        for document, path in ((alone, "/jars/0"), (self.salting(1.4, 1.3), "/jars")):
            answer = evaluate(document)
            self.assertEqual(answer["standing"], "not_ready")
            self.assertIn(path, [one["path"] for one in answer["not_ready"] if "cure" in one["text"]])
        self.assertIsNone(window(alone))
        self.assertIn("too salty to be eaten", evaluate(alone)["verdict"]["text"])

    def test_waiting_never_brings_back_what_a_rinse_takes(self) -> None:
        def stays(minutes: float) -> float:
            salt = [("sea-salt-coarse", 1.6, "%", "fish")]
            rinsed = {"school": "timed_rinse", "after": "rinse", "coverage": "full", "vessel": "dish"}
            planned = one_jar("dry_brine", salt, contact_time={"value": minutes, "unit": "min"}, **rinsed)
            return float(window(planned)["at_contact_time"]["salt_pct_of_fish"])

        self.assertLess(stays(5), stays(30))
        self.assertAlmostEqual(stays(60), stays(600))
        self.assertLess(stays(600), 1.6)

    def test_a_dose_that_cannot_reach_its_target_has_no_best(self) -> None:
        rinsed = {"school": "timed_rinse", "after": "rinse", "coverage": "full", "vessel": "dish"}
        answer = evaluate(one_jar("dry_brine", [("sea-salt-coarse", 0.8, "%", "fish")], **rinsed))
        self.assertIsNone(answer["jars"][0]["window"])
        self.assertIn("dose-too-small", [n["code"] for n in answer["notices"]])

    def test_what_goes_on_later_stands_beside_the_jar(self) -> None:
        lines = [("olive-oil", 60.0, "g", "fixed"), ("dill", 10.0, "g", "fixed"), ("sea-salt-fine", 7.0, "g", "fixed")]
        document = one_jar("marinade", [*lines, ("lemon-juice", 20.0, "g", "fixed")])
        document["jars"][0]["lines"][2]["when"] = "before_heat"
        document["jars"][0]["lines"][3]["when"] = "plate"
        reading = evaluate(document)["jars"][0]["reading"]
        self.assertEqual((reading["mass_g"], reading["ph"]), (70, None))
        self.assertLess(reading["salt_pct"], 0.1)
        self.assertEqual((reading["held_back"]["mass_g"], reading["on_plate"]["mass_g"]), (7, 20))
        self.assertAlmostEqual(reading["held_back"]["salt_pct_of_fish"], 7 / 6.8)
        self.assertLess(reading["on_plate"]["ph"], 2.6)
        self.assertIsNone(evaluate(zander())["jars"][0]["reading"]["held_back"])

    def test_what_is_no_acid_to_the_tongue_moves_ph(self) -> None:
        """Lemon juice with soda in a spoon, lime juice with fish sauce: by units, as common practice knows."""
        for row in cases.table("mixed_ph"):
            words = [part.split(":") for part in row["jar"].split()]
            document = one_jar("marinade", [(name, float(grams), "g", "fixed") for name, grams in words])
            with self.subTest(row["jar"]):
                self.assertTrue(
                    float(row["low"]) <= evaluate(document)["jars"][0]["reading"]["ph"] <= float(row["high"])
                )


class TimeStories(TestCase):
    def test_windows_follow_geometry_and_dose_and_nothing_else(self) -> None:
        base = citrus_chunks_counter()
        for key in WINDOW:
            self.assertAlmostEqual(window(doubled(base))[key], window(base)[key], places=6)
        spoonful = one_jar("marinade", [("cider-vinegar", 1, "tsp", "piece")], vessel="dish")
        bath = one_jar("marinade", [("cider-vinegar", 1, "l", "fixed")], vessel="bath")
        self.assertEqual(window(bath)["binding"], "acid")
        self.assertNotEqual(window(spoonful)["binding"], "acid")

    def test_two_clocks_run_and_the_tighter_wins(self) -> None:
        warm = {
            "place": "counter",
            "place_temperature": {"value": 21, "unit": "degC"},
            "contact_time": {"value": 100, "unit": "min"},
        }
        document = changed(zander(), jars__0__method=warm)
        document["jars"].append({**document["jars"][0], "id": "again"})
        answer = evaluate(document)
        self.assertEqual(answer["exposure"]["warm_minutes"], 200)
        self.assertEqual([jar["window"]["latest_min"] for jar in answer["jars"]], [140, 140])
        self.assertIn("counter-time-warn", [c["code"] for c in answer["cautions"]])
        hot = changed(document, jars__0__method__place_temperature__value=34, jars__1__method=None)
        self.assertIn("counter-time-warn", [c["code"] for c in evaluate(hot)["cautions"]])

    def test_a_dry_brine_that_cannot_even_out_says_how_deep_it_reaches(self) -> None:
        answer = evaluate(changed(zander(), fish__thickness__value=80, fish__cut="loin"))
        self.assertIn("mm deep", next(n["text"] for n in answer["notices"] if n["code"] == "will-not-even-out"))

    def test_too_much_salt_is_named_and_a_cure_is_outside(self) -> None:
        for share, code in ((2.2, "salt-high"), (2.6, "outside-model")):
            answer = evaluate(changed(zander(), jars__0__lines__0__amount__value=share))
            self.assertIn(code, [n["code"] for n in answer["notices"]])

    def test_skin_on_one_side_takes_four_times_as_long_and_two_hours_at_most(self) -> None:
        thin = [changed(zander(), fish__thickness__value=12, fish__skin=side) for side in ("none", "one_side")]
        bare, skin = (window(document)["best_from_min"] for document in thin)
        self.assertAlmostEqual(skin / bare, 4)
        thick = window(changed(zander(), fish__skin="one_side"))
        self.assertEqual((thick["earliest_min"], thick["best_from_min"]), (45, 120))

    def test_jars_whose_times_cannot_all_be_kept_are_told_as_one_sentence(self) -> None:
        yogurt, citrus = cases.salted_yogurt()["jars"][0], example("char-citrus")["jars"][0]
        coat = {**citrus, "method": {**citrus["method"], "vessel": "coat", "after": "leave"}}
        for jars, words in (
            ([yogurt, citrus], "cannot be kept together, only one after the other"),
            ([coat, yogurt], "stays on while"),
            ([zander()["jars"][0], citrus], None),
            ([yogurt], None),
        ):
            named = [{**jar, "id": str(place), "name": f"No. {place}"} for place, jar in enumerate(jars)]
            found = [n for n in evaluate(changed(zander(), jars=named))["notices"] if n["code"] == "windows-apart"]
            self.assertEqual([n["path"] for n in found], ["/jars"] if words else [], words)
            if words:
                self.assertIn(words, found[0]["text"])
                self.assertIn("No. 0", found[0]["text"])
                self.assertIn("No. 1", found[0]["text"])

    def test_a_jar_that_has_nowhere_to_go_has_no_window(self) -> None:
        for basis, code in (("cavity", "no-cavity"), ("slot", "no-slots")):
            lines = [("breadcrumbs", 12.0, "g", basis), ("butter", 6.0, "g", basis)]
            answer = evaluate(changed(one_jar("filling", lines), fish__cut="ribbon", fish__thickness__value=5))
            self.assertIsNone(answer["jars"][0]["window"], basis)
            self.assertIn(code, [n["code"] for n in answer["notices"]])
        stuffed = changed(one_jar("filling", [("butter", 6.0, "g", "cavity")]), fish=cases.slashed_trout()["fish"])
        timed = [bar["label"] for bar in windows(stuffed, 0)["by_cut"] if bar["window"]]
        self.assertEqual(timed, ["Whole, as it is", "Small whole fish, slashed"])

    def test_a_planned_jar_of_the_shelf_is_within_its_own_best(self) -> None:
        fillet = changed(zander(), fish__thickness__value=20)["fish"]
        for row in shelf():
            lines = [{**line, "id": f"l{place}"} for place, line in enumerate(row["jar"]["lines"])]
            if "contact_time" not in row["jar"].get("method", {}):
                continue
            slotted = any(line["basis"] == "slot" for line in lines)
            fish = cases.slashed_trout()["fish"] if slotted else fillet
            found = window(changed(zander(), jars=[{**row["jar"], "id": "one", "lines": lines}], fish=fish))
            planned = found["at_contact_time"]["minutes"]
            with self.subTest(row["id"], planned=planned):
                self.assertLessEqual(found["best_from_min"], planned)
                self.assertLessEqual(planned, found["best_to_min"])

    def test_the_salt_of_a_coat_that_stays_on_is_eaten(self) -> None:
        lines = [("miso-white", 12.0, "%", "fish")]
        left, wiped = (
            evaluate(one_jar("marinade", lines, vessel="coat", after=after))["ledger"] for after in ("leave", "wipe")
        )
        put_in = left["entries"][0]["added_g"]
        self.assertAlmostEqual(left["added_salt_g"], put_in)
        self.assertLess(wiped["added_salt_g"], 0.95 * put_in)

    def test_the_uptake_says_of_which_time_it_is(self) -> None:
        brine = [("water", 100.0, "%", "fish"), ("sea-salt-fine", 6.0, "%", "fish")]
        planned = window(one_jar("wet_brine", brine, contact_time={"value": 15, "unit": "min"}))["at_contact_time"]
        self.assertEqual((planned["minutes"], planned["planned"]), (15, True))
        best = window(one_jar("wet_brine", brine))
        at_best = best["at_contact_time"]
        self.assertEqual((at_best["minutes"], at_best["planned"]), (best["best_from_min"], False))

    def test_a_clean_share_does_not_touch_the_fish(self) -> None:
        lines = [("soy-sauce-light", 12, "%", "fish")]
        whole, half = (
            evaluate(
                one_jar("marinade", lines, contact_time={"value": 20, "unit": "min"}, clean_share={"value": share})
            )
            for share in (0, 50)
        )
        self.assertLess(half["ledger"]["added_salt_g"], whole["ledger"]["added_salt_g"])
        self.assertEqual(half["jars"][0]["reading"]["mass_g"], whole["jars"][0]["reading"]["mass_g"])
