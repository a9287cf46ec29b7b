"""What holds for every valid formula: random fish, cuts, jars of all kinds, lines on every basis, heat and diners."""

import copy
import json
from itertools import pairwise
from typing import Any, get_args
from unittest import TestCase

import jsonpatch
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st
from pydantic import TypeAdapter

from jarcore.data import default_pantry
from jarcore.documents import Evaluation
from jarcore.documents.formula import Kind
from jarcore.formula import evaluate
from jarcore.questions import compare, profiles, rewrite, scale

PANTRY = default_pantry()
EVALUATION = TypeAdapter(Evaluation)
RANDOM = settings(max_examples=80, deadline=None, derandomize=True, suppress_health_check=list(HealthCheck))
SPECIES = sorted(one.id for one in PANTRY.species.values() if not one.candidates)
INGREDIENTS = sorted(one.id for one in PANTRY.ingredients.values() if one.id != "nitrite-curing-salt")
KINDS = get_args(Kind)
BASES = {
    "fish": ["%", "g", "ml"],
    "surface": ["g", "ml"],
    "piece": ["g", "ml"],
    "serving": ["g", "ml"],
    "cover": ["%"],
    "flour": ["%"],
    "jar": ["%"],
    "fixed": ["g", "ml"],
}
# One unit for another, by how many of the new one the old is.
OTHER_UNITS = {"g": ("oz", 1 / 28.349523125), "ml": ("l", 1 / 1000), "mm": ("in", 1 / 25.4), "min": ("h", 1 / 60)}


def quantity(low: float, high: float, unit: str) -> st.SearchStrategy[dict[str, Any]]:
    return st.floats(low, high).map(lambda value: {"value": round(value, 3), "unit": unit})


@st.composite
def lines(draw: st.DrawFn, number: int) -> dict[str, Any]:
    basis = draw(st.sampled_from(sorted(BASES)))
    unit = draw(st.sampled_from(BASES[basis]))
    most = {"%": 8.0, "g": 60.0, "ml": 60.0}[unit] * (12 if basis == "cover" else 1)
    line: dict[str, Any] = {"id": f"l{number}", "ingredient": draw(st.sampled_from(INGREDIENTS)), "basis": basis}
    line["amount"] = draw(quantity(0.1, most, unit))
    if basis == "fish" and unit != "%":
        line["per"] = draw(quantity(100, 2000, "g"))
    return line


@st.composite
def jars(draw: st.DrawFn, number: int) -> dict[str, Any]:
    place, celsius = draw(st.sampled_from([("chiller", 4), ("ice", 1), ("counter", 20)]))
    method = {
        "vessel": draw(st.sampled_from(["bag", "dish", "bath", "coat"])),
        "place": place,
        "place_temperature": {"value": celsius, "unit": "degC"},
        "after": draw(st.sampled_from(["leave", "rinse", "wipe", "drain"])),
    }
    if draw(st.booleans()):
        method["contact_time"] = draw(quantity(1, 600, "min"))
    kind = draw(st.sampled_from(KINDS))
    if kind == "dry_brine":
        method["school"] = draw(st.sampled_from(["measured", "timed_rinse"]))
    count = draw(st.integers(1, 4))
    return {"id": f"j{number}", "kind": kind, "method": method, "lines": [draw(lines(n)) for n in range(count)]}


@st.composite
def formulas(draw: st.DrawFn) -> dict[str, Any]:
    pieces = draw(st.integers(1, 40))
    fish = {
        "species": draw(st.sampled_from(SPECIES)),
        "cut": draw(st.sampled_from(sorted(PANTRY.cuts))),
        "pieces": pieces,
        "weight": {"value": round(pieces * draw(st.floats(20, 500)), 1), "unit": "g", "basis": "edible"},
        "thickness": draw(quantity(5, 45, "mm")),
        "skin": draw(st.sampled_from(["none", "one_side", "all_round"])),
        "bone": "out",
        "state": "fresh",
        "temperature": {"value": 4, "unit": "degC"},
        "slashes": {"per_side": draw(st.integers(0, 3)), "depth": "half"},
    }
    made = [draw(jars(n)) for n in range(draw(st.integers(1, 3)))]
    cook = {"method": draw(st.sampled_from(["none", "pan", "oven", "deep_fry", "grill", "steam", "braise"]))}
    return {
        "format": "jar-table/formula",
        "format_version": 1,
        "servings": draw(st.integers(1, 60)),
        "fish": fish,
        "jars": made,
        "cook": cook,
    }


