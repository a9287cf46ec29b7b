"""Weighed in, over-poured and mended; read off a probe; instruments that fail are told, and typed around."""

from datetime import datetime
from typing import Any

from selenium.webdriver.common.keys import Keys

from server.day.models import Service
from server.instruments.services import press
from server.runs.models import Run, RunEvent
from server.runs.world import world_of_run
from tests.browser.chrome import resize
from tests.browser.test_run import LOW, RECEIVE, WIDER, RunBrowserTest
from tests.browser.words import run

WEIGH, FINE = "zander.brine.make-1", "scale-0.1-500"
TAKE = "[data-gate=fish-cold] [data-part=take-reading]"
BEFORE_IT = (RECEIVE, "zander.trim", "zander.dry", "zander.weigh_fish")


class InstrumentsBrowserTest(RunBrowserTest):
    def at_the_scale(self, weighing: str = WEIGH, **changes: Any) -> Run:
        """A run that has come to a weighing, and whoever weighs there at the tablet."""
        begun = self.begun(**changes)
        self.says(begun, *BEFORE_IT[: BEFORE_IT.index(weighing) if weighing in BEFORE_IT else None])
        step = next(one for one in Service.objects.get(pk=self.service.pk).plan["steps"] if one["id"] == weighing)
        self.page.is_somebody(step["calls"][0])
        self.page.comes_to(weighing)
        return begun

    def press(self, instrument: str, deed: str, **says: Any) -> None:
        """Somebody does something with an instrument elsewhere."""
        self.kitchen.refresh_from_db()
        press(self.kitchen, instrument, deed, says, world_of_run(None), datetime.now().astimezone())

    def events(self, do: str) -> list[Any]:
        self.page.sent()
        return [one.document for one in RunEvent.objects.filter(document__do=do).order_by("number")]


class WeighInTest(InstrumentsBrowserTest):
    def test_line_by_line_over_poured_mended_and_typed_where_the_scale_fails(self) -> None:
        self.at_the_scale()
        self.page.hand("pour")
        self.page.sees("[data-part=scale]", "8.2 g")
        self.page.hand("more")
        self.page.hand("more")
        self.page.is_in("l1")
        # Nothing else is weighed before it is said what becomes of it.
        offered = self.page.mends()
        self.assertEqual(offered[-1], "leave")
        self.page.sees("[data-mend=leave]", "%")
        self.page.gone("[data-part=weigh]")
        self.page.mend("leave")
        self.page.one("[data-line=l1][data-off=false]")
        # The scale is tared for what comes next; then nothing is heard of it.
        self.page.until(lambda: self.page.text("[data-part=scale]") == "0.0 g", "it is tared")
        self.press(FINE, "fault", fault="unplugged")
        self.page.sees("[data-part=weigh] [role=alert]", "nothing is heard")
        self.page.one("[data-part=weigh] input").send_keys("much")
        self.page.sees("[data-part=weigh]", "“much” is no weight")
        self.page.one("[data-part=weigh] input").send_keys(Keys.CONTROL, "a")
        self.page.type_weight("l2", "3")
        self.page.gone("[data-part=weigh]")
        self.page.done()
        weighed = self.events("weighed")
        self.assertEqual([(one["line"], one["source"]) for one in weighed], [("l1", "simulated"), ("l2", "typed")])
        # A fifth more than the 8.16 g that were meant, as near as it was poured.
        self.assertAlmostEqual(weighed[0]["value"], 9.8, delta=0.2)
        self.assertEqual((weighed[0]["instrument"], weighed[1].get("instrument")), (FINE, None))
        (corrected,) = self.events("corrected")
        formula = Service.objects.get(pk=self.service.pk).document["courses"][0]["formula"]
        self.assertEqual(formula["corrections"][-1]["text"], corrected["note"])
        self.assert_quiet_console()

    def test_weighed_again_and_taken_back_it_is_as_it_was(self) -> None:
        self.at_the_scale()
        self.page.type_weight("l1", "12,5")
        self.page.one("[data-mend]")
        self.page.take_back()
        self.page.until(lambda: self.page.inside("l1") == "", "it is not in any more")
        self.page.gone("[data-mend]")
        self.page.type_weight("l1", "8,2")
        self.assertEqual(self.page.inside("l1"), "8.2")
        self.page.gone("[data-mend]")

    def test_what_is_more_than_the_scale_bears_is_weighed_in_lots(self) -> None:
        self.at_the_scale("zander.weigh_fish", courses__0__covers=40)
        self.page.sees("[data-part=lots]", "5.00 kg")
        self.page.hand("pour")
        self.page.lot()
        # As near to its most as it was poured.
        self.page.until(lambda: "So far 0 g" not in self.page.text("[data-part=lots]"), "one lot is weighed")
        self.page.hand("pour")
        self.page.lot()
        self.page.sees("[data-part=lots]", "So far 6.")
        self.page.one("[data-part=all-in]").click()
        self.page.until(lambda: self.page.inside("fish") != "", "all of it is in")
        (weighed,) = self.events("weighed")
        self.assertAlmostEqual(weighed["value"], 6800, delta=10)

    def test_what_tastes_off_is_mended_by_a_dose_on_record(self) -> None:
        self.at_the_scale()
        self.page.mend_jar("flat")
        self.page.sees("[data-part=withheld]", "sodium")
        self.page.close()
        self.page.mend_jar("salty")
        first = self.page.mends()[0]
        self.assert_accessible()
        self.page.one(f"[data-mend={first}]").click()
        self.page.gone("[role=dialog]")
        (corrected,) = self.events("corrected")
        self.assertEqual(corrected["choice"], first)
        formula = Service.objects.get(pk=self.service.pk).document["courses"][0]["formula"]
        self.assertEqual(formula["corrections"][-1]["text"], corrected["note"])

    def test_cut_off_it_is_weighed_on_and_mended_when_the_server_is_back(self) -> None:
        self.at_the_scale()
        self.page.sent()
        self.offline()
        self.page.type_weight("l1", "12")
        self.page.sees("[data-part=mends]", run.reckoning)
        self.page.type_weight("l2", "3")
        self.offline(False)
        self.page.until(lambda: self.page.unsent() == 0, "all is sent")
        self.assertIn("leave", self.page.mends())
        self.assertEqual([one["value"] for one in self.events("weighed")], [12, 3])


