"""Node on the front end's sources, as the tests need it: with their set-up, and nothing of the machine's own."""

import os
import subprocess
from pathlib import Path

WEB = Path(__file__).parents[2] / "web"
NODE = WEB.parent / ".venv" / "bin" / "node"
SETUP = ("--import", "./tests/setup.ts")
PATIENCE_S = 120


def node(*arguments: str) -> subprocess.CompletedProcess[str]:
    """Run Node with ARGUMENTS; what it wrote, and how it ended."""
    return subprocess.run(
        [str(NODE), *SETUP, *arguments],
        cwd=WEB,
        env={**os.environ, "NODE_OPTIONS": "", "TZ": "UTC", "LANG": "C.UTF-8"},
        capture_output=True,
        text=True,
        timeout=PATIENCE_S,
        check=False,
    )
