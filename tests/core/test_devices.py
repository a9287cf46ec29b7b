"""Instruments: settling, steps, drift, faults by their laws; probe and oil against outside models; a real file."""

import json
import os
import tempfile
from datetime import UTC
from pathlib import Path
from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from jarcore import plan
from jarcore.data import default_pantry, parameter
from jarcore.devices import LinesFile, NotDone, Put, Simulated, World, described, press, surroundings, world_of
from jarcore.devices.electrode import nernst_mv, ph_of, shown_mv
from jarcore.devices.in_run import Oil, Piece
from jarcore.devices.oil import STEP_S, Fryer, Load
from jarcore.devices.panel import DEEDS, WHERE
from jarcore.devices.shelf import Shelf
from jarcore.devices.state import Buffer
from jarcore.devices.warm_shelf import warm_spells
from jarcore.heat.core import burner_gives, oil_holds
from jarcore.run import State, events_of, fold
from tests.core import cases, outside_heat
from tests.core.plan_check import at
from tests.core.test_plan import FRIDAY

T0 = 1_796_400_000_000
STOCK = default_pantry()
# What the table has a hand do, as deeds of the panel with what each asks for.
ASKS = {"put": "grams", "into": "what", "fault": "fault"}


def instrument(name: str, put: Put | None = None, world: World | None = None) -> Simulated:
    one = next(one for one in described(STOCK.scales) if one.id == name)
    return Simulated(described=one, put=put or Put(full_at=T0), world=world or surroundings(), seed="table")


def after_deeds(name: str, deeds: str, world: World | None = None) -> tuple[Simulated, int]:
    """An instrument after what a hand did with it, and when that was."""
    one, now = instrument(name, world=world), T0
    for deed, _, asked in (text.strip().partition(" ") for text in deeds.split(";") if text.strip()):
        if deed == "wait":
            now += round(float(asked) * 1000)
            continue
        says: dict[str, Any] = {ASKS[deed]: float(asked) if deed == "put" else asked} if asked else {}
        one = instrument(name, press(one, deed, says, now), world)
    return one, now


