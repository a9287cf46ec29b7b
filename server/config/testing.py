"""The test runner: Django's own, closing with the one line that is read by machines."""

import hashlib
import hmac
import os
import unittest
from base64 import b64encode
from typing import Any

from django.db import connection
from django.test import SimpleTestCase, TestCase
from django.test.runner import DiscoverRunner


class TakesLong:
    """Tests that take minutes begin first, so that no process waits at the end while another still has them."""


class CountingRunner(DiscoverRunner):
    """Prints 'N passed, N failed' as the last line."""

    # The stubs know of Django's own two only.
    reorder_by = (TakesLong, TestCase, SimpleTestCase)  # type: ignore[assignment]

    def setup_databases(self, **kwargs: Any) -> Any:
        """Each request of a browser test opens a connection of its own: its password is asked for in one round."""
        password = str(connection.settings_dict["PASSWORD"])
        with connection._nodb_cursor() as cursor:
            cursor.execute(f"ALTER ROLE CURRENT_USER PASSWORD '{verifier(password)}'")
        return super().setup_databases(**kwargs)

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


def verifier(password: str) -> str:
    """What PostgreSQL keeps of a password (SCRAM-SHA-256, RFC 5802 and 7677), with one round instead of 4096: rounds
    make guessing slow, and a long random password is not guessed.
    """
    salt = os.urandom(16)
    salted = hashlib.pbkdf2_hmac("sha256", password.encode(), salt, 1)
    client, server = (hmac.digest(salted, of, "sha256") for of in (b"Client Key", b"Server Key"))
    shown = [b64encode(one).decode() for one in (salt, hashlib.sha256(client).digest(), server)]
    return "SCRAM-SHA-256$1:{}${}:{}".format(*shown)
