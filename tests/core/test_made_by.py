"""What an answer says it was made by: program, tables, commit and pantry."""

import hashlib
import json
import os
import re
import runpy
import shutil
import subprocess
import tempfile
from pathlib import Path
from typing import Any
from unittest import TestCase
from unittest.mock import patch

from jarcore import default_pantry, evaluate, plan, profiles, with_rows
from jarcore.data import engine, is_by_this_core
from jarcore.data.made_by import core
from jarcore.version import VERSION
from tests.core import cases

GRAMMAR = re.compile(
    r"jarcore (?P<version>\S+) tables:(?P<tables>[0-9a-f]{12}) "
    r"commit:(?P<commit>unknown|[0-9a-f]{12}(-dirty)?) pantry:(?P<pantry>shipped|[0-9a-f]{12})"
)
OWN = cases.ROOT / "examples" / "own-rows.pantry.json"
DATA = cases.ROOT / "jarcore" / "data"


def said(made: Any) -> dict[str, str]:
    """The parts of what an answer says it was made by."""
    found = GRAMMAR.fullmatch(made["engine"])
    assert found is not None, made["engine"]
    return found.groupdict()


class EngineTest(TestCase):
    def test_every_document_that_is_made_says_the_same(self) -> None:
        made = [evaluate(cases.zander()), profiles(cases.zander()), plan(cases.service_ahead("friday"), search=False)]
        told = [said(one) for one in made]
        self.assertEqual(told, [told[0]] * 3)
        self.assertEqual((told[0]["version"], told[0]["pantry"]), (VERSION, "shipped"))

    def test_what_its_version_changed_is_said(self) -> None:
        text = (cases.ROOT / "CHANGELOG.md").read_text(encoding="utf-8")
        versions = re.findall(r"^## (\S+), \d{4}-\d\d-\d\d$", text, re.MULTILINE)
        self.assertEqual(versions[0], VERSION)
        self.assertEqual(
            versions, sorted(versions, key=lambda one: [int(part) for part in one.split(".")], reverse=True)
        )

    def test_the_tables_digest_is_the_sha_256_of_names_and_contents(self) -> None:
        hashed = hashlib.sha256()
        for name in sorted(path.name for path in DATA.iterdir() if path.suffix in (".csv", ".json")):
            hashed.update(name.encode() + (DATA / name).read_bytes())
        self.assertEqual(said(evaluate(cases.zander()))["tables"], hashed.hexdigest()[:12])

    def test_a_pantry_is_named_by_its_rows_in_whatever_order_their_fields_stand(self) -> None:
        rows = json.loads(OWN.read_bytes())
        turned = dict(reversed(rows.items()))
        other = {**rows, "currency": "XTS"}
        own, again, more = (
            said(evaluate(cases.zander(), with_rows(default_pantry(), one)[0])) for one in (rows, turned, other)
        )
        text = json.dumps(rows, sort_keys=True, separators=(",", ":"))
        self.assertEqual(own["pantry"], hashlib.sha256(text.encode()).hexdigest()[:12])
        self.assertEqual(again, own)
        self.assertNotEqual(more["pantry"], own["pantry"])

    def test_what_was_kept_is_by_this_core_whatever_its_commit_or_pantry(self) -> None:
        now = engine(default_pantry())
        for kept, alike in (
            (now, True),
            (f"{core()} commit:000000000000 pantry:0123456789ab", True),
            (f"{core()}0 commit:000000000000 pantry:shipped", False),
            (now.replace(VERSION, "0.8.1"), False),
            ("jarcore 0.8.1", False),
            (None, False),
        ):
            with self.subTest(kept):
                self.assertEqual(is_by_this_core(kept), alike)


class CommitTest(TestCase):
    """A checkout of its own, with nothing but the module in it."""

    def setUp(self) -> None:
        self.root = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.package = self.root / "jarcore"
        self.package.mkdir()
        for name in ("commit.py", "commit.txt"):
            shutil.copy(cases.ROOT / "jarcore" / name, self.package)
        shutil.copy(cases.ROOT / ".gitattributes", self.root)

    def git(self, *asks: str) -> str:
        around = {"PATH": os.environ["PATH"], "HOME": str(self.root), "GIT_CONFIG_NOSYSTEM": "1"}
        command = ["git", "-c", "user.name=a cook", "-c", "user.email=cook@kitchen.example", *asks]
        done = subprocess.run(command, cwd=self.root, env=around, check=True, capture_output=True, text=True)
        return done.stdout.strip()

    def said(self, package: Path | None = None) -> str:
        return runpy.run_path(str((package or self.package) / "commit.py"))["commit"]()

    def committed(self) -> str:
        self.git("init", "-q")
        self.git("add", ".")
        self.git("commit", "-q", "-m", "first")
        return self.git("rev-parse", "HEAD")[:12]

    def test_a_checkout_says_its_commit_and_whether_the_core_was_changed(self) -> None:
        commit = self.committed()
        self.assertEqual(self.said(), commit)
        (self.root / "beside.txt").write_text("not of the core")
        self.git("add", ".")
        self.assertEqual(self.said(), commit)
        with (self.package / "commit.py").open("a") as file:
            file.write("# changed\n")
        self.assertEqual(self.said(), f"{commit}-dirty")

    def test_another_repository_around_it_is_not_taken_for_its_own(self) -> None:
        self.assertEqual(self.said(), "unknown")
        commit = self.committed()
        inside = self.root / "environment" / "jarcore"
        shutil.copytree(self.package, inside)
        self.assertEqual(self.said(inside), "unknown")
        with patch.dict(os.environ, {"GIT_DIR": str(self.root / "elsewhere")}):
            self.assertEqual(self.said(), commit)

    def test_an_archive_holds_the_commit_it_was_made_of(self) -> None:
        commit = self.committed()
        self.git("archive", "--format=tar", "--output=made.tar", "HEAD")
        shutil.unpack_archive(self.root / "made.tar", self.root / "out")
        self.assertEqual(self.said(self.root / "out" / "jarcore"), commit)

    def test_without_git_it_is_unknown(self) -> None:
        self.committed()
        with patch.dict(os.environ, {"PATH": "/nowhere"}):
            self.assertEqual(self.said(), "unknown")