class ReadingTest(TestCase):
    def test_each_shows_what_its_law_says_within_its_step_and_noise(self) -> None:
        for row in cases.table("instruments_at"):
            with self.subTest(row["case"], source=row["source"]):
                one, now = after_deeds(row["instrument"], row["deeds"])
                reading = one.read(now + round(float(row["after_s"]) * 1000))
                self.assertEqual(reading["fault"] or "", row["fault"])
                self.assertTrue(reading["simulated"])
                self.assertEqual(bool(reading["says"]), bool(row["fault"]) or bool(one.shelf().open_now()))
                if not row["value"]:
                    self.assertIsNone(reading["value"])
                    continue
                assert reading["value"] is not None
                slack = 1.5 * reading["step"] + (0.6 if row["instrument"] == "chiller" else 0.0)
                self.assertLessEqual(abs(reading["value"] - float(row["value"])), slack, reading)
                self.assertAlmostEqual(reading["value"] / reading["step"], round(reading["value"] / reading["step"]), 6)

    def test_a_sound_scale_keeps_to_the_errors_of_its_class(self) -> None:
        # OIML R 76-1, 3.5.1, class III, initial verification: 0.5 e to 500 e, 1 e to 2,000 e, 1.5 e above; from memory.
        # Half a step of rounding and its noise come on top.
        for grams in (5, 50, 400, 1000, 2500, 4900):
            one, now = after_deeds("scale-1-5000", f"put {grams}")
            allowed = 0.5 if grams <= 500 else 1.0 if grams <= 2000 else 1.5
            for second in range(3, 30):
                value = one.read(now + second * 1000)["value"]
                assert value is not None
                self.assertLessEqual(abs(value - grams), allowed + 0.5 + 0.5)

    def test_it_says_when_it_is_at_rest_within_about_a_second(self) -> None:
        one, now = after_deeds("scale-1-5000", "put 2000")
        self.assertFalse(one.read(now + 500)["steady"])
        self.assertTrue(one.read(now + 2000)["steady"])

    def test_the_same_seed_shows_the_same_and_noise_is_there(self) -> None:
        one, now = after_deeds("core_probe", "into ice")
        series = [one.read(now + 60_000 + 250 * tick)["value"] for tick in range(200)]
        again = [one.read(now + 60_000 + 250 * tick)["value"] for tick in range(200)]
        self.assertEqual(series, again)
        fine = instrument("scale-0.1-500", press(instrument("scale-0.1-500"), "put", {"grams": 10.05}, T0))
        self.assertGreater(len({fine.read(T0 + 60_000 + 250 * tick)["value"] for tick in range(200)}), 1)

    def test_an_ideal_electrode_has_nernsts_slope(self) -> None:
        for row in cases.table("nernst"):
            self.assertAlmostEqual(nernst_mv(float(row["celsius"])), float(row["mv"]), 1)

    def test_an_electrode_drifts_by_its_row_and_only_buffers_tell(self) -> None:
        hours = 10
        drifted = shown_mv(7, T0, T0 + hours * 3_600_000) - shown_mv(7, T0, T0)
        self.assertAlmostEqual(drifted, parameter("electrode_drift_mv_h") * hours, 6)
        # By buffers that were taken before it drifted it is off by what it has drifted since.
        low, high = (Buffer(mv=shown_mv(ph, T0, T0), at=T0) for ph in (4.01, 7.0))
        later = ph_of(shown_mv(5.5, T0, T0 + hours * 3_600_000), low, high)
        self.assertAlmostEqual(5.5 - later, drifted / (0.96 * nernst_mv(25)), 6)

    def test_what_cannot_be_done_is_refused_in_words(self) -> None:
        for name, deed, says in (
            ("core_probe", "put", {"grams": 3}),
            ("scale-1-5000", "put", {}),
            ("scale-1-5000", "put", {"grams": float("nan")}),
            ("scale-1-5000", "put", {"grams": 10**9}),
            ("scale-1-5000", "open", {}),
            ("core_probe", "into", {"what": "oil:fryer"}),
            ("core_probe", "into", {"what": "ice", "where": "elsewhere"}),
            ("ph_meter", "buffer", {}),
            ("room", "fault", {"fault": "haunted"}),
            ("room", "dance", {}),
        ):
            with self.subTest(name, deed=deed):
                self.assertRaisesRegex(NotDone, r"\w", press, instrument(name), deed, says, T0)
        unsettled, now = after_deeds("ph_meter", "into buffer-low")
        self.assertRaises(NotDone, press, unsettled, "buffer", {}, now + 500)

    def test_a_door_left_open_is_counted_in_minutes(self) -> None:
        shelf = Shelf(cold_c=4, room_c=20, door=[(T0, T0 + 10 * 60_000)])
        # Above 5 °C from 12 ln(16/15) min on, until 8 ln(9.05/1) min after it is shut: Newton's law, worked by hand.
        warm = shelf.warm_min(5, T0 - 60_000, T0 + 120 * 60_000)
        self.assertAlmostEqual(warm, 10 - 0.77 + 8 * np.log(16 * (1 - np.exp(-10 / 12))), 0)
        self.assertEqual(shelf.warm_min(5, T0 - 600_000, T0), 0)

    def test_of_raw_fish_it_is_told_now_and_then_and_at_once_when_it_is_cold_again(self) -> None:
        minute = 60_000
        shelf = Shelf(cold_c=4, room_c=20, door=[(T0, T0 + 10 * minute)])
        state = _state({})

        def told(after_min: int, told_min: int | None = None) -> dict[str, float]:
            known = {} if told_min is None else dict.fromkeys(("gurnard", "char"), T0 + told_min * minute)
            spells = warm_spells(shelf, PLAN, state, known, T0 - minute, T0 + after_min * minute)
            return {one.course: round(one.minutes) for one in spells}

        self.assertEqual(told(4), {})
        self.assertEqual(told(8), {"char": 7, "gurnard": 7})
        self.assertEqual(told(8, 6), {})
        # Cold again after about 26 min: what is left of it is told at once, and then no more.
        self.assertEqual(set(told(40, 25)), {"char", "gurnard"})
        self.assertEqual(told(60, 40), {})
        over = {one["id"]: one["end"] for one in PLAN["steps"] if one["press"] == "done"}
        self.assertEqual(list(warm_spells(shelf, PLAN, _state(over), {}, T0 - minute, T0 + 8 * minute)), [])

    def test_a_probe_that_was_in_something_raw_says_so_until_it_is_wiped(self) -> None:
        world = _world({})
        raw = next(name for name in world.things if name.startswith("fish:"))
        one, now = after_deeds("core_probe", f"into {raw}; into ice", world)
        self.assertTrue(any("wipe" in said for said in one.read(now)["says"]))
        wiped, now = after_deeds("core_probe", f"into {raw}; into ice; wipe", world)
        self.assertEqual(wiped.read(now)["says"], [])


