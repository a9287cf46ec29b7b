"""Of which commit the core is: as its wheel or its archive was made, or as the checkout says in which it stands."""

import os
import subprocess
from functools import cache
from pathlib import Path

PACKAGE = Path(__file__).parent
# Written by what makes a wheel (tools/commit_in_wheel.py) or an archive (.gitattributes); in a checkout it holds the
# place that an archive fills.
WRITTEN, UNFILLED = "commit.txt", "$"
UNKNOWN, CHANGED = "unknown", "-dirty"
# Enough to tell any two commits apart, and any two digests.
DIGITS = 12
LONGEST_S = 5


@cache
def commit() -> str:
    """The commit, in DIGITS digits, with CHANGED behind it where the core's files differ from it; or UNKNOWN."""
    written = (PACKAGE / WRITTEN).read_text(encoding="utf-8").strip()
    if written.startswith(UNFILLED):
        return _in_checkout(PACKAGE.parent)
    digits, changed, _ = written.partition(CHANGED)
    return digits[:DIGITS] + changed


def _in_checkout(root: Path) -> str:
    """What git says; of this folder only, not of one around it in which the core is merely installed."""
    if not (root / ".git").exists():
        return UNKNOWN
    try:
        digits = _git(root, "rev-parse", f"--short={DIGITS}", "HEAD")
        differs = _git(root, "diff", "--name-only", "HEAD", "--", PACKAGE.name)
    except (OSError, subprocess.SubprocessError):
        return UNKNOWN
    return digits + (CHANGED if differs else "")


def _git(root: Path, *asks: str) -> str:
    around = {name: value for name, value in os.environ.items() if not name.startswith("GIT_")}
    # Asking leaves the checkout as it is.
    environment = {**around, "GIT_OPTIONAL_LOCKS": "0"}
    command = ["git", *asks]
    return subprocess.run(  # noqa: S603
        command, cwd=root, env=environment, capture_output=True, text=True, timeout=LONGEST_S, check=True
    ).stdout.strip()
