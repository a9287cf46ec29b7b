"""What is written as a range reaches the plate: every amount between its ends lands between the plate's."""

import copy
import json
from typing import Any
from unittest import TestCase

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from jarcore.formula import evaluate
from tests.core import cases
from tests.core.cases import ROOT, changed, zander
from tests.core.test_random import RANDOM, formulas

DEMO = ROOT / "server/demo/formulas"
PER = {"value": 420, "unit": "g"}


def ranged(document: dict[str, Any], widths: list[float]) -> list[dict[str, Any]]:
    """The amounts of a document, in place, each widened to a range around what was written."""
    amounts = [line["amount"] for jar in document["jars"] for line in jar["lines"]]
    for amount, width in zip(amounts, widths, strict=False):
        value = amount.pop("value")
        amount |= {"low": value * (1 - width), "high": value * (1 + width)}
    return amounts


class PlateRangeTest(TestCase):
    @settings(RANDOM, max_examples=120, suppress_health_check=list(HealthCheck))
    @given(
        document=formulas(),
        widths=st.lists(st.floats(0.01, 0.5), min_size=12, max_size=12),
        within=st.lists(st.floats(0, 1), min_size=12, max_size=12),
    )
    def test_what_lies_between_the_ends_lies_between_the_plates(
        self, document: dict[str, Any], widths: list[float], within: list[float]
    ) -> None:
        # With a plan: without one the jar is lifted out when its best begins, which moves with what is in it.
        for jar in document["jars"]:
            jar["method"]["contact_time"] = {"value": 45, "unit": "min"}
        amounts = ranged(document, widths)
        wide = evaluate(document)
        chosen = copy.deepcopy(document)
        picked = [line["amount"] for jar in chosen["jars"] for line in jar["lines"]]
        for amount, share in zip(picked, within, strict=False):
            low, high = amount.pop("low"), amount.pop("high")
            amount["value"] = low + (high - low) * share
        self.assertEqual(len(amounts), len(picked))
        one = evaluate(chosen)
        if not (wide["ledger"]["complete"] and one["ledger"]["complete"]):
            return
        low, high = wide["ledger"].get("salt_g_range") or [wide["ledger"]["salt_g"]] * 2
        slack = 1e-3 * max(high, 1.0)
        self.assertLessEqual(low - slack, one["ledger"]["salt_g"])
        self.assertLessEqual(one["ledger"]["salt_g"], high + slack)

    def test_worked_by_hand(self) -> None:
        for row in cases.table("plate_range"):
            with self.subTest(row["what"], source=row["source"]):
                ledger: Any = evaluate(changed(zander(), **json.loads(row["changes"])))["ledger"]
                low, high = ledger[f"{row['key']}_range"]
                self.assertAlmostEqual(low / float(row["low"]), 1, delta=0.03)
                self.assertAlmostEqual(high / float(row["high"]), 1, delta=0.03)

    def test_a_coating_on_unlike_pieces_is_counted_once(self) -> None:
        flour = {
            "id": "c",
            "kind": "dredge",
            "lines": [
                {
                    "id": "f",
                    "ingredient": "frying-mix-seasoned",
                    "amount": {"value": 200, "unit": "g"},
                    "basis": "fixed",
                }
            ],
        }
        half = {
            "pieces": 2,
            "weight": {"value": 340, "unit": "g", "basis": "fillet"},
            "thickness": {"value": 22, "unit": "mm"},
        }
        alike = evaluate(changed(zander(), jars=[flour]))["ledger"]
        parted = evaluate(changed(zander(), jars=[flour], fish__groups=[{"id": "a", **half}, {"id": "b", **half}]))[
            "ledger"
        ]
        self.assertAlmostEqual(parted["salt_g"], alike["salt_g"], places=6)

    def test_alike_pieces_may_be_called_four_sizes(self) -> None:
        """Many ranges on several sizes: nothing else is on the plate than with all pieces together."""
        more = {"honey": 12, "soy-sauce-light": 9, "egg-whole": 30, "wheat-flour": 25, "lemon-juice": 15, "water": 40}
        for path in sorted(DEMO.glob("*.jar.json")):
            document = json.loads(path.read_text(encoding="utf-8"))
            for jar in document["jars"]:
                jar["lines"] += [
                    {"ingredient": name, "amount": {"value": mass, "unit": "g"}, "basis": "fish", "per": PER}
                    for name, mass in more.items()
                ]
            lines = [line for jar in document["jars"] for line in jar["lines"] if "value" in line.get("amount", {})]
            ranged({"jars": [{"lines": lines}]}, [0.5] * len(lines))
            fish, of_all = document["fish"], evaluate(document)["ledger"]["entries"]
            quarter = {
                "pieces": fish["pieces"] // 4,
                "weight": {**fish["weight"], "value": fish["weight"]["value"] / 4},
                "thickness": fish["thickness"],
            }
            fish["groups"] = [{"id": f"g{at}", **quarter} for at in range(4)]
            of_four = evaluate(document)["ledger"]["entries"]
            for part in ("low_g", "high_g"):
                for one, all_of_it in zip(of_four, of_all, strict=True):
                    with self.subTest(path.name, jar=one["jar"], part=part):
                        self.assertAlmostEqual(one[part] / all_of_it[part], 1, delta=0.005)

    def test_sodium_of_a_rub_is_on_the_plate_under_skin_too(self) -> None:
        soda = [{"id": "s", "ingredient": "baking-soda", "amount": {"value": 2, "unit": "g"}, "basis": "fixed"}]
        for skin in ("none", "all_round"):
            document = changed(zander(), fish__skin=skin, jars=[{"id": "r", "kind": "rub", "lines": soda}])
            ledger = evaluate(document)["ledger"]
            # 27.36 % of bicarbonate is sodium: 547 mg of 2 g, over four servings, beside the fish's own 340 mg.
            self.assertAlmostEqual(ledger["sodium_mg_per_serving"], (547.2 + 340) / 4, delta=0.5, msg=skin)
