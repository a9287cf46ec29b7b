"""The core as it is installed from its wheel: how large, how soon it answers, how many files a second."""

import json
import subprocess
import sys
import tempfile
from pathlib import Path
from statistics import median

from speed.core import ROOT, document, median_ms

NAME = "char-citrus"
EXAMPLE = ROOT / "examples" / f"{NAME}.jar.json"
FILES, TIMES = 500, 7
# Before units were a table and optimisers were left out.
BEFORE_MB = 579
LIBRARIES = "import numpy, pydantic"
# One answer in a process that has loaded everything, and the next.
FIRST = """
import json, sys, time
from jarcore import evaluate
document = json.load(open(sys.argv[1]))
spent = []
for _ in range(2):
    started = time.perf_counter()
    evaluate(document)
    spent.append(time.perf_counter() - started)
print(*spent)
"""


def report() -> None:
    """Print the figures of an environment made for it."""
    print("installed from the wheel")
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        python = _installed(folder / "own")
        if python is None:
            return
        size = sum(file.lstat().st_size for file in (folder / "own").rglob("*")) / 1e6
        print(f"  {size:.0f} MB, {size / BEFORE_MB:.2f} of what it was (to reach: a third)")
        command = [str(python.parent / "jar-table"), "evaluate"]
        cold = _seconds([*command, str(EXAMPLE)])
        libraries = _seconds([str(python), "-c", LIBRARIES])
        print(f"  cold start to the answer: {cold:.2f} s, {cold / libraries:.1f} x loading its libraries alone")
        firsts = [_output([str(python), "-c", FIRST, str(EXAMPLE)]).split() for _ in range(TIMES)]
        first, second = (median(float(one[place]) for one in firsts) for place in (0, 1))
        print(f"  first evaluation: {first:.3f} s (to reach: 0.3 s), {first / second:.0f} x the second")
        many = folder / "many"
        many.mkdir()
        for number in range(FILES):
            (many / f"{number}.json").write_text(json.dumps({**document(NAME), "servings": number + 1}))
        whole = _seconds([*command, str(many)], times=3)
        alone = cold * FILES
        print(f"  {FILES} files: {FILES / whole:.0f} a second, {alone / whole:.0f} x a command for each")


def _installed(folder: Path) -> Path | None:
    """A new environment with the wheel and what it asks for; None where no registry is reached."""
    uv = str(Path(sys.executable).parent / "uv")
    python = folder / "bin" / "python"
    for step in (["venv", str(folder)], ["pip", "install", "--compile-bytecode", "--python", str(python), str(ROOT)]):
        done = subprocess.run([uv, "--quiet", *step], capture_output=True, text=True, check=False)
        if done.returncode:
            print(f"  not measured: {done.stderr.strip()}")
            return None
    return python


def _output(command: list[str]) -> str:
    return subprocess.run(command, capture_output=True, text=True, check=True, cwd="/").stdout


def _seconds(command: list[str], times: int = TIMES) -> float:
    """Median time of a command [s]."""
    return median_ms(lambda: _output(command), times) / 1000
