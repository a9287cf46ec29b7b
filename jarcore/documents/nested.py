"""Documents inside of others: objects that are read by themselves; their schemas name the format in their place."""

from typing import Annotated, Any

from pydantic import WithJsonSchema


def _of(name: str) -> WithJsonSchema:
    return WithJsonSchema({"type": "object", "format": f"jar-table/{name}"})


FormulaObject = Annotated[dict[str, Any], _of("formula")]
ServiceObject = Annotated[dict[str, Any], _of("service")]
PlanObject = Annotated[dict[str, Any], _of("plan")]
