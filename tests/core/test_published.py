"""Published values, handbook tables, reference libraries and facts of the trade: one test per table."""

import ast
import math
from dataclasses import replace
from typing import Any
from unittest import TestCase

import numpy as np
import pint
from scipy import special
from scipy.integrate import solve_ivp
from scipy.optimize import brentq

from jarcore.data import default_pantry, parameter, root
from jarcore.documents.formula import Cook
from jarcore.fish import measure_piece, turned_share
from jarcore.flesh import Bath, acid_front, bath_course, diffusion, dry_uptake, rinse_factor, salt_diffusivity
from jarcore.flesh.acid_front import speed_number
from jarcore.flesh.diffusion import bath_uptakes, box_as_slab
from jarcore.flesh.engine import layered_uptake, salt_profile
from jarcore.flesh.erfc import erfc_of, inverse_erfc, scaled_erfc
from jarcore.flesh.temperature import slowing
from jarcore.heat import Stated, read_heat
from jarcore.heat.core import Slab, time_to_core
from jarcore.heat.method import heat_for
from jarcore.reading import Quantities, celsius, factor
from jarcore.substances import Solution, solution
from jarcore.substances.acidity import ACIDS, pkas
from tests.core import cases

# 22.990 g of sodium in 58.443 g of salt (IUPAC atomic weights).
SODIUM_OF_SALT_MG = 393.4


def stated(cook: Cook) -> Stated:
    """What a cook states, as the heat reads it."""
    return read_heat(cook, False, False, Quantities())


def _box_beside_bath(
    sizes: tuple[float, float, float], rate: float, ratio: float, times: np.ndarray, cells: int = 12
) -> np.ndarray:
    """Share of a bath's salt in a box beside it, by finite differences: RATIO is the bath's water over the box's."""
    steps = [size / 2 / cells for size in sizes]
    volume = math.prod(steps)

    def slope(_t: float, state: np.ndarray) -> np.ndarray:
        inside, bath = state[:-1].reshape(cells, cells, cells), state[-1]
        gain, into = np.zeros_like(inside), 0.0
        for axis, step in enumerate(steps):
            face = volume / step
            here, there = np.moveaxis(inside, axis, 0), np.moveaxis(gain, axis, 0)
            flow = rate * (here[:-1] - here[1:]) / step * face
            there[:-1] -= flow
            there[1:] += flow
            entering = rate * (bath - here[0]) / (step / 2) * face
            there[0] += entering
            into += entering.sum()
        return np.append((gain / volume).ravel(), -into / (ratio * volume * cells**3))

    start = np.append(np.zeros(cells**3), 1.0)
    solved = solve_ivp(slope, (0, times[-1]), start, method="RK45", rtol=1e-5, atol=1e-7, t_eval=times)
    return np.asarray(solved.y[:-1].mean(axis=0))


