"""The evaluation: the worked example of the format, the limits named in words, and what holds for every formula."""

import ast
import doctest
import importlib
import io
import json
import math
import pkgutil
import re
import subprocess
import sys
import tempfile
from pathlib import Path
from typing import Any, get_args
from unittest import TestCase

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from pydantic import TypeAdapter

import jarcore
from jarcore.data import codes, default_pantry
from jarcore.documents import Evaluation
from jarcore.documents.formula import Kind
from jarcore.formula import evaluate
from jarcore.questions import scale
from tests.core import cases
from tests.core.cases import changed, citrus_chunks_counter, example, zander

EVALUATION = TypeAdapter(Evaluation)
WINDOW = ("earliest_min", "best_from_min", "best_to_min", "latest_min")


def window(document: dict[str, Any], jar: int = 0) -> Any:
    return evaluate(document)["jars"][jar]["window"]


class WorkedExampleTest(TestCase):
    def test_unchanged_figures_of_the_format(self) -> None:
        """The worked example of the format's description (680 g of zander), to its printed digits."""
        answer = evaluate(zander())
        jar: Any = answer["jars"][0]
        line = jar["lines"][0]
        self.assertEqual((line["written"], line["kitchen"]), ("1.2 %", "1 3/8 tsp"))
        self.assertAlmostEqual(line["mass_g"], 8.16)
        self.assertAlmostEqual(line["volume_ml"], 6.8)
        self.assertAlmostEqual(answer["fish"]["surface_cm2"], 781, delta=0.5)
        self.assertEqual([round(jar["window"][key]) for key in WINDOW], [19, 74, 1128, 2880])
        self.assertEqual(jar["window"]["binding"], "keeping")
        self.assertTrue(answer["ready"])

    def test_more_fish_and_a_thicker_cut_move_grams_and_window(self) -> None:
        before, after = (
            evaluate(document)
            for document in (zander(), changed(zander(), fish__weight__value=2300, fish__thickness__value=26))
        )
        for line, other in zip(before["jars"][0]["lines"], after["jars"][0]["lines"], strict=True):
            self.assertAlmostEqual(other["mass_g"] / line["mass_g"], 2300 / 680)
        ratio = after["jars"][0]["window"]["best_from_min"] / before["jars"][0]["window"]["best_from_min"]
        self.assertAlmostEqual(ratio, (26 / 22) ** 2)

    def test_hidden_salt_and_acid_count(self) -> None:
        document = zander()
        document["jars"][0]["lines"] = [
            {"id": "a", "ingredient": "soy-sauce-light", "amount": {"value": 10, "unit": "%"}, "basis": "fish"},
            {"id": "b", "ingredient": "lime-juice", "amount": {"value": 2, "unit": "tbsp"}, "basis": "fixed"},
        ]
        reading = evaluate(document)["jars"][0]["reading"]
        # USDA SR Legacy: 5493 mg of sodium in 100 g of such a sauce.
        self.assertAlmostEqual(reading["salt_pct_of_fish"], 5493 / 393.4 / 10, delta=0.01)
        self.assertTrue(2 < reading["ph"] < 4)
        self.assertEqual(reading["allergens"], ["gluten", "soy"])

    def test_ranges_stay_ranges(self) -> None:
        answer = evaluate(example("char-citrus"))["jars"][0]
        oil = answer["lines"][2]
        self.assertEqual(oil["written"], "20–30 ml")
        self.assertAlmostEqual(oil["mass_g_range"][1] / oil["mass_g_range"][0], 1.5)
        low, high = answer["reading"]["mass_g_range"]
        self.assertTrue(low < answer["reading"]["mass_g"] < high)

    def test_bases_follow_what_they_say(self) -> None:
        """Doubling the fish doubles what follows it, leaves what is fixed, and softens what is strong."""
        lines = [
            {"id": "f", "ingredient": "butter", "amount": {"value": 20, "unit": "g"}, "basis": "fixed"},
            {"id": "p", "ingredient": "olive-oil", "amount": {"value": 5, "unit": "ml"}, "basis": "piece"},
            {"id": "s", "ingredient": "dill", "amount": {"value": 2, "unit": "g"}, "basis": "serving"},
            {
                "id": "g",
                "ingredient": "garlic",
                "amount": {"value": 2, "unit": "clove"},
                "basis": "fish",
                "per": {"value": 680, "unit": "g"},
            },
            {
                "id": "r",
                "ingredient": "olive-oil",
                "amount": {"value": 3, "unit": "part"},
                "basis": "line",
                "of": "l",
                "by": "volume",
            },
            {"id": "l", "ingredient": "lemon-juice", "amount": {"value": 10, "unit": "ml"}, "basis": "fixed"},
            {"id": "j", "ingredient": "honey", "amount": {"value": 10, "unit": "%"}, "basis": "jar"},
            {"id": "u", "ingredient": "rice-flour", "amount": {"value": 1, "unit": "g"}, "basis": "surface"},
        ]
        one = changed(zander(), jars__0__lines=lines, jars__0__kind="rub")
        two = changed(one, fish__weight__value=1360, fish__pieces=8)
        before, after = evaluate(one)["jars"][0], evaluate(two)["jars"][0]
        grew = {a["id"]: b["mass_g"] / a["mass_g"] for a, b in zip(before["lines"], after["lines"], strict=True)}
        for name, ratio in {"f": 1, "p": 2, "s": 1, "g": 2**0.8, "r": 1, "l": 1, "u": 2}.items():
            self.assertAlmostEqual(grew[name], ratio, places=6, msg=name)
        honey = after["lines"][6]["mass_g"]
        self.assertAlmostEqual(honey / after["reading"]["mass_g"], 0.10)
        self.assertAlmostEqual(before["lines"][4]["volume_ml"], 30)


