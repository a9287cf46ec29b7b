"""Documents in bodies and answers: for Python plain objects, in the description of the API what they are.

A draft is kept as it was typed, so it may hold what its document does not: then it is described as any object.
"""

from typing import Annotated, Any

from pydantic import WithJsonSchema

# How a place says of which document it is, or a draft of one; the description has references there instead.
DOCUMENT, DRAFT = "jar-table/", "jar-table/draft/"


def draft_of(name: str) -> WithJsonSchema:
    """A draft of a document: of the schema of a name."""
    return WithJsonSchema({"type": "object", "format": DRAFT + name})


FormulaDraft = Annotated[dict[str, Any], draft_of("Formula")]
ServiceDraft = Annotated[dict[str, Any], draft_of("Service")]
JarDraft = Annotated[dict[str, Any], draft_of("Jar")]
PantryDraft = Annotated[dict[str, Any], draft_of("Pantry")]
OriginDraft = Annotated[dict[str, Any], draft_of("Origin")]
ScaleDraft = Annotated[Any, draft_of("OwnScale")]
Event = Annotated[dict[str, Any], draft_of("RunEvent")]
Anything = Annotated[Any, WithJsonSchema({"description": "Any JSON value."})]