DEED = st.tuples(
    st.sampled_from([*DEEDS, "dance"]),
    st.fixed_dictionaries(
        {},
        optional={
            "grams": st.one_of(st.floats(-1e6, 1e6), st.sampled_from([0, 412, True, None, "12"])),
            "what": st.sampled_from(["air", "ice", "boiling", "buffer-low", "buffer-high", "jar:none", 7]),
            "where": st.sampled_from(["centre", "shallow", "bone", "elsewhere", None]),
            "fault": st.sampled_from(["unplugged", "flat", "drifting", "nonsense", "haunted"]),
        },
    ),
    st.integers(-100, 20_000),
)


class AnyHandTest(TestCase):
    # On a busy machine drawing takes long, and that is no failure.
    @settings(max_examples=150, deadline=None, derandomize=True, suppress_health_check=[HealthCheck.too_slow])
    @given(st.sampled_from([one.id for one in described(STOCK.scales)]), st.lists(DEED, max_size=8))
    def test_whatever_a_hand_does_it_says_something_that_can_be_read(self, name: str, deeds: list[Any]) -> None:
        put, now = Put(full_at=T0), T0
        for deed, says, later in deeds:
            # Clocks jump back, too.
            now += later
            try:
                put = press(instrument(name, put), deed, says, now)
            except NotDone as refused:
                self.assertTrue(str(refused))
            kept = Put.model_validate(json.loads(put.model_dump_json()))
            self.assertEqual(kept, put)
            reading = instrument(name, kept).read(now)
            self.assertEqual(reading["value"] is None, reading["fault"] is not None)
            if reading["value"] is None:
                self.assertTrue(reading["says"])
                self.assertFalse(reading["steady"])
            else:
                self.assertTrue(np.isfinite(reading["value"]))


class LinesTest(TestCase):
    def test_a_file_of_lines_is_read_as_a_real_instrument(self) -> None:
        scale = next(one for one in described(STOCK.scales) if one.id == "scale-0.1-500")
        for row in cases.table("lines"):
            with self.subTest(row["case"]), tempfile.TemporaryDirectory() as folder:
                path = Path(folder) / "scale"
                text = row["text"].replace("\\n", "\n")
                path.write_text(text[:-1] if text.endswith("~") else f"{text}\n")
                os.utime(path, (T0 / 1000 - float(row["old_s"]),) * 2)
                reading = LinesFile(described=scale, path=path).read(T0)
                self.assertEqual("" if reading["value"] is None else str(reading["value"]), row["value"])
                self.assertEqual((reading["steady"], reading["fault"] or ""), (row["steady"] == "1", row["fault"]))
                self.assertFalse(reading["simulated"])
        self.assertEqual(LinesFile(described=scale, path=Path("/none")).read(T0)["fault"], "unplugged")


PLAN = plan(FRIDAY, search=False, mends=False)


def _state(when: dict[str, str]) -> State:
    """The Friday where some steps are over, or have begun, at a time."""
    steps = {one["id"]: one for one in PLAN["steps"]}
    said = [
        {"id": name, "do": "done" if steps[name]["press"] == "done" else "started", "step": name, "at": time}
        for name, time in when.items()
    ]
    return fold(PLAN, events_of(said, UTC))


def _world(when: dict[str, str]) -> World:
    return world_of(FRIDAY, PLAN, _state(when), STOCK)