class CautionTest(TestCase):
    def codes_of(self, document: dict[str, Any]) -> dict[str, str]:
        return {caution["code"]: caution["grade"] for caution in evaluate(document)["cautions"]}

    def test_cautions_fire_with_their_source(self) -> None:
        counter = {"place": "counter", "place_temperature": {"value": 22, "unit": "degC"}}
        long = {**counter, "contact_time": {"value": 4, "unit": "h"}}
        for name, document, grade in (
            ("histamine-counter", changed(zander(), fish__species="herring", jars__0__method=counter), "stop"),
            ("counter-time-stop", changed(zander(), jars__0__method=long), "stop"),
            ("parasites-freezing", changed(zander(), cook__core_target__value=52), "stop"),
            ("low-pull", changed(zander(), cook__core_target__value=62), "warn"),
            ("acid-is-not-heat", example("char-citrus"), "warn"),
            ("puffer-fish", changed(zander(), fish__species="puffer-fish"), "refuse"),
            ("probe-core", zander(), "note"),
            ("allergens-present", zander(), "note"),
            ("curing-salt", changed(zander(), jars__0__lines__0__ingredient="nitrite-curing-salt"), "refuse"),
        ):
            with self.subTest(name):
                self.assertEqual(self.codes_of(document).get(name), grade)
                self.assertTrue(codes()[name].source)

    def test_a_stop_is_accepted_only_on_record_and_a_refusal_never(self) -> None:
        raw = changed(zander(), cook__core_target__value=52)
        record = {"code": "parasites-freezing", "path": "/cook/core_target", "initials": "MK", "reason": "own plan"}
        self.assertFalse(evaluate(raw)["ready"])
        self.assertTrue(evaluate({**raw, "accepted": [record]})["ready"])
        self.assertFalse(evaluate({**raw, "accepted": [{**record, "initials": " "}]})["ready"])
        puffer = changed(raw, fish__species="puffer-fish")
        refused = {**record, "code": "puffer-fish", "path": "/fish/species"}
        self.assertFalse(evaluate({**puffer, "accepted": [record, refused]})["ready"])

    def test_the_counter_clock_caps_the_window(self) -> None:
        method = {"place": "counter", "place_temperature": {"value": 20, "unit": "degC"}}
        found = window(changed(zander(), jars__0__method=method))
        self.assertEqual((found["latest_min"], found["binding"]), (240, "counter"))


