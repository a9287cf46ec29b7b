"""The Window: profiles add up to the ledger, rest after the jar, the same jar on other cuts, what moves it,
what fits.
"""

import math
from itertools import pairwise
from typing import Any
from unittest import TestCase

import jsonpatch
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp
from scipy.special import erfc

from jarcore.data import default_pantry
from jarcore.fish import measure_piece
from jarcore.flesh import rinse_factor
from jarcore.flesh.engine import graded_widths
from jarcore.flesh.resting import rested_profile
from jarcore.formula import evaluate
from jarcore.questions import curve, fits, profiles, windows
from jarcore.questions.windows import AXES
from tests.core import cases
from tests.core.cases import changed, example, zander
from tests.core.test_questions import demo

TIMED = (
    "zander-caraway",
    "char-citrus",
    "turbot-steaks-brine",
    "perch-yogurt",
    "herring-vinegar-splash",
    "garfish-soy-ginger",
)


class ProfileTest(TestCase):
    def test_mass_shown_equals_the_ledger(self) -> None:
        """What the drawing holds, cell by cell, is what the evaluation says has gone in."""
        for name in TIMED:
            document = demo(name)
            answer, profile = evaluate(document), profiles(document)["jars"][0]
            widths = np.diff([0.0, *_edges(profile["depth_mm"])])
            for row, mean in zip(profile["salt_pct"], profile["mean_pct"], strict=True):
                self.assertAlmostEqual(float(np.dot(row, widths) / widths.sum()), mean, places=6, msg=name)
            at = answer["jars"][0]["window"]["at_contact_time"]
            after = profile["after"]
            assert after is not None
            gone_in = float(np.interp(after["lifted_min"], profile["t_min"], profile["mean_pct"]))
            kind = document["jars"][0]["kind"]
            if kind != "dry_brine":
                self.assertAlmostEqual(gone_in, at["salt_pct_of_fish"], delta=0.01, msg=name)
            entry = answer["ledger"]["entries"][0]
            if kind == "dry_brine":
                on_face = float(np.interp(after["lifted_min"], profile["t_min"], profile["on_face_pct"]))
                held = gone_in + (on_face if document["jars"][0]["method"]["school"] == "measured" else 0.0)
                self.assertAlmostEqual(
                    held, entry["taken_up_g"] / answer["fish"]["edible_g"] * 100, delta=0.02, msg=name
                )

    def test_a_course_only_rises_and_acid_never_turns_back(self) -> None:
        for name in TIMED:
            profile = profiles(demo(name))["jars"][0]
            for key in ("mean_pct", "acid_depth_mm", "acid_turned_fraction", "warm_min", "t_min"):
                self.assertTrue(all(b >= a - 1e-9 for a, b in pairwise(profile[key])), (name, key))
            self.assertEqual({len(profile[key]) for key in ("t_min", "salt_pct", "firmed_share", "evenness")}, {48})

    def test_minutes_above_five_degrees_go_on_from_the_jars_before(self) -> None:
        warm = {
            "place": "counter",
            "place_temperature": {"value": 20, "unit": "degC"},
            "contact_time": {"value": 15, "unit": "min"},
        }
        document = changed(example("char-citrus"), jars__0__method={**warm, "vessel": "bath"})
        document["jars"].append({**document["jars"][0], "id": "two"})
        first, second = (jar["warm_min"] for jar in profiles(document)["jars"])
        self.assertEqual((first[0], second[0]), (0, 15))

    def test_coatings_and_finishes_have_no_course(self) -> None:
        answer = profiles(demo("gurnard-mustard-buttermilk"))["jars"]
        self.assertEqual([bool(jar["t_min"]) for jar in answer], [True, True, False, False])


def _edges(middles: list[float]) -> list[float]:
    edges = [0.0]
    for middle in middles:
        edges.append(2 * middle - edges[-1])
    return edges[1:]


