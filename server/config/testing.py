"""The test runner: Django's own, closing with the one line that is read by machines."""

import unittest
from typing import Any

from django.test import SimpleTestCase, TestCase
from django.test.runner import DiscoverRunner


class TakesLong:
    """Tests that take minutes begin first, so that no process waits at the end while another still has them."""


class CountingRunner(DiscoverRunner):
    """Prints 'N passed, N failed' as the last line."""

    # The stubs know of Django's own two only.
    reorder_by = (TakesLong, TestCase, SimpleTestCase)  # type: ignore[assignment]

    def run_tests(self, test_labels: list[str], **kwargs: Any) -> int:
        """Run, tear down, then count: the line comes after all else that is printed."""
        self.counted = (0, 0, 0)
        failures = super().run_tests(test_labels, **kwargs)
        passed, failed, skipped = self.counted
        print(f"{passed} passed, {failed} failed" + (f", {skipped} skipped" if skipped else ""), flush=True)  # noqa: T201
        return failures or int(passed == 0)

    def suite_result(self, suite: unittest.TestSuite, result: Any, **kwargs: Any) -> int:
        """Count tests, not subtests: a table with three wrong rows is one failed test."""
        troubled = [*result.failures, *result.errors, *((test, "") for test in result.unexpectedSuccesses)]
        failed = len({getattr(test, "test_case", test).id() for test, _ in troubled})
        skipped = len(result.skipped)
        self.counted = (max(0, result.testsRun - failed - skipped), failed, skipped)
        return super().suite_result(suite, result, **kwargs)
