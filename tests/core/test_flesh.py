"""What holds for the flesh whatever the figures: geometry, conservation, monotony, agreement of the several ways to one
number.
"""

from dataclasses import replace
from itertools import pairwise
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from jarcore.data import default_pantry
from jarcore.fish import measure_piece, outline, round_fish_thickness_mm, section, turned_share
from jarcore.flesh import Bath, acid_front, bath_course, rinse_factor
from jarcore.flesh.diffusion import bath_uptakes, centre_of_dose, uptake, uptakes
from jarcore.flesh.engine import chain, face_link, graded_widths, salt_profile, slab_links
from jarcore.heat.core import Heat, Slab, batch_kg, oil_drop_c
from jarcore.heat.course import Course, Spell, rod_solved
from jarcore.substances import Solution

QUICK = settings(max_examples=60, deadline=None, derandomize=True)
CUTS = default_pantry().cuts
REST = {"rest_h": 12, "rest_c": 25}
PAN = Heat(h=150, medium_c=150, other_h=15, other_c=25, turns=True, rest_s=60, **REST)
OVEN = Heat(h=20, medium_c=180, other_h=20, other_c=180, turns=False, rest_s=180, **REST)


class GeometryTest(TestCase):
    @QUICK
    @given(cut=st.sampled_from(sorted(CUTS)), grams=st.floats(5, 4000), mm=st.floats(3, 80))
    def test_a_piece_has_the_volume_of_its_mass_and_its_drawing_its_size(
        self, cut: str, grams: float, mm: float
    ) -> None:
        piece = measure_piece(grams, mm, CUTS[cut])
        self.assertAlmostEqual(piece.volume_ml, grams / 1.055, places=6)
        if CUTS[cut].plan != "body":
            self.assertAlmostEqual(piece.length_mm * piece.width_mm * mm / 1000 / piece.volume_ml, 1, places=6)
            self.assertAlmostEqual(piece.length_mm / piece.width_mm, CUTS[cut].aspect_ratio, places=6)
        for points, size in (
            (outline(piece), (piece.length_mm, piece.width_mm)),
            (section(piece), (piece.width_mm, mm)),
        ):
            drawn = np.array(points)
            self.assertTrue((drawn.min(axis=0) >= -1e-9).all() and (drawn.max(axis=0) <= np.array(size) + 1e-6).all())

    def test_a_round_fish_gives_its_thickness_back(self) -> None:
        """A round fish of 9 T by 2 T by T, half full: its weight gives its thickness back."""
        for thick in (20.0, 45.0):
            volume = 9 * thick * 2 * thick * thick * 0.5 / 1000
            self.assertAlmostEqual(round_fish_thickness_mm(volume * 1.05), thick, places=6)

    def test_faces_close_under_skin_and_in_a_dish(self) -> None:
        for skin, lying, faces in (
            ("none", False, (2, 2, 2)),
            ("none", True, (2, 2, 1)),
            ("one_side", False, (2, 2, 1)),
            ("one_side", True, (2, 2, 1)),
            ("all_round", False, (0, 0, 0)),
        ):
            self.assertEqual(measure_piece(170, 20, CUTS["fillet"], skin=skin).open_faces(lying), faces)

    @QUICK
    @given(faces=st.tuples(*[st.integers(0, 2)] * 3), slashes=st.integers(0, 4))
    def test_the_turned_share_rises_from_nothing_to_all(self, faces: tuple[int, int, int], slashes: int) -> None:
        piece = measure_piece(200, 25, CUTS["fillet"], slashes_per_side=slashes)
        share = turned_share(piece, np.linspace(0, 200, 60), faces)
        self.assertEqual(share[0], 0)
        self.assertTrue((np.diff(share) >= -1e-12).all() and (share <= 1 + 1e-12).all())
        if any(faces):
            self.assertAlmostEqual(float(share[-1]), 1)