AVOIDED = [
    "peanut",
    "gluten",
    "milk",
    "egg",
    "soy",
    "sesame",
    "mustard",
    "alcohol",
    "pork",
    "Nuts",
    "shellfish",
    "ginger",
    "xylem",
]
GRADES = ("note", "warn", "stop", "refuse")


@st.composite
def tables(draw: st.DrawFn) -> list[dict[str, Any]]:
    """Who eats."""
    diner = st.fixed_dictionaries(
        {"count": st.integers(1, 8)},
        optional={
            "age": st.sampled_from(["infant", "1-3", "4-8", "9-13", "adult"]),
            "vulnerable": st.booleans(),
            "avoid": st.lists(st.sampled_from(AVOIDED), max_size=3, unique=True),
            "heat": st.integers(0, 5),
        },
    )
    return draw(st.lists(diner, max_size=3))


def grades(answer: Evaluation) -> dict[str, int]:
    """The gravest grade of each caution."""
    found: dict[str, int] = {}
    for caution in answer["cautions"]:
        found[caution["code"]] = max(found.get(caution["code"], 0), GRADES.index(caution["grade"]))
    return found


def in_other_units(value: Any) -> Any:
    """The same document with every quantity in another unit."""
    if isinstance(value, list):
        return [in_other_units(item) for item in value]
    if not isinstance(value, dict):
        return value
    if value.get("unit") in OTHER_UNITS:
        unit, times = OTHER_UNITS[value["unit"]]
        return {**value, "value": value["value"] * times, "unit": unit}
    if value.get("unit") == "degC":
        return {**value, "value": value["value"] * 9 / 5 + 32, "unit": "degF"}
    return {key: in_other_units(item) for key, item in value.items()}


def numbers(value: Any, way: str = "") -> dict[str, float]:
    """Every number of an answer, by its place; words are left out."""
    found: dict[str, float] = {}
    inner = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, item in inner:
        if isinstance(item, int | float) and not isinstance(item, bool):
            found[f"{way}/{key}"] = float(item)
        elif key not in ("notices", "cautions", "patch"):
            found |= numbers(item, f"{way}/{key}")
    return found