class RestTest(TestCase):
    way, rate, cells = 0.011, 5.43e-10, 50

    def steeped(self, seconds: float) -> np.ndarray:
        """A half-endless slab beside a constant surface: erfc(x / 2 sqrt(Dt))."""
        widths = graded_widths(self.way, self.cells)
        middles = np.cumsum(widths) - widths / 2
        return erfc(middles / (2 * math.sqrt(self.rate * seconds)))

    def test_a_rinse_leaves_what_exact_superposition_leaves(self) -> None:
        """15 s under the tap after 660 s of salting leaves 0.8605 of it (exact superposition)."""
        start = self.steeped(660)
        widths = graded_widths(self.way, self.cells)
        after = rested_profile(start, self.way, self.rate, 15.0, np.array([0.0]))[0]
        self.assertAlmostEqual(
            float((after * widths).sum() / (start * widths).sum()), rinse_factor(15, 660), delta=0.02
        )

    def test_published_rest_by_scipy_at_ten_points(self) -> None:
        """The same rest by the method of lines on the same cells, LSODA."""
        start, widths = self.steeped(3600), graded_widths(self.way, self.cells)
        gaps = (widths[:-1] + widths[1:]) / 2

        def slope(_t: float, u: np.ndarray) -> np.ndarray:
            flux = np.concatenate(([0.0], self.rate * np.diff(u) / gaps, [0.0]))
            return np.diff(flux) / widths

        times = np.linspace(0, 12 * 3600, 10)
        theirs = solve_ivp(slope, (0, times[-1]), start, method="LSODA", t_eval=times, rtol=1e-8, atol=1e-10).y.T
        ours = rested_profile(start, self.way, self.rate, 0.0, times)
        self.assertLess(float(np.abs(ours - theirs).max()), 1e-5)

    @settings(max_examples=40, deadline=None, derandomize=True)
    @given(steep=st.floats(60, 7200), rinse=st.floats(0, 120))
    def test_nothing_leaves_at_rest_and_it_evens_out(self, steep: float, rinse: float) -> None:
        widths = graded_widths(self.way, self.cells)
        rows = rested_profile(self.steeped(steep), self.way, self.rate, rinse, np.geomspace(1, 1e6, 8))
        means = (rows * widths).sum(axis=1)
        self.assertTrue(np.allclose(means, means[0]))
        self.assertLess(float(rows[-1].max() - rows[-1].min()), float(rows[0].max() - rows[0].min()))


class SideBySideTest(TestCase):
    def test_the_bar_as_it_is_equals_the_evaluations_window(self) -> None:
        for name in TIMED:
            document = demo(name)
            found, own = windows(document, 0), evaluate(document)["jars"][0]["window"]
            for bars in (found["by_cut"], found["by_temperature"]):
                now = [bar["window"] for bar in bars if bar["now"]]
                self.assertEqual(now, [own], name)
            self.assertGreaterEqual(len(found["by_cut"]), 8)

    def test_thicker_cuts_of_one_kind_take_the_square_of_the_time(self) -> None:
        """Doubling the thickness multiplies diffusion times by four, whatever the cut is called."""
        found = curve(zander(), 0, "thickness")
        assert found is not None
        at = dict(zip(found["x"], found["best_from_min"], strict=True))
        # Up to the two hours by which a measured brine is at its best whatever the piece.
        self.assertAlmostEqual(at[24.0] / at[12.0], 4, delta=0.01)
        self.assertEqual(at[48.0], 120)

    def test_curves_stand_on_the_formula_as_it_is(self) -> None:
        document = demo("char-citrus")
        own = evaluate(document)["jars"][0]["window"]
        for over in AXES:
            found = curve(document, 0, over)
            assert found is not None and found["now"] is not None
            latest = np.interp(found["now"], found["x"], [value or 0 for value in found["latest_min"]])
            self.assertAlmostEqual(float(latest) / own["latest_min"], 1, delta=0.1, msg=over)
        self.assertIsNone(curve(document, 0, "colour"))
        self.assertIsNone(curve(document, 9, "dose"))

    def test_more_acid_never_gives_more_time(self) -> None:
        found = curve(cases.citrus_chunks_counter(), 0, "acid")
        assert found is not None
        known = [value for value in found["latest_min"] if value is not None]
        self.assertTrue(all(b <= a + 1e-6 for a, b in pairwise(known)))

    def test_influences_are_ranked_and_salt_does_not_move_a_measured_brine(self) -> None:
        found = windows(zander(), 0)["influences"]
        self.assertEqual([one["moves_pct"] for one in found], sorted((one["moves_pct"] for one in found), reverse=True))
        moved = {one["what"]: one["moves_pct"] for one in found}
        self.assertEqual(found[0]["what"], "thickness")
        self.assertNotIn("plain salt", moved)

    def test_limits_stand_in_order_and_the_first_binds(self) -> None:
        for name in TIMED:
            window = evaluate(demo(name))["jars"][0]["window"]
            times = [limit["minutes"] for limit in window["limits"]]
            self.assertEqual(times, sorted(times))
            self.assertEqual(
                (window["limits"][0]["minutes"], window["limits"][0]["binding"]),
                (window["latest_min"], window["binding"]),
            )

    def test_unlike_pieces_start_apart_to_come_out_together(self) -> None:
        groups = [
            {"id": name, "pieces": 4, "weight": {"value": 400, "unit": "g"}, "thickness": {"value": mm, "unit": "mm"}}
            for name, mm in (("thin", 12), ("thick", 30))
        ]
        found = evaluate(changed(zander(), fish__groups=groups))["jars"][0]["window"]["groups"]
        ready = [group["start_after_min"] + group["best_from_min"] for group in found]
        self.assertAlmostEqual(ready[0], ready[1])
        self.assertEqual(min(group["start_after_min"] for group in found), 0)

    def test_what_is_not_timed_answers_empty(self) -> None:
        for document in (changed(zander(), fish={}), changed(zander(), jars=[])):
            self.assertEqual(windows(document, 0), {"by_cut": [], "by_temperature": [], "influences": []})
            self.assertEqual(fits(document, 0, 30), [])


