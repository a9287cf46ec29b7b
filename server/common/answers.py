"""Requests and answers that carry the core's documents as they are, past ninja's own reading of bodies.

The core's door reads them instead: it finds NaN, NUL and endless nesting at their places.
"""

import json
from typing import Any

from django.http import HttpResponse
from ninja import NinjaAPI, Schema
from pydantic import BaseModel
from pydantic.json_schema import models_json_schema

from jarcore.documents import Formula
from jarcore.documents.formula import FORMAT
from jarcore.documents.run import Run
from jarcore.documents.service import Service
from jarcore.questions import QUESTIONS, Question
from server.common.problems import CONTENT_TYPE

REF = "#/components/schemas/{model}"
JSON = "application/json"
# A file.
BYTES = {"type": "string", "format": "binary"}
# A body of events, each as it was said.
EVENTS = {
    "type": "object",
    "required": ["events"],
    "properties": {"events": {"type": "array", "items": {"$ref": REF.format(model="RunEvent")}}},
}
DEFINITIONS = "$defs"
# What any operation may answer where something is wrong.
REFUSED = {
    400: "Cannot be read",
    401: "Signed out",
    403: "Not allowed",
    404: "Not found",
    409: "Changed meanwhile",
    413: "Too large",
    422: "Not valid",
    429: "Too many tries",
    503: "The database does not answer",
}


class ErrorOut(Schema):
    """One place that is wrong: a JSON Pointer, and what belongs there."""

    path: str
    text: str


class ProblemOut(Schema):
    """RFC 9457, with the places in the document; `request` is what finds it in the log."""

    type: str
    title: str
    status: int
    detail: str
    request: str = ""
    errors: list[ErrorOut] = []


class ConflictOut(Schema):
    path: str
    base: Any = None
    theirs: Any = None
    yours: Any = None


class StaleOut(ProblemOut):
    """Somebody saved meanwhile: what both started from, both drafts, and the merge."""

    revision: int
    base: dict[str, Any] | None = None
    theirs: dict[str, Any] | None = None
    yours: dict[str, Any] | None = None
    merged: dict[str, Any] | None = None
    conflicts: list[ConflictOut] = []


PROBLEM = ProblemOut.__name__


def core_json(answer: object) -> HttpResponse:
    """An answer of the core, as it is."""
    return HttpResponse(json.dumps(answer, allow_nan=False), content_type="application/json")


def attachment(answer: HttpResponse, name: str) -> HttpResponse:
    """An answer that is kept as a file of a name."""
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer


def body(schema: dict[str, Any]) -> dict[str, Any]:
    """OpenAPI of a request body that the core's door reads."""
    return {"requestBody": {"required": True, "content": {"application/json": {"schema": schema}}}}


def answered(schema: dict[str, Any]) -> dict[str, Any]:
    """OpenAPI of a core's answer."""
    return {"responses": {200: {"description": "OK", "content": {"application/json": {"schema": schema}}}}}


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


class JarAPI(NinjaAPI):
    """ninja's API with the core's documents among its schemas."""

    def get_openapi_schema(self, **kwargs: Any) -> Any:
        """The OpenAPI description; the formula, and what each question asks and answers, from their one definition."""
        schema = super().get_openapi_schema(**kwargs)
        components = schema["components"]["schemas"]
        models: list[type[BaseModel]] = [Formula, Service, Run, *(question.asked for question in QUESTIONS.values())]
        for one in models:
            _, described = models_json_schema([(one, "validation")], ref_template=REF)
            components.update(described[DEFINITIONS])
        components.setdefault(PROBLEM, ProblemOut.model_json_schema(ref_template=REF))
        components[PROBLEM].pop(DEFINITIONS, None)
        components.setdefault(ErrorOut.__name__, ErrorOut.model_json_schema())
        for question in QUESTIONS.values():
            answer = question.adapter.json_schema(ref_template=REF)
            components.update(answer.pop(DEFINITIONS, {}))
            if answer.get("type") == "object":
                components[answer["title"]] = answer
        return _with_formulas(_with_problems(schema))


def _with_problems(schema: Any) -> Any:
    """The schema in which each operation says what may be wrong: as problem documents, those of its own kept."""
    schema["components"]["responses"] = {
        f"Refused{status}": {"description": words, "content": {CONTENT_TYPE: {"schema": named(PROBLEM)}}}
        for status, words in REFUSED.items()
    }
    for operation in (one for operations in schema["paths"].values() for one in operations.values()):
        answers = operation["responses"]
        for status in REFUSED:
            if status in answers:
                answers[status]["content"] = {CONTENT_TYPE: answers[status]["content"][JSON]}
            else:
                answers[status] = {"$ref": f"#/components/responses/Refused{status}"}
    return schema


def _with_formulas(schema: Any) -> Any:
    """The schema with each formula document described as the formula that it is."""
    if isinstance(schema, dict):
        if schema.get("format") == FORMAT:
            return named(Formula.__name__)
        return {key: _with_formulas(value) for key, value in schema.items()}
    return [_with_formulas(item) for item in schema] if isinstance(schema, list) else schema
