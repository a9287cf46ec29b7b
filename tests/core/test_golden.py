"""Evaluations against what this version of the core has answered before, number by number."""

import math
from unittest import TestCase

from jarcore import evaluate
from jarcore.version import VERSION
from tests.core import cases
from tests.core.golden import formulas, numbers

# Another processor rounds the last digits of a matrix otherwise.
APART = 1e-9


class GoldenTest(TestCase):
    def test_no_number_has_moved_since_this_version_was_written(self) -> None:
        written = cases.table("golden")
        self.assertEqual({row["version"] for row in written}, {VERSION}, "python -m tests.core.golden")
        for name, document in formulas():
            with self.subTest(name):
                before = {row["path"]: float(row["value"]) for row in written if row["formula"] == name}
                now = dict(numbers(evaluate(document)))
                self.assertEqual(now.keys() ^ before.keys(), set())
                moved = {
                    path: (value, now[path])
                    for path, value in before.items()
                    if not math.isclose(value, now[path], rel_tol=APART, abs_tol=APART)
                }
                self.assertEqual(moved, {})
