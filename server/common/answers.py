"""Requests and answers that carry the core's documents as they are, past ninja's own reading of bodies.

The core's door reads them instead: it finds NaN, NUL and endless nesting at their places.
"""

import json
from typing import Any

from django.http import HttpResponse
from ninja import NinjaAPI
from pydantic import BaseModel
from pydantic.json_schema import models_json_schema

from jarcore.documents import Formula
from jarcore.documents.formula import FORMAT
from jarcore.questions import QUESTIONS, Question

REF = "#/components/schemas/{model}"
DEFINITIONS = "$defs"


def core_json(answer: object) -> HttpResponse:
    """An answer of the core, as it is."""
    return HttpResponse(json.dumps(answer, allow_nan=False), content_type="application/json")


def body(schema: dict[str, Any]) -> dict[str, Any]:
    """OpenAPI of a request body that the core's door reads."""
    return {"requestBody": {"required": True, "content": {"application/json": {"schema": schema}}}}


def answered(schema: dict[str, Any]) -> dict[str, Any]:
    """OpenAPI of a core's answer."""
    return {"responses": {200: {"description": "OK", "content": {"application/json": {"schema": schema}}}}}


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
        models: list[type[BaseModel]] = [Formula, *(question.asked for question in QUESTIONS.values())]
        for one in models:
            _, described = models_json_schema([(one, "validation")], ref_template=REF)
            components.update(described[DEFINITIONS])
        for question in QUESTIONS.values():
            answer = question.adapter.json_schema(ref_template=REF)
            components.update(answer.pop(DEFINITIONS, {}))
            if answer.get("type") == "object":
                components[answer["title"]] = answer
        return _with_formulas(schema)


def _with_formulas(schema: Any) -> Any:
    """The schema with each formula document described as the formula that it is."""
    if isinstance(schema, dict):
        if schema.get("format") == FORMAT:
            return named(Formula.__name__)
        return {key: _with_formulas(value) for key, value in schema.items()}
    return [_with_formulas(item) for item in schema] if isinstance(schema, list) else schema
