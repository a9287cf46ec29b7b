"""The worst documents that the door lets in: as many of everything as it may be, each kind of much by itself."""

import json
import time
from collections.abc import Callable, Mapping
from pathlib import Path
from typing import Any

from jarcore.data import forget
from jarcore.documents import merge
from jarcore.questions import ask, question_names
from tests.core.test_questions_total import BESIDE as ASKED

EXAMPLE = Path(__file__).parents[1] / "examples/char-citrus.jar.json"
POURED = ("lemon-juice", "orange-juice", "sea-salt-flake", "rapeseed-oil", "dill", "white-wine", "garlic", "honey")
# What a question wants beside the document, as the tests ask it; a comparison is two evaluations.
BESIDE = {name: ASKED.get(name, [{}])[0] for name in question_names() if name != "compare"}


def _line(name: str, at: int, **more: Any) -> dict[str, Any]:
    amount = {"low": 3 + at % 97 * 0.37, "high": 5 + at % 97 * 0.37, "unit": "g"}
    return {"id": name, "ingredient": POURED[at % len(POURED)], "amount": amount, "basis": "fish", **more}


def formula(jars: int, lines: int, groups: int) -> dict[str, Any]:
    """Marinades with so many lines each, every one written as a range, on so many sizes of pieces."""
    document = json.loads(EXAMPLE.read_text(encoding="utf-8"))
    sizes = [
        {
            "id": f"g{at}",
            "pieces": 2,
            "weight": {"value": 100 + at, "unit": "g"},
            "thickness": {"value": 12 + at, "unit": "mm"},
        }
        for at in range(groups)
    ]
    document["fish"] |= {"groups": sizes} if sizes else {}
    method = document["jars"][0]["method"]
    document["jars"] = [
        {
            "id": f"j{jar}",
            "name": f"Jar {jar}",
            "kind": "marinade",
            "method": {**method, "contact_time": {"value": 20 + jar, "unit": "min"}},
            "fish_groups": [size["id"] for size in sizes],
            "lines": [_line(f"l{jar}-{at}", jar * lines + at, per={"value": 420, "unit": "g"}) for at in range(lines)],
        }
        for jar in range(jars)
    ]
    return document


def empty_lines(lines: int) -> dict[str, Any]:
    """One jar of lines of which nothing is stated."""
    document = formula(1, 0, 0)
    document["jars"][0]["lines"] = [{} for _ in range(lines)]
    return document


def chain(lines: int) -> dict[str, Any]:
    """One jar in which each line is as much as the one before it."""
    document = formula(1, 1, 0)
    follows = {"amount": {"value": 1, "unit": "part"}, "basis": "line"}
    document["jars"][0]["lines"] += [
        {**_line(f"c{at}", at), **follows, "of": f"c{at - 1}" if at > 1 else "l0-0"} for at in range(1, lines)
    ]
    return document


def merged(parts: int) -> object:
    """The merge of two drafts in which everything was put in another order and given one more."""
    base, theirs, yours = ({"parts": [{"id": str(at), "n": at} for at in range(parts)]} for _ in range(3))
    theirs["parts"] = [{"id": f"t{at}", "n": at} for at in range(parts)] + theirs["parts"]
    yours["parts"].reverse()
    return merge(base, theirs, yours)


# Each kind of much, by how much of it there is: at 1 as much as the door lets in.
WORST: Mapping[str, Callable[[float], dict[str, Any]]] = {
    "400 lines in a jar": lambda share: formula(1, int(400 * share), 0),
    "400 lines of nothing": lambda share: empty_lines(int(400 * share)),
    "400 lines in a chain": lambda share: chain(int(400 * share)),
    "40 jars": lambda share: formula(int(40 * share), 10, 0),
    "40 jars on 5 sizes": lambda share: formula(int(40 * share), 10, 5),
    "24 sizes in 8 jars": lambda share: formula(8, 50, int(24 * share)),
}


def answer(question: str, document: dict[str, Any]) -> object:
    """Ask a question of a document with nothing remembered from before."""
    forget()
    return ask(question, {"document": document, **BESIDE[question]})


def report() -> None:
    """Print how long the worst documents take: for each the question that takes longest."""
    answer("profiles", formula(2, 4, 2))
    print("the worst documents that are let in, seconds of the slowest question")
    for name, make in WORST.items():
        spent = {}
        for question in BESIDE:
            document, started = make(1), time.perf_counter()
            answer(question, document)
            spent[question] = time.perf_counter() - started
        slowest = max(spent, key=spent.__getitem__)
        print(f"  {name:24} evaluate {spent['evaluate']:.2f}, {slowest} {spent[slowest]:.2f}")
    started = time.perf_counter()
    merged(16_000)
    print(f"  {'merge of 16000 ids':24} {time.perf_counter() - started:.2f}")
