"""Bodies of requests, read by the core's door."""

from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from jarcore.documents import parse
from jarcore.documents.refusal import NOT_VALID
from server.common.kinds import CANNOT_BE_KEPT
from server.common.problems import UNFIT, Problem, wrong_at

M = TypeVar("M", bound=BaseModel)


def keepable(raw: bytes, prefix: str = "") -> Any:
    """The value of a JSON text: what was typed, but nothing that no database can hold.

    PREFIX is where the document stands in it; places are told from there. Raises: Problem 422 with each place.
    """
    value, findings = parse(raw)
    if findings:
        errors = [{"path": one.path.removeprefix(prefix), "code": one.code, "text": one.text} for one in findings]
        raise Problem(CANNOT_BE_KEPT, "Some of it no file or database can keep; see the places.", errors=errors)
    return value


def read_as(model: type[M], raw: bytes) -> M:
    """The body of a request, as a model has it, where all of it can be kept. Raises: NotAFormula; Problem 422."""
    try:
        return model.model_validate(keepable(raw))
    except ValidationError as error:
        raise Problem(NOT_VALID, UNFIT, errors=wrong_at(error.errors(include_url=False))) from None
