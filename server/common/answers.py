"""Requests and answers that carry the core's documents as they are, past ninja's own reading of bodies.

The core's door reads them instead: it finds NaN, NUL and endless nesting at their places.
"""

import json
from typing import Any

from django.http import HttpResponse
from ninja import Schema
from pydantic import BaseModel

from jarcore.questions import Question
from server.common.typed import Anything, FormulaDraft, ServiceDraft

REF = "#/components/schemas/{model}"
JSON = "application/json"
DEFINITIONS = "$defs"
# Models of bodies that ninja does not read.
BODIES: list[type[BaseModel]] = []
# A file.
BYTES = {"type": "string", "format": "binary"}
# A body of events, each as it was said.
EVENTS = {
    "type": "object",
    "required": ["events"],
    "properties": {"events": {"type": "array", "items": {"$ref": REF.format(model="RunEvent")}}},
}


class ErrorOut(Schema):
    """One place that is wrong: a JSON Pointer into what was sent, a code of what is wrong there, what belongs there."""

    path: str
    code: str
    text: str


class ProblemOut(Schema):
    """RFC 9457. Programs go by `code`, which stays what it is (`type` is made of it); people read the rest. `errors`
    are the places, `request` finds it in the log.
    """

    type: str
    code: str
    title: str
    status: int
    detail: str
    request: str = ""
    errors: list[ErrorOut] = []


class ConflictOut(Schema):
    """A place where both changed the same thing, and what stands there in each; anything that a document may hold."""

    path: str
    base: Anything = None
    theirs: Anything = None
    yours: Anything = None


class StaleOut(ProblemOut):
    """Somebody saved meanwhile: at which revision it is, and the places where both changed the same thing."""

    revision: int
    conflicts: list[ConflictOut] = []


class StaleFormula(StaleOut):
    """What both started from, both drafts, and the merge."""

    base: FormulaDraft | None = None
    theirs: FormulaDraft | None = None
    yours: FormulaDraft | None = None
    merged: FormulaDraft | None = None


class StaleService(StaleOut):
    """What both started from, both services, and the merge."""

    base: ServiceDraft | None = None
    theirs: ServiceDraft | None = None
    yours: ServiceDraft | None = None
    merged: ServiceDraft | None = None


def core_json(answer: object) -> HttpResponse:
    """An answer of the core, as it is."""
    return HttpResponse(json.dumps(answer, allow_nan=False), content_type="application/json")


def attachment(answer: HttpResponse, name: str) -> HttpResponse:
    """An answer that is kept as a file of a name."""
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer


def body(schema: dict[str, Any]) -> dict[str, Any]:
    """OpenAPI of a request body that the core's door reads."""
    return {"requestBody": {"required": True, "content": {JSON: {"schema": schema}}}}


def body_of(model: type[BaseModel]) -> dict[str, Any]:
    """OpenAPI of a request body that the core's door reads and a model checks (see bodies.read_as)."""
    BODIES.append(model)
    return body(named(model.__name__))


def answered(schema: dict[str, Any]) -> dict[str, Any]:
    """OpenAPI of a core's answer."""
    return {"responses": {200: {"description": "OK", "content": {JSON: {"schema": schema}}}}}


def file_of(kind: str) -> dict[str, Any]:
    """OpenAPI of an answer that is a file."""
    return {"responses": {200: {"description": "OK", "content": {kind: {"schema": BYTES}}}}}


def named(model: str) -> dict[str, Any]:
    """A reference to a schema of the API."""
    return {"$ref": REF.format(model=model)}


def request_of(question: Question[Any]) -> dict[str, Any]:
    """OpenAPI of what a question asks for."""
    return body(named(question.asked.__name__))


def answer_of(question: Question[Any]) -> dict[str, Any]:
    """OpenAPI of what a question answers."""
    schema = question.adapter.json_schema(ref_template=REF)
    schema.pop(DEFINITIONS, None)
    own = schema.get("title") if schema.get("type") == "object" else None
    return answered(named(own) if own else schema)
