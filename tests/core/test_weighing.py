"""What the kitchen's scales can weigh decides what is shown and what is warned of."""

from typing import Any
from unittest import TestCase

from jarcore.data import Scale, default_pantry, with_rows
from jarcore.formula import evaluate
from jarcore.reading import on_scales
from tests.core import cases
from tests.core.cases import changed, jar, with_jars, zander

PANTRY = {"format": "jar-table/pantry", "format_version": 1}


def own(scales: Any) -> Any:
    """The pantry of a kitchen that has these scales, and what of them is not used."""
    return with_rows(default_pantry(), {**PANTRY, "scales": scales})


class WeighingTest(TestCase):
    def test_each_mass_of_the_table(self) -> None:
        for row in cases.table("weigh"):
            scales = [Scale(*map(float, one.split(":"))) for one in row["scales"].split()]
            with self.subTest(row["what"], source=row["source"]):
                found = on_scales(float(row["mass_g"]), scales, row["spoonable"] == "1")
                self.assertEqual(
                    (found["how"], found["grams"], found["times"], found["lots"]),
                    (row["how"], float(row["grams"]), int(row["times"]), int(row["lots"])),
                )

    def test_the_kitchens_own_scale_shows_its_steps_on_every_line(self) -> None:
        usual = evaluate(zander())["jars"][0]["lines"][0]["weigh"]
        pantry, faults = own([{"step_g": 1, "max_g": 5000}])
        coarse = evaluate(zander(), pantry)["jars"][0]["lines"][0]
        self.assertEqual((usual["how"], usual["grams"], faults), ("scale", 8.2, []))
        self.assertEqual((coarse["weigh"]["how"], coarse["kitchen"], coarse["mass_g"]), ("spoon", "1 3/8 tsp", 8.16))

    def test_what_cannot_be_weighed_in_one_is_told_and_a_pinch_is_not(self) -> None:
        for line, code in (
            ("cayenne:0.02 g", "scale-too-coarse"),
            ("sea-salt-coarse:12 kg", "scale-too-small"),
            ("cayenne:1 pinch", None),
            ("cayenne:0.5 g", None),
        ):
            with self.subTest(line):
                found = {one["code"] for one in evaluate(with_jars(jar("rub", line)))["notices"]}
                self.assertEqual(found & {"scale-too-coarse", "scale-too-small"}, {code} if code else set())

    def test_a_scale_that_cannot_be_is_not_used_and_said_so(self) -> None:
        sound = {"step_g": 0.5, "max_g": 2000}
        for wrong, words in (
            ({"step_g": 0, "max_g": 500}, "needs its step"),
            ({"step_g": 1}, "the most that it bears"),
            ({"step_g": 5, "max_g": 5}, "in steps of"),
            ({"step_g": "one", "max_g": 500}, "needs its step"),
            (7, "step and a capacity"),
        ):
            with self.subTest(str(wrong)):
                pantry, faults = own([wrong, sound])
                self.assertEqual(pantry.scales, (Scale(0.5, 2000),))
                self.assertEqual([fault.path for fault in faults], ["/scales/0"])
                self.assertIn(words, faults[0].text)
        pantry, faults = own("none")
        self.assertEqual((pantry.scales, len(faults)), (default_pantry().scales, 1))

    def test_a_document_weighs_the_same_whatever_the_scale(self) -> None:
        pantry, _ = own([{"step_g": 5, "max_g": 10000}])
        document = changed(zander(), jars__0__lines__0__amount__value=1.37)
        one, other = evaluate(document), evaluate(document, pantry)
        self.assertEqual(one["ledger"], other["ledger"])
        self.assertEqual(one["jars"][0]["window"], other["jars"][0]["window"])