class ProbeTest(InstrumentsBrowserTest):
    def test_a_probe_is_put_in_read_and_taken_and_each_fault_is_told(self) -> None:
        self.begun()
        self.page.panel()
        self.page.put_into("core_probe", "ice")
        self.assert_accessible()
        for fault, told in (
            ("unplugged", "Plug it in"),
            ("flat", "battery is flat"),
            ("drifting", "it drifts"),
            ("nonsense", "cannot be"),
        ):
            self.page.make_wrong("core_probe", fault)
            self.page.sees("[role=dialog] [data-instrument=core_probe]", told)
            self.page.make_wrong("core_probe", "")
        self.page.close()
        self.page.until(lambda: self.page.one(TAKE).is_enabled(), "the probe has come to rest")
        self.page.take_reading("fish-cold")
        self.page.one("[data-gate=fish-cold][data-passed=true]")
        (passed,) = self.events("passed")
        self.assertEqual((passed["source"], passed["instrument"]), ("simulated", "core_probe"))
        self.page.done()

    def test_where_it_is_served_a_simulated_probe_opens_nothing(self) -> None:
        begun = self.begun()
        Run.objects.filter(pk=begun.pk).update(rehearsal=False)
        self.press("core_probe", "into", what="ice")
        self.page.open(self.kitchen.slug, begun.pk)
        self.page.sees("[data-gate=fish-cold] [data-part=take-reading]", run.simulated)
        self.assertFalse(self.page.one("[data-part=take-reading]").is_enabled())
        self.page.read("fish-cold", "3")
        self.page.one("[data-gate=fish-cold][data-passed=true]")

    def test_a_chiller_left_open_is_told_and_all_of_it_fits(self) -> None:
        self.at_the_scale()
        self.press("chiller", "open")
        self.page.sees("[data-part=instruments]", "door stands open")
        self.page.type_weight("l1", "12")
        self.page.one("[data-mend]")
        self.addCleanup(resize, self.driver, 1280, 800)
        for width, height in ((820, 1180), (390, 844), (1280, 800)):
            resize(self.driver, width, height)
            with self.subTest(width=width):
                self.page.until(lambda: self.driver.execute_script(WIDER) <= 0, "nothing is cut off at the side")
                self.assertEqual(self.driver.execute_script(LOW), [])
                self.assert_accessible()