class FitTest(TestCase):
    def held(self, document: dict[str, Any], minutes: float) -> bool:
        window = evaluate(document)["jars"][0]["window"]
        return window["best_from_min"] <= minutes * 1.001 and minutes <= window["best_to_min"] * 1.001

    def test_every_patch_makes_the_best_hold_the_time(self) -> None:
        for name, minutes in (
            ("perch-yogurt", 15),
            ("turbot-steaks-brine", 30),
            ("zander-caraway", 30),
            ("char-citrus", 30),
        ):
            document = demo(name)
            found = fits(document, 0, minutes)
            self.assertEqual(found[0]["what"], "as it is")
            self.assertFalse(found[0]["fits"], name)
            ways = [one for one in found[1:] if one["patch"]]
            self.assertTrue(ways, name)
            for way in ways:
                self.assertTrue(self.held(jsonpatch.apply_patch(document, way["patch"]), minutes), (name, way))

    def test_what_fits_already_is_planned_and_the_counter_is_never_proposed(self) -> None:
        found = fits(zander(), 0, 120)
        self.assertEqual([one["fits"] for one in found], [True])
        planned = jsonpatch.apply_patch(zander(), found[0]["patch"])
        self.assertEqual(planned["jars"][0]["method"]["contact_time"], {"value": 120, "unit": "min"})
        for one in fits(demo("char-citrus"), 0, 15):
            self.assertNotIn("counter", str(one["patch"]))


class HeatCourseTest(TestCase):
    def test_the_core_is_pulled_below_its_target_and_meets_it_in_the_rest(self) -> None:
        cooking = profiles(zander())["cooking"]
        core = dict(zip(cooking["t_min"], cooking["core_c"], strict=True))
        assert cooking["pull_min"] is not None
        pulled = float(np.interp(cooking["pull_min"], list(core), list(core.values())))
        self.assertLess(pulled, cooking["target_c"])
        self.assertAlmostEqual(max(core.values()), cooking["target_c"], delta=0.3)
        self.assertEqual(cooking["published_c"], 63)

    def test_the_thin_zone_runs_ahead_and_a_round_fish_ends_at_its_target(self) -> None:
        zones = profiles(changed(zander(), fish__thin_zone={"value": 10, "unit": "mm"}))["cooking"]["zones"]
        thick, thin = (zone["core_c"] for zone in zones)
        self.assertGreater(max(thin), max(thick) + 5)
        whole = {
            "species": "rainbow-trout",
            "cut": "whole",
            "pieces": 1,
            "weight": {"value": 900, "unit": "g", "basis": "gutted"},
        }
        cooking = profiles(changed(zander(), fish=whole, cook={"method": "oven"}))["cooking"]
        self.assertAlmostEqual(cooking["core_c"][-1], 63, delta=0.5)
        self.assertEqual(profiles(changed(zander(), cook={"method": "none"}))["cooking"]["t_min"], [])


class SteakTest(TestCase):
    def test_skin_round_a_steak_closes_its_edge_and_not_its_faces(self) -> None:
        steak = measure_piece(220, 25, default_pantry().cuts["steak"], skin="all_round")
        self.assertEqual(steak.open_faces(lying=False), (0, 0, 2))
        self.assertEqual(steak.open_faces(lying=True), (0, 0, 1))
        self.assertEqual(steak.diffusion_mm, 12.5)
