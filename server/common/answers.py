"""Requests and answers that carry the core's documents as they are, past ninja's own reading of bodies.

The core's door reads them instead: it finds NaN, NUL and endless nesting at their places.
"""

import json
from typing import Any

from django.http import HttpResponse
from ninja import NinjaAPI
from pydantic import TypeAdapter
from pydantic.json_schema import models_json_schema

from jarcore import questions
from jarcore.documents import Evaluation, Formula

ANSWERS = (
    Evaluation,
    questions.Profiles,
    questions.Comparison,
    questions.Phrase,
    questions.Rewriting,
    questions.Swap,
    questions.Question,
    questions.Explanation,
    questions.Windows,
    questions.Curve,
    questions.Fit,
)
PATCH = {"type": "array", "items": {"type": "object", "additionalProperties": True}}
REF = "#/components/schemas/{model}"


def core_json(answer: Any) -> HttpResponse:
    """An answer of the core, as it is."""
    return HttpResponse(json.dumps(answer, allow_nan=False), content_type="application/json")


def body(schema: dict[str, Any]) -> dict[str, Any]:
    """OpenAPI of a request body that the core's door reads."""
    return {"requestBody": {"required": True, "content": {"application/json": {"schema": schema}}}}


def answered(model: str, many: bool = False) -> dict[str, Any]:
    """OpenAPI of a core's answer: one, or a list of many."""
    schema = {"type": "array", "items": named(model)} if many else named(model)
    return {"responses": {200: {"description": "OK", "content": {"application/json": {"schema": schema}}}}}


def named(model: str) -> dict[str, Any]:
    """A reference to a schema of the API."""
    return {"$ref": REF.format(model=model)}


class JarAPI(NinjaAPI):
    """ninja's API with the core's documents among its schemas."""

    def get_openapi_schema(self, **kwargs: Any) -> Any:
        """The OpenAPI description; formula and evaluation come from their one definition."""
        schema = super().get_openapi_schema(**kwargs)
        components = schema["components"]["schemas"]
        _, formula = models_json_schema([(Formula, "validation")], ref_template=REF)
        components.update(formula["$defs"])
        components["Patch"] = PATCH
        for answer in ANSWERS:
            described = TypeAdapter(answer).json_schema(ref_template=REF)
            components.update(described.pop("$defs", {}))
            components[answer.__name__] = described
        return schema
