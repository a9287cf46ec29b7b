"""The core's command in this process, and JSON Pointers; what a file answers is tested with the evaluation."""

import csv
import io
import json
import tempfile
from contextlib import redirect_stderr, redirect_stdout
from typing import Any
from unittest import TestCase
from unittest.mock import patch

from jarcore.cli import main
from jarcore.data.tables import rows
from jarcore.documents.pointers import pointer
from jarcore.questions import QUESTIONS
from tests.core import cases

SERVICE = str(cases.ROOT / "examples" / "zander-evening.service.json")
EXAMPLE = str(cases.ROOT / "examples" / "zander-caraway.jar.json")


def run(*arguments: str) -> tuple[int, str, str]:
    """What a command ends with, and what it prints on each of its two outputs."""
    out, err = io.StringIO(), io.StringIO()
    with redirect_stdout(out), redirect_stderr(err):
        try:
            code = main(list(arguments))
        except SystemExit as end:
            code = int(end.code or 0)
    return code, out.getvalue(), err.getvalue()


class CommandTest(TestCase):
    def test_the_tables_are_sound(self) -> None:
        self.assertEqual(run("tables"), (0, "", ""))

    def test_a_row_that_is_wrong_is_named_with_its_file_and_line(self) -> None:
        for row in cases.table("table_faults"):
            wrong: list[dict[str, Any]] = [dict(one) for one in rows(row["table"])]
            wrong[int(row["line"])].update(json.loads(row["changes"]))

            def read(name: str, table: str = row["table"], wrong: list[dict[str, Any]] = wrong) -> list[dict[str, Any]]:
                return wrong if name == table else rows(name)

            with self.subTest(row["words"]), patch("jarcore.data.checks.rows", read):
                code, out, err = run("tables")
                self.assertEqual((code, out), (1, ""))
                self.assertIn(row["words"], err)

    def test_what_a_document_may_name_is_listed_with_a_kitchen_s_own_rows(self) -> None:
        code, out, err = run("list", "fish", "--pantry", str(cases.ROOT / "examples" / "own-rows.pantry.json"))
        self.assertEqual((code, err), (0, ""))
        self.assertLessEqual({"zander\tZander", "zander-of-the-lake\tZander of the lake"}, set(out.splitlines()))
        self.assertEqual(run("list", "fish", "--pantry", EXAMPLE)[0], 2)

    def test_profiles_of_a_file(self) -> None:
        code, out, err = run("profiles", EXAMPLE)
        self.assertEqual((code, err, json.loads(out)["format"]), (0, "", "jar-table/profiles"))

    def test_rows_of_a_kitchen_that_are_not_there_are_told_with_their_name(self) -> None:
        code, out, _ = run("evaluate", EXAMPLE, "--pantry", "/no/such/rows.json")
        self.assertEqual(code, 2)
        self.assertIn("/no/such/rows.json", json.loads(out)["detail"])

    def test_a_plan_of_a_file_and_of_what_has_happened(self) -> None:
        code, out, err = run("plan", SERVICE)
        made = json.loads(out)
        self.assertEqual((code, err, made["format"], made["kept"]), (0, "", "jar-table/plan", True))
        with tempfile.NamedTemporaryFile("w", suffix=".json") as events:
            json.dump([{"step": "zander.receive", "do": "done", "at": "2026-12-04T16:40"}], events)
            events.flush()
            code, out, _ = run("plan", SERVICE, "--events", events.name)
            self.assertTrue(next(one for one in json.loads(out)["steps"] if one["do"] == "receive")["fixed"])
        for what, words in ((EXAMPLE, "jar-table/service"), ("/no/such/file", "No such file")):
            code, out, _ = run("plan", what)
            self.assertEqual(code, 2)
            self.assertIn(words, out)
        self.assertEqual(run("plan", SERVICE, "--events", EXAMPLE)[0], 2)

    def test_the_help_names_every_question(self) -> None:
        code, out, _ = run("ask", "-h")
        self.assertEqual(code, 0)
        told = "".join(out.split())
        for name in QUESTIONS:
            self.assertIn(name, told)

    def test_no_command_and_an_unknown_one_end_with_two(self) -> None:
        for arguments in ((), ("cook", EXAMPLE), ("evaluate",)):
            with self.subTest(arguments):
                self.assertEqual(run(*arguments)[0], 2)


class PointerTest(TestCase):
    def test_published_pointers(self) -> None:
        """RFC 6901, the same rows that the page's pointers are tried with."""
        with (cases.ROOT / "web" / "tests" / "tables" / "pointers.csv").open(encoding="utf-8", newline="") as file:
            for row in csv.DictReader(file):
                with self.subTest(row["pointer"]):
                    self.assertEqual(pointer(json.loads(row["way"])), row["pointer"])
