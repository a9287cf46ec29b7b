"""Reading the tables. Every number with authority is a row here, with its source and confidence."""

import csv
import json
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Any

from jarcore.data.recording import listeners as LISTENERS
from jarcore.data.recording import note

FOLDER = Path(__file__).parent
CONFIDENCES = ("H", "M", "L")


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


@dataclass(frozen=True, slots=True, kw_only=True)
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
            name=row["name"],
            value=float(row["value"]),
            unit=row["unit"],
            low=number(row.get("low", "")),
            high=number(row.get("high", "")),
            source=row["source"],
            confidence=row["confidence"],
        )
        for table in ("parameters", "windows", "safety", "heat_parameters", "schedule", "device_parameters")
        for row in rows(table)
    }


def parameter(name: str) -> float:
    """The value of one parameter, in the unit its row states."""
    if LISTENERS:
        note(name)
    return parameters()[name].value


def named(**rows_by: str) -> Mapping[str, str]:
    """Names of parameter rows by a word of the documents, each name written out so that it can be searched for.

    Raises: KeyError, when the module that asks is loaded, for a row that is not there.

    >>> named(fine="dissolve_lag_fine").get("fine")
    'dissolve_lag_fine'
    """
    for name in rows_by.values():
        parameters()[name]
    return rows_by


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
