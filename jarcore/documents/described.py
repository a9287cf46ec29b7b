"""JSON Schemas of the open documents with each field described: meaning, unit, default, limits.

What a field means stands in fields.csv, what it must lie between in limits.csv; both are written nowhere else.
"""

import json
from collections.abc import Iterator, Mapping
from functools import cache
from typing import Any

from jarcore.data import default_pantry, rendered, rows
from jarcore.documents.known import known

DIALECT = "https://json-schema.org/draft/2020-12/schema"
# A size of pieces is measured as the fish is.
MEASURED, ALIKE = "Fish", "Group"
Schema = dict[str, Any]
Place = tuple[str, str]


def described(schema: Mapping[str, Any], name: str, version: int, *, written: bool = True) -> Schema:
    """The schema of a document, as its models have it, with each of its fields described.

    Parameters: name and version, of its format: they make its `$id`, which is absolute; written, whether people and
    other programs write it: then it has to say what it is.
    Raises: LookupError for a field of which the table says nothing.
    """
    parts = {part["title"]: part for part in (schema, *schema.get("$defs", {}).values()) if "properties" in part}
    limits = dict(_limits(schema, parts))
    made = {title: _part(part, title, limits) for title, part in parts.items()}
    root = {key: value for key, value in made[schema["title"]].items() if key != "$defs"}
    definitions = {key: made.get(part.get("title", ""), part) for key, part in schema.get("$defs", {}).items()}
    return {
        **root,
        "$schema": DIALECT,
        "$id": f"urn:jar-table:{name}:{version}",
        **({"required": ["format"]} if written else {}),
        **({"$defs": definitions} if definitions else {}),
    }


@cache
def _fields() -> dict[Place, dict[str, str]]:
    return {(row["part"], row["field"]): row for row in rows("fields")}


def _part(part: Mapping[str, Any], title: str, limits: Mapping[Place, Mapping[str, str]]) -> Schema:
    """A part with its fields described."""
    found = {}
    for name, field in part["properties"].items():
        if (title, name) not in _fields():
            raise LookupError(f"fields.csv does not say what {name} of {title} is")
        found[name] = _field(field, _fields()[title, name], limits.get((title, name)))
    return {**part, "properties": found}


def _field(field: Mapping[str, Any], row: Mapping[str, str], limit: Mapping[str, str] | None) -> Schema:
    """A field with what it means, what it is where it is absent, and what it must lie between."""
    made = {key: value for key, value in field.items() if key not in ("title", "default")}
    said = [f"{row['meaning'].removesuffix('.')} [{row['unit']}]." if row["unit"] else row["meaning"]]
    if limit is not None:
        unit = limit["unit"] or row["unit"]
        said.append(f"From {limit['low']} to {limit['high']}{f' {unit}' if unit else ''}.")
        made = _bounded(made, limit)
    if row["one_of"]:
        made = _one_of(made, [one for one, _ in known(row["one_of"], default_pantry())])
    if row["default"]:
        made["default"] = json.loads(row["default"])
    if row["absent"]:
        said.append(f"Absent: {rendered(row['absent'])}.")
    return {**made, "description": " ".join(said)}


def _one_of(field: Any, words: list[str]) -> Any:
    """A field whose texts are of those that rows list."""
    if isinstance(field, list):
        return [_one_of(one, words) for one in field]
    if not isinstance(field, dict):
        return field
    if field.get("type") == "string":
        return {**field, "enum": words}
    return {key: _one_of(one, words) for key, one in field.items()}


def _bounded(field: Schema, limit: Mapping[str, str]) -> Schema:
    """A field whose plain number is bounded; what is stated in a unit of one's own is bounded in words."""
    ends = {"minimum": float(limit["low"]), "maximum": float(limit["high"])}
    if field.get("type") == "number":
        return {**field, **ends}
    ways = field.get("anyOf", [])
    if not any(one.get("type") == "number" for one in ways):
        return field
    return {**field, "anyOf": [{**one, **ends} if one.get("type") == "number" else one for one in ways]}


def _limits(schema: Mapping[str, Any], parts: Mapping[str, Any]) -> Iterator[tuple[Place, dict[str, str]]]:
    """What fields must lie between, by their part and name; limits of amounts, which go by dimension, left out."""
    for row in rows("limits"):
        place = _place(schema, parts, row["path"]) if row["path"].startswith("/") else None
        if place is not None:
            yield place, row
            if place[0] == MEASURED and place[1] in parts.get(ALIKE, {}).get("properties", {}):
                yield (ALIKE, place[1]), row


def _place(schema: Mapping[str, Any], parts: Mapping[str, Any], path: str) -> Place | None:
    """The part and the field that a path of a table leads to, where '*' stands for a position; None for no such."""
    title, place = schema["title"], None
    for step in path.split("/")[1:]:
        if step == "*":
            continue
        field = parts.get(title, {}).get("properties", {}).get(step)
        if field is None:
            return None
        place, title = (title, step), next(_refers(field), "")
    return place


def _refers(field: Any) -> Iterator[str]:
    """The parts that a field may hold."""
    if isinstance(field, Mapping):
        if "$ref" in field:
            yield field["$ref"].rpartition("/")[2]
        for one in field.values():
            yield from _refers(one)
    elif isinstance(field, list):
        for one in field:
            yield from _refers(one)
