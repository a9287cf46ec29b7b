"""The front end's own tests (web/tests, by Node's test runner), each reported as a test of its own."""

import unittest
from pathlib import Path
from xml.etree import ElementTree

from django.test import SimpleTestCase

from tests.web.node import WEB, node


class FrontEndTest(SimpleTestCase):
    """One case as Node reported it."""

    def __init__(self, file: str, name: str, failure: str | None) -> None:
        super().__init__("reported")
        self.file, self.name, self.failure = file, name, failure

    def id(self) -> str:
        return f"web/tests/{self.file}: {self.name}"

    __str__ = id

    # Django's runner runs tests that are equal once; unittest takes those of one method for equal.
    def __eq__(self, other: object) -> bool:
        return isinstance(other, FrontEndTest) and self.id() == other.id()

    def __hash__(self) -> int:
        return hash(self.id())

    def reported(self) -> None:
        if self.failure is not None:
            self.fail(self.failure)


def ran() -> list[FrontEndTest]:
    """Run Node once; all cases, or one that tells why there are none."""
    files = sorted(path.name for path in (WEB / "tests").glob("*.test.ts"))
    done = node("--test", "--test-reporter=junit", *(f"tests/{name}" for name in files))
    try:
        reported = list(ElementTree.fromstring(done.stdout).iter("testcase"))
    except ElementTree.ParseError:
        reported = []
    cases = []
    for case in reported:
        failure = case.find("failure")
        file = Path(case.get("file") or case.get("classname") or "").name
        cases.append(FrontEndTest(file, case.get("name") or "", None if failure is None else failure.text or "failed"))
    # A runner that fails without a failing case (a file that cannot be read, no case at all) is a failure too.
    sound = done.returncode == (1 if any(case.failure is not None for case in cases) else 0) and cases
    if not sound:
        cases.append(FrontEndTest("", "all files run", done.stdout[-4000:] + done.stderr[-4000:]))
    return cases


def load_tests(_loader: unittest.TestLoader, _standard: unittest.TestSuite, _pattern: str | None) -> unittest.TestSuite:
    """What Node reports stands in place of what the loader finds."""
    return unittest.TestSuite(ran())
