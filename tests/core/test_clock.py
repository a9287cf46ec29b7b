"""The one clock: what it counts, against Newton's law solved apart from the core, and how it moves."""

from typing import Any
from unittest import TestCase

import numpy as np
from scipy.integrate import solve_ivp

from jarcore.formula import evaluate
from jarcore.questions import profiles
from tests.core import cases
from tests.core.cases import changed, zander

DENSITY, HEAT, STILL_AIR = 1050.0, 3600.0, 12.0


def clock(document: dict[str, Any]) -> float:
    return evaluate(document)["exposure"]["warm_minutes"]


def by_newton(from_c: float, to_c: float, around_c: float, volume_over_surface_m: float) -> float:
    """Minutes for a lump to go from one temperature to another in still air, by scipy and not by the closed form."""

    def slope(_t: float, c: np.ndarray) -> np.ndarray:
        return STILL_AIR * (around_c - c) / (DENSITY * HEAT * volume_over_surface_m)

    def there(_t: float, c: np.ndarray) -> float:
        return c[0] - to_c

    there.terminal = True  # type: ignore[attr-defined]
    solved = solve_ivp(slope, (0, 1e5), [from_c], events=there, rtol=1e-9, atol=1e-9)
    return float(solved.t_events[0][0]) / 60


class ClockTest(TestCase):
    def test_warming_and_cooling_are_newtons(self) -> None:
        # Four fillets of 170 g: the surface is what the evaluation shows, the volume is mass over 1055 kg/m3.
        surface_m2 = evaluate(zander())["fish"]["surface_cm2"] / 4 / 1e4
        depth_m = 0.170 / 1055 / surface_m2
        for row in cases.table("clock"):
            with self.subTest(row["what"]):
                place, value = row["place"], float(row["celsius"])
                document = changed(zander(), fish__species=row["species"], **{place: {"value": value, "unit": "degC"}})
                begin, end, around = (float(row[name]) for name in ("from_c", "to_c", "around_c"))
                self.assertAlmostEqual(clock(document), by_newton(begin, end, around, depth_m), delta=0.05)

    def test_all_that_warms_the_fish_is_summed_and_named(self) -> None:
        counter = {"place": "counter", "place_temperature": {"value": 20, "unit": "degC"}}
        jar = {**zander()["jars"][0], "method": {**counter, "contact_time": {"value": 25, "unit": "min"}}}
        rested = {**jar, "id": "b", "method": {**jar["method"], "rest_time": {"value": 10, "unit": "min"}}}
        answer = evaluate(changed(zander(), jars=[jar, rested]))
        self.assertEqual(answer["exposure"]["warm_minutes"], 60)
        self.assertEqual(answer["exposure"]["binding"], "/jars/1")
        note = next(c for c in answer["cautions"] if c["code"] == "counter-time-note")
        self.assertIn("with its rest", note["text"])
        # Each window has what the other leaves of the four hours.
        self.assertEqual([jar["window"]["latest_min"] for jar in answer["jars"]], [240 - 35, 240 - 25])

    def test_the_clock_of_the_window_the_course_and_the_plate_is_one(self) -> None:
        """A mackerel at 4.6 °C is warm everywhere, a zander nowhere."""
        at = {
            "place": "chiller",
            "place_temperature": {"value": 4.6, "unit": "degC"},
            "contact_time": {"value": 90, "unit": "min"},
        }
        for species, warm in (("mackerel", True), ("zander", False)):
            document = changed(zander(), fish__species=species, jars__0__method=at)
            with self.subTest(species):
                answer = evaluate(document)
                self.assertEqual(answer["exposure"]["warm_minutes"], 90 if warm else 0)
                self.assertEqual(answer["jars"][0]["window"]["binding"] == "counter", warm)
                self.assertEqual(profiles(document)["jars"][0]["warm_min"][-1] > 0, warm)

    def test_a_plan_stops_the_clock_and_warmth_never_shortens_it(self) -> None:
        unplanned = changed(zander(), jars__0__method={"place": "counter"})
        planned = changed(unplanned, jars__0__method__contact_time={"value": 30, "unit": "min"})
        self.assertEqual((clock(unplanned), clock(planned)), (240, 30))
        for place in ("fish__temperature", "cook__start_temperature"):
            times = [clock(changed(zander(), **{place: {"value": c, "unit": "degC"}})) for c in range(4, 20)]
            self.assertEqual(times, sorted(times), place)
