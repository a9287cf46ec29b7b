"""The temperature record: what enters it, against which limit, and what waits for a corrective action."""

import json
from datetime import UTC, datetime, timedelta
from typing import Any
from unittest import TestCase

from jarcore.run import events_of
from jarcore.run.temperatures import done_about, due, fault_of, kinds, missing, of_run, temperature_record
from tests.core import cases

PLAN = json.loads((cases.TABLES / "record_plan.json").read_text(encoding="utf-8"))
HELD = {True: "kept", False: "missed", None: "open"}
AT = datetime(2026, 12, 4, 8, tzinfo=UTC)


def written(entry: Any) -> str:
    """A line as the table has it."""
    value = "-" if entry["value"] is None else f"{entry['value']:.1f}"
    return f"{entry['kind']} {value} {HELD[entry['held']]}" + (f": {entry['action']}" if entry["action"] else "")


class TemperaturesTest(TestCase):
    def test_each_line_is_held_to_its_limit_as_on_paper(self) -> None:
        for row in cases.table("temperatures"):
            with self.subTest(row["case"], source=row["source"]):
                events = events_of(json.loads(row["events"]), UTC)
                found = temperature_record(
                    of_run(PLAN, events, rehearsal=row["rehearsal"] == "1"), done_about(events), UTC
                )
                self.assertEqual([written(one) for one in found], json.loads(row["lines"]))
                self.assertEqual(len(missing(found)), int(row["missing"]))

    def test_what_cannot_enter_it_is_refused_in_words(self) -> None:
        self.assertIsNone(fault_of({"what": "chiller", "value": 3.5, "source": "typed"}, rehearsal=False))
        self.assertIsNone(fault_of({"what": "chiller", "value": 3.5, "source": "simulated"}, rehearsal=True))
        for says, why in (
            ({"what": "weather", "value": 3}, "weather"),
            ({"what": "chiller"}, "is a number"),
            ({"what": "core", "value": 400}, "cannot be"),
            ({"what": "chiller", "value": 3.5, "source": "simulated"}, "simulated"),
        ):
            self.assertRegex(fault_of(says, rehearsal=False) or "", why)

    def test_what_is_looked_at_every_so_often_is_due_until_it_was(self) -> None:
        often = {one["kind"]: one["every_h"] for one in kinds() if one["every_h"]}
        self.assertEqual(set(due([], AT)), set(often))
        event = {"id": "a", "do": "logged", "at": AT.isoformat(), "what": "chiller", "value": 3, "source": "typed"}
        found = temperature_record(of_run(PLAN, events_of([event], UTC), rehearsal=False), {}, UTC)
        self.assertNotIn("chiller", due(found, AT + timedelta(hours=11)))
        # Twice a day.
        self.assertIn("chiller", due(found, AT + timedelta(hours=12)))
