"""Every operation of the API, as its description has them, with an address of something that is there."""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from typing import Any
from uuid import uuid4

from server.config.api import api

# What else may stand in an address.
USUAL = {"batch": 1, "instrument": "scale-1-5000", "number": 1, "jar": 1}


@dataclass(frozen=True)
class Operation:
    """One operation: its method, its path with names in it, an address of it, its description."""

    method: str
    path: str
    where: str
    described: dict[str, Any]

    @property
    def body(self) -> dict[str, Any]:
        """The schema of its body of JSON; empty where it has none."""
        content = self.described.get("requestBody", {}).get("content", {})
        return followed(content.get("application/json", {}).get("schema", {}))


def followed(schema: dict[str, Any]) -> dict[str, Any]:
    """A schema, where it is only named the one of that name."""
    name = schema.get("$ref", "").rpartition("/")[2]
    return described()["components"]["schemas"][name] if name else schema


@cache
def described() -> Any:
    """The API's description."""
    return api.get_openapi_schema(path_prefix="/api/")


def walked(**named: Any) -> Iterator[Operation]:
    """Each operation, with what is named in its address: kitchen, formula, service, run, person."""
    for path, operations in described()["paths"].items():
        for method, one in operations.items():
            places = {**USUAL, "handle": uuid4(), "photo": uuid4(), **named}
            yield Operation(method.upper(), path, path.format_map(places), one)
