"""The core as a wheel, in an environment of its own that has what the wheel asks for, and nothing else."""

import json
import os
import re
import subprocess
import sys
import tempfile
import venv
import zipfile
from collections.abc import Iterator
from importlib.metadata import Distribution, distribution
from pathlib import Path
from typing import ClassVar
from unittest import TestCase

from jarcore.commit import commit
from jarcore.version import VERSION
from tests.core.cases import ROOT

EXAMPLE, SERVICE = ROOT / "examples" / "zander-caraway.jar.json", ROOT / "examples" / "zander-evening.service.json"
# A small program of somebody who uses it.
PROGRAM = """
import json
from pathlib import Path

from jarcore import Evaluation, NotAFormula, evaluate, formula_object, parse


def salt(name: str) -> float | None:
    value, _ = parse(Path(name).read_bytes())
    try:
        answer: Evaluation = evaluate(formula_object(value))
    except NotAFormula as refusal:
        print(refusal.title)
        return None
    return answer["ledger"]["salt_pct_of_edible"]


print(json.dumps(salt("FILE")))
"""
NAMED = re.compile(r"[\w.-]+")


def asked_for(names: list[str], known: set[str]) -> Iterator[Distribution]:
    """The distributions of these requirements and of what they ask for in turn, extras and other systems left out."""
    for name in (NAMED.match(one)[0] for one in names if "extra ==" not in one and "sys_platform" not in one):
        if name.lower() in known:
            continue
        known.add(name.lower())
        found = distribution(name)
        yield found
        yield from asked_for(found.requires or [], known)


class WheelTest(TestCase):
    folder: ClassVar[Path]
    wheel: ClassVar[Path]
    python: ClassVar[Path]
    metadata: ClassVar[str]

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        build = [sys.executable, "-m", "hatchling", "build", "--target", "wheel", "--directory", str(cls.folder)]
        subprocess.run(build, cwd=ROOT, check=True, capture_output=True)
        cls.wheel = next(cls.folder.glob("*.whl"))
        venv.create(cls.folder / "own", symlinks=True)
        cls.python = cls.folder / "own" / "bin" / "python"
        site = next((cls.folder / "own" / "lib").glob("python*/site-packages"))
        # As pip does it, but for what it asks for, which is here already.
        install = ["uv", "pip", "install", "--offline", "--no-deps", "--python", str(cls.python), str(cls.wheel)]
        subprocess.run([sys.executable, "-m", *install], check=True, capture_output=True)
        with zipfile.ZipFile(cls.wheel) as packed:
            (metadata,) = (name for name in packed.namelist() if name.endswith("/METADATA"))
            cls.metadata = packed.read(metadata).decode()
        wanted = re.findall(r"^Requires-Dist: (.*)$", cls.metadata, re.MULTILINE)
        for one in asked_for(wanted, set()):
            for top in {file.parts[0] for file in one.files or () if file.parts[0] not in ("..", "__pycache__")}:
                if not (site / top).exists():
                    (site / top).symlink_to(str(one.locate_file(top)))

    def run_own(self, *arguments: str, program: str = "python") -> subprocess.CompletedProcess[str]:
        environment = {"PATH": "/nowhere", "HOME": str(self.folder)}
        command = [str(self.python.parent / program), *arguments]
        return subprocess.run(command, cwd=self.folder, env=environment, capture_output=True, text=True, check=False)

    def test_it_holds_its_data_and_types_and_says_its_version(self) -> None:
        with zipfile.ZipFile(self.wheel) as packed:
            names = set(packed.namelist())
        data = {str(path.relative_to(ROOT)) for path in (ROOT / "jarcore" / "data").glob("*.csv")}
        self.assertLessEqual({*data, "jarcore/py.typed"}, names)
        self.assertFalse([name for name in names if name.startswith(("server", "tests", "web"))])
        self.assertIn(f"Version: {VERSION}\n", self.metadata)

    def test_the_command_evaluates_a_folder_and_says_what_is_not_installed(self) -> None:
        folder = self.folder / "formulas"
        folder.mkdir()
        for name in ("one", "two"):
            (folder / f"{name}.json").write_bytes(EXAMPLE.read_bytes())
        done = self.run_own("evaluate", "--strict", str(folder), program="jar-table")
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        answers = [json.loads(line)["evaluation"] for line in done.stdout.splitlines()]
        self.assertEqual([one["ready"] for one in answers], [True, True])
        # Of the checkout that it was made from; there is none beside it to ask.
        self.assertIn(f" commit:{commit()} ", answers[0]["engine"])
        done = self.run_own("plan", str(SERVICE), program="jar-table")
        self.assertEqual((done.returncode, json.loads(done.stdout)["code"]), (2, "not_installed"))
        done = self.run_own("-m", "jarcore", "plan", "--at-once", str(SERVICE))
        self.assertEqual((done.returncode, json.loads(done.stdout)["format"]), (0, "jar-table/plan"))

    def test_every_question_is_answered_without_django_and_with_what_it_asks_for(self) -> None:
        asks = (
            "import sys, jarcore\n"
            "from tests_asked import ASKED, ZANDER\n"
            "for name, beside in ASKED: jarcore.ask(name, {'document': ZANDER, **beside})\n"
            "print(sorted(one for one in ('django', 'scipy', 'pint', 'ortools') if one in sys.modules))"
        )
        from tests.core.test_questions_total import ASKED, ZANDER

        (self.folder / "tests_asked.py").write_text(f"ASKED = {ASKED!r}\nZANDER = {ZANDER!r}\n")
        done = self.run_own("-c", asks)
        self.assertEqual((done.stdout, done.stderr), ("[]\n", ""))

    def test_the_readme_s_lines_run_and_a_small_program_is_well_typed(self) -> None:
        block = (ROOT / "README.md").read_text(encoding="utf-8").split("```python\n")[1].split("```")[0]
        done = subprocess.run(
            [str(self.python), "-c", block],
            cwd=ROOT,
            env={"PYTHONSAFEPATH": "1"},
            capture_output=True,
            text=True,
            check=False,
        )
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        program = self.folder / "program.py"
        program.write_text(PROGRAM.replace("FILE", str(EXAMPLE)))
        self.assertGreater(float(self.run_own(str(program)).stdout), 0.5)
        check = [sys.executable, "-m", "mypy", "--strict", "--python-executable", str(self.python), program.name]
        found = subprocess.run(
            [*check, "--config-file", os.devnull], cwd=self.folder, capture_output=True, text=True, check=False
        )
        self.assertIn("Success", found.stdout, found.stdout + found.stderr)
