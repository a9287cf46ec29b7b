"""Writes the commit into a wheel, where there is no checkout to ask any more."""

import runpy
import tempfile
from pathlib import Path
from typing import Any

from hatchling.builders.hooks.plugin.interface import BuildHookInterface


class CommitInWheel(BuildHookInterface[Any]):
    """Puts jarcore/commit.txt in, filled."""

    def initialize(self, version: str, build_data: dict[str, Any]) -> None:
        """Add the file to what is built; where the core stays in its checkout ("editable") that is asked instead."""
        if version == "editable":
            return
        commit = runpy.run_path(str(Path(self.root) / "jarcore" / "commit.py"))["commit"]
        self._folder = tempfile.TemporaryDirectory()
        filled = Path(self._folder.name) / "commit.txt"
        filled.write_text(f"{commit()}\n", encoding="utf-8")
        build_data["force_include"][str(filled)] = "jarcore/commit.txt"

    def finalize(self, _version: str, _build_data: dict[str, Any], _artifact_path: str) -> None:
        """Take the file away again."""
        if hasattr(self, "_folder"):
            self._folder.cleanup()