class DiffusionTest(TestCase):
    @QUICK
    @given(fourier=st.floats(1e-5, 3), more=st.floats(1.01, 3))
    def test_uptake_rises_and_one_at_a_time_equals_many(self, fourier: float, more: float) -> None:
        self.assertLess(uptake(fourier), uptake(fourier * more))
        self.assertAlmostEqual(uptake(fourier), float(uptakes(np.array([fourier]))[0]), places=12)

    @QUICK
    @given(fourier=st.floats(1e-4, 2), alpha=st.floats(0.1, 20))
    def test_a_bath_gives_no_slower_than_a_constant_surface(self, fourier: float, alpha: float) -> None:
        """Relative to its own end a small bath is faster; a huge one is the constant surface."""
        self.assertGreaterEqual(float(bath_uptakes(np.array([fourier]), alpha)[0]), uptake(fourier) - 2e-3)
        self.assertAlmostEqual(float(bath_uptakes(np.array([fourier]), 1e4)[0]), uptake(fourier), delta=2e-3)

    @QUICK
    @given(salt=st.floats(1, 200), water=st.floats(20, 3000), flesh=st.floats(50, 5000), way=st.floats(0.002, 0.05))
    def test_salt_is_conserved_between_bath_and_flesh(
        self, salt: float, water: float, flesh: float, way: float
    ) -> None:
        flesh_water = 0.95 * 0.79 * flesh
        seconds = [60.0, 3600.0, 86_400.0]
        widths = graded_widths(way, 50)
        _, profile = salt_profile(way, 5.43e-10, salt, water, flesh_water, seconds)
        for time, row in zip(seconds, profile, strict=True):
            inside = float((row * widths).sum() / way * flesh_water)
            series = float(bath_course(Bath(salt, water), flesh, "lean", 4.0, (way,)).at(time))
            self.assertLessEqual(inside, salt)
            self.assertAlmostEqual(inside / salt, series / salt, delta=0.004)
        final = salt * flesh_water / (water + flesh_water)
        self.assertAlmostEqual(
            float(bath_course(Bath(salt, water), flesh, "lean", 4.0, (way,)).at(1e12)) / final, 1, places=5
        )

    def test_a_closed_chain_keeps_what_it_holds_and_evens_it_out(self) -> None:
        widths = graded_widths(0.02, 30)
        stage = chain(widths, slab_links(widths, 1e-9))
        start = np.zeros(30)
        start[0] = 1.0
        for seconds in (10.0, 1e4, 1e9):
            self.assertAlmostEqual(float((stage.at(start, seconds) * widths).sum() / widths[0]), 1)
        even = stage.at(start, 1e9)
        self.assertLess(float(even.max() - even.min()), 1e-6)

    def test_an_open_chain_ends_at_its_environment(self) -> None:
        widths = np.full(20, 0.001)
        stage = chain(widths * 3.78e6, slab_links(widths, 0.5), (face_link(0.001, 0.5, 300.0), 99.0))
        self.assertTrue(np.allclose(stage.at(np.full(20, 4.0), 1e7), 99.0))

    def test_stages_follow_one_another_exactly(self) -> None:
        """Two stages of a half hour are one of an hour."""
        widths = graded_widths(0.01, 40)
        stage = chain(widths, slab_links(widths, 5e-10), (face_link(widths[0], 5e-10), 0.3))
        once = stage.at(np.zeros(40), 3600.0)
        twice = stage.at(stage.at(np.zeros(40), 1800.0), 1800.0)
        self.assertTrue(np.allclose(once, twice))

    @QUICK
    @given(rinse=st.floats(0, 600), salting=st.floats(30, 7200))
    def test_a_rinse_takes_more_the_longer_it_runs(self, rinse: float, salting: float) -> None:
        self.assertTrue(0 < rinse_factor(rinse + 1, salting) < rinse_factor(rinse, salting) <= 1)

    def test_evenness_goes_from_nothing_to_one(self) -> None:
        found = [centre_of_dose(f) for f in np.linspace(0, 2, 200)]
        self.assertEqual((found[0], round(found[-1], 6)), (0, 1))
        self.assertTrue(all(b >= a - 1e-9 for a, b in pairwise(found[1:])))


