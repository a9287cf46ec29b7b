"""gunicorn's settings that are code: a shorter turn for each thread, and workers that are warm."""

import json
import sys
from pathlib import Path
from threading import Thread

EXAMPLES = Path(__file__).parents[1] / "examples"


def post_fork(_server: object, _worker: object) -> None:
    """Hand the interpreter over every half millisecond, so a long evaluation does not hold up short requests."""
    sys.setswitchinterval(0.0005)


def post_worker_init(_worker: object) -> None:
    """Reckon the examples once, beside the first requests: nobody's first formula waits a second for the libraries."""
    Thread(target=_warm, daemon=True).start()


def _warm() -> None:
    from jarcore.formula import evaluate
    from jarcore.questions import profiles

    for example in sorted(EXAMPLES.glob("*.jar.json")):
        document = json.loads(example.read_text(encoding="utf-8"))
        evaluate(document)
        profiles(document)
