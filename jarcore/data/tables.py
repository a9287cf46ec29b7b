"""Reading the tables. Every number with authority is a row here, with its source and confidence."""

import csv
import json
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any

FOLDER = Path(__file__).parent
CONFIDENCES = ("H", "M", "L")
# Notices carry no authority of their own: they say what is missing in a document.
WITHOUT_SOURCE = "notice"
# Tables in which the first column alone is no key.
MANY_A_KEY = ("limits", "heat", "growth", "swaps")


@cache
def rows(name: str) -> list[dict[str, str]]:
    """Rows of the table NAME, as written; read once."""
    with (FOLDER / f"{name}.csv").open(encoding="utf-8", newline="") as file:
        return list(csv.DictReader(file))


def number(text: str) -> float | None:
    """A cell as a number; None when it is empty."""
    return float(text) if text else None


def words(text: str) -> tuple[str, ...]:
    """A cell that lists words, parted by semicolons."""
    return tuple(word.strip() for word in text.split(";") if word.strip())


@dataclass(frozen=True, slots=True)
class Parameter:
    """One figure of the model: its value [unit], the range it was seen in, where it is from."""

    name: str
    value: float
    unit: str
    low: float | None
    high: float | None
    source: str
    confidence: str


@cache
def parameters() -> dict[str, Parameter]:
    """Parameters of the models, by name."""
    return {
        row["name"]: Parameter(
            row["name"],
            float(row["value"]),
            row["unit"],
            number(row.get("low", "")),
            number(row.get("high", "")),
            row["source"],
            row["confidence"],
        )
        for table in ("parameters", "windows", "safety", "heat_parameters")
        for row in rows(table)
    }


@cache
def parameter(name: str) -> float:
    """The value of one parameter, in the unit its row states."""
    return parameters()[name].value


@cache
def shelf() -> list[dict[str, Any]]:
    """Starting jars by school of practice, each with its reason; their jars and lines have no ids yet."""
    found: list[dict[str, Any]] = json.loads((FOLDER / "shelf.json").read_text(encoding="utf-8"))
    return found


@cache
def schools() -> list[dict[str, Any]]:
    """Where good cooks disagree: questions with their options, each with its reason and what it sets in a document."""
    found: list[dict[str, Any]] = json.loads((FOLDER / "schools.json").read_text(encoding="utf-8"))
    return found


def faults() -> list[str]:
    """What is wrong with the tables: rows without source or confidence, columns that do not fit, ids twice."""
    found = []
    for path in sorted(FOLDER.glob("*.csv")):
        seen: set[str] = set()
        for line, row in enumerate(rows(path.stem), start=2):
            where = f"{path.name}:{line}"
            key = next(iter(row.values()))
            if None in row or None in row.values():
                found.append(f"{where} has another number of cells than the head")
                continue
            if row.get("kind") != WITHOUT_SOURCE and not row.get("source", "").strip():
                found.append(f"{where} ({key}) has no source")
            if row.get("kind") != WITHOUT_SOURCE and row.get("confidence") not in CONFIDENCES:
                found.append(f"{where} ({key}) has no confidence H, M or L")
            if key in seen and path.stem not in MANY_A_KEY:
                found.append(f"{where} repeats {key}")
            seen.add(key)
    for name, key, items in (("shelf", "id", shelf()), ("schools", "question", schools())):
        lacking = [one[key] for one in items if not one["source"] or one["confidence"] not in CONFIDENCES]
        found += [f"{name}.json ({one}) has no source or confidence" for one in lacking]
    return found
