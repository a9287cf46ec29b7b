"""Documents in bodies and answers: for Python plain objects, in the description of the API what they are.

A draft is kept as it was typed, so it may hold what its document does not: then it is described as any object.
"""

from typing import Annotated, Any

from pydantic import WithJsonSchema

from jarcore.data.kitchen_rows import choices

# How a place says of which document it is, or a draft of one; the description has references there instead.
DOCUMENT, DRAFT = "jar-table/", "jar-table/draft/"


def draft_of(name: str) -> WithJsonSchema:
    """A draft of a document: of the schema of a name."""
    return WithJsonSchema({"type": "object", "format": DRAFT + name})


def one_of(column: str) -> WithJsonSchema:
    """One of the words that a column of the pantry's rows may hold, a kitchen's own rows among them."""
    return WithJsonSchema({"type": "string", "enum": sorted(choices()[column])})


FormulaDraft = Annotated[dict[str, Any], draft_of("Formula")]
ServiceDraft = Annotated[dict[str, Any], draft_of("Service")]
JarDraft = Annotated[dict[str, Any], draft_of("Jar")]
PantryDraft = Annotated[dict[str, Any], draft_of("Pantry")]
OriginDraft = Annotated[dict[str, Any], draft_of("Origin")]
PriceDraft = Annotated[Any, draft_of("Price")]
ScaleDraft = Annotated[Any, draft_of("OwnScale")]
Event = Annotated[dict[str, Any], draft_of("RunEvent")]
Anything = Annotated[Any, WithJsonSchema({"description": "Any JSON value."})]
# Words of rows.
Group = Annotated[str, one_of("group")]
FatClass = Annotated[str, one_of("fat_class")]
Firmness = Annotated[str, one_of("firmness")]
Shape = Annotated[str, one_of("shape")]