class RandomFormulaTest(TestCase):
    @RANDOM
    @given(document=formulas())
    def test_total_finite_and_conserved(self, document: dict[str, Any]) -> None:
        answer = evaluate(document)
        json.dumps(answer, allow_nan=False)
        EVALUATION.validate_python(answer)
        for jar in answer["jars"]:
            reading = jar["reading"]
            held = sum(stratum["mass_g"] for stratum in reading["strata"])
            self.assertAlmostEqual(held, reading["mass_g"], delta=1e-6 * max(1, reading["mass_g"]))
            self.assertTrue(all(stratum["mass_g"] >= 0 for stratum in reading["strata"]))
            self.assertAlmostEqual(sum(line["mass_g"] or 0 for line in jar["lines"]), reading["mass_g"], places=6)
            self.assertAlmostEqual(reading["set_out_g"], reading["pick_up_g"] + reading["discard_g"], places=6)
            if jar["window"]:
                times = [jar["window"][key] for key in ("earliest_min", "best_from_min", "best_to_min", "latest_min")]
                self.assertEqual(times, sorted(times))
                self.assertTrue(all(0 <= time < 1e6 for time in times))
        for entry in answer["ledger"]["entries"]:
            kept = entry["taken_up_g"] - entry["removed_g"]
            self.assertGreaterEqual(kept, -1e-9)
            self.assertTrue(entry["low_g"] <= kept + 1e-6 and kept <= entry["high_g"] + 1e-6, entry)
            self.assertLessEqual(entry["taken_up_g"], entry["added_g"] + 1e-6)

    @RANDOM
    @given(document=formulas())
    def test_the_same_in_other_units(self, document: dict[str, Any]) -> None:
        first, second = numbers(evaluate(document)), numbers(evaluate(in_other_units(document)))
        self.assertEqual(set(first), set(second))
        for place, value in first.items():
            # What stands on a scale is in whole steps: half a step goes up or down by the last binary digit.
            if "/weigh/" not in place:
                self.assertAlmostEqual(second[place], value, delta=1e-5 * max(1.0, abs(value)), msg=place)

    @RANDOM
    @given(document=formulas(), servings=st.integers(1, 200))
    def test_windows_and_heat_do_not_know_how_many_eat(self, document: dict[str, Any], servings: int) -> None:
        hangs = any(line["basis"] == "serving" for jar in document["jars"] for line in jar["lines"])
        assume(not hangs)
        first, second = evaluate(document), evaluate({**document, "servings": servings})
        self.assertEqual([jar["window"] for jar in first["jars"]], [jar["window"] for jar in second["jars"]])
        self.assertEqual(first["cook"], second["cook"])

    @RANDOM
    @given(document=formulas(), times=st.floats(1.05, 2))
    def test_more_salt_in_a_line_is_never_less_on_the_plate(self, document: dict[str, Any], times: float) -> None:
        salt = {"id": "salt", "ingredient": "sea-salt-fine", "basis": "fish", "amount": {"value": 0.6, "unit": "%"}}
        jar: dict[str, Any] = {
            "id": "brine",
            "kind": "dry_brine",
            "method": {"school": "measured", "place": "chiller"},
            "lines": [salt],
        }
        more = copy.deepcopy(jar)
        more["lines"][0]["amount"]["value"] *= times
        less, most = (evaluate({**document, "jars": [one, *document["jars"]]})["ledger"] for one in (jar, more))
        self.assertGreaterEqual(most["salt_g"], less["salt_g"])
        # Under whole skin the flesh takes no more, and what lies on the skin is in the range.
        self.assertGreater(most["salt_g_range"][1], less["salt_g_range"][1])

    @RANDOM
    @given(document=formulas(), celsius=st.floats(-1, 10))
    def test_warmer_is_never_later(self, document: dict[str, Any], celsius: float) -> None:
        """At a fixed dose the latest time never grows with temperature."""

        def latest(at: float) -> list[Any]:
            changed = copy.deepcopy(document)
            for jar in changed["jars"]:
                jar["method"] |= {"place": "chiller", "place_temperature": {"value": at, "unit": "degC"}}
            return [jar["window"] and jar["window"]["latest_min"] for jar in evaluate(changed)["jars"]]

        for cold, warm in zip(latest(celsius), latest(celsius + 6), strict=True):
            if cold is not None and warm is not None:
                self.assertLessEqual(warm, cold * (1 + 1e-6) + 1e-6)

    @RANDOM
    @given(
        document=formulas(),
        unit=st.sampled_from(["g", "tbsp", "%", "kg", "part"]),
        basis=st.sampled_from(sorted(BASES)),
    )
    def test_rewriting_keeps_every_mass_of_the_jar(self, document: dict[str, Any], unit: str, basis: str) -> None:
        before = evaluate(document)["jars"][0]
        for to in ((unit, None), (None, basis)):
            written = rewrite(document, 0, 0, *to)
            if not written["kept"]:
                continue
            after = evaluate(jsonpatch.apply_patch(document, written["patch"]))["jars"][0]
            if after["lines"][0]["mass_g"] is None:
                continue  # what is written so lies outside the format's limits, and the line says so
            self.assertAlmostEqual(
                after["lines"][0]["mass_g"] / before["lines"][0]["mass_g"], 1, delta=0.002, msg=str(to)
            )

    @RANDOM
    @given(document=formulas(), servings=st.integers(1, 300))
    def test_scaling_keeps_pieces_whole_and_of_their_size(self, document: dict[str, Any], servings: int) -> None:
        after = jsonpatch.apply_patch(document, scale(document, servings=servings))
        fish, scaled = document["fish"], after["fish"]
        self.assertEqual(scaled["pieces"], round(scaled["pieces"]))
        size, new = (one["weight"]["value"] / one["pieces"] for one in (fish, scaled))
        self.assertAlmostEqual(new / size, 1, delta=0.001)
        growth = compare(document, after)["growth"]
        for line in growth["lines"]:
            if line["basis"] == "fixed" and line["times"] is not None:
                self.assertAlmostEqual(line["times"], 1)

    @RANDOM
    @given(document=formulas())
    def test_courses_only_rise_and_hold_what_the_ledger_holds(self, document: dict[str, Any]) -> None:
        answer = profiles(document)
        json.dumps(answer, allow_nan=False)
        for jar in answer["jars"]:
            for key in ("mean_pct", "acid_depth_mm", "acid_turned_fraction", "warm_min"):
                self.assertTrue(all(b >= a - 1e-6 for a, b in pairwise(jar[key])), key)
            for evenness in jar["evenness"]:
                self.assertTrue(evenness is None or -1e-6 <= evenness <= 1 + 1e-6)
            if jar["after"]:
                self.assertTrue(
                    all(abs(mean - jar["after"]["mean_pct"][0]) < 1e-6 for mean in jar["after"]["mean_pct"])
                )