class InvariantTest(TestCase):
    quick = settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.too_slow], derandomize=True)

    @quick
    @given(
        grams=st.floats(20, 9000),
        mm=st.floats(2, 90),
        celsius=st.floats(0, 30),
        juice=st.floats(0.1, 900),
        cut=st.sampled_from(["fillet", "chunk", "whole", "steak", "ribbon", "loin"]),
        skin=st.sampled_from(["none", "one_side", "all_round"]),
        slashes=st.integers(0, 5),
        sour=st.sampled_from(
            ["lemon-juice", "orange-juice", "rice-vinegar", "yogurt-plain", "soy-sauce-light", "water"]
        ),
        vessel=st.sampled_from(["bag", "dish", "bath", "coat"]),
        kind=st.sampled_from(get_args(Kind)),
    )
    def test_every_result_is_finite_and_every_window_ordered(self, **case: Any) -> None:
        answer = evaluate(self.formula(**case))
        json.dumps(answer, allow_nan=False)
        EVALUATION.validate_python(answer, strict=False)
        found: Any = answer["jars"][0]["window"]
        if found is not None:
            times = [found[key] for key in WINDOW]
            self.assertEqual(times, sorted(times))
            self.assertTrue(all(math.isfinite(time) and time >= 0 for time in times))
        reading = answer["jars"][0]["reading"]
        self.assertAlmostEqual(sum(s["mass_g"] for s in reading["strata"]), reading["mass_g"], places=6)

    @staticmethod
    def formula(
        grams: float = 680,
        mm: float = 20,
        celsius: float = 4,
        juice: float = 200,
        cut: str = "fillet",
        skin: str = "none",
        slashes: int = 0,
        sour: str = "lemon-juice",
        vessel: str = "bath",
        kind: str = "marinade",
    ) -> dict[str, Any]:
        fish = {
            "species": "zander",
            "cut": cut,
            "pieces": 4,
            "weight": {"value": grams, "unit": "g", "basis": "edible"},
            "thickness": {"value": mm, "unit": "mm"},
            "skin": skin,
            "slashes": {"per_side": slashes},
        }
        place = "chiller" if celsius <= 5 else "counter"
        method = {"vessel": vessel, "place": place, "place_temperature": {"value": celsius, "unit": "degC"}}
        lines = [
            {"id": "a", "ingredient": sour, "amount": {"value": juice, "unit": "ml"}, "basis": "fixed"},
            {"id": "b", "ingredient": "sea-salt-fine", "amount": {"value": 1, "unit": "%"}, "basis": "fish"},
        ]
        return {
            "format": "jar-table/formula",
            "format_version": 1,
            "servings": 4,
            "fish": fish,
            "jars": [{"id": "j", "kind": kind, "method": method, "lines": lines}],
        }

    @quick
    @given(mm=st.floats(6, 60), celsius=st.floats(5.5, 28), juice=st.floats(2, 600), more=st.floats(0.5, 10))
    def test_a_warmer_or_more_slashed_fish_never_has_a_later_latest(
        self, mm: float, celsius: float, juice: float, more: float
    ) -> None:
        base: dict[str, Any] = {
            "mm": mm,
            "celsius": celsius,
            "juice": juice,
            "cut": "whole",
            "grams": 1600.0,
            "vessel": "bag",
            "slashes": 1,
        }
        first = window(self.formula(**base))["latest_min"]
        self.assertLessEqual(window(self.formula(**{**base, "celsius": celsius + more}))["latest_min"], first + 1e-6)
        self.assertLessEqual(window(self.formula(**{**base, "slashes": 3}))["latest_min"], first + 1e-6)

    @quick
    @given(share=st.floats(0.05, 1), mm=st.floats(8, 50))
    def test_a_sourer_jar_never_has_a_later_latest(self, share: float, mm: float) -> None:
        def mixed(lemon: float) -> float:
            document = self.formula(mm=mm, juice=300 * lemon)
            water = {
                "id": "w",
                "ingredient": "water",
                "amount": {"value": 300 * (1 - lemon), "unit": "ml"},
                "basis": "fixed",
            }
            document["jars"][0]["lines"].append(water)
            return window(document)["latest_min"]

        self.assertLessEqual(mixed(share), mixed(share * 0.8) * 1.0001)

    def test_windows_ignore_servings_and_the_amount_of_fish(self) -> None:
        base = citrus_chunks_counter()
        tenfold = changed(base, servings=40, fish__weight__value=4200, fish__pieces=320)
        for key in WINDOW:
            self.assertAlmostEqual(window(base)[key], window(tenfold)[key], places=6)

    def test_a_millimetre_a_gram_and_a_degree_move_the_window(self) -> None:
        base = changed(citrus_chunks_counter(), fish__thickness__value=16, fish__pieces=26)
        first = window(base)["best_from_min"]
        for moved in (
            changed(base, fish__thickness__value=17),
            changed(base, jars__0__lines__0__amount__value=126),
            changed(base, jars__0__method__place_temperature__value=21),
        ):
            self.assertNotAlmostEqual(window(moved)["best_from_min"], first, places=3)

    def test_units_do_not_matter(self) -> None:
        base = evaluate(zander())
        weight = {"value": 680 / 453.59237, "unit": "lb", "basis": "fillet"}
        other = evaluate(changed(zander(), fish__weight=weight, fish__thickness={"value": 22 / 25.4, "unit": "in"}))
        self.assertAlmostEqual(
            base["jars"][0]["window"]["best_from_min"], other["jars"][0]["window"]["best_from_min"], places=6
        )
        self.assertAlmostEqual(base["ledger"]["salt_g"], other["ledger"]["salt_g"], places=6)