class FrontTest(TestCase):
    @QUICK
    @given(molar=st.floats(0.02, 0.4), litres=st.floats(0.005, 2), celsius=st.floats(0, 30))
    def test_a_stronger_jar_more_of_it_and_warmth_all_go_deeper(
        self, molar: float, litres: float, celsius: float
    ) -> None:
        piece = measure_piece(200, 20, CUTS["fillet"])

        def depth(m: float, v: float, c: float) -> float:
            jar = Solution(v, (m, 0, 0, 0, 0))
            front = acid_front(jar, v, 0.19, c, 0.01, lambda x: turned_share(piece, x, (2, 2, 2)))
            return front.depth_at(1200) if front else 0.0

        here = depth(molar, litres, celsius)
        self.assertGreaterEqual(depth(molar * 1.3, litres, celsius), here)
        self.assertGreaterEqual(depth(molar, litres * 1.3, celsius) + 1e-9, here)
        self.assertGreaterEqual(depth(molar, litres, celsius + 5), here)

    def test_a_front_at_another_temperature_is_the_front_made_there(self) -> None:
        piece = measure_piece(200, 20, CUTS["fillet"])
        jar = Solution(0.2, (0.2, 0, 0, 0, 0))
        cold, warm = (
            acid_front(jar, 0.2, 0.19, c, 0.01, lambda x: turned_share(piece, x, (2, 2, 2))) for c in (4.0, 20.0)
        )
        assert cold is not None and warm is not None
        self.assertTrue(np.allclose(cold.slowed(4.0, 20.0).course.seconds, warm.course.seconds))


class HeatTest(TestCase):
    @QUICK
    @given(mm=st.floats(6, 45), target=st.floats(45, 70), start=st.floats(0, 15))
    def test_thicker_colder_and_more_done_all_take_longer(self, mm: float, target: float, start: float) -> None:
        for heat in (PAN, OVEN):
            first = Slab(mm / 1000, heat).time_to(start, target)
            for other in ((mm * 1.2, start, target), (mm, start - 3, target), (mm, start, target + 3)):
                longer = Slab(other[0] / 1000, heat).time_to(other[1], other[2])
                assert first is not None and longer is not None
                self.assertGreater(longer.seconds, first.seconds * 0.999)
            self.assertAlmostEqual(first.peak_c, target, delta=0.5)
            self.assertLessEqual(first.pull_c, first.peak_c + 1e-9)

    def test_what_cannot_be_reached_is_none(self) -> None:
        self.assertIsNone(Slab(0.02, replace(OVEN, medium_c=60, other_c=60)).time_to(4, 63))
        self.assertIsNone(rod_solved(Course((Spell(heat=OVEN, seconds=0.0),)), 0.03, 4, 190))

    def test_a_rod_is_done_before_a_slab_of_its_thickness(self) -> None:
        rod = rod_solved(Course((Spell(heat=OVEN, seconds=0.0),)), 0.03, 4, 60)
        slab = Slab(0.03, OVEN).time_to(4, 60)
        assert rod is not None and slab is not None
        self.assertLess(rod.out_s, slab.seconds + OVEN.rest_s)

    def test_unchanged_frying_load(self) -> None:
        """Allowed drop 20 °C: 0.16 kg a litre without the burner's help, 0.27 with 1.5 kW."""
        self.assertAlmostEqual(batch_kg(1, 0), 0.16, delta=0.005)
        self.assertAlmostEqual(batch_kg(1, 1500), 0.27, delta=0.005)
        self.assertAlmostEqual(oil_drop_c(batch_kg(3, 800), 3, 800), 20)
