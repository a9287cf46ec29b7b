"""The core's command in this process, and JSON Pointers; what a file answers is tested with the evaluation."""

import csv
import io
import json
import re
import subprocess
import sys
import tempfile
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path
from typing import Any
from unittest import TestCase
from unittest.mock import patch

from jarcore import evaluate
from jarcore.cli import main
from jarcore.data.tables import rows
from jarcore.documents.known import LISTS
from jarcore.documents.pointers import pointer
from jarcore.questions import QUESTIONS
from jarcore.version import VERSION
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


class RefusedTest(TestCase):
    """What a command cannot take is named on standard error, is a problem document on the other, and ends with 2."""

    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def written(self, name: str, document: Any) -> str:
        path = self.folder / name
        path.write_text(json.dumps(document), encoding="utf-8")
        return str(path)

    def refused(self, *arguments: str) -> dict[str, Any]:
        """The problem document."""
        code, out, err = run(*arguments)
        self.assertEqual(code, 2, out)
        told = json.loads(out)
        self.assertIn(told["title"], err)
        return told

    def test_a_question_that_is_none_or_is_asked_wrongly(self) -> None:
        asked = self.written("asked.json", {"document": cases.zander()})
        self.assertEqual(self.refused("ask", "weather", asked)["code"], "no_such_question")
        told = self.refused("ask", "fits", asked)
        self.assertEqual((told["code"], {one["code"] for one in told["errors"]}), ("not_valid", {"missing"}))
        self.assertEqual({one["path"] for one in told["errors"]}, {"/jar", "/minutes"})
        odd = self.written("odd.json", {"document": cases.zander(), "jar": "the first", "minutes": 25})
        self.assertEqual([one["path"] for one in self.refused("ask", "fits", odd)["errors"]], ["/jar"])
        self.assertEqual(self.refused("ask", "evaluate", self.written("none.json", {"document": []}))["status"], 400)

    def test_what_a_plan_follows(self) -> None:
        none = self.written("none.json", {"format": "jar-table/run"})
        self.assertEqual(self.refused("plan", SERVICE, "--before", none)["code"], "not_a_plan")
        torn = self.written("torn.json", {"format": "jar-table/plan", "format_version": 1, "steps": [7]})
        self.assertIn("its steps cannot be read", self.refused("plan", SERVICE, "--before", torn)["detail"])
        for events in ({"events": "none"}, [1], "later"):
            with self.subTest(events):
                self.assertEqual(
                    self.refused("plan", SERVICE, "--events", self.written("events.json", events))["code"], "not_events"
                )

    def test_a_plan_that_is_followed_and_a_time_before_which_nothing_is_planned(self) -> None:
        code, out, _ = run("plan", "--at-once", SERVICE)
        before = self.written("before.json", json.loads(out))
        again = json.loads(run("plan", "--at-once", SERVICE, "--before", before)[1])
        self.assertEqual((code, again["steps"]), (0, json.loads(out)["steps"]))
        starts = [one["start"] for one in again["steps"]]
        now = sorted(starts)[len(starts) // 2][:16]
        later = json.loads(run("plan", "--at-once", SERVICE, "--now", now)[1])
        self.assertGreaterEqual(min(one["start"] for one in later["steps"])[:16], now)

    def test_a_pantry_that_is_none_and_a_list_that_is_none(self) -> None:
        odd: list[Any] = [{"format": "jar-table/formula"}, {"format": "jar-table/pantry", "format_version": 99}, [], 7]
        for document in odd:
            rows = self.written("rows.json", document)
            for arguments in (("evaluate", EXAMPLE), ("list", "fish"), ("plan", SERVICE), ("profiles", EXAMPLE)):
                with self.subTest((document, arguments)):
                    self.assertEqual(self.refused(*arguments, "--pantry", rows)["code"], "not_a_pantry")
        self.assertEqual(run("list", "weather")[0], 2)

    def test_standard_input_is_read_and_called_by_its_name(self) -> None:
        def piped(text: bytes, *arguments: str) -> tuple[int, str, str]:
            with patch("sys.stdin", io.TextIOWrapper(io.BytesIO(text))):
                return run(*arguments)

        code, out, err = piped(json.dumps(cases.zander()).encode(), "evaluate", "-")
        self.assertEqual((code, err, json.loads(out)["ready"]), (0, "", True))
        code, _, err = piped(b"{", "evaluate", "-")
        self.assertEqual((code, err.startswith("standard input: ")), (2, True))
        code, out, err = piped(json.dumps(cases.zander()).encode() + b"\n{\n", "profiles", "--lines", "-")
        told = [json.loads(line) for line in out.splitlines()]
        self.assertEqual((code, list(told[0]), list(told[1])), (2, ["file", "profiles"], ["file", "problem"]))
        self.assertTrue(err.startswith("standard input:2: "))


class ListedTest(TestCase):
    def test_every_list_names_each_id_once(self) -> None:
        for what in LISTS:
            code, out, err = run("list", what)
            ids = [line.split("\t")[0] for line in out.splitlines()]
            with self.subTest(what):
                self.assertEqual((code, err), (0, ""))
                self.assertTrue(ids)
                self.assertEqual(len(ids), len(set(ids)))

    def test_on_whose_word_the_rows_stand(self) -> None:
        code, out, err = run("sources")
        self.assertEqual((code, err), (0, ""))
        for line in out.splitlines():
            shares = [int(one) for one in re.findall(r"(\d+)%", line)]
            with self.subTest(line):
                # Each is rounded by itself.
                self.assertAlmostEqual(sum(shares), 100, delta=len(shares))


class ManyTest(TestCase):
    """Many formulas in one command."""

    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.written("b.json", cases.zander())
        self.written("a/c.json", cases.changed(cases.zander(), jars__0__lines__0__amount=None))
        self.written("a/notes.txt", "nothing of ours")

    def written(self, name: str, document: Any) -> str:
        path = self.folder / name
        path.parent.mkdir(exist_ok=True)
        path.write_bytes(document if isinstance(document, bytes) else json.dumps(document).encode())
        return str(path)

    def test_a_folder_is_a_line_for_each_formula_in_it_and_below(self) -> None:
        code, out, err = run("evaluate", str(self.folder))
        told = [json.loads(line) for line in out.splitlines()]
        self.assertEqual((code, err), (0, ""))
        self.assertEqual([Path(one["file"]).name for one in told], ["c.json", "b.json"])
        self.assertEqual(told[1]["evaluation"], json.loads(json.dumps(evaluate(cases.zander()))))

    def test_one_that_is_refused_is_named_and_the_others_are_answered(self) -> None:
        for name, what, words in (
            ("broken.json", b'{"format"', "Line 1, column 10"),
            ("latin.json", '{"title": "Gew\xfcrz"}'.encode("latin-1"), "Byte 14 is not UTF-8"),
            ("service.json", Path(SERVICE).read_bytes(), "jar-table/service"),
            ("large.json", b'{"title": "' + b"x" * 3_000_000 + b'"}', "3.0 MB"),
            ("deep.json", b"[" * 200_000, "nested more than"),
            ("missing.json", None, "No such file"),
        ):
            wrong = str(self.folder / "wrong" / name) if what is None else self.written(name, what)
            with self.subTest(name):
                code, out, err = run("evaluate", EXAMPLE, wrong, EXAMPLE)
                told = [json.loads(line) for line in out.splitlines()]
                self.assertEqual((code, [("problem" in one) for one in told]), (2, [False, True, False]))
                self.assertTrue(err.startswith(f"{wrong}: "), err)
                self.assertIn(words, err)
                self.assertEqual(run("evaluate", wrong)[0], 2)

    def test_json_lines_are_a_formula_each(self) -> None:
        lines = self.written("many.jsonl", b"\n".join([json.dumps(cases.zander()).encode(), b"", b"{", b"[]"]))
        code, out, err = run("evaluate", "--lines", lines)
        told = [json.loads(line) for line in out.splitlines()]
        self.assertEqual((code, [one["file"] for one in told]), (2, [f"{lines}:{number}" for number in (1, 3, 4)]))
        self.assertTrue(told[0]["evaluation"]["jars"])
        self.assertIn(f"{lines}:3: Not JSON", err)
        self.assertEqual(run("evaluate", "--lines", "/no/such/lines")[0], 2)

    def test_strictly_what_is_not_ready_ends_with_three_and_says_why(self) -> None:
        self.assertEqual(run("evaluate", "--strict", EXAMPLE)[0], 0)
        code, _, err = run("evaluate", "--strict", str(self.folder))
        self.assertEqual(code, 3)
        self.assertIn("c.json: not ready: /jars/0: ", err)
        rows = {"format": "jar-table/pantry", "ingredients": [{"id": "caraway-seed", "salt_g": 30}]}
        own = self.written("own.rows", rows)
        code, _, err = run("evaluate", "--strict", EXAMPLE, "--pantry", own)
        self.assertEqual(code, 3)
        self.assertIn(f"{own}: /ingredients/0: ", err)
        self.assertIn("salt_g", err)

    def test_a_byte_order_mark_is_passed_over_and_a_field_that_stands_twice_is_told(self) -> None:
        text = json.dumps(cases.zander()).replace('"servings": 4', '"servings": 40, "servings": 4')
        code, out, _ = run("evaluate", self.written("marked.json", b"\xef\xbb\xbf" + text.encode()))
        answer = json.loads(out)
        self.assertEqual((code, answer["ready"]), (0, False))
        twice = [one for one in answer["notices"] if one["code"] == "said-twice"]
        self.assertEqual([one["path"] for one in twice], ["/servings"])

    def test_a_pipe_that_is_closed_ends_it_without_a_word(self) -> None:
        command = [sys.executable, "-m", "jarcore", "evaluate", *[EXAMPLE] * 40]
        with subprocess.Popen(command, cwd=cases.ROOT, stdout=subprocess.PIPE, stderr=subprocess.PIPE) as running:
            assert running.stdout is not None and running.stderr is not None
            running.stdout.readline()
            running.stdout.close()
            self.assertEqual(running.stderr.read(), b"")
        self.assertEqual(running.returncode, 141)

    def test_its_version_is_the_core_s(self) -> None:
        code, out, err = run("--version")
        self.assertEqual((code, err), (0, ""))
        self.assertRegex(out, rf"^jar-table {re.escape(VERSION)} tables:[0-9a-f]{{12}} commit:\S+\n$")


class PointerTest(TestCase):
    def test_published_pointers(self) -> None:
        """RFC 6901, the same rows that the page's pointers are tried with."""
        with (cases.ROOT / "web" / "tests" / "tables" / "pointers.csv").open(encoding="utf-8", newline="") as file:
            for row in csv.DictReader(file):
                with self.subTest(row["pointer"]):
                    self.assertEqual(pointer(json.loads(row["way"])), row["pointer"])