class PublishedTest(TestCase):
    def test_published_ph(self) -> None:
        for row in cases.table("ph"):
            with self.subTest(row["case"]):
                jar = Solution(1.0, tuple(float(row.get(acid) or 0) for acid in ACIDS), float(row["strong_ions"]))
                self.assertAlmostEqual(jar.ph(), float(row["ph"]), delta=float(row["tolerance"]))

    def test_published_ph_by_phcalc(self) -> None:
        """pHcalc solves the same acids from its own balance; it needs a name that numpy 2 dropped."""
        np.cumproduct = np.cumprod  # type: ignore[attr-defined]
        from pHcalc import Acid, System

        for acid, pka in zip(ACIDS, pkas(), strict=True):
            for molar in (0.001, 0.05, 0.8):
                with self.subTest(acid=acid, molar=molar):
                    theirs = System(Acid(pKa=list(pka), charge=0, conc=molar))
                    theirs.pHsolve()
                    ours = Solution(1.0, tuple(molar if name == acid else 0.0 for name in ACIDS)).ph()
                    self.assertAlmostEqual(ours, theirs.pH, delta=0.002)

    def test_published_slab_series(self) -> None:
        for row in cases.table("slab"):
            with self.subTest(row["form"], argument=row["argument"], alpha=row["alpha"]):
                form = getattr(diffusion, row["form"])
                arguments = [float(row["argument"])] + ([float(row["alpha"])] if row["alpha"] else [])
                self.assertAlmostEqual(
                    float(np.squeeze(form(*arguments))), float(row["value"]), delta=float(row["tolerance"])
                )

    def test_published_roots_of_a_bath(self) -> None:
        """tan q = -alpha q: three roots of Crank's table for alpha 1 (from memory), and scipy's brentq from nearly no
        bath to nearly the sea.
        """
        for ours, printed in zip(diffusion.bath_roots(1.0), (2.0288, 4.9132, 7.9787), strict=False):
            self.assertAlmostEqual(ours, printed, places=4)
        for alpha in (1e-6, 0.03, 0.4, 1.7, 25.0, 1e7):
            for k, ours in enumerate(diffusion.bath_roots(alpha), start=1):
                theirs = brentq(lambda q, a=alpha: math.sin(q) + a * q * math.cos(q), (k - 0.5) * math.pi, k * math.pi)
                with self.subTest(alpha=alpha, k=k):
                    self.assertAlmostEqual(ours / theirs, 1, delta=1e-11)

    def test_published_bath_against_scipy(self) -> None:
        """A finite bath by the method of lines: 200 cells of flesh and one well-mixed node of liquid."""
        cells, way, rate = 200, 0.011, 5.43e-10
        bath_water, flesh = 300.0, 680.0
        flesh_water, width = 0.95 * 0.79 * flesh, way / cells

        def slope(_t: float, y: np.ndarray) -> np.ndarray:
            u, bath = y[:-1], y[-1]
            flux = rate / width * np.diff(u, prepend=u[0], append=u[-1])[:-1]
            into = 2 * rate / width * (bath - u[0])
            gain = np.append(flux[1:], 0) - np.insert(flux[1:], 0, 0)
            gain[0] += into
            return np.append(gain / width, -into / way * flesh_water / bath_water)

        start = np.append(np.zeros(cells), 20.0 / bath_water)
        solved = solve_ivp(slope, (0, 7200), start, method="LSODA", rtol=1e-8, atol=1e-12, t_eval=[900, 3600, 7200])
        for seconds, u in zip(solved.t, solved.y[:-1].T, strict=True):
            ours = float(bath_course(Bath(20.0, bath_water), flesh, "lean", 4.0, (way,)).at(seconds))
            self.assertAlmostEqual(ours / (u.mean() * flesh_water), 1.0, delta=0.01)

    def test_published_uptake_through_every_face_of_a_box(self) -> None:
        """Three boxes in two baths by the method of lines in three dimensions, an eighth of each, scipy's RK45."""
        rate = 5e-10
        for sizes in ((0.025, 0.025, 0.025), (0.06, 0.03, 0.012), (0.10, 0.05, 0.02)):
            for ratio in (0.5, 3.0):
                times = np.array([0.1, 0.3, 0.6]) * (min(sizes) / 2) ** 2 / rate
                theirs = _box_beside_bath(sizes, rate, ratio, times)
                fouriers = box_as_slab([rate * times / (size / 2) ** 2 for size in sizes])
                ours = bath_uptakes(fouriers, ratio) * ratio / (1 + ratio)
                with self.subTest(sizes=sizes, ratio=ratio):
                    self.assertLess(float(np.abs(ours / theirs - 1).max()), 0.03)

    def test_published_uptake_from_a_layer(self) -> None:
        """Two layers of one material are one closed slab, half of it salted (Carslaw and Jaeger 1959, 3.3)."""
        rate, half = 5e-10, 0.01
        times = np.array([0.01, 0.1, 0.5, 3.0]) * half**2 / rate
        ours = layered_uptake((half, rate, 100.0), (half, rate, 100.0), times)
        odd = (2 * np.arange(60)[:, None] + 1) * math.pi
        series = 0.5 - 4 * (np.exp(-(odd**2) * rate * times / (2 * half) ** 2) / odd**2).sum(axis=0)
        self.assertLess(float(np.abs(ours - series).max()), 0.002)

    def test_published_spoon_weights(self) -> None:
        pantry = default_pantry().ingredients
        for row in cases.table("spoons"):
            with self.subTest(row["ingredient"]):
                ours = pantry[row["ingredient"]].density_g_ml * factor("tsp")
                self.assertAlmostEqual(ours, float(row["teaspoon_g"]), delta=float(row["tolerance_g"]))

    def test_published_ifct_citric_acid(self) -> None:
        """Differences from IFCT 2017 are known and bounded, each with its reason; agreement is not forced."""
        for row in cases.table("ifct_acids"):
            acid = default_pantry().ingredients[row["ingredient"]].acid
            assert acid is not None
            ratio = acid.citric_g_l * acid.aqueous_l_per_kg / 10 / float(row["citric_g_per_100_g"])
            with self.subTest(row["ingredient"], ratio=round(ratio, 2), reason=row["reason"]):
                self.assertTrue(float(row["ours_to_ifct_low"]) <= ratio <= float(row["ours_to_ifct_high"]), ratio)

    def test_unchanged_worked_case_of_chunks(self) -> None:
        """The worked case of the front: chunks 38 x 13 x 25 mm, 0.25 l on 0.40 l at 20 °C."""
        pantry = default_pantry()
        rows = [(pantry.ingredients["lemon-juice"], 128.75), (pantry.ingredients["orange-juice"], 130.0)]
        jar = solution(rows)
        assert jar is not None
        self.assertAlmostEqual(jar.ph(), 2.662, delta=0.005)
        self.assertAlmostEqual(jar.mobile(4.7)[0] / 0.1979, 1, delta=0.01)
        piece = measure_piece(13.03, 13, pantry.cuts["chunk"], length_mm=38, width_mm=25)
        front = acid_front(jar, 0.25, 0.40, 20, 0.0065, lambda depth: turned_share(piece, depth, (2, 2, 2)))
        assert front is not None
        for minutes, depth, share in ((20, 0.652, 0.1766), (30, 0.782, 0.2093)):
            self.assertAlmostEqual(front.depth_at(minutes * 60) * 1000 / depth, 1, delta=0.01)
            self.assertAlmostEqual(front.turned_at(minutes * 60) / share, 1, delta=0.01)

    def test_unchanged_rows_of_acid(self) -> None:
        """Worked out beforehand: lemon, orange, and what is no acid to flesh at pH 4.7."""
        pantry = default_pantry().ingredients
        for name, ph, total, mobile in (("lemon-juice", 2.348, 0.3591, 0.3546), ("orange-juice", 3.55, None, None)):
            jar = solution([(pantry[name], 1000.0)])
            assert jar is not None
            self.assertAlmostEqual(jar.ph(), ph, delta=0.01)
            if total and mobile:
                self.assertAlmostEqual(jar.base_to(4.7) / total, 1, delta=0.01)
                self.assertAlmostEqual(jar.mobile(4.7)[0] / mobile, 1, delta=0.01)
        for name in ("soy-sauce-light", "miso-red"):
            jar = solution([(pantry[name], 1000.0)])
            assert jar is not None
            self.assertEqual(jar.mobile(4.7)[0], 0)

    def test_unchanged_evenness_of_a_dry_brine(self) -> None:
        """Lean fish of 25 mm, two open faces, 4 °C: the middle holds half the mean at 11.1 h and 0.9 of it at
        24.3 h.
        """
        rate = salt_diffusivity("lean", 4)
        for hours, evenness in ((11.1, 0.5), (24.3, 0.9)):
            self.assertAlmostEqual(diffusion.centre_of_dose(rate * hours * 3600 / 0.0125**2), evenness, delta=0.01)

    def test_unchanged_salting_and_temperature(self) -> None:
        for minutes, brought in ((15, 0.769), (30, 1.183), (60, 1.736), (120, 2.499)):
            ours = dry_uptake("fatty", 4, 134.27, 185, 240, 1.0)(minutes * 60)
            self.assertAlmostEqual(ours / brought, 1, delta=0.005)
        self.assertAlmostEqual(rinse_factor(15, 660), 0.8605, delta=0.0001)
        for degrees, factor_of in ((5, 0.5598), (20, 0.8714), (4, 0.5426)):
            self.assertAlmostEqual(slowing(degrees), factor_of, delta=0.001)
        for stefan, k in ((1.33, 1.228), (0.1, 0.3586), (2.4, 1.571)):
            self.assertAlmostEqual(math.sqrt(speed_number(stefan)) / k, 1, delta=0.001)

    def test_published_ph_of_foods(self) -> None:
        for row in cases.table("fda_ph"):
            with self.subTest(row["ingredient"]):
                jar = solution([(default_pantry().ingredients[row["ingredient"]], 1000.0)])
                assert jar is not None
                self.assertTrue(float(row["low"]) - 0.005 <= jar.ph() <= float(row["high"]) + 0.005, jar.ph())

    def test_published_compositions(self) -> None:
        """Rows taken from IFCT 2017 or USDA SR Legacy hold its digits; what differs does so by what the row says."""
        pantry = default_pantry()
        for row in (*cases.table("ifct"), *cases.table("usda")):
            with self.subTest(row["id"], what=row["what"], reason=row["reason"], source=row["source"]):
                one = getattr(pantry, row["pantry"])[row["id"]]
                sodium = row["what"] == "sodium"
                ours = SODIUM_OF_SALT_MG * one.salt + one.other_sodium_mg if sodium else getattr(one, row["what"])
                self.assertAlmostEqual(ours, float(row["per_100_g"]), delta=float(row["tolerance"]))

    def test_published_conversions(self) -> None:
        """NIST SP 811 prints seven digits."""
        for row in cases.table("conversions"):
            with self.subTest(row["unit"], measures=row["measures"]):
                self.assertAlmostEqual(factor(row["unit"], row["measures"]) / float(row["value"]), 1, delta=1e-6)
        self.assertAlmostEqual(celsius(145, "degF"), 62.78, delta=0.01)

    def test_one_root_as_scipy_finds_it(self) -> None:
        """Steep, flat, nearly no root at all, at an end; and none, which is refused."""
        for name, function, low, high in (
            ("steep", lambda x: math.tanh(1e6 * (x - 3.7)), 0.0, 14.0),
            ("flat", lambda x: (x - 1.25) ** 3, 0.0, 14.0),
            ("exponential", lambda x: 10.0**-x - 10.0 ** (x - 14) - 0.3, 0.0, 14.0),
            ("with a pole beside it", lambda x: 1 / (x + 1e-3) - 7, 0.0, 2.0),
            ("at its lower end", lambda x: x, 0.0, 1.0),
            ("at its upper end", lambda x: x - 1, 0.0, 1.0),
        ):
            with self.subTest(name):
                expected = brentq(function, low, high, xtol=1e-13, maxiter=500)
                slack = 1e-4 if name == "flat" else 1e-11
                self.assertAlmostEqual(root(function, low, high), expected, delta=slack)
        with self.assertRaises(ValueError):
            root(lambda x: x + 1, 0.0, 1.0)

    def test_the_complementary_error_function_as_scipy_has_it(self) -> None:
        values = np.concatenate([[0.0], np.geomspace(1e-9, 1e9, 400), [24.999999, 25.0, 25.000001]])
        np.testing.assert_allclose(erfc_of(values), special.erfc(values), rtol=1e-13, atol=1e-300)
        np.testing.assert_allclose(scaled_erfc(values), special.erfcx(values), rtol=1e-11)
        shares = np.concatenate([np.geomspace(1e-12, 1.0, 60), 2 - np.geomspace(1e-9, 1.0, 20)])
        found = [inverse_erfc(float(share)) for share in shares]
        np.testing.assert_allclose(found, special.erfcinv(shares), rtol=1e-9, atol=1e-15)

    def test_units_as_a_library_of_units_has_them(self) -> None:
        registry: Any = pint.UnitRegistry()
        for row in cases.table("units"):
            for measures in ("us", "metric"):
                with self.subTest(row["unit"], measures=measures):
                    expected = float(registry(row[measures]).to(row["base"]).magnitude)
                    self.assertAlmostEqual(factor(row["unit"], measures) / expected, 1, delta=1e-14)

    def test_published_safety_figures(self) -> None:
        for row in cases.table("safety"):
            with self.subTest(row["name"], source=row["source"]):
                self.assertEqual(parameter(row["name"]), float(row["value"]))

    def test_published_saturated_brine_by_coolprop(self) -> None:
        """CoolProp knows brine up to 23 %; its density, drawn on to 26.4 %, gives the salt in a saturated one."""
        from CoolProp.CoolProp import PropsSI

        shares = np.array([0.11, 0.15, 0.19, 0.23])
        density = [PropsSI("D", "T", 298.15, "P", 101325, f"INCOMP::MNA[{share}]") for share in shares]
        drawn_on = np.polyval(np.polyfit(shares, density, 2), 0.264)
        self.assertAlmostEqual(parameter("saturated_brine") / (0.264 * drawn_on), 1, delta=0.01)

    def test_published_minutes_in_the_heat(self) -> None:
        for row in cases.table("heat"):
            with self.subTest(row["method"], preset=row["preset"], mm=row["thickness_mm"]):
                medium = {"value": float(row["medium_c"]), "unit": "degC"} if row["medium_c"] else None
                cook = Cook.model_validate(
                    {"method": row["method"], "preset": row["preset"] or None, "medium_temperature": medium}
                )
                heat = heat_for(stated(cook), float(row["thickness_mm"]))
                assert heat is not None
                # The table has peaks in the rest, however much of them the rest brings.
                credited = replace(heat.heat, credit_c=math.inf)
                found = time_to_core(
                    float(row["thickness_mm"]) / 1000, credited, float(row["start_c"]), float(row["peak_c"])
                )
                assert found is not None
                self.assertAlmostEqual(found.side_s / 60, float(row["side_min"]), delta=float(row["tolerance_min"]))

    def test_unchanged_course_in_the_pan(self) -> None:
        for mm, preset, side, pull, peak, mean in (
            (12.7, "medium", 150, 55.0, 58.8, 68.4),
            (25, "hot", 300, 57.1, 60.1, 74.1),
        ):
            heat = heat_for(stated(Cook(method="pan", preset=preset)), mm)
            assert heat is not None
            cooked = Slab(mm / 1000, heat.heat).cooked(10, side)
            for ours, worked in ((cooked.pull_c, pull), (cooked.peak_c, peak), (cooked.mean_c, mean)):
                self.assertAlmostEqual(ours, worked, delta=0.5)

    def test_published_slab_heat_by_scipy(self) -> None:
        """One side of a pan by the method of lines on the same slab, 200 cells."""
        cells, thick, k, heat = 200, 0.02, 0.5, 1050 * 3600
        width = thick / cells

        def slope(_t: float, t: np.ndarray) -> np.ndarray:
            flux = np.empty(cells + 1)
            flux[1:-1] = -k * np.diff(t) / width
            flux[0] = (180 - t[0]) / (1 / 180 + width / 2 / k)
            flux[-1] = (t[-1] - 25) / (1 / 15 + width / 2 / k)
            return (flux[:-1] - flux[1:]) / (heat * width)

        solved = solve_ivp(slope, (0, 240), np.full(cells, 4.0), method="LSODA", rtol=1e-8)
        row = heat_for(stated(Cook(method="pan", preset="hot")), 20)
        assert row is not None
        ours = Slab(thick, row.heat).first.at(np.full(40, 4.0), 240.0)
        self.assertLess(float(np.abs(ours - solved.y[:, -1].reshape(40, 5).mean(axis=1)).max()), 0.3)

    def test_published_salt_profile_against_crank(self) -> None:
        """The staged engine with an endless bath, at ten points, against Crank 4.17."""
        depth, salt = salt_profile(1.0, 1.0, 1e7, 1e7, 1.0, [0.1, 0.4])
        for time, row in zip((0.1, 0.4), salt, strict=True):
            for place in range(0, 50, 5):
                x = 1 - depth[place]
                series = sum(
                    (-1) ** n
                    / (2 * n + 1)
                    * math.exp(-((2 * n + 1) ** 2) * math.pi**2 * time / 4)
                    * math.cos((2 * n + 1) * math.pi * x / 2)
                    for n in range(40)
                )
                self.assertAlmostEqual(row[place], 1 - 4 / math.pi * series, delta=0.002)


class NamesTest(TestCase):
    def test_what_is_called_published_names_its_source(self) -> None:
        """In its own words, or row by row; a snapshot of what we worked out ourselves is called unchanged."""
        for path in sorted((cases.ROOT / "tests").rglob("test_*.py")):
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                if isinstance(node, ast.FunctionDef) and node.name.startswith("test_published_"):
                    tables = [call.args[0] for call in ast.walk(node) if isinstance(call, ast.Call) and _of_table(call)]
                    named = [str(one.value) for one in tables if isinstance(one, ast.Constant)]
                    rows = [row for name in named for row in cases.table(name)]
                    by_row = bool(rows) and all(row.get("source") for row in rows)
                    with self.subTest(node.name):
                        self.assertTrue(by_row or ast.get_docstring(node))


def _of_table(call: ast.Call) -> bool:
    return isinstance(call.func, ast.Attribute) and call.func.attr == "table"
