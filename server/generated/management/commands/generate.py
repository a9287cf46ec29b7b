"""Writes what is generated from the models: schemas, the table of codes, an example of each document, the API."""

import csv
import json
import re
from collections.abc import Mapping, Sequence
from dataclasses import asdict
from pathlib import Path
from typing import Any, TypeVar
from uuid import NAMESPACE_URL, uuid5

from django.core.management.base import BaseCommand, CommandParser
from pydantic import TypeAdapter

from jarcore import plan
from jarcore.data import rendered, rows
from jarcore.documents import Evaluation, Plan
from jarcore.documents.described import described
from jarcore.documents.evaluation import FORMAT_VERSION as EVALUATION_VERSION
from jarcore.documents.formula import formula_schema
from jarcore.documents.pantry import pantry_schema
from jarcore.documents.plan import FORMAT_VERSION as PLAN_VERSION
from jarcore.documents.plan import PlannedStep
from jarcore.documents.run import FORMAT as RUN
from jarcore.documents.run import FORMAT_VERSION as RUN_VERSION
from jarcore.documents.run import run_schema
from jarcore.documents.service import service_schema
from jarcore.formula import evaluate
from jarcore.questions import Profiles
from jarcore.questions.profiles import FORMAT_VERSION as PROFILES_VERSION
from server.common import kinds
from server.config.api import api

EXAMPLE = Path("examples/zander-caraway.jar.json")
SERVICE_EXAMPLE = Path("examples/zander-evening.service.json")
# What is told of a code of a caution or a notice.
CODES = ("code", "kind", "grade", "when", "source")
PANTRY_EXAMPLE = Path("examples/own-rows.pantry.json")
COMMIT = re.compile(r"(commit:)\S+")
Made = TypeVar("Made", Evaluation, Plan)


class Command(BaseCommand):
    help = __doc__
    requires_system_checks: list[str] = []

    def add_arguments(self, parser: CommandParser) -> None:
        """The folder to write below: the project, or a copy to compare with."""
        parser.add_argument("folder", type=Path)

    def handle(self, *, folder: Path, **_options: Any) -> None:
        """Write all of it."""
        formats = folder / "docs" / "format"
        formula = json.loads(EXAMPLE.read_text(encoding="utf-8"))
        write(formats / "formula.schema.json", formula_schema())
        write(formats / "formula.example.json", formula)
        write(formats / "evaluation.schema.json", answered(Evaluation, "evaluation", EVALUATION_VERSION))
        write(formats / "profiles.schema.json", answered(Profiles, "profiles", PROFILES_VERSION))
        write(formats / "evaluation.example.json", rounded(of_any_commit(evaluate(formula))))
        service = json.loads(SERVICE_EXAMPLE.read_text(encoding="utf-8"))
        write(formats / "service.schema.json", service_schema())
        write(formats / "service.example.json", service)
        write(formats / "plan.schema.json", answered(Plan, "plan", PLAN_VERSION))
        # Without the search, so that another processor writes the same example.
        planned = of_any_commit(plan(service, search=False))
        write(formats / "plan.example.json", planned)
        write(formats / "run.schema.json", run_schema())
        write(formats / "run.example.json", run_example(service, planned))
        write(formats / "pantry.schema.json", pantry_schema())
        write(formats / "pantry.example.json", json.loads(PANTRY_EXAMPLE.read_text(encoding="utf-8")))
        write(folder / "docs" / "api" / "openapi.json", api.get_openapi_schema(path_prefix="/api/"))
        write_table(folder / "docs" / "api" / "problems.csv", [asdict(kind) for kind in kinds.every()])
        codes = ({**row, "when": rendered(row["when"])} for row in rows("codes"))
        write_table(formats / "codes.csv", [{name: row[name] for name in CODES} for row in codes])


def answered(kind: Any, name: str, version: int) -> dict[str, Any]:
    """The schema of a document that only the program writes."""
    return described(TypeAdapter(kind).json_schema(), name, version, written=False)


def of_any_commit(made: Made) -> Made:
    """An example that says no commit of its own, for it is part of every one."""
    return {**made, "engine": COMMIT.sub(r"\g<1>000000000000", made["engine"])}


def run_example(service: dict[str, Any], planned: Plan) -> dict[str, Any]:
    """A run of a service in the middle: its first steps done as planned, a gate passed, the fish weighed, a step put
    off.
    """
    steps = [step for step in planned["steps"] if step["press"] == "done"]
    done = [{"do": "done", "step": one["id"], "at": one["end"], "by": one["calls"][0]} for one in steps[:3]]
    gate, late = steps[0]["gates"][0], steps[3]
    said: list[dict[str, Any]] = [
        {"do": "passed", "step": steps[0]["id"], "at": steps[0]["end"], "gate": gate["id"], "value": 2.4, "held": True},
        *done,
        {"do": "weighed", "step": late["id"], "at": late["end"], "value": 672, "source": "scale", **_meant(late)},
        {"do": "not_yet", "step": late["id"], "at": late["start"], "until": late["end"]},
    ]
    events = [
        {"id": str(uuid5(NAMESPACE_URL, f"event-{place}")), "version": 1, "source": "pressed", **one}
        for place, one in enumerate(said)
    ]
    head = {"format": RUN, "format_version": RUN_VERSION, "title": service["title"], "began_at": planned["starts_at"]}
    return {**head, "service": service, "planned": planned, "events": events}


def _meant(step: PlannedStep) -> dict[str, Any]:
    """What is weighed for a step, as an event says it: of what, and what it was to weigh."""
    amount = step["amounts"][0]
    return {"course": step["course"], "jar": amount["jar"], "line": amount["line"], "meant": amount["mass_g"]}


def write(path: Path, value: Any) -> None:
    """One JSON file, stable from run to run."""
    path.parent.mkdir(parents=True, exist_ok=True)
    path.write_text(json.dumps(value, indent=2, ensure_ascii=False, sort_keys=True) + "\n", encoding="utf-8")


def rounded(value: Any) -> Any:
    """Numbers to nine digits, so that another processor writes the same example."""
    if isinstance(value, float):
        return float(f"{value:.9g}")
    if isinstance(value, dict):
        return {key: rounded(item) for key, item in value.items()}
    return [rounded(item) for item in value] if isinstance(value, list) else value


def write_table(path: Path, listed: Sequence[Mapping[str, object]]) -> None:
    """A table, its head from what is in it."""
    with path.open("w", encoding="utf-8", newline="") as file:
        writer = csv.DictWriter(file, listed[0], lineterminator="\n")
        writer.writeheader()
        writer.writerows(listed)
