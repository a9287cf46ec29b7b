"""The description of the API: each operation with who may ask it and what it may refuse, the documents as they are."""

import json
from collections.abc import Iterable, Iterator, Mapping, Sequence
from itertools import groupby
from typing import Any

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema
from ninja.operation import Operation
from pydantic import BaseModel
from pydantic.json_schema import models_json_schema

from jarcore.documents.described import Schema
from jarcore.documents.formula import formula_schema
from jarcore.documents.pantry import pantry_schema
from jarcore.documents.refusal import Kind
from jarcore.documents.run import run_schema
from jarcore.documents.service import service_schema
from jarcore.questions import QUESTIONS
from server.common.answers import BODIES, DEFINITIONS, JSON, REF, ErrorOut, ProblemOut, named
from server.common.problems import CONTENT_TYPE
from server.common.refusals import SAFE, refusals_of
from server.common.typed import DOCUMENT, DRAFT
from server.common.ways import SCHEMES, ways_of

ROOT = "/api/"
SAID = ("title", "description", "default", "additionalProperties")
LOCAL = f"#/{DEFINITIONS}/"
# Documents that people and other programs write, by the names of their formats.
DOCUMENTS = {
    "formula": formula_schema,
    "service": service_schema,
    "run": run_schema,
    "pantry": pantry_schema,
}
WAIT = {"Retry-After": {"description": "How long to wait before the next try [s].", "schema": {"type": "integer"}}}
WAITED_FOR = (429, 503)


class JarAPI(NinjaAPI):
    """ninja's API with a description of its own."""

    def get_openapi_schema(self, *, path_prefix: str | None = None, **_more: Any) -> Any:
        """The OpenAPI description."""
        described = _Described(self, path_prefix or ROOT)
        components = described["components"]
        components["schemas"].update(_of_the_core(components["schemas"]))
        components["securitySchemes"] = SCHEMES
        return _with_documents(described, components["schemas"])


class _Described(OpenAPISchema):
    """ninja's description, in which each operation says who may ask it and what it may refuse."""

    def __init__(self, api: NinjaAPI, path_prefix: str) -> None:
        self.answers: dict[str, Any] = {}
        super().__init__(api, path_prefix)
        self["components"]["responses"] = self.answers

    def operation_details(self, operation: Operation) -> dict[str, Any]:
        described: dict[str, Any] = super().operation_details(operation)
        described.pop("security", None)
        ways = ways_of(operation)
        if ways:
            described["security"] = ways[0].as_listed(changes=not SAFE.issuperset(operation.methods))
        elif security := (operation.openapi_extra or {}).get("security"):
            described["security"] = security
        answers = described["responses"]
        for status, kinds in groupby(refusals_of(operation, described), key=lambda kind: kind.status):
            answers[status] = self.refused(status, list(kinds), answers.get(status))
        return described

    def refused(self, status: int, kinds: Sequence[Kind], own: Mapping[str, Any] | None) -> dict[str, Any]:
        """The answer of a status: which kinds there are, and its schema, which is an operation's own where it has one.
        What several operations may answer is described once.
        """
        schema = own["content"][JSON]["schema"] if own else named(ProblemOut.__name__)
        made = {
            "description": "; ".join(f"`{kind.code}`: {kind.title}" for kind in kinds),
            "content": {CONTENT_TYPE: {"schema": schema}},
            "x-codes": [kind.code for kind in kinds],
            **({"headers": WAIT} if status in WAITED_FOR else {}),
        }
        if own:
            return made
        name = "-".join((str(status), *(kind.code for kind in kinds)))
        self.answers[name] = made
        return {"$ref": f"#/components/responses/{name}"}


def _of_the_core(there: Mapping[str, Any]) -> dict[str, Any]:
    """The schemas of the open documents, of what each question asks and answers, and of problems."""
    found: dict[str, Any] = {}
    for name, schema in DOCUMENTS.items():
        found.update(_parts(schema(), name, {**there, **found}))
    asked: list[type[BaseModel]] = [question.asked for question in QUESTIONS.values()]
    read: list[type[BaseModel]] = [*asked, *BODIES, ProblemOut, ErrorOut]
    for one in read:
        found.update(models_json_schema([(one, "validation")], ref_template=REF)[1][DEFINITIONS])
    for question in QUESTIONS.values():
        answer = question.adapter.json_schema(ref_template=REF)
        found.update(answer.pop(DEFINITIONS, {}))
        if answer.get("type") == "object":
            found[answer["title"]] = answer
    return found


def _parts(schema: Schema, document: str, there: Mapping[str, Any]) -> dict[str, Any]:
    """A document's schema and those of its parts by their names; a part that is called as another one is, is called by
    its document too.
    """
    parts = {schema["title"]: {k: v for k, v in schema.items() if k[0] != "$"}, **schema.get(DEFINITIONS, {})}
    names = {name: name if _alike(there.get(name), part) else document.title() + name for name, part in parts.items()}
    return {names[name]: {**_for_clients(part, names), "title": names[name]} for name, part in parts.items()}


def _alike(known: Any, part: Any) -> bool:
    return known is None or _bare(known) == _bare(part)


def _bare(value: Any) -> Any:
    """A schema without what is said of it."""
    if isinstance(value, dict):
        said = {key for key in SAID if not isinstance(value.get(key), dict)}
        return {key: _bare(one) for key, one in value.items() if key not in said}
    return [_bare(one) for one in value] if isinstance(value, list) else value


def _for_clients(value: Any, names: Mapping[str, str]) -> Any:
    """A schema whose references are to the API's own schemas, and whose defaults are said in words: a client that knew
    them would write them into documents.
    """
    if isinstance(value, dict):
        if str(value.get("$ref", "")).startswith(LOCAL):
            return {**value, "$ref": REF.format(model=names[value["$ref"].removeprefix(LOCAL)])}
        made = {key: _for_clients(one, names) for key, one in value.items()}
        if "default" in value and "description" in value:
            absent = json.dumps(made.pop("default"), ensure_ascii=False)
            made["description"] = f"{value['description']} Absent: {absent}."
        return made
    return [_for_clients(one, names) for one in value] if isinstance(value, list) else value


def _with_documents(schema: Any, components: dict[str, Any]) -> Any:
    """The description with each document in its place described as what it is, and each draft of one."""
    drafts = dict(_drafts(_formats(schema)))
    components.update(drafts)
    return _referred(schema)


def _formats(schema: Any) -> Iterator[str]:
    """The formats that places of a description say."""
    for one in schema.values() if isinstance(schema, dict) else schema if isinstance(schema, list) else ():
        yield from _formats(one)
    if isinstance(schema, dict) and isinstance(schema.get("format"), str):
        yield schema["format"]


def _drafts(formats: Iterable[str]) -> Iterator[tuple[str, Schema]]:
    for name in sorted({one.removeprefix(DRAFT) for one in formats if one.startswith(DRAFT)}):
        anything = {"type": "object", "additionalProperties": True}
        said = f"{name}, as it was typed: where that does not fit its schema, an object that holds anything."
        yield f"{name}Draft", {"description": said, "anyOf": [named(name), anything]}


def _referred(schema: Any) -> Any:
    if isinstance(schema, dict):
        form = schema.get("format")
        if isinstance(form, str) and form.startswith(DOCUMENT):
            draft = form.startswith(DRAFT)
            return named(f"{form.removeprefix(DRAFT)}Draft" if draft else form.removeprefix(DOCUMENT).title())
        return {key: _referred(one) for key, one in schema.items()}
    return [_referred(one) for one in schema] if isinstance(schema, list) else schema