class CommandTest(TestCase):
    def test_a_faulty_row_of_ones_own_is_told_and_not_used(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            own = Path(folder) / "own.json"
            for rows, code in (
                ({"format_version": 1, "ingredients": [{"id": "caraway-seed", "salt_g": 30}]}, 0),
                ({"format_version": 9, "ingredients": []}, 2),
                ({"format_version": 1, "fish": [{"id": "zander", "like": "puffy"}]}, 0),
            ):
                own.write_text(json.dumps({"format": "jar-table/pantry", **rows}), encoding="utf-8")
                answer = self.run_core("evaluate", "-", "--pantry", str(own), text=json.dumps(zander()))
                with self.subTest(rows):
                    self.assertEqual(answer.returncode, code, answer.stderr)
                    body = json.loads(answer.stdout)
                    self.assertIsNot(body.get("ready"), True)
                    if code == 0:
                        self.assertIn("not used", answer.stderr)
                        self.assertIn("pantry-row", [notice["code"] for notice in body["notices"]])

    def run_core(self, *arguments: str, text: str | None = None) -> subprocess.CompletedProcess[str]:
        """The core with nothing of the machine but the Python environment: no psql, node or database on the path."""
        command = [sys.executable, "-m", "jarcore", *arguments]
        environment = {"PATH": "/nowhere", "PYTHONPATH": str(cases.ROOT)}
        return subprocess.run(command, input=text, capture_output=True, text=True, env=environment, check=False)

    def test_evaluate_prints_only_json(self) -> None:
        done = self.run_core("evaluate", str(cases.ROOT / "examples/char-citrus.jar.json"))
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        self.assertEqual(json.loads(done.stdout)["format"], "jar-table/evaluation")

    def test_what_is_no_formula_or_no_question_ends_with_two_and_a_problem(self) -> None:
        asked = json.dumps({"document": zander(), "jar": 0})
        for arguments, text, status, paths in (
            (("evaluate", "-"), "{", 400, []),
            (("evaluate", "/no/such/file"), None, 400, []),
            (("ask", "schools", "-"), "[]", 400, []),
            (("ask", "fits", "-"), asked, 422, ["/minutes"]),
            (("ask", "tomorrow", "-"), asked, 422, []),
        ):
            done = self.run_core(*arguments, text=text)
            with self.subTest(arguments):
                self.assertEqual(done.returncode, 2, done.stderr)
                body = json.loads(done.stdout)
                self.assertEqual((body["status"], [error["path"] for error in body["errors"]]), (status, paths))

    def test_any_question_is_asked_of_a_file(self) -> None:
        done = self.run_core("ask", "scale", "-", text=json.dumps({"document": zander(), "servings": 6}))
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        self.assertEqual(json.loads(done.stdout), scale(zander(), servings=6))
        wrong = json.dumps({"document": zander()}).replace('"servings": 4', '"servings": Infinity')
        notices = json.loads(self.run_core("ask", "evaluate", "-", text=wrong).stdout)["notices"]
        self.assertIn(("not-finite", "/servings"), [(one["code"], one["path"]) for one in notices])

    def test_the_library_is_used_as_the_readme_says(self) -> None:
        text = (cases.ROOT / "README.md").read_text(encoding="utf-8")
        block = text.split("```python\n")[1].split("```")[0]
        done = subprocess.run(
            [sys.executable, "-c", block], cwd=cases.ROOT, capture_output=True, text=True, check=False
        )
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        self.assertIn("best from 14 to 21 min: Ready.", done.stdout)
        self.assertIn("25 min is outside it", done.stdout)


class TablesTest(TestCase):
    def test_compositions_hold_no_more_than_there_is(self) -> None:
        for row in default_pantry().ingredients.values():
            known = row.water + row.salt + row.sugar + row.acid_g + row.fat + row.alcohol + row.starch + row.protein
            with self.subTest(row.id):
                self.assertLessEqual(known, 102)


class DocstringTest(TestCase):
    def test_examples_give_what_they_say(self) -> None:
        tried = 0
        for module in pkgutil.walk_packages(jarcore.__path__, "jarcore."):
            if module.name != "jarcore.__main__":
                with self.subTest(module.name):
                    told = io.StringIO()
                    runner = doctest.DocTestRunner(verbose=False)
                    for example in doctest.DocTestFinder().find(importlib.import_module(module.name)):
                        runner.run(example, out=told.write)
                    tried += runner.tries
                    self.assertEqual(runner.failures, 0, told.getvalue())
        self.assertGreater(tried, 20)

    def test_units_in_brackets_are_spelt_from_the_list(self) -> None:
        text = (cases.ROOT / "docs/nomenclature.md").read_text(encoding="utf-8")
        known = set(re.findall(r"`([^`]+)`", text.split("## Units in docstrings")[1]))
        for path in (cases.ROOT / "jarcore").rglob("*.py"):
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                if isinstance(node, ast.FunctionDef | ast.ClassDef | ast.Module):
                    found = set(re.findall(r"\[([^\]]+)\]", ast.get_docstring(node) or ""))
                    self.assertLessEqual(found, known, f"{path.name}: {getattr(node, 'name', 'module')}")