class InRunTest(TestCase):
    """The Friday: what is on the fire, in the jar and in the oil."""

    def test_the_core_is_that_of_an_outside_model_of_the_same_slab(self) -> None:
        batch = "gurnard.batch-1.1"
        begins = f"{batch}.cook"
        world = _world({begins: "2026-12-04T19:00:00+01:00"})
        piece = world.things[f"fish:{batch}"]
        assert isinstance(piece, Piece)
        heat, thick = piece.done.course.last, piece.done.heated_m
        field = np.full(outside_heat.CELLS, piece.done.start_c)
        for minutes in (2, 4, 6):
            faces = [((heat.h, heat.medium_c), (heat.other_h, heat.other_c))]
            expected = outside_heat.after(field, minutes * 60, [thick], faces)
            middle = float(expected[outside_heat.CELLS // 2 - 1 : outside_heat.CELLS // 2 + 1].mean())
            since = round(at("2026-12-04T19:00:00+01:00").timestamp() * 1000)
            self.assertAlmostEqual(piece.celsius("centre", since + minutes * 60_000), middle, delta=1.0)
            # Badly placed, and near bone, it reads warm.
            self.assertGreater(piece.celsius("shallow", since + minutes * 60_000), middle + 3)
            self.assertGreater(piece.celsius("bone", since + minutes * 60_000), middle + 1)

    def test_raw_fish_is_as_cold_as_it_was_and_done_fish_cools_at_rest(self) -> None:
        batch = "gurnard.batch-1.1"
        raw = _world({}).things[f"fish:{batch}"]
        assert isinstance(raw, Piece)
        self.assertEqual(raw.celsius("centre", T0), raw.done.start_c)
        times = {f"{batch}.cook": "2026-12-04T19:00:00+01:00", f"{batch}.lift_out": "2026-12-04T19:07:00+01:00"}
        done = _world(times).things[f"fish:{batch}"]
        out = round(at(times[f"{batch}.lift_out"]).timestamp() * 1000)
        self.assertFalse(done.raw)
        self.assertGreater(done.celsius("centre", out) or 0, 63)
        self.assertLess(done.celsius("centre", out + 45 * 60_000) or 0, done.celsius("centre", out + 60_000) or 0)

    def test_everything_of_a_run_is_as_warm_as_can_be_at_any_time(self) -> None:
        steps = [one for one in PLAN["steps"] if one["press"] != "none"]
        for many in range(0, len(steps) + 1, 12):
            when = {one["id"]: one["end" if one["press"] == "done" else "start"] for one in steps[:many]}
            now = round(at(steps[min(many, len(steps) - 1)]["end"]).timestamp() * 1000)
            for name, thing in _world(when).things.items():
                for later in (-3_600_000, 0, 90_000, 3_600_000):
                    with self.subTest(name, over=many, later=later):
                        for where in WHERE:
                            celsius = thing.celsius(where, now + later)
                            assert celsius is not None
                            self.assertTrue(-5 <= celsius <= 250, celsius)
                        sour = thing.sour()
                        self.assertTrue(sour is None or 2 <= sour[0] <= 9, sour)

    def test_a_jar_cools_from_what_it_was_made_at(self) -> None:
        warm = _world({"gurnard.b.make-1": "2026-12-04T14:00:00+01:00"}).things["jar:gurnard:b"]
        made = round(at("2026-12-04T14:00:00+01:00").timestamp() * 1000)
        hot, later, cold = (warm.celsius("", made + minutes * 60_000) or 0 for minutes in (0, 20, 240))
        self.assertGreater(hot, 60)
        self.assertTrue(cold < later < hot)
        self.assertEqual(_world({}).things["jar:gurnard:b"].celsius("", T0), parameter("making_room_c"))

    def test_oil_gives_what_the_fish_takes_by_an_energy_balance(self) -> None:
        fryer = Fryer(litres=6, watts=6000, set_c=500, room_c=20)
        load = Load(400, 1.2)
        course = fryer.course(900, [load])
        # With the burner on all through: what it gives, less what is lost and what the oil keeps, is what fish takes.
        given = burner_gives(fryer.watts) * 900
        lost = parameter("fryer_loss_w") / (parameter("fry_nominal") - 20) * float((course[:-1] - 20).sum()) * STEP_S
        kept = oil_holds(fryer.litres) * float(course[-1] - course[0])
        self.assertAlmostEqual((given - lost - kept) / 1000, load.kg * parameter("fry_heat"), delta=8)

    def test_the_fryer_falls_with_a_batch_and_comes_back(self) -> None:
        batch = "gurnard.batch-1.1"
        lit = next(one["id"] for one in PLAN["steps"] if one["do"] == "preheat" and "fryer" in one["stations"])
        oil = _world({lit: "2026-12-04T18:30:00+01:00", f"{batch}.cook": "2026-12-04T19:00:00+01:00"}).things[
            "oil:fryer"
        ]
        assert isinstance(oil, Oil)
        since = round(at("2026-12-04T19:00:00+01:00").timestamp() * 1000)
        before, low, after = (oil.celsius("", since + second * 1000) for second in (0, 70, 400))
        self.assertGreater(before, 165)
        self.assertLess(low, before - 8)
        self.assertGreater(after, low + 8)
        self.assertEqual(_world({}).things["oil:fryer"].celsius("", since), parameter("making_room_c"))
