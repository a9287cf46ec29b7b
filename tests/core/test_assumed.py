"""What is taken for granted is told with one press to state it as it is, and one for each thing that it may be."""

from typing import Any
from unittest import TestCase

import jsonpatch

from jarcore.formula import evaluate
from tests.core.cases import changed, jar, with_jars, zander

# Documents that leave something open, and where it is told.
OPEN: dict[str, tuple[dict[str, Any], set[str]]] = {
    "a whole fish": (
        changed(zander(), fish={"species": "sea-bass", "cut": "whole", "weight": {"value": 900, "unit": "g"}}),
        {"/fish/cut", "/fish/pieces", "/fish/thickness"},
    ),
    "a steak": (
        changed(
            zander(),
            fish={"species": "halibut", "cut": "steak", "pieces": 2, "weight": {"value": 440, "unit": "g"}},
        ),
        {"/fish/cut", "/fish/thickness"},
    ),
    "unlike pieces": (
        changed(
            zander(),
            fish={
                "species": "cod",
                "cut": "fillet",
                "groups": [
                    {"id": "a", "pieces": 2, "weight": {"value": 300, "unit": "g", "basis": "fillet"}},
                    {"id": "b", "pieces": 3, "weight": {"value": 500, "unit": "g", "basis": "fillet"}},
                ],
            },
        ),
        {"/fish/groups/0/thickness", "/fish/groups/1/thickness"},
    ),
    "a jar on the counter": (
        with_jars(jar("marinade", "olive-oil:60 ml", place="counter")),
        {"/jars/0/method/place_temperature"},
    ),
    "a covering brine": (
        changed(
            with_jars(jar("wet_brine", "water:100 %")),
            jars__0__lines__0__basis="cover",
        ),
        {"/jars/0/method/vessel_size"},
    ),
    "a fry": (changed(zander(), cook={"method": "deep_fry"}), {"/cook/oil/volume"}),
}


class AssumedTest(TestCase):
    def test_each_is_told_where_it_is(self) -> None:
        for what, (document, paths) in OPEN.items():
            with self.subTest(what):
                self.assertEqual({one["path"] for one in evaluate(document)["assumptions"]}, paths)
        self.assertEqual(evaluate(zander())["assumptions"], [])

    def test_stated_as_it_is_taken_it_is_no_longer_told_and_nothing_else_changes(self) -> None:
        for what, (document, _paths) in OPEN.items():
            before = evaluate(document)
            stated = document
            for one in before["assumptions"]:
                stated = jsonpatch.apply_patch(stated, one["patch"])
            with self.subTest(what):
                after = evaluate(stated)
                self.assertEqual(after["assumptions"], [])
                # It is stated as a cook writes it, in two digits.
                for name in ("salt_g", "native_salt_g"):
                    self.assertAlmostEqual(after["ledger"][name], before["ledger"][name], delta=0.1)
                if before["cook"]["minutes"] is not None:
                    self.assertAlmostEqual(after["cook"]["minutes"] / before["cook"]["minutes"], 1, delta=0.05)

    def test_whatever_else_it_may_be_is_one_press_and_sound(self) -> None:
        for what, (document, _paths) in OPEN.items():
            for one in evaluate(document)["assumptions"]:
                self.assertTrue(one["others"], (what, one["path"]))
                for other in one["others"]:
                    with self.subTest(what, other=other["text"]):
                        after = evaluate(jsonpatch.apply_patch(document, other["patch"]))
                        left = [(each["path"], each["text"]) for each in after["assumptions"]]
                        self.assertNotIn((one["path"], one["text"]), left)
                        self.assertFalse([n["text"] for n in after["notices"] if n["grade"] == "fault"])