class NeverMilderTest(TestCase):
    """What can hurt someone is never lost by saying more, or by saying less."""

    @RANDOM
    @given(document=formulas(), diners=tables(), line=lines(9), jar=st.integers(0, 2), place=st.integers(0, 4))
    def test_a_line_more_never_takes_an_allergen_an_avoidance_or_a_refusal_away(
        self, document: dict[str, Any], diners: list[dict[str, Any]], line: dict[str, Any], jar: int, place: int
    ) -> None:
        before = evaluate({**document, "diners": diners})
        more = copy.deepcopy(document)
        more["jars"][jar % len(more["jars"])]["lines"].insert(place, line)
        after = evaluate({**more, "diners": diners})
        self.assertLessEqual(set(before["allergens"]), set(after["allergens"]))

        def barred(answer: Evaluation) -> set[str]:
            avoided = ("diner-avoids", "alcohol-avoid", "pork-avoid", "avoid-unknown")
            return {c["code"] for c in answer["cautions"] if c["grade"] == "refuse" or c["code"] in avoided}

        self.assertLessEqual(barred(before), barred(after))

    @settings(RANDOM, max_examples=160)
    @given(document=formulas(), diners=tables(), jar=st.integers(0, 2), line=st.integers(0, 3))
    def test_an_amount_left_unstated_never_lowers_a_caution(
        self, document: dict[str, Any], diners: list[dict[str, Any]], jar: int, line: int
    ) -> None:
        stated = {**document, "diners": diners}
        less = copy.deepcopy(stated)
        lines_there = less["jars"][jar % len(less["jars"])]["lines"]
        lines_there[line % len(lines_there)]["amount"] = {"unstated": True}
        before, after = grades(evaluate(stated)), grades(evaluate(less))
        for code, grade in before.items():
            if code.startswith("counter-time"):
                continue  # one clock: looked at below, by its minutes
            self.assertGreaterEqual(after.get(code, -1), grade, code)
        clocks = [answer["exposure"]["warm_minutes"] for answer in (evaluate(stated), evaluate(less))]
        self.assertGreaterEqual(clocks[1], clocks[0] - 1e-9)

    @RANDOM
    @given(
        document=formulas(),
        jar=st.integers(0, 2),
        line=st.integers(0, 3),
        widths=st.tuples(st.floats(0.01, 0.4), st.floats(0, 0.5)),
    )
    def test_a_wider_range_never_gives_a_narrower_plate(
        self, document: dict[str, Any], jar: int, line: int, widths: tuple[float, float]
    ) -> None:
        def plate(width: float) -> list[float]:
            ranged = copy.deepcopy(document)
            lines_there = ranged["jars"][jar % len(ranged["jars"])]["lines"]
            amount = lines_there[line % len(lines_there)]["amount"]
            value = amount.pop("value")
            # The plan stays: else a window that moves with the middle would move the plate too.
            amount |= {"low": value * (1 - width), "high": value * (1 + width)}
            ledger = evaluate(ranged)["ledger"]
            return ledger.get("salt_g_range") or [ledger["salt_g"] or 0.0] * 2

        narrow, wide = plate(widths[0]), plate(min(0.95, widths[0] + widths[1]))
        slack = 1e-9 * max(1.0, narrow[1])
        self.assertLessEqual(wide[0], narrow[0] + slack)
        self.assertGreaterEqual(wide[1], narrow[1] - slack)

    @RANDOM
    @given(
        document=formulas(),
        sizes=st.lists(st.tuples(st.integers(1, 12), st.floats(4, 40)), min_size=1, max_size=3),
        more=st.floats(0.1, 20),
    )
    def test_a_thicker_group_never_shortens_the_heat(
        self, document: dict[str, Any], sizes: list[tuple[int, float]], more: float
    ) -> None:
        def minutes(some: list[tuple[int, float]]) -> float | None:
            groups = [
                {
                    "id": str(place),
                    "pieces": n,
                    "weight": {"value": n * 120, "unit": "g", "basis": "edible"},
                    "thickness": {"value": mm, "unit": "mm"},
                }
                for place, (n, mm) in enumerate(some)
            ]
            answer = evaluate({**document, "fish": {**document["fish"], "groups": groups}})
            told = {one["id"]: one["minutes"] for one in answer["cook"]["groups"]}
            if answer["cook"]["minutes"] is not None:
                self.assertAlmostEqual(max(told.values()), answer["cook"]["minutes"])
            return answer["cook"]["minutes"]

        alone, beside = minutes(sizes), minutes([*sizes, (2, max(mm for _, mm in sizes) + more)])
        if alone is not None and beside is not None:
            self.assertGreaterEqual(beside, alone - 1e-9)
